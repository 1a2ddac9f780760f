import { codeFor, stylesOf } from '../code/frameworks'
import type { Usage } from '../code/usage'
import { memberKey, type Contract, type Member } from '../contract/contract'
import { lastFallback, type CustomProperty } from '../contract/custom-property'
import { firstValue } from '../contract/first-value'
import type { Method } from '../contract/method'
import type { Prop } from '../contract/prop'
import { choicesOf } from '../contract/type'
import type { CodeStyle } from '../languages/language'
import { bareName } from './manifest'
import type { ComponentPair, MovedCode, ReleaseChange, ToCompare } from './rules/rule'
import { stayed } from './rules/told'

/** How a component is used on both sides, where what breaks shows in that; nothing is set where it is left out. */
interface Moved {
  before: Usage
  now: Usage
}

const nothing: Usage = { props: {}, slots: {} }
const withProp = (prop: Prop, value: unknown): Usage => ({ props: { [prop.name]: value }, slots: {} })

/** What consumers change where a difference breaks what they wrote, in each style of code; most differences show in none. */
export function movedCode(change: ReleaseChange, given: ToCompare, packageName: string): MovedCode[] {
  if (change.weight !== 'breaking' || change.tag === undefined) return []
  const pair = stayed(given).find(({ now }) => now.tag === change.tag)
  const moved = pair && movedUsage(change, pair)
  return moved ? stylesOf(pair.now).flatMap((style) => inStyle(style, pair, moved, given, packageName)) : []
}

type Stayed = ComponentPair & { before: Contract; now: Contract }

function inStyle(
  style: CodeStyle,
  { before, now }: Stayed,
  moved: Moved,
  given: ToCompare,
  packageName: string,
): MovedCode[] {
  const write = (side: 'before' | 'now', contract: Contract, usage: Usage): string[] =>
    codeFor(style, {
      contract,
      usage,
      contractOf: (tag) => given[side].contracts.find((other) => other.tag === tag),
      importFrom: (tag) => `${packageName}/${bareName(tag, given[side].tagPrefix)}`,
    }).split('\n')
  const [then, since] = [write('before', before, moved.before), write('now', now, moved.now)]
  const gone = then.filter((line) => !since.includes(line))
  const came = since.filter((line) => !then.includes(line))
  if (gone.length + came.length === 0) return []
  const indent = Math.min(...[...gone, ...came].filter((line) => line.trim()).map(indentOf))
  const textOf = (lines: readonly string[]): string => lines.map((line) => line.slice(indent)).join('\n')
  return [{ style, before: textOf(gone), now: textOf(came) }]
}

const indentOf = (line: string): number => line.length - line.trimStart().length

function movedUsage({ rule, member: key }: ReleaseChange, pair: Stayed): Moved | undefined {
  if (rule === 'component-renamed') return { before: nothing, now: nothing }
  if (key === undefined) return undefined
  const members = pair.members.find(
    ({ before, now }) => keyOf(now) === key || (now === undefined && keyOf(before) === key),
  )
  if (!members) return undefined
  const { before, now } = members
  if (before?.kind === 'slot') return movedSlot(before.name, now)
  if (before?.kind === 'method') return movedMethod(before, now?.kind === 'method' ? now : undefined)
  if (before?.kind === 'custom-property') return movedProperty(before, now)
  if (before?.kind === 'prop') return movedProp(rule, before, now?.kind === 'prop' ? now : undefined)
  return rule === 'member-new' && now?.kind === 'prop' ? { before: nothing, now: withFirst(now) } : undefined
}

const keyOf = (member: Member | undefined): string | undefined => member && memberKey(member)
const withFirst = (prop: Prop): Usage => withProp(prop, firstValue(prop.type, prop.name))

function movedSlot(name: string, now: Member | undefined): Moved | undefined {
  if (now && now.name === name) return undefined
  const filled = (slot: string): Usage => ({ props: {}, slots: { [slot]: { is: 'text', text: '…' } } })
  return { before: filled(name), now: now ? filled(now.name) : nothing }
}

const called = ({ name, takes }: Method): Usage => ({
  ...nothing,
  calls: [
    {
      method: name,
      given: takes.filter(({ optional }) => !optional).map((taken) => firstValue(taken.type, taken.name)),
    },
  ],
})

/** Who called a method calls it by its other name, with what it takes now, or not any more. */
const movedMethod = (before: Method, now: Method | undefined): Moved => ({
  before: called(before),
  now: now ? called(now) : nothing,
})

function movedProperty(before: CustomProperty, now: Member | undefined): Moved | undefined {
  if (now?.name === before.name) return undefined
  const value = lastFallback(before.hostValue ?? before.fallbacks[0] ?? '…')
  const worn = (name: string): Usage => ({ ...nothing, styles: { [name]: value } })
  return { before: worn(before.name), now: now ? worn(now.name) : nothing }
}

function movedProp(rule: string, before: Prop, now: Prop | undefined): Moved | undefined {
  if (!now) return { before: withFirst(before), now: nothing }
  if (rule === 'prop-default') return keptDefault(before, now)
  if (rule === 'prop-required') return { before: nothing, now: withFirst(now) }
  if (rule === 'prop-type') return otherValue(before, now)
  if (rule !== 'member-renamed' && rule !== 'prop-attribute') return undefined
  const value = firstValue(before.type, before.name)
  return { before: withProp(before, value), now: withProp(now, value) }
}

/** Who relied on what it was where nothing was set says that from now on. */
const keptDefault = (before: Prop, now: Prop): Moved | undefined =>
  before.defaultValue === undefined ? undefined : { before: nothing, now: withProp(now, before.defaultValue) }

/** A value that is taken no more, and one that is. */
function otherValue(before: Prop, now: Prop): Moved | undefined {
  const [then, since] = [choicesOf(before.type), choicesOf(now.type)]
  const gone = then?.find((value) => since && !since.includes(value)) ?? firstValue(before.type, before.name)
  const left = since?.[0] ?? firstValue(now.type, now.name)
  return gone === left ? undefined : { before: withProp(before, gone), now: withProp(now, left) }
}
