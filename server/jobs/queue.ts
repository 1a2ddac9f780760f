import PgBoss from 'pg-boss'
import { Failure, fail } from '../auth/failure'
import { settings } from '../config'
import { log } from '../log'
import { failedJobs, jobSeconds } from '../metrics'
import { originTitle } from '~~/core/origin'
import type { Problem } from '~~/core/problem'
import { notify, store, type Store } from '../store/database'
import { endJob, failStaleJobs, job, stepJob, touchJob, type Job } from '../store/jobs'
import { libraryById } from '../store/libraries'
import { tidyBuilds } from '../store/modules'
import { filesByHash, type SourceFile } from '../store/sources'
import { unseal } from '../auth/sealed'
import { fetchGit, gitSecretSchema } from '../bring/git'
import { judgeFiles } from '../bring/judge'
import { fetchPackage } from '../bring/package'
import { evidenceRuns } from '../store/evidence'
import { runEvidence } from '../evidence/run'
import { runPictures } from '../pictures/run'
import { pictureRuns, tidyPictures } from '../store/pictures'
import { failStalePublications, movePublication } from '../store/publications'
import { runPublication } from '../release/publication'
import { bringIn } from './bring-in'

const queueName = 'bring-in'
/** Work over whole libraries that a browser does, each kind with a queue of its name. */
const runsByName = {
  evidence: { runs: evidenceRuns, take: runEvidence },
  pictures: { runs: pictureRuns, take: runPictures },
}
type RunName = keyof typeof runsByName
/** Attempts to publish. */
const publishing = 'publish'
const runNames = Object.keys(runsByName) as RunName[]
let boss: PgBoss | undefined
let tidy: NodeJS.Timeout | undefined
let rounds = 0
/** Seconds between two signs of life of whoever works at something, and those after which nobody does. */
const beat = 10
const stale = 90
/**
 * Jobs that one web process works at: most of their time they wait for packages, or for their turn in a child
 * process.
 */
const workers = 4
/** Attempts to publish that one process works at. */
const publishers = 2

/**
 * Starts the queue in PostgreSQL, and takes jobs from it where this process is to work at any. Several share
 * them; each job is done by one.
 */
export async function startQueue(): Promise<void> {
  boss = new PgBoss({ connectionString: settings().DATABASE_URL, schema: 'pgboss', max: 2 })
  boss.on('error', (error) => log.warn({ err: error }, 'job queue'))
  await boss.start()
  for (const name of [queueName, publishing, ...runNames]) await boss.createQueue(name)
  if (settings().RUNS !== 'web') await takeJobs(boss)
  await clearUp()
  await forget()
  tidy = setInterval(
    () =>
      void clearUp()
        .then(() => (rounds++ % 180 === 179 ? forget() : undefined))
        .catch(() => undefined),
    20_000,
  )
  tidy.unref()
}

async function takeJobs(from: PgBoss): Promise<void> {
  const polling = { pollingIntervalSeconds: 0.5 }
  for (let i = 0; i < workers; i++) {
    await from.work<{ job: string }>(queueName, polling, async ([taken]) => {
      if (taken) await timed(queueName, () => runJob(taken.data.job))
    })
  }
  for (let i = 0; i < publishers; i++) {
    await from.work<{ library: string; run: string }>(publishing, polling, async ([taken]) => {
      if (taken) await timed(publishing, () => runPublication(store(), taken.data.library, taken.data.run))
    })
  }
  for (const of of runNames) {
    await from.work<{ library: string; run: string }>(of, polling, async ([taken]) => {
      if (taken) await timed(of, () => takeTurn(of, taken.data.library, taken.data.run))
    })
  }
}

async function timed(queue: string, work: () => Promise<void>): Promise<void> {
  const end = jobSeconds.startTimer({ queue })
  await work().finally(end)
}

/** Forgets builds and pictures that nobody asks for any more. */
async function forget(): Promise<void> {
  await tidyBuilds(store())
  await tidyPictures(store())
}

/** Ends what nobody works at any more, and tells those who look at it. */
async function clearUp(): Promise<void> {
  await failStaleJobs(store(), stale)
  for (const id of await failStalePublications(store(), stale)) {
    const library = await libraryById(store(), id)
    if (library) await notify(store(), { library: library.slug, what: 'publication' })
  }
  for (const what of runNames)
    for (const id of await runsByName[what].runs.failStale(store(), stale)) {
      const library = await libraryById(store(), id)
      if (library) await notify(store(), { library: library.slug, what })
    }
}

/** A run has a turn; where something is left, it waits behind those of others. */
async function takeTurn(of: RunName, library: string, run: string): Promise<void> {
  const { runs, take } = runsByName[of]
  try {
    if ((await take(store(), library, run)) === 'more') await enqueueRun(of, library, run)
  } catch (error) {
    log.error({ err: error }, of)
    failedJobs.inc({ queue: of })
    const problem = {
      code: 'unexpected',
      what: 'Something went wrong on our side. What was seen until then is kept.',
      todo: 'Begin it again; whoever runs the server finds more in its log.',
    }
    await runs.move(store(), run, { state: 'failed', problems: [problem] }).catch(() => undefined)
  }
}

export async function stopQueue(): Promise<void> {
  clearInterval(tidy)
  await boss?.stop({ graceful: false, wait: false })
  boss = undefined
}

/**
 * Hands a job to whichever process takes it first. One that cannot be handed over has failed, and is said to
 * have.
 */
export async function enqueue(id: string): Promise<void> {
  try {
    await started().send(queueName, { job: id }, { retryLimit: 0 })
  } catch (error) {
    await endJob(store(), id, 'failed').catch(() => undefined)
    throw error
  }
}

/** Hands a run over a whole library to whichever process takes it first; one that cannot be has failed. */
export async function enqueueRun(of: RunName, library: string, run: string): Promise<void> {
  try {
    await started().send(of, { library, run }, { retryLimit: 0, expireInSeconds: 7200 })
  } catch (error) {
    await runsByName[of].runs.move(store(), run, { state: 'failed' }).catch(() => undefined)
    throw error
  }
}

/** Hands an attempt to publish to whichever process takes it first; one that cannot be has failed. */
export async function enqueuePublication(library: string, publication: string): Promise<void> {
  try {
    await started().send(publishing, { library, run: publication }, { retryLimit: 0, expireInSeconds: 7200 })
  } catch (error) {
    await movePublication(store(), publication, { state: 'failed' }).catch(() => undefined)
    throw error
  }
}

function started(): PgBoss {
  if (boss) return boss
  return fail(503, 'starting', 'The server is still starting.', 'Try again in a few seconds.')
}

/** The files a job brings: those that were uploaded, or those it fetches itself. */
async function filesOf(
  db: Store,
  { input, library_id: libraryId }: Job,
  step: (text: string) => Promise<boolean>,
): Promise<{ files: SourceFile[]; note: string; aside: Problem[] } | undefined> {
  const { origin, note, aside } = input
  if (!origin) return { files: await filesByHash(db, input.files), note, aside }
  const text = `Fetching ${originTitle(origin)}`
  if (!(await step(text))) return undefined
  const going = () => step(text)
  const opened = input.secret === undefined ? undefined : unseal(input.secret)
  const fetched =
    origin.is === 'git'
      ? await fetchGit(origin, opened ? gitSecretSchema.parse(JSON.parse(opened)) : undefined, going)
      : await fetchPackage(origin, libraryId, going)
  if (!fetched) return undefined
  const judged = judgeFiles(fetched.files, true)
  const at = 'commit' in fetched ? fetched.commit.slice(0, 8) : fetched.version
  if (judged.files.length === 0)
    throw new Failure(422, [
      {
        code: 'nothing',
        what: 'There is nothing in it that we read.',
        todo: 'Name the folder in it that holds the library.',
      },
    ])
  return { files: judged.files, note: `${note}, ${at}`, aside: [...fetched.problems, ...judged.problems] }
}

async function runJob(id: string): Promise<void> {
  const db = store()
  const found = await job(db, id)
  if (!found || found.state !== 'waiting') return
  const library = (await libraryById(db, found.library_id))!
  const tell = () => notify(db, { library: library.slug, what: 'job', job: id })
  const beats = setInterval(() => void touchJob(db, id).catch(() => undefined), beat * 1000)
  try {
    const step = async (text: string) => {
      const going = await stepJob(db, id, text)
      // what stands there already is no news
      if (going !== 'same') await tell()
      return going !== false
    }
    const came = await filesOf(db, found, step)
    if (came)
      await bringIn(
        db,
        found.library_id,
        {
          ...came,
          removed: found.input.removed,
          whole: found.input.whole,
          origin: found.input.origin,
          begun: found.input.begun,
          rename: found.input.rename,
          takeBack: found.input.takeBack,
          by: found.made_by,
          job: id,
        },
        step,
      )
  } catch (error) {
    const problems =
      error instanceof Failure
        ? error.problems
        : [
            {
              code: 'unexpected',
              what: 'Something went wrong on our side; the shelf is as it was.',
              todo: 'Bring the source in again.',
            },
          ]
    if (!(error instanceof Failure)) log.error({ err: error, job: id }, 'job failed')
    failedJobs.inc({ queue: queueName })
    await endJob(db, id, 'failed', { added: [], changed: [], gone: [], same: 0, problems })
  } finally {
    clearInterval(beats)
  }
  await tell()
}
