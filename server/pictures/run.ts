import type { Problem } from '~~/core/problem'
import { inChild } from '../build/pool'
import { settings } from '../config'
import { inBrowserProcess } from '../evidence/process'
import { browserVersion } from '../evidence/version'
import { noBrowser } from '../evidence/message'
import { limits } from '../limits'
import { notify, type Store } from '../store/database'
import { libraryById, type Library } from '../store/libraries'
import {
  imageOf,
  keepDifference,
  keepPicture,
  keepReasons,
  pictureRuns,
  usePictures,
} from '../store/pictures'
import { releaseNamed } from '../store/releases'
import { imagesApart, leftToDo, type KnownPair } from './known'
import type { Pair, Said, Shot, ToPicture } from './message'
import { picturePlan, type PicturePlan } from './plan'

/**
 * Takes the pictures that a comparison with a version lacks, compares them, and looks once more at those that
 * differ. It goes on for a turn; `more` where something is left, which is done when the others waiting have
 * had theirs.
 */
export async function runPictures(db: Store, libraryId: string, id: string): Promise<'done' | 'more'> {
  const library = await libraryById(db, libraryId)
  const run = await pictureRuns.newest(db, libraryId)
  if (!library || run?.id !== id || run.state !== 'waiting') return 'done'
  const turn = new Turn(db, library, id, { done: run.done, problems: run.problems })
  const beats = setInterval(() => void turn.move({}).catch(() => undefined), beatMilliseconds)
  try {
    return await turn.take(run.version)
  } finally {
    clearInterval(beats)
    await notify(db, { library: library.slug, what: 'pictures' })
  }
}

/** Milliseconds between two signs of life, each of which also asks whether somebody has stopped the run. */
const beatMilliseconds = 3000
/** Milliseconds between two pieces of news of how far it has come: whoever looks asks for all of it then. */
const tellEvery = 1000

class Turn {
  private readonly ends = Date.now() + limits.pictures.turnSeconds * 1000
  private readonly stopping = new AbortController()
  private isStopped = false
  private told = 0

  constructor(
    private readonly db: Store,
    private readonly library: Library,
    private readonly id: string,
    private readonly run: { done: number; problems: Problem[] },
  ) {}

  /** Tells how far it has come, and hears whether somebody stopped it. */
  async move(change: Parameters<typeof pictureRuns.move>[2]): Promise<boolean> {
    const goesOn = await pictureRuns.move(this.db, this.id, change)
    if (!goesOn) this.stopping.abort()
    return goesOn
  }

  async take(version: string | null): Promise<'done' | 'more'> {
    const browser = await browserVersion()
    const release = version === null ? undefined : await releaseNamed(this.db, this.library.id, version)
    if (!browser) return this.fail(noBrowser(`${settings().CHROMIUM} is not there`))
    if (!release) return this.fail(noVersion)
    const plan = await picturePlan(this.db, this.library, release.id, browser)
    await usePictures(
      this.db,
      this.library.id,
      plan.pairs.flatMap(({ before, now }) => [before.key, now.key]),
    )
    const steps = [this.takeMissing, this.compareTaken, this.lookClosely]
    for (const step of steps) {
      const left = await leftToDo(this.db, this.library, plan)
      const todo = left.missing.length + left.toCompare.length + left.toExplain.length
      if (!(await this.move({ state: 'running', total: this.run.done + todo }))) return 'done'
      await step.call(this, plan, left)
      if (this.stopping.signal.aborted) return 'done'
      if (this.isStopped) return this.fail()
      if (Date.now() > this.ends) return (await this.move({ state: 'waiting' })) ? 'more' : 'done'
    }
    await this.move({ state: 'done', total: this.run.done, problems: this.run.problems })
    return 'done'
  }

  private async fail(problem?: Problem): Promise<'done'> {
    const problems = [...this.run.problems, ...(problem ? [problem] : [])]
    await this.move({ state: 'failed', problems })
    return 'done'
  }

  private async step(): Promise<boolean> {
    this.run.done++
    await this.move({ done: this.run.done })
    if (Date.now() > this.told + tellEvery) {
      this.told = Date.now()
      await notify(this.db, { library: this.library.slug, what: 'pictures' })
    }
    return this.isGoingOn()
  }

  private async takeMissing(plan: PicturePlan, { missing }: Left): Promise<void> {
    const waiting = new Map(missing.map((item) => [item.picture.key, item]))
    await this.untilDone(plan, waiting, {
      asked: () => ({ shots: shotsOf([...waiting.values()]), pairs: [] }),
      keyOf: (said) => ('key' in said ? said.key : undefined),
      keep: (came, { picture: { key } }) => {
        const failed = 'failed' in came ? came.failed : 'it could not be taken'
        return keepPicture(this.db, this.library.id, key, 'taken' in came ? came.taken : { failed })
      },
    })
  }

  private async compareTaken(_plan: PicturePlan, { toCompare }: Left): Promise<void> {
    for (const pair of toCompare) {
      const [before, now] = imagesApart(pair)!
      const files = await Promise.all([before, now].map((hash) => imageOf(this.db, this.library.id, hash)))
      const apart = await inChild('pictures', { before: files[0]!, now: files[1]! }, this.library.id)
      await keepDifference(this.db, this.library.id, { before, now, ...apart })
      if (!(await this.step())) return
    }
  }

  private async lookClosely(plan: PicturePlan, { toExplain }: Left): Promise<void> {
    const waiting = new Map(toExplain.map((pair, id) => [id, pair]))
    await this.untilDone(plan, waiting, {
      asked: () => ({ shots: [], pairs: [...waiting].map(([id, pair]) => pairOf(id, pair)) }),
      keyOf: (said) => ('pair' in said ? said.pair : undefined),
      keep: (came, pair) => this.keepLook(pair, came),
    })
  }

  /** What looks otherwise each time is no difference between two versions. */
  private async keepLook(pair: KnownPair, came: Came): Promise<void> {
    const images = imagesApart(pair)!
    const [before, now] = images
    if (!('again' in came)) {
      await keepReasons(this.db, this.library.id, { before, now, steady: false, reasons: [] })
      return
    }
    const same = await Promise.all(
      images.map(async (hash, i) => {
        const first = (await imageOf(this.db, this.library.id, hash))!
        const again = came.again[i]!.png
        return (await inChild('pictures', { before: first, now: again }, this.library.id)).pixels === 0
      }),
    )
    const steady = same.every(Boolean)
    await keepReasons(this.db, this.library.id, { before, now, steady, reasons: came.reasons })
  }

  private isGoingOn(): boolean {
    return !this.stopping.signal.aborted && !this.isStopped && Date.now() < this.ends
  }

  /**
   * Has a browser work at what waits until nothing does, or the turn is over. Where it needs too much memory
   * it works at one thing at a time, so that it is known at which; that one has failed.
   */
  private async untilDone<Key, Item extends { tag: string }>(
    { sides: [before, now] }: PicturePlan,
    waiting: Map<Key, Item>,
    { asked, keyOf, keep }: Work<Key, Item>,
  ): Promise<void> {
    let lanes = mostLanes
    while (waiting.size && this.isGoingOn()) {
      const left = waiting.size
      const place = { port: settings().PREVIEW_PORT, chromium: settings().CHROMIUM, lanes }
      const tag = await this.inBrowser({ ...place, sides: [before, now], ...asked() }, async (said) => {
        const key = keyOf(said)
        const item = key === undefined ? undefined : waiting.get(key)
        if (key === undefined || !item) return true
        waiting.delete(key)
        await keep(said as Came, item)
        return this.step()
      })
      if (tag === undefined) {
        // one that ends without a word of anybody would end so for ever
        if (waiting.size === left && this.isGoingOn()) this.isStopped = true
      } else if (lanes > 1) lanes = 1
      else
        for (const [key, item] of [...waiting].filter(([, { tag: other }]) => other === tag)) {
          waiting.delete(key)
          await keep({ failed: tooMuchMemory() }, item)
        }
    }
  }

  private inBrowser(asked: ToPicture, heard: (said: Said) => Promise<boolean>): Promise<string | undefined> {
    return inBrowserProcess<Said>({
      script: 'pictures',
      asked,
      begunIn: (said) => ('begun' in said ? said.begun : undefined),
      heard: async (said) => {
        if (!('stopped' in said)) return heard(said)
        this.run.problems.push(said.stopped)
        this.isStopped = true
        return false
      },
      stopping: this.stopping.signal,
    })
  }
}

/** What came of one thing that a browser was to do: what it said, or why nothing came. */
type Came = Exclude<Said, { begun: string } | { stopped: Problem }> | { failed: string }

/** Things that wait for a browser, by keys of their own. */
interface Work<Key, Item> {
  asked(): Pick<ToPicture, 'shots' | 'pairs'>
  keyOf(said: Said): Key | undefined
  keep(came: Came, item: Item): Promise<unknown>
}

/** Pages at which a browser works at the same time: as many as a small server has processors. */
const mostLanes = 2

const pairOf = (id: number, { tag, before, now }: KnownPair): Pair => ({ id, tag, pictures: [before, now] })

type Left = Awaited<ReturnType<typeof leftToDo>>

/** Pictures that differ by their theme alone are taken of what is loaded once. */
function shotsOf(missing: Left['missing']): Shot[] {
  const shots = new Map<string, Shot>()
  for (const { side, tag, picture } of missing) {
    const { usage, acts, modules, surround } = picture
    const key = JSON.stringify([side, tag, usage, acts, modules, { ...surround, theme: '' }])
    const shot = shots.get(key) ?? { side, tag, pictures: [] }
    shot.pictures.push(picture)
    shots.set(key, shot)
  }
  return [...shots.values()]
}

const tooMuchMemory = (): string => `the browser needed more than ${settings().EVIDENCE_MEGABYTES} MB for it`

const noVersion: Problem = {
  code: 'no-version',
  what: 'The version to compare with is not there.',
  todo: 'Choose one that was made at the release desk.',
}
