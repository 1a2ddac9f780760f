import type { Problem } from '~~/core/problem'
import { sourceFileSchema } from '~~/core/wire'

/**
 * The text of one file of the library, as it is kept and as it is being written; drafts stay in the session.
 */
export function useSourceText(path: Ref<string | undefined>) {
  const store = useLibrary()
  const kept = ref<{ path: string; text: string; revision: number }>()
  const text = ref('')
  /** The revision that what is being written was begun from. */
  const from = ref(0)
  const problems = ref<Problem[]>([])
  const isChanged = computed(
    () => kept.value !== undefined && kept.value.path === path.value && text.value !== kept.value.text,
  )
  const draftKey = (path: string) => `kept-shelf:draft:${store.slug}:${path}`
  const draftOf = (path: string) => {
    const draft = sessionStorage.getItem(draftKey(path))
    return draft === null ? undefined : (JSON.parse(draft) as { text: string; from: number })
  }
  /** Called when another text than before stands there, and nothing of it was written here. */
  const onAnew: (() => void)[] = []

  watch(
    [path, () => store.library?.revision?.number],
    async ([now]) => {
      if (!now) return
      try {
        const query = new URLSearchParams({ path: now })
        const read = await ask(sourceFileSchema, `/libraries/${store.slug}/source?${query}`)
        if (now !== path.value) return
        const isWriting = kept.value?.path === now && isChanged.value && text.value !== read.text
        kept.value = read
        problems.value = []
        // what somebody is writing is not taken from under them by news
        if (isWriting) return
        const draft = draftOf(now)
        text.value = draft && draft.text !== read.text && store.may.write ? draft.text : read.text
        from.value = draft && text.value !== read.text ? draft.from : read.revision
        onAnew.forEach((run) => run())
      } catch (error) {
        kept.value = undefined
        text.value = ''
        problems.value = problemsOf(error)
      }
    },
    { immediate: true },
  )
  watch(text, (now) => {
    if (!path.value || kept.value?.path !== path.value) return
    if (now === kept.value.text) sessionStorage.removeItem(draftKey(path.value))
    else sessionStorage.setItem(draftKey(path.value), JSON.stringify({ text: now, from: from.value }))
  })
  return {
    kept,
    text,
    from,
    problems,
    isChanged,
    whenAnew: (run: () => void) => onAnew.push(run),
    /** Leaves what was written for what is kept. */
    discard() {
      if (!kept.value) return
      text.value = kept.value.text
      from.value = kept.value.revision
      onAnew.forEach((run) => run())
    },
  }
}
