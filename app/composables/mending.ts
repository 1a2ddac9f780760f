import type { Mend } from '~~/core/check/check'
import { mended } from '~~/core/check/mend'
import type { Problem } from '~~/core/problem'
import { sourceFileSchema } from '~~/core/wire'

/** Mends a file as a finding proposes it, as a revision of its own; what it was comes back with one press. */
export function useMending() {
  const store = useLibrary()
  const { say } = useSay()
  const { job, problems: jobProblems, going, follow } = useJob()
  const refused = ref<Problem[]>([])
  const problems = computed(() => [
    ...refused.value,
    ...jobProblems.value,
    ...(job.value?.state === 'failed' ? (job.value.result?.problems ?? []) : []),
  ])
  /** The file that is being saved, as it was before. */
  let before: { path: string; text: string; note: string } | undefined

  async function save(file: { path: string; text: string; from: number; note: string }) {
    try {
      follow(await saveSource(store.slug, file))
    } catch (error) {
      refused.value = problemsOf(error)
    }
  }

  async function mend(path: string, { token, edits }: Mend) {
    if (going.value) return
    refused.value = []
    try {
      const address = `/libraries/${store.slug}/source?path=${encodeURIComponent(path)}`
      const file = await ask(sourceFileSchema, address)
      const text = mended(file.text, edits)
      if (text === undefined) {
        refused.value = [
          {
            code: 'changed-meanwhile',
            what: `${path} is another by now.`,
            todo: 'Look at its findings as they are now.',
          },
        ]
        return
      }
      before = { path, text: file.text, note: `${path} as it was before ${token}` }
      await save({ path, text, from: file.revision, note: `${token} in ${path}` })
    } catch (error) {
      refused.value = problemsOf(error)
    }
  }

  watch(
    () => job.value?.state,
    async (state) => {
      const revision = job.value?.result?.revision
      if (state !== 'done' || revision === undefined) return
      const was = before
      before = undefined
      await store.load()
      say(
        `Saved as revision ${revision}.`,
        was && { title: 'Undo', run: () => void save({ ...was, from: revision }) },
      )
    },
  )
  return { going, problems, mend }
}
