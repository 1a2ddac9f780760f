import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { settings } from '../config'
import { log } from '../log'
import { browserSeconds } from '../metrics'
import { comeAfter } from '../processes/behind'
import { limitGroup, memoryOfTree } from '../processes/memory'
import { endNow, treeOf } from '../processes/system'

/** Milliseconds between two looks at how much memory it has. */
const watchEvery = 200

interface BrowserWork<Said> {
  /** The script of the process, as it is built. */
  script: 'evidence' | 'pictures' | 'consumer'
  asked: object
  /** What it works at from now on, where it says that; nothing where what it says is something else. */
  begunIn(said: Said): string | undefined
  /** Everything else it says, one after another; whether it is to go on. */
  heard(said: Said): Promise<boolean>
  stopping: AbortSignal
}

/**
 * Runs a process with a browser until it has done what it was asked. It may have so much memory: over that it
 * is ended, and what it worked at is answered.
 */
export async function inBrowserProcess<Said>(work: BrowserWork<Said>): Promise<string | undefined> {
  const child = fork(join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', `${work.script}.mjs`), {
    execArgv: ['--max-old-space-size=512'],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: { PATH: process.env.PATH ?? '', HOME: process.env.HOME ?? '' },
  })
  comeAfter(child.pid)
  const most = settings().EVIDENCE_MEGABYTES * 1_000_000
  const release = child.pid === undefined ? undefined : limitGroup(child.pid, most)
  const leaveAlone = endWhenStopped(child, work.stopping)
  let worksAt: string | undefined
  let isOver = false
  const watch = setInterval(() => {
    if (child.pid === undefined || isOver || memoryOfTree(child.pid) < most * 0.95) return
    isOver = true
    endAll(child)
  }, watchEvery)
  let last = Promise.resolve()
  let heardAt = performance.now()
  child.on('message', (said: Said) => {
    const begun = work.begunIn(said)
    if (begun !== undefined) {
      worksAt = begun
      return
    }
    browserSeconds.observe({ of: work.script }, (performance.now() - heardAt) / 1000)
    heardAt = performance.now()
    last = last
      .then(async () => {
        if (!(await work.heard(said))) endAll(child)
      })
      .catch((error: unknown) => {
        log.error({ err: error }, work.script)
        endAll(child)
      })
  })
  // where it cannot be started or reached there is nothing to hear, and its end says so
  child.on('error', (error) => log.error({ err: error }, work.script))
  child.send(work.asked, (error) => {
    if (error) endAll(child)
  })
  await new Promise<void>((resolve) => child.once('exit', () => resolve()).once('error', () => resolve()))
  await last
  clearInterval(watch)
  leaveAlone()
  release?.()
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- set by the watch
  return isOver ? worksAt : undefined
}

/** Ends it as soon as somebody stops the run; what is returned leaves it alone again. */
function endWhenStopped(child: ChildProcess, stopping: AbortSignal): () => void {
  const stop = () => endAll(child)
  stopping.addEventListener('abort', stop)
  if (stopping.aborted) stop()
  return () => stopping.removeEventListener('abort', stop)
}

/** Ends the process and the browser with all its own. */
const endAll = ({ pid }: ChildProcess): void => endNow(pid === undefined ? [] : treeOf(pid))
