import { getRequestHeader, readMultipartFormData } from 'h3'
import type { Problem } from '~~/core/problem'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { most, tooMany } from '~~/server/bring/folder'
import { inChild } from '~~/server/build/pool'
import { settings } from '~~/server/config'
import { enqueue } from '~~/server/jobs/queue'
import { judgeFiles } from '~~/server/bring/judge'
import { addJob } from '~~/server/store/jobs'
import { changedSince, keepFiles } from '~~/server/store/sources'

/**
 * Brings files in: a form whose fields named `file` carry paths as their file names, one named
 * `archive` a zip or gzipped tar, and fields named `remove` paths to take out. With `whole` they are
 * all of the library; with `from`, the number of the revision they were made from, nothing is written
 * over what somebody else changed since. Begins a job and says what of the upload was left aside.
 */
export default route({
  access: 'contributor', token: 'publish',
  async handle({ event, db, library, person }) {
    const limit = settings().UPLOAD_LIMIT
    const length = getRequestHeader(event, 'content-length')
    if (length === undefined) fail(411, 'length', 'The upload does not say how long it is.', 'Send it with a Content-Length.')
    if (Number(length) > limit) fail(413, 'too-large', `This upload has ${(Number(length) / 1e6).toFixed(1)} MB; ${limit / 1e6} MB are the most at once.`, 'Bring in fewer files, or leave out what is not source.')
    const parts = (await readMultipartFormData(event)) ?? []
    const archive = parts.find((one) => one.name === 'archive')
    const unpacked = archive ? await inChild('unpack', { bytes: archive.data, limits: { ...most, file: settings().FILE_LIMIT } }) : { files: [], problems: [] }
    const judged = judgeFiles([...unpacked.files, ...parts.filter((one) => one.name === 'file').map((one) => ({ path: one.filename ?? '', content: one.data }))], archive !== undefined)
    const { files } = judged
    const problems = [...unpacked.problems, ...judged.problems]
    const removed = parts.filter((one) => one.name === 'remove').map((one) => one.data.toString('utf8'))
    if (files.length === 0 && removed.length === 0) {
      throw new Failure(422, problems.length ? problems : ([{ code: 'nothing', what: 'The upload holds no files.', todo: 'Choose files, or a folder.' }] satisfies Problem[]))
    }
    const note = parts.find((one) => one.name === 'note')?.data.toString('utf8').slice(0, 500) ?? ''
    if (files.length > most.files) throw tooMany()
    const from = Number(parts.find((one) => one.name === 'from')?.data.toString('utf8'))
    const stale = from ? await changedSince(db, library, from, [...files.map((one) => one.path), ...removed]) : []
    if (stale.length) throw new Failure(409, stale.map((one) => ({ code: 'changed-meanwhile', what: `${one.path} is another since you began: revision ${one.revision}${one.by ? `, by ${one.by}` : ''}.`, where: { file: one.path }, todo: 'Look at what is there now, and keep yours over it if it should be.' })))
    const whole = archive !== undefined || parts.some((one) => one.name === 'whole')
    const job = await addJob(db, library.id, { note, files: await keepFiles(db, files), removed, whole, aside: problems }, person.id)
    if (!job) return fail(409, 'busy', `Source is being brought into ${library.title} just now.`, 'Wait until that has ended, or cancel it.')
    await enqueue(job)
    return { job, problems }
  },
})
