import { spawn, type ChildProcess } from 'node:child_process'
import { memoryOfTree } from '../processes/memory'
import { endNow, treeOf } from '../processes/system'

/** How a command ended: its code and the last it said, or why it was ended or never began. */
export interface Ran {
  code: number | null
  said: string
  slow: boolean
  stopped: boolean
  missing: boolean
  /** It took more memory than it may have. */
  over: boolean
}

interface RunIn {
  cwd: string
  env?: Record<string, string>
  seconds: number
  /** Asked each second whether to go on. */
  going: () => Promise<boolean>
  /** Megabytes that it may have, with all that it starts. */
  megabytes?: number
}

/** Milliseconds between two looks at the memory a command has, and two questions whether to go on. */
const [lookEvery, askEvery] = [200, 1000]
/** Characters of what a command said that are kept, its last. */
const mostSaid = 6000

/**
 * Runs a command of the system in a process group of its own, with a limit on time and an environment
 * that holds nothing of ours.
 */
export function run(command: string, args: string[], into: RunIn): Promise<Ran> {
  const { cwd, env = {}, seconds, going, megabytes } = into
  const ran: Ran = { code: null, said: '', slow: false, stopped: false, missing: false, over: false }
  const child = spawn(command, args, {
    cwd,
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
    env: { PATH: process.env.PATH ?? '', HOME: process.env.HOME ?? cwd, LANG: 'C.UTF-8', ...env },
  })
  const end = (why: 'slow' | 'stopped' | 'over') => {
    ran[why] = true
    endAll(child)
  }
  const timers = [
    setTimeout(() => end('slow'), seconds * 1000),
    setInterval(
      () =>
        void going().then(
          (goesOn) => (goesOn ? undefined : end('stopped')),
          () => undefined,
        ),
      askEvery,
    ),
    ...(megabytes === undefined
      ? []
      : [setInterval(() => isOver(child, megabytes) && end('over'), lookEvery)]),
  ]
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (data: Buffer) => {
      ran.said = (ran.said + data.toString()).slice(-mostSaid)
    })
  return new Promise((resolve) => {
    const settle = () => {
      timers.forEach(clearTimeout)
      resolve(ran)
    }
    child.on('error', () => {
      ran.missing = true
      settle()
    })
    child.on('close', (code) => {
      ran.code = code
      settle()
    })
  })
}

const isOver = ({ pid }: ChildProcess, megabytes: number): boolean =>
  pid !== undefined && memoryOfTree(pid) > megabytes * 1_000_000

/** Ends a command with its group, and with whatever it started that left the group. */
const endAll = ({ pid }: ChildProcess): void => endNow(pid === undefined ? [] : [-pid, ...treeOf(pid)])
