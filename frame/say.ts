import type { Answered } from './mount'
import type { FromFrame } from './protocol'

// What the frame says to the interface, kept with the functions it needs where component code cannot reach.

const now = performance.now.bind(performance)
const origin = performance.timeOrigin
/** The time, in milliseconds since 1970, as the interface counts it. */
export const moment = (): number => origin + now()
/** The way to the interface, once there is one. */
export const say = { post: (_message: FromFrame): void => undefined }
/** The number of what was asked to be shown last: answers carry it. */
export const showing = {
  seq: 0,
  /** Members are tried out of sight: what is done for that is nobody’s keyboard. */
  isTrying: false,
}

export function tellEvent(event: Event): void {
  const path = event.composedPath()[0]
  const target =
    path instanceof Element
      ? `${path.localName}${path.getAttribute('part') ? `[part=${path.getAttribute('part')}]` : ''}`
      : ''
  const detail = event instanceof CustomEvent ? written(event.detail) : ''
  say.post({
    say: 'event',
    name: event.type.slice(0, 200),
    detail,
    target: target.slice(0, 300),
    at: moment(),
  })
}

export function tellFired(name: string, values: unknown[]): void {
  // handlers get the browser's own events too: of these only the name is news
  const carried = values.map((value) => (isEvent(value) ? `[${value.type}]` : value))
  say.post({
    say: 'event',
    name: name.slice(0, 200),
    detail: carried.length ? written(carried.length === 1 ? carried[0] : carried) : '',
    target: '',
    at: moment(),
  })
}
export const tellAnswer: Answered = (i, answer) =>
  say.post({
    say: 'answered',
    seq: showing.seq,
    i,
    failed: 'error' in answer,
    text: 'error' in answer ? String(answer.error).slice(0, 2000) : written(answer.value) || 'undefined',
  })
const isEvent = (value: unknown): value is Event =>
  value instanceof Event ||
  (typeof value === 'object' && value !== null && 'nativeEvent' in value && 'type' in value)

/** A value as text a person can read, with what JSON cannot hold named; nothing where there is nothing. */
function written(value: unknown): string {
  const seen = new Set<unknown>()
  const named = (_key: string, entry: unknown): unknown => {
    if (typeof entry === 'function') return '[function]'
    if (entry instanceof Node) return `[${entry.nodeName.toLowerCase()}]`
    if (typeof entry === 'bigint') return `${entry}n`
    if (typeof entry !== 'object' || entry === null) return entry
    if (seen.has(entry)) return '[again]'
    seen.add(entry)
    return entry
  }
  try {
    // there is no JSON of what is not there
    const text = JSON.stringify(value, named) as string | undefined
    return (text ?? '').slice(0, 5000)
  } catch {
    return '[cannot be written]'
  }
}

/** A text that names built modules as what they are called, and not by where they were loaded from. */
const withoutAddresses = (text: string): string => text.replace(/https?:\/\/[^\s/]+\/m\/[0-9a-f]{64}\//g, '')

export function tellFailure(phase: Extract<FromFrame, { say: 'failed' }>['phase'], error: unknown): void {
  const text = error instanceof Error ? `${error.name}: ${error.message}` : String(error)
  const at = /\/m\/([0-9a-f]{64}\/[\w.-]+):(\d+):(\d+)/.exec((error instanceof Error && error.stack) || '')
  say.post({
    say: 'failed',
    seq: showing.seq,
    phase,
    text: withoutAddresses(text).slice(0, 2000),
    ...(at ? { at: { module: at[1]!, line: Number(at[2]), column: Number(at[3]) } } : {}),
  })
}
