import { arrangementKey } from '~~/core/variants/arrangement'
import { wordsListSchema, type WordsView } from '~~/core/wire'

/** What people wrote of a component and its members, kept up with what others write. */
export function useWords(tag: Ref<string>) {
  const store = useLibrary()
  const { wordsStamp } = storeToRefs(store)
  const { answer, problems, load } = useAnswer(
    wordsListSchema,
    () =>
      store.find(tag.value)
        ? `/libraries/${store.slug}/components/${tag.value}/words${queryOf({ version: store.version })}`
        : undefined,
    [wordsStamp],
  )
  const words = computed(() => answer.value ?? [])
  const wordsFor = (member: string) => words.value.find((entry) => entry.member === member)
  return {
    words,
    problems,
    load,
    for: wordsFor,
    /** How people arranged the values of an axis. */
    arrangementOf: (axis: string) => wordsFor(arrangementKey(axis))?.text,
    written(entry: WordsView) {
      answer.value = [...words.value.filter((other) => other.member !== entry.member), entry]
    },
  }
}
