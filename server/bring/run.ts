import { spawn } from 'node:child_process'

export interface Ran {
  code: number | null
  said: string
  slow: boolean
  stopped: boolean
  missing: boolean
}

/**
 * Runs a command of the system in a process group of its own, with a limit on time and an environment
 * that holds nothing of ours. `going` is asked each second whether to go on.
 */
export function run(
  command: string,
  args: string[],
  {
    cwd,
    env = {},
    seconds,
    going,
  }: { cwd: string; env?: Record<string, string>; seconds: number; going: () => Promise<boolean> },
): Promise<Ran> {
  return new Promise((resolve) => {
    const ran: Ran = { code: null, said: '', slow: false, stopped: false, missing: false }
    const child = spawn(command, args, {
      cwd,
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
      env: { PATH: process.env.PATH ?? '', HOME: process.env.HOME ?? cwd, LANG: 'C.UTF-8', ...env },
    })
    const kill = () => {
      try {
        process.kill(-child.pid!, 'SIGKILL')
      } catch {
        /* it has ended */
      }
    }
    const timer = setTimeout(() => {
      ran.slow = true
      kill()
    }, seconds * 1000)
    const asking = setInterval(
      () =>
        void going()
          .then((goesOn) => {
            if (!goesOn) {
              ran.stopped = true
              kill()
            }
          })
          .catch(() => undefined),
      1000,
    )
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (data: Buffer) => {
        ran.said = (ran.said + data.toString()).slice(-6000)
      })
    const end = () => {
      clearTimeout(timer)
      clearInterval(asking)
      resolve(ran)
    }
    child.on('error', () => {
      ran.missing = true
      end()
    })
    child.on('close', (code) => {
      ran.code = code
      end()
    })
  })
}
