import type { Mend } from '~~/core/check/check'
import { mended } from '~~/core/check/mend'
import type { Problem } from '~~/core/problem'
import { sourceFileSchema } from '~~/core/wire'

/** A mend with the file that it is of. */
export interface FileMend {
  file: string
  mend: Mend
}
/** Files as they were before they were mended, and what is said of that where they come back. */
interface Before {
  files: SavedFile[]
  note: string
}

/** Mends files as findings propose it, as one revision; what they were comes back with one press. */
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
  /** The files that are being saved, as they were before. */
  let before: Before | undefined

  async function save(files: readonly SavedFile[], from: number, note: string) {
    try {
      follow(await saveSource(store.slug, files, from, note))
    } catch (error) {
      refused.value = problemsOf(error)
    }
  }
  const fileAt = (path: string) =>
    ask(sourceFileSchema, `/libraries/${store.slug}/source?path=${encodeURIComponent(path)}`)

  /** Mends all of these at once, or none where one of the files is another by now. */
  async function mendAll(mends: readonly FileMend[], what: string) {
    if (going.value) return
    refused.value = []
    try {
      const paths = [...new Set(mends.map(({ file }) => file))]
      const files = await Promise.all(paths.map(fileAt))
      const after = files.map(({ path, text }) => {
        const edits = mends.flatMap(({ file, mend }) => (file === path ? mend.edits : []))
        return { path, text: mended(text, edits) }
      })
      const late = after.filter(({ text }) => text === undefined)
      // each is of the newest revision there was when it was asked for: the oldest of them counts
      const from = Math.min(...files.map(({ revision }) => revision))
      if (late.length) refused.value = late.map(({ path }) => sayLate(path))
      else {
        before = { files: files.map(({ path, text }) => ({ path, text })), note: `As it was before ${what}` }
        await save(
          after.map(({ path, text = '' }) => ({ path, text })),
          from,
          what,
        )
      }
    } catch (error) {
      refused.value = problemsOf(error)
    }
  }
  const mend = (file: string, chosen: Mend) => mendAll([{ file, mend: chosen }], `${chosen.token} in ${file}`)

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
        was && { title: 'Undo', run: () => void save(was.files, revision, was.note) },
      )
    },
  )
  return { going, problems, mend, mendAll }
}

const sayLate = (path: string): Problem => ({
  code: 'changed-meanwhile',
  what: `${path} is another by now.`,
  todo: 'Look at its findings as they are now.',
})
