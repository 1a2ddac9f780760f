import { wordsSchema, type WordsView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/**
 * Words of a member while they are written. Where somebody else wrote meanwhile, both are there and nothing is lost.
 */
export function useWordsDraft(
  of: () => { tag: string; member: string; words: WordsView | undefined },
  onWritten: (words: WordsView) => void,
) {
  const store = useLibrary()
  const editing = ref(false)
  const draft = ref('')
  const from = ref(0)
  const problems = ref<Problem[]>([])
  const theirs = ref<WordsView>()
  const busy = ref(false)

  function begin(text: string) {
    draft.value = text
    from.value = of().words?.revision ?? 0
    problems.value = []
    theirs.value = undefined
    editing.value = true
  }
  async function keep() {
    busy.value = true
    const { tag, member } = of()
    try {
      onWritten(
        await ask(wordsSchema, `/libraries/${store.slug}/components/${tag}/words`, {
          method: 'PUT',
          body: { member, text: draft.value, revision: from.value },
        }),
      )
      editing.value = false
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
      const other =
        error instanceof ApiProblem && error.status === 409
          ? wordsSchema.safeParse(error.more.theirs)
          : undefined
      if (other?.success) {
        theirs.value = other.data
        from.value = other.data.revision
      }
    } finally {
      busy.value = false
    }
  }
  function takeTheirs() {
    if (theirs.value) onWritten(theirs.value)
    editing.value = false
  }
  function join() {
    draft.value = `${theirs.value?.text ?? ''}\n\n${draft.value}`
    theirs.value = undefined
    problems.value = []
  }
  return { editing, draft, problems, theirs, busy, begin, keep, takeTheirs, join }
}
