import type { Usage } from '../code/usage'
import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import { choicesOf, withoutUndefined } from '../contract/type'
import { fillingSample, samplesOf } from './samples'

/** A way of showing a component that a member is tried in; the first is how it stands on the shelf. */
export interface Condition {
  says: string
  usage: Usage
}

/** Conditions a member is tried in at most. */
const most = 14

/** Props that somebody can set. */
export const settable = (contract: Contract): Prop[] =>
  membersOf(contract, 'prop').filter((prop) => !prop.readonly && prop.known !== 'comment')

/**
 * How a component may stand while one of its members is tried: as on the shelf, with each switch on, with
 * each choice, with its slots full and empty, with nothing set.
 */
export function conditionsOf(contract: Contract, face: Usage): Condition[] {
  const props = settable(contract)
  return [
    { says: 'as on the shelf', usage: face },
    { says: 'with nothing set', usage: { props: {}, slots: {} } },
    ...withEntries(props, face),
    ...withSwitches(props, face),
    ...withSlots(contract, face),
    ...withChoices(props, face),
    ...withOthers(props, face),
  ].slice(0, most)
}

const set = (face: Usage, name: string, value: unknown): Usage => ({
  ...face,
  props: { ...face.props, [name]: value },
})

/** Where there is nothing to repeat, much of a component is not there. */
function withEntries(props: readonly Prop[], face: Usage): Condition[] {
  return props.flatMap((prop) => {
    const { type } = withoutUndefined(prop.type)
    const value = face.props[prop.name]
    const isEmpty = value === undefined || (Array.isArray(value) && value.length === 0)
    const lists = type.is === 'list' && isEmpty ? (samplesOf(type) as unknown[][]) : []
    const [entries] = lists.toSorted((a, b) => b.length - a.length)
    return entries === undefined || entries.length === 0
      ? []
      : [{ says: `with entries in ${prop.name}`, usage: set(face, prop.name, entries) }]
  })
}

function withSwitches(props: readonly Prop[], face: Usage): Condition[] {
  const switches = props.filter((prop) => prop.type.is === 'boolean')
  if (!switches.length) return []
  const allOn = Object.fromEntries(switches.map(({ name }) => [name, true]))
  return [
    { says: 'with every switch on', usage: { ...face, props: { ...face.props, ...allOn } } },
    ...switches.map(({ name }) => ({
      says: `with ${name}`,
      usage: set(face, name, face.props[name] !== true),
    })),
  ]
}

function withSlots(contract: Contract, face: Usage): Condition[] {
  const slots = membersOf(contract, 'slot').filter((slot) => slot.known !== 'comment')
  if (!slots.length) return []
  const filled = Object.fromEntries(slots.map(({ name }) => [name, face.slots[name] ?? fillingSample]))
  return [
    { says: 'with its slots empty', usage: { ...face, slots: {} } },
    { says: 'with its slots filled', usage: { ...face, slots: filled } },
  ]
}

const withChoices = (props: readonly Prop[], face: Usage): Condition[] =>
  props.flatMap(({ name, type }) =>
    (choicesOf(type) ?? [])
      .filter((value) => face.props[name] !== value)
      .map((value) => ({ says: `with ${name} ${String(value)}`, usage: set(face, name, value) })),
  )

function withOthers(props: readonly Prop[], face: Usage): Condition[] {
  return props.flatMap(({ name, type }) => {
    const isTried = type.is === 'boolean' || withoutUndefined(type).type.is === 'list' || choicesOf(type)
    if (isTried || face.props[name] !== undefined) return []
    const samples = samplesOf(type)
    return samples.length ? [{ says: `with ${name} set`, usage: set(face, name, samples[0]) }] : []
  })
}
