import type { Problem } from '~~/core/problem'
import { isWithin } from '~~/core/tokens/paths'
import { renameBegunSchema, renamePlanSchema, type RenamePlan } from '~~/core/wire'

/** Milliseconds without a key after which it is asked what would follow. */
const writingPause = 250

/**
 * A token, or a group that it stands in, that is to get another path: what would follow, asked while it is
 * written, and all of it done; then `renamed` is told. `into`: another token that is there takes its place.
 */
export function useRenaming(
  path: () => string,
  renamed: (move: { from: string; to: string }) => void,
  { into = false } = {},
) {
  const store = useLibrary()
  const { say, sayProblems } = useSay()
  const { job, problems: jobProblems, going, follow, cancel } = useJob()
  const [to, leave] = [ref(path()), ref(!into)]
  /** What is renamed. */
  const from = ref(path())
  const plan = ref<RenamePlan>()
  const refused = ref<Problem[]>([])
  const problems = computed(() => [
    ...refused.value,
    ...jobProblems.value,
    ...(job.value?.state === 'failed' ? (job.value.result?.problems ?? []) : []),
  ])
  const address = () => `/libraries/${store.slug}/tokens/rename`

  async function lookAhead() {
    plan.value = undefined
    refused.value = []
    const [was, next] = [from.value, to.value.trim()]
    if (next === '' || next === was) return
    const query = new URLSearchParams({ from: was, to: next, leave: String(leave.value), into: String(into) })
    const isStillAsked = () => from.value === was && to.value.trim() === next
    try {
      const found = await ask(renamePlanSchema, `${address()}?${query.toString()}`)
      if (isStillAsked()) plan.value = found
    } catch (error) {
      if (isStillAsked()) refused.value = problemsOf(error)
    }
  }
  let pause: ReturnType<typeof setTimeout> | undefined
  watch([from, to, leave], () => {
    plan.value = undefined
    clearTimeout(pause)
    pause = setTimeout(() => void lookAhead(), writingPause)
  })
  onUnmounted(() => clearTimeout(pause))

  /** What is being done, and what takes it back. */
  let doing: { from: string; to: string; back: boolean } | undefined
  async function send(was: string, next: string, leaves: boolean, back: boolean) {
    refused.value = []
    doing = { from: was, to: next, back }
    try {
      const begun =
        back && into
          ? await ask(renameBegunSchema, `${address()}/undo`, {
              method: 'POST',
              body: { from: next, to: was },
            })
          : await ask(renameBegunSchema, address(), {
              method: 'POST',
              body: { from: was, to: next, leave: leaves, into },
            })
      if (begun.job) follow(begun.job)
      else await ended()
    } catch (error) {
      // what is taken back from afar has no place of its own to say so
      if (back) sayProblems(error)
      else refused.value = problemsOf(error)
    }
  }
  async function ended() {
    const was = doing
    if (!was) return
    doing = undefined
    await store.load()
    renamed(was)
    if (was.back) say(into ? `${was.to} is back.` : `It is ${was.to} again.`)
    else
      say(into ? `${was.to} stands in the place of ${was.from} now.` : `${was.from} is ${was.to} now.`, {
        title: 'Undo',
        run: () => void send(was.to, was.from, false, true),
      })
  }
  watch(
    () => job.value?.state,
    (state) => {
      if (state === 'done') void ended()
      // who looks at another token by now does not see the form that tells it
      else if (state === 'failed' && (doing?.back || !isWithin(path(), doing?.from ?? '')))
        for (const { what } of job.value?.result?.problems ?? []) say(what)
    },
  )
  const count = computed(() => {
    if (!plan.value) return { says: '', where: '' }
    const { references, files, words, examples } = plan.value
    const lines = files.reduce((sum, file) => sum + file.places.length, 0)
    const told = [
      references.length
        ? `${plural(references.length, 'token')} that ${references.length === 1 ? 'refers' : 'refer'} to it`
        : '',
      lines ? `${plural(lines, 'line')} in ${plural(files.length, 'file')}` : '',
      words ? plural(words, 'text') : '',
      examples ? plural(examples, 'example') : '',
    ].filter(Boolean)
    const all = references.length + lines + words + examples
    return {
      says: told.length ? `It takes with it ${told.join(', ')}.` : 'Nothing else names it.',
      where: all ? `, and ${plural(all, 'place')} with it` : '',
    }
  })
  return {
    from,
    to,
    leave,
    plan,
    problems,
    going,
    count,
    cancel,
    step: computed(() => job.value?.step ?? ''),
    begin: () => void (plan.value && send(from.value, to.value.trim(), leave.value, false)),
  }
}
