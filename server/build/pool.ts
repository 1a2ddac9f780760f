import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { Failure } from '../auth/failure'
import { log } from '../log'
import type { Answer, TaskName, Tasks } from './tasks'

interface Waiting { task: TaskName; input: unknown; library: string | undefined; settle: (answer: Answer) => void; again: boolean; lost: number }
const limits = { seconds: 60, megabytes: 768, children: 2, idleSeconds: 60 }

interface Child { process: ChildProcess; busy: Waiting | undefined; timer: NodeJS.Timeout | undefined; libraries: Set<string> }
const children: Child[] = []
const queue: Waiting[] = []
let count = 0

/**
 * Does a task in a child process with a limit on time and memory. A child that passes a limit is
 * killed, and only its task fails, with a sentence that says which limit.
 */
export async function inChild<N extends TaskName>(task: N, input: Tasks[N]['in']): Promise<Tasks[N]['out']> {
  const answer = await new Promise<Answer>((settle) => {
    queue.push({ task, input, library: 'library' in input ? input.library : undefined, settle, again: false, lost: 0 })
    next()
  })
  if (!answer.ok) throw new Failure(422, answer.problems)
  return answer.output as Tasks[N]['out']
}

function next(): void {
  if (queue.length === 0) return
  const { library } = queue[0]!
  const free = children.filter((one) => !one.busy && one.process.connected)
  // one that has read the library before has less to do
  let child = (library === undefined ? undefined : free.find((one) => one.libraries.has(library))) ?? free[0]
  if (!child && children.length < limits.children) children.push((child = start()))
  if (!child) return
  const waiting = queue.shift()!
  const own = child
  child.busy = waiting
  if (library !== undefined) child.libraries.add(library)
  clearTimeout(child.timer)
  child.timer = setTimeout(() => {
    end(own, { code: 'too-slow', what: `This took longer than ${limits.seconds} seconds and was stopped.`, todo: 'Bring in fewer or smaller files.' })
  }, limits.seconds * 1000)
  child.process.send({ id: ++count, task: waiting.task, input: waiting.input }, (error) => {
    // it had died, and its end was not heard of yet: the task was never begun
    if (!error || own.busy !== waiting) return
    if (++waiting.lost > limits.children) return end(own, { code: 'build-ended', what: `The process that works through the source could not be reached: ${error.message}.`, todo: 'Try again in a moment.' })
    own.busy = undefined
    queue.unshift(waiting)
    end(own)
  })
}

function start(): Child {
  const file = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'child.mjs')
  const process_ = fork(file, { execArgv: [`--max-old-space-size=${limits.megabytes}`], serialization: 'advanced', stdio: ['ignore', 'inherit', 'inherit', 'ipc'], env: { PATH: process.env.PATH ?? '' } })
  const child: Child = { process: process_, busy: undefined, timer: undefined, libraries: new Set() }
  process_.on('message', (answer: Answer) => {
    const { busy } = child
    child.busy = undefined
    clearTimeout(child.timer)
    child.timer = setTimeout(() => end(child), limits.idleSeconds * 1000)
    child.timer.unref()
    busy?.settle(answer)
    next()
  })
  process_.on('exit', () => {
    const { busy } = child
    // it may have died before the task reached it: a task gets a second child, not a third
    if (busy && !busy.again) {
      child.busy = undefined
      queue.unshift({ ...busy, again: true })
    }
    end(child, { code: 'build-ended', what: 'Working through the source needed more memory than it may have.', todo: 'Bring in fewer or smaller files.' })
  })
  // whatever cannot be sent or started ends in 'exit' or in the answer to sending
  process_.on('error', (error) => log.error({ err: error }, 'child process'))
  process_.unref()
  return child
}

function end(child: Child, problem?: { code: string; what: string; todo: string }): void {
  const at = children.indexOf(child)
  if (at >= 0) children.splice(at, 1)
  clearTimeout(child.timer)
  child.process.kill('SIGKILL')
  if (problem) child.busy?.settle({ id: 0, ok: false, problems: [problem] })
  child.busy = undefined
  next()
}

/** Ends all children, when the web process ends. */
export const stopChildren = (): void => {
  for (const child of [...children]) child.process.kill('SIGKILL')
}
