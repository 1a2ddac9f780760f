import type { Filling, Usage } from '../code/usage'
import { membersOf, type Contract } from '../contract/contract'
import type { Prop } from '../contract/prop'
import type { Slot } from '../contract/slot'
import { choicesOf, withoutUndefined } from '../contract/type'
import { fillingSample, samplesFor, samplesOf } from './samples'
import { wholesOf } from './wholes'

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
 * How a component may stand while one of its members is tried: as on the shelf, with entries in its lists and
 * with none, with each switch on, with each choice, with its slots full and empty, with nothing set.
 */
export function conditionsOf(contract: Contract, face: Usage, others: readonly Contract[] = []): Condition[] {
  const props = settable(contract)
  return [
    { says: 'as on the shelf', usage: face },
    { says: 'with nothing set', usage: { props: {}, slots: {} } },
    ...withEntries(props, face),
    ...withEmptyLists(props, face),
    ...withCompanions(contract, face, others),
    ...inWholes(contract, face, others),
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

/** What is shown in place of entries is there only while there are none. */
function withEmptyLists(props: readonly Prop[], face: Usage): Condition[] {
  const lists = props.filter((prop) => withoutUndefined(prop.type).type.is === 'list')
  if (!lists.length) return []
  const empty = Object.fromEntries(lists.map(({ name }) => [name, []]))
  return [{ says: 'with nothing in its lists', usage: { ...face, props: { ...face.props, ...empty } } }]
}

/** Companions that a component is tried with. */
export const mostCompanions = 3

/** With what it looks for in it: much of what it is given is for these alone. */
function withCompanions(contract: Contract, face: Usage, others: readonly Contract[]): Condition[] {
  const [slot] = membersOf(contract, 'slot')
  if (!slot) return []
  const switches = switchesIn(settable(contract))
  return (contract.companions ?? []).slice(0, mostCompanions).flatMap((tag) => {
    const filling: Filling = {
      is: 'component',
      tag,
      usage: companionUsage(others.find((other) => other.tag === tag)),
      // many a component does with the second what it did not with the first
      times: 2,
    }
    const usage = { ...face, slots: { ...face.slots, [slot.name]: filling } }
    const switchedOn = { says: `with ${tag} in it and every switch on`, usage: withAllOn(usage, switches) }
    return [{ says: `with ${tag} in it`, usage }, ...(switches.length ? [switchedOn] : [])]
  })
}

/** In what looks for it: much of what a part is given is for its whole alone. */
function inWholes(contract: Contract, face: Usage, others: readonly Contract[]): Condition[] {
  if (face.within?.length) return []
  return wholesOf(contract, others).map((whole) => {
    const slots = membersOf(whole, 'slot')
    const { name } = slots.find(({ name }) => name === '') ?? slots[0]!
    const around = { tag: whole.tag, usage: { props: namesFor(whole), slots: {} }, slot: name }
    return { says: `in ${whole.tag}`, usage: { ...face, within: [around] } }
  })
}

/** A companion that is told apart by what a component around it may name, and has something in it. */
function companionUsage(contract: Contract | undefined): Usage {
  const slots = contract && membersOf(contract, 'slot').some(({ name }) => name === '')
  return { props: contract ? namesFor(contract) : {}, slots: slots ? { '': fillingSample } : {} }
}

/**
 * Values for the props by which a part and its whole may know one another: texts, the same in both, and what
 * has to be given.
 */
function namesFor(contract: Contract): Record<string, unknown> {
  const values = settable(contract).flatMap((prop): [string, unknown][] => {
    const isNamed = withoutUndefined(prop.type).type.is === 'string' || prop.required
    const [sample] = isNamed ? samplesFor(prop) : []
    return sample === undefined ? [] : [[prop.name, sample]]
  })
  return Object.fromEntries(values)
}

const switchesIn = (props: readonly Prop[]): Prop[] => props.filter((prop) => prop.type.is === 'boolean')
const withAllOn = (usage: Usage, switches: readonly Prop[]): Usage => ({
  ...usage,
  props: { ...usage.props, ...Object.fromEntries(switches.map(({ name }) => [name, true])) },
})

function withSwitches(props: readonly Prop[], face: Usage): Condition[] {
  const switches = switchesIn(props)
  if (!switches.length) return []
  return [
    { says: 'with every switch on', usage: withAllOn(face, switches) },
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
    ...(slots.length > 1 ? slots.map((slot) => withOneSlot(face, slot)) : []),
  ]
}

/** With one slot filled alone: what fills another may stand in the place of all the rest. */
const withOneSlot = (face: Usage, { name }: Slot): Condition => ({
  says: `with ${name === '' ? 'its default slot' : name} filled alone`,
  usage: { ...face, slots: { [name]: face.slots[name] ?? fillingSample } },
})

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
