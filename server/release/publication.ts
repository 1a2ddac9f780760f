import { fine, type Tried } from '~~/core/release/consumer/consumer'
import type { PublicationState, PublicationStep, StepTaken } from '~~/core/release/publication'
import type { Problem } from '~~/core/problem'
import { Failure } from '../auth/failure'
import { settings } from '../config'
import { log } from '../log'
import { notify, type Store } from '../store/database'
import { libraryById, type Library } from '../store/libraries'
import { movePublication, publicationOf, type PublicationRow } from '../store/publications'
import { publish, type Progress } from './publish'

/** Milliseconds between two signs of life, each of which also asks whether somebody has stopped it. */
const beatMilliseconds = 1000

/** Whoever began it, or another who maintains the library, has stopped it. */
class Stopped extends Error {}

/** Does an attempt to publish from its first step to its end, and keeps what came of each. */
export async function runPublication(db: Store, libraryId: string, id: string): Promise<void> {
  const library = await libraryById(db, libraryId)
  const wish = await publicationOf(db, libraryId, id)
  if (!library || wish?.state !== 'waiting') return
  const attempt = new Attempt(db, library, wish)
  const beats = setInterval(() => void attempt.move({}).catch(() => undefined), beatMilliseconds)
  try {
    await attempt.run()
  } finally {
    clearInterval(beats)
    await attempt.tell()
  }
}

class Attempt implements Progress {
  private readonly steps: StepTaken[] = []
  private readonly ending = new AbortController()
  readonly stopping = this.ending.signal

  constructor(
    private readonly db: Store,
    private readonly library: Library,
    private readonly wish: PublicationRow,
  ) {}

  tell = () => notify(this.db, { library: this.library.slug, what: 'publication' })

  async move(change: { state?: PublicationState; steps?: StepTaken[]; problems?: Problem[] }): Promise<void> {
    if (await movePublication(this.db, this.wish.id, change)) return
    this.ending.abort()
  }

  private isStopped = (): boolean => this.stopping.aborted

  async run(): Promise<void> {
    try {
      await this.move({ state: 'running' })
      if (this.wish.made_by === null) throw new Failure(403, [nobody])
      const isTried = settings().TRY_PACKAGES
      await publish(this.db, this.library, this.wish, this.wish.made_by, { progress: this, isTried })
      if (this.wish.rehearsal) await this.move({ state: 'done', steps: this.steps })
    } catch (error) {
      if (error instanceof Stopped) return
      if (!(error instanceof Failure)) log.error({ err: error, publication: this.wish.id }, 'publishing')
      const problems = error instanceof Failure ? error.problems : [unexpected]
      await this.move({ state: 'failed', steps: this.steps, problems })
    }
  }

  async step<T>(name: PublicationStep, work: () => Promise<T>, say?: (came: T) => Tried): Promise<T> {
    if (this.isStopped()) throw new Stopped()
    const began = performance.now()
    const at = this.steps.length
    this.steps.push({ name, state: 'running', says: [] })
    await this.move({ steps: this.steps })
    await this.tell()
    const end = ({ is, says }: Tried) => {
      this.steps[at] = { name, state: is, says, took: Math.round(performance.now() - began) }
    }
    try {
      const came = await work()
      end(say?.(came) ?? fine)
      return came
    } catch (error) {
      // what is wrong is told by the problems of the attempt
      end({ is: 'wrong', says: [] })
      throw this.isStopped() ? new Stopped() : error
    }
  }

  /** The last step is over once this stands: what comes after it is only told. */
  async end(trx: Store): Promise<void> {
    const steps = this.steps.map((taken) =>
      taken.state === 'running' ? { ...taken, state: 'fine' as const, took: 0 } : taken,
    )
    if (await movePublication(trx, this.wish.id, { state: 'done', steps })) return
    this.ending.abort()
    throw new Stopped()
  }
}

const nobody: Problem = {
  code: 'role',
  what: 'Whoever began this has no account any more.',
  todo: 'Ask a maintainer of the library to publish it.',
}
const unexpected: Problem = {
  code: 'unexpected',
  what: 'Something went wrong on our side. Nothing of the version is out, and its number is free.',
  todo: 'Publish it again; whoever runs the server finds more in its log.',
}
