import { draftNotes, missingNotes } from '~~/core/release/notes'
import { draftSchema, type DeskView } from '~~/core/wire'

/** Milliseconds without a key after which notes are kept. */
const pause = 800

/**
 * Notes of the next version: drafted from what differs until somebody writes on them; from then on theirs, kept on
 * the server, and only added to where they ask for it.
 */
export function useNotesDraft(desk: Ref<DeskView | undefined>) {
  const store = useLibrary()
  const notes = ref('')
  /** Notes as they are kept, or as they were drafted: what is typed is told from that. */
  const kept = ref('')
  const failed = ref('')
  const draft = computed(() => draftNotes(desk.value?.difference.changes ?? [], store.prefix))
  watch(desk, (now) => {
    // what somebody is typing is not written over
    if (notes.value !== kept.value) return
    notes.value = now?.draft?.notes ?? draft.value
    kept.value = notes.value
  })
  let timer: ReturnType<typeof setTimeout> | undefined
  async function keep() {
    clearTimeout(timer)
    const text = notes.value
    if (text === kept.value || !desk.value || !store.may.keep) return
    try {
      desk.value.draft = await ask(draftSchema, `/libraries/${store.slug}/releases/draft`, {
        method: 'PUT',
        // what is as it was drafted is nobody's own
        body: { notes: text === draft.value ? '' : text, seen: desk.value.draft?.made_at ?? null },
      })
      kept.value = text
      failed.value = ''
    } catch (error) {
      failed.value = problemsOf(error)
        .map(({ what, todo }) => `${what} ${todo}`)
        .join(' ')
    }
  }
  watch(notes, () => {
    clearTimeout(timer)
    timer = setTimeout(() => void keep(), pause)
  })
  onBeforeUnmount(() => void keep())

  const missing = computed(() =>
    desk.value?.draft || notes.value !== kept.value ? missingNotes(notes.value, draft.value) : '',
  )
  function addMissing() {
    notes.value = [notes.value.trimEnd(), missing.value].filter(Boolean).join('\n\n')
  }
  const { say } = useSay()
  function draftAnew() {
    const before = notes.value
    notes.value = draft.value
    say('Drafted anew.', { title: 'Undo', run: () => void (notes.value = before) })
  }
  /** A version went out with them: the next is drafted anew. */
  function forget() {
    notes.value = ''
    kept.value = ''
  }
  const draftSaid = computed(() => {
    if (failed.value) return `Not kept: ${failed.value}`
    if (notes.value !== kept.value) return 'Being kept …'
    const by = desk.value?.draft
    return by
      ? `Kept, as ${by.by ?? 'somebody who has left'} wrote them ${ago(by.made_at)}.`
      : 'Drafted from what differs.'
  })
  return { notes, missing, addMissing, draftAnew, draftSaid, forget }
}
