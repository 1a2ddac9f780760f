import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { Failure } from '../auth/failure'
import { limits } from '../limits'
import { log } from '../log'
import { comeAfter } from '../processes/behind'
import { GivenTime, readingsOf, whenGiven } from '../processes/given-time'
import { HeldBy, type Source } from './held'
import { FairQueue } from './queue'
import type { Answer, TaskName, Tasks } from './tasks'

interface Waiting {
  owner: string
  bytes: number
  task: TaskName
  input: object
  settle: (answer: Answer) => void
  again: boolean
  lost: number
}
const { megabytes, children: most, idleSeconds } = limits.children

interface Child {
  process: ChildProcess
  busy: Waiting | undefined
  /** Lets go of what would end it: that its task takes too long, or that it has nothing to do. */
  leaveAlone: () => void
  libraries: Set<string>
  held: HeldBy
}
const children: Child[] = []
const queue = new FairQueue<Waiting>()
let count = 0

/**
 * Does a task for a library in a child process with a limit on time and memory. A child that passes a
 * limit is killed, and only its task fails, with a sentence that says which limit. Of a library one
 * task runs at a time, and libraries take turns; one for which too much waits already is told so.
 */
export async function inChild<N extends TaskName>(
  task: N,
  input: Tasks[N]['in'],
  library: string,
): Promise<Tasks[N]['out']> {
  const bytes = bytesOf(input)
  if (queue.count(library) >= limits.library.waiting || waitingBytes + bytes > limits.children.waitingBytes) {
    throw new Failure(503, [
      {
        code: 'too-much-at-once',
        what: 'Too much is being worked through for this library just now.',
        todo: 'Wait until some of it is done, and try again.',
      },
    ])
  }
  const answer = await new Promise<Answer>((settle) => {
    waitingBytes += bytes
    queue.add({ owner: library, bytes, task, input, settle, again: false, lost: 0 })
    next()
  })
  if (!answer.ok) throw new Failure(answer.status ?? 422, answer.problems)
  return answer.output as Tasks[N]['out']
}

/** What input weighs while it waits, as far as that is much. */
function bytesOf(input: object): number {
  const files =
    'files' in input && Array.isArray(input.files)
      ? (input.files as { text?: string }[]).reduce((sum, file) => sum + (file.text?.length ?? 0), 0)
      : 0
  return files + ('bytes' in input && input.bytes instanceof Uint8Array ? input.bytes.length : 0)
}
let waitingBytes = 0
function putBack(waiting: Waiting): void {
  waitingBytes += waiting.bytes
  queue.giveBack(waiting)
}

/**
 * Begins what may begin: as long as a child is free, and a library whose turn it is has something waiting.
 */
function next(): void {
  const free = children.filter((child) => !child.busy && child.process.connected)
  if (free.length === 0 && children.length >= most) return
  const waiting = queue.take()
  if (!waiting) return
  waitingBytes -= waiting.bytes
  // one that has read the library before has less to do
  let child = free.find((known) => known.libraries.has(waiting.owner)) ?? free[0]
  if (!child) children.push((child = start()))
  give(child, waiting)
  next()
}

function give(child: Child, waiting: Waiting): void {
  const seconds = limits.tasks[waiting.task]
  child.busy = waiting
  child.libraries.add(waiting.owner)
  child.leaveAlone()
  const time = new GivenTime(readingsOf(child.process.pid!))
  const isSlow = () =>
    end(child, {
      code: 'too-slow',
      what: `This took longer than ${seconds} seconds and was stopped.`,
      todo: 'Bring in fewer or smaller files.',
    })
  child.leaveAlone = whenGiven(seconds, isSlow, () => time.now())
  child.process.send({ id: ++count, task: waiting.task, input: inputFor(child, waiting.input) }, (error) => {
    // it had died, and its end was not heard of yet: the task was never begun
    if (!error || child.busy !== waiting) return
    if (++waiting.lost > most)
      return end(child, {
        code: 'build-ended',
        what: `The process that works through the source could not be reached: ${error.message}.`,
        todo: 'Try again in a moment.',
      })
    child.busy = undefined
    putBack(waiting)
    end(child)
  })
}

/** A task's input without the source that the child holds already. */
const inputFor = (child: Child, input: object): object =>
  'source' in input ? { ...input, source: child.held.send(input.source as Source) } : input

function start(): Child {
  const file = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'child.mjs')
  const process_ = fork(file, {
    execArgv: [`--max-old-space-size=${megabytes}`],
    serialization: 'advanced',
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { PATH: process.env.PATH ?? '' },
  })
  comeAfter(process_.pid)
  const child: Child = {
    process: process_,
    busy: undefined,
    leaveAlone: () => undefined,
    libraries: new Set(),
    held: new HeldBy(),
  }
  process_.on('message', (answer: Answer) => {
    const { busy } = child
    child.busy = undefined
    child.leaveAlone()
    const idle = setTimeout(() => end(child), idleSeconds * 1000).unref()
    child.leaveAlone = () => clearTimeout(idle)
    if (busy) {
      queue.done(busy.owner)
      busy.settle(answer)
    }
    next()
  })
  process_.on('exit', () => {
    const { busy } = child
    // it may have died before the task reached it: a task gets a second child, not a third
    if (busy && !busy.again) {
      child.busy = undefined
      putBack({ ...busy, again: true })
    }
    end(child, {
      code: 'build-ended',
      what: 'Working through the source needed more memory than it may have.',
      todo: 'Bring in fewer or smaller files.',
    })
  })
  // whatever cannot be sent or started ends in 'exit' or in the answer to sending
  process_.on('error', (error) => log.error({ err: error }, 'child process'))
  process_.unref()
  return child
}

function end(child: Child, problem?: { code: string; what: string; todo: string }): void {
  const at = children.indexOf(child)
  if (at >= 0) children.splice(at, 1)
  child.leaveAlone()
  child.process.kill('SIGKILL')
  const { busy } = child
  child.busy = undefined
  if (busy) {
    queue.done(busy.owner)
    if (problem) busy.settle({ id: 0, ok: false, problems: [problem] })
  }
  next()
}

const stopping = { code: 'stopping', what: 'The server stops just now.', todo: 'Try again in a minute.' }

/** Ends all children and whatever waits for them, when the web process ends. */
export function stopChildren(): void {
  waitingBytes = 0
  for (const waiting of queue.clear()) waiting.settle({ id: 0, ok: false, problems: [stopping] })
  for (const child of [...children]) {
    child.busy?.settle({ id: 0, ok: false, problems: [stopping] })
    child.busy = undefined
    child.process.kill('SIGKILL')
  }
}
