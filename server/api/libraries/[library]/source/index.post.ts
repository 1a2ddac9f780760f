import { getRequestHeader, readMultipartFormData } from 'h3'
import type { Problem } from '~~/core/problem'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { settings } from '~~/server/config'
import { enqueue } from '~~/server/jobs/queue'
import { judgeFiles } from '~~/server/jobs/uploads'
import { addJob } from '~~/server/store/jobs'
import { keepFiles } from '~~/server/store/sources'

/**
 * Brings files in: a form whose fields named `file` carry paths as their file names, and fields
 * named `remove` paths to take out. Begins a job and says what of the upload was left aside.
 */
export default route({
  access: 'contributor',
  async handle({ event, db, library, person }) {
    const limit = settings().UPLOAD_LIMIT
    const length = getRequestHeader(event, 'content-length')
    if (length === undefined) fail(411, 'length', 'The upload does not say how long it is.', 'Send it with a Content-Length.')
    if (Number(length) > limit) fail(413, 'too-large', `This upload has ${(Number(length) / 1e6).toFixed(1)} MB; ${limit / 1e6} MB are the most at once.`, 'Bring in fewer files, or leave out what is not source.')
    const parts = (await readMultipartFormData(event)) ?? []
    const { files, problems } = judgeFiles(parts.filter((one) => one.name === 'file').map((one) => ({ path: one.filename ?? '', content: one.data })))
    const removed = parts.filter((one) => one.name === 'remove').map((one) => one.data.toString('utf8'))
    if (files.length === 0 && removed.length === 0) {
      throw new Failure(422, problems.length ? problems : ([{ code: 'nothing', what: 'The upload holds no files.', todo: 'Choose files, or a folder.' }] satisfies Problem[]))
    }
    const note = parts.find((one) => one.name === 'note')?.data.toString('utf8').slice(0, 500) ?? ''
    const job = await addJob(db, library.id, { note, files: await keepFiles(db, files), removed }, person.id)
    if (!job) return fail(409, 'busy', `Source is being brought into ${library.title} just now.`, 'Wait until that has ended, or cancel it.')
    await enqueue(job)
    return { job, problems }
  },
})
