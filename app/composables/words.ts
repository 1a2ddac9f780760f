import type { Problem } from '~~/core/problem'
import { arrangementKey } from '~~/core/variants/arrangement'
import { wordsListSchema, type WordsView } from '~~/core/wire'

/** What people wrote of a component and its members, kept up with what others write. */
export function useWords(tag: Ref<string>) {
  const store = useLibrary()
  const { wordsStamp } = storeToRefs(store)
  const words = ref<WordsView[]>([])
  const problems = ref<Problem[]>([])
  async function load() {
    if (!store.find(tag.value)) return
    try {
      words.value = await ask(wordsListSchema, `/libraries/${store.slug}/components/${tag.value}/words`)
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  watch([tag, wordsStamp], load, { immediate: true })
  const wordsFor = (member: string) => words.value.find((entry) => entry.member === member)
  return {
    words,
    problems,
    load,
    for: wordsFor,
    /** How people arranged the values of an axis. */
    arrangementOf: (axis: string) => wordsFor(arrangementKey(axis))?.text,
    written(entry: WordsView) {
      words.value = [...words.value.filter((other) => other.member !== entry.member), entry]
    },
  }
}
