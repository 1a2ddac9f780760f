import { getRequestHeader } from 'h3'
import type { Problem } from '~~/core/problem'
import { uploadedSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { most, tooMany } from '~~/server/bring/folder'
import { judgeFiles } from '~~/server/bring/judge'
import { readUpload, type Upload } from '~~/server/bring/upload'
import { inChild } from '~~/server/build/pool'
import { settings } from '~~/server/config'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import type { Store } from '~~/server/store/database'
import { addJob } from '~~/server/store/jobs'
import type { Library } from '~~/server/store/libraries'
import { changedSince, keepFiles, type SourceFile } from '~~/server/store/sources'
import { leavingWith } from '~~/server/views/leaving'

/**
 * Brings files in: a form whose fields named `file` carry paths as their file names, one named
 * `archive` a zip or gzipped tar, and fields named `remove` paths to take out. With `whole` they are
 * all of the library; with `from`, the number of the revision they were made from, nothing is written
 * over what somebody else changed since. With `look` nothing is begun, and what would go is told.
 * Otherwise it begins a job and says what of the upload was left aside.
 */
export default route({
  access: 'contributor',
  token: 'publish',
  answer: uploadedSchema,
  async handle({ event, db, library, person }) {
    const limit = settings().UPLOAD_LIMIT
    const length = getRequestHeader(event, 'content-length')
    if (length === undefined)
      fail(411, 'length', 'The upload does not say how long it is.', 'Send it with a Content-Length.')
    if (Number(length) > limit)
      fail(
        413,
        'too-large',
        `This upload has ${(Number(length) / 1e6).toFixed(1)} MB; ${limit / 1e6} MB are the most at once.`,
        'Bring in fewer files, or leave out what is not source.',
      )
    const upload = await readUpload(event, limit)
    const { files, problems } = await filesIn(upload, library)
    const removed = upload.fields.filter((field) => field.name === 'remove').map((field) => field.value)
    if (files.length === 0 && removed.length === 0) {
      const nothing: Problem = {
        code: 'nothing',
        what: 'The upload holds no files.',
        todo: 'Choose files, or a folder.',
      }
      throw new Failure(422, problems.length ? problems : [nothing])
    }
    if (files.length > most.files) throw tooMany()
    const valueOf = (name: string): string | undefined =>
      upload.fields.find((field) => field.name === name)?.value
    const whole = upload.archive !== undefined || valueOf('whole') !== undefined
    if (valueOf('look') !== undefined)
      return {
        job: null,
        problems,
        leaving: whole ? await leavingWith(db, library, files) : { components: [], files: 0 },
      }
    await refuseStale(db, library, valueOf('from'), [...files.map((file) => file.path), ...removed])
    const note = valueOf('note')?.slice(0, 500) ?? ''
    const job = await addJob(
      db,
      library.id,
      { note, files: await keepFiles(db, files), removed, whole, aside: problems },
      person.id,
    )
    if (!job) return failBusy(library)
    await enqueue(job)
    return { job, problems, leaving: null }
  },
})

async function filesIn(
  { archive, files }: Upload,
  library: Library,
): Promise<{ files: SourceFile[]; problems: Problem[] }> {
  const sizes = { ...most, file: settings().FILE_LIMIT }
  const unpacked = archive
    ? await inChild('unpack', { bytes: archive, limits: sizes }, library.id)
    : { files: [], problems: [] }
  const judged = judgeFiles([...unpacked.files, ...files], archive !== undefined)
  return { files: judged.files, problems: [...unpacked.problems, ...judged.problems] }
}

/** Refuses to write over what somebody else changed since the revision that was begun from. */
async function refuseStale(
  db: Store,
  library: Library,
  from: string | undefined,
  paths: string[],
): Promise<void> {
  const number = Number(from)
  if (!Number.isSafeInteger(number) || number < 1 || number > 2_000_000_000) return
  const stale = await changedSince(db, library, number, paths)
  const tell = ({ path, revision, by }: (typeof stale)[number]): Problem => ({
    code: 'changed-meanwhile',
    what: `${path} is another since you began: revision ${revision}${by ? `, by ${by}` : ''}.`,
    where: { file: path },
    todo: 'Look at what is there now, and keep yours over it if it should be.',
  })
  if (stale.length) throw new Failure(409, stale.map(tell))
}
