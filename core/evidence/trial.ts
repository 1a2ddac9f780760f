import type { Usage } from '../code/usage'
import { memberKey, membersOf, type Contract, type Member } from '../contract/contract'
import type { Method } from '../contract/method'
import type { Prop } from '../contract/prop'
import { choicesOf, isFunction, withoutUndefined, type TypeModel } from '../contract/type'
import { holdableStates } from '../style/held'
import type { Evidence } from './evidence'
import type { Case, Observation } from './observation'

/** A way of showing a component that a member is tried in; the first is how it stands on the shelf. */
interface Condition { says: string; usage: Usage }

const filling = { is: 'markup', markup: '<b>Filled</b>' } as const
const longest = 14

/** How a component may stand while one of its members is tried: as on the shelf, with each switch on, with each choice, with its slots full and empty, with nothing set. */
function conditionsOf(contract: Contract, face: Usage): Condition[] {
  const found: Condition[] = [{ says: 'as on the shelf', usage: face }, { says: 'with nothing set', usage: { props: {}, slots: {} } }]
  const set = (name: string, value: unknown) => ({ ...face, props: { ...face.props, [name]: value } })
  const props = propsOf(contract)
  // where there is nothing to repeat, much of a component is not there
  for (const one of props) {
    const value = face.props[one.name]
    const entries = withoutUndefined(one.type).type.is === 'list' && (value === undefined || (Array.isArray(value) && value.length === 0)) ? samplesOf(withoutUndefined(one.type).type).at(-1) : undefined
    if (entries !== undefined) found.push({ says: `with entries in ${one.name}`, usage: set(one.name, entries) })
  }
  const switches = props.filter((one) => one.type.is === 'boolean')
  if (switches.length) found.push({ says: 'with every switch on', usage: { ...face, props: { ...face.props, ...Object.fromEntries(switches.map((one) => [one.name, true])) } } })
  for (const one of switches) found.push({ says: `with ${one.name}`, usage: set(one.name, face.props[one.name] !== true) })
  const slots = membersOf(contract, 'slot').filter((one) => one.known !== 'comment')
  if (slots.length) {
    found.push({ says: 'with its slots empty', usage: { ...face, slots: {} } }, { says: 'with its slots filled', usage: { ...face, slots: Object.fromEntries(slots.map((one) => [one.name, face.slots[one.name] ?? filling])) } })
  }
  for (const one of props) for (const value of choicesOf(one.type) ?? []) if (face.props[one.name] !== value) found.push({ says: `with ${one.name} ${String(value)}`, usage: set(one.name, value) })
  for (const one of props) if (one.type.is !== 'boolean' && withoutUndefined(one.type).type.is !== 'list' && !choicesOf(one.type)) for (const value of samplesOf(one.type).slice(0, 1)) if (face.props[one.name] === undefined) found.push({ says: `with ${one.name} set`, usage: set(one.name, value) })
  return found.slice(0, longest)
}

const propsOf = (contract: Contract): Prop[] => membersOf(contract, 'prop').filter((one) => !one.readonly && one.known !== 'comment')

/** Some values of a type that should look different from one another; none where none can be made up. */
export function samplesOf(type: TypeModel, depth = 0): unknown[] {
  const choices = choicesOf(type)
  if (choices) return choices
  switch (type.is) {
    case 'boolean': return [true, false]
    case 'number': return [0, 1, 4, 0.5, 120]
    case 'string': return ['Skerray', '3', '2026-11-25T18:05:00Z', '#ff0080']
    case 'date': return ['2026-11-25T18:05:00.000Z', '2031-01-02T03:04:05.000Z']
    case 'null': return [null]
    case 'union': return type.of.filter((one) => one.is !== 'undefined').flatMap((one) => samplesOf(one, depth))
    case 'list': {
      const [first, second = first] = depth < 3 ? samplesOf(type.of, depth + 1) : []
      return first === undefined ? [[]] : [[first], [first, second, first]]
    }
    case 'object': {
      const fields = depth < 3 ? type.fields.map((field) => ({ field, values: samplesOf(field.type, depth + 1) })) : []
      if (fields.some((one) => one.values.length === 0 && !one.field.optional)) return []
      return [0, 1].map((at) => Object.fromEntries(fields.filter((one) => one.values.length).map((one) => [one.field.name, one.values[at % one.values.length]])))
    }
    default: return []
  }
}

/** Values to call a method with: one of each kind of what it takes; `undefined` where one that it needs cannot be made up. */
function valuesFor({ takes }: Method): unknown[] | undefined {
  const values: unknown[] = []
  for (const one of takes) {
    const [value] = samplesOf(one.type)
    if (value === undefined) return one.optional ? values : undefined
    values.push(value)
  }
  return values
}

/** Calls each method in every condition, at rest and after use, beside the same without the call. A method may want another moment than these: that it did nothing is not held against it. */
function* tryMethods(contract: Contract, conditions: readonly Condition[], acts: Case['acts'], seen: Map<string, Observation>, all: Teller): Generator<Case[], Evidence[], Observation[]> {
  const methods = membersOf(contract, 'method').filter((one) => one.known !== 'comment')
  const evidence: Evidence[] = []
  const not = (one: Method, says: string) => evidence.push({ member: memberKey(one), mark: 'not tried', says })
  if (contract.language !== 'custom-element') {
    for (const one of methods) not(one, 'Methods are called on custom elements only.')
    return evidence
  }
  let open = methods.filter((one) => {
    if (!valuesFor(one)) not(one, 'It takes something that cannot be made up here.')
    return valuesFor(one)
  })
  const failed = new Map<Method, string>()
  for (const before of [[], acts]) {
    for (let c = 0; c < conditions.length && open.length; c++) {
      const { usage, says } = conditions[c]!
      const id = (one: Method) => key('call', one.name, c, before.length)
      for (const one of yield [...open.map((one) => plain(id(one), usage, { acts: [...before, { call: one.name, values: valuesFor(one)! }] })), plain(key('uncalled', c, before.length), usage, { acts: before })]) seen.set(one.id, one)
      const base = seen.get(key('uncalled', c, before.length))
      open = open.filter((one) => {
        const called = seen.get(id(one))
        if (called?.failed) failed.set(one, called.failed)
        if (!base || !called || called.failed || all(called, '') === all(base, '')) return true
        const answered = Object.keys(called.values).some((name) => name.startsWith(' answered'))
        const what = looks(called) !== looks(base) ? 'Called, it changed what is shown' : called.fired.length > base.fired.length ? 'Called, it fired an event' : answered ? 'Called, it answered' : 'Called, it changed what can be told of it'
        evidence.push({ member: memberKey(one), mark: 'seen', says: `${what}${before.length ? ', after use' : ''}${c === 0 ? '' : `, ${says}`}.` })
        return false
      })
    }
  }
  for (const one of open) not(one, failed.has(one) ? `Called, it failed: ${failed.get(one)!}` : 'Called at rest and after use, it changed nothing that can be told; it may want another moment.')
  return evidence
}

/** Values for a custom property, of which one should tell whatever it is read for. */
const styleSamples = ['rgb(255, 0, 128)', '37px', '3', '0.31', '700', 'none', '1.7s']

const key = (...pieces: (string | number)[]) => pieces.join('|')
const plain = (id: string, usage: Usage, more: Partial<Case> = {}): Case => ({ id, usage, sets: {}, held: [], acts: [], ...more })
const looks = ({ tree, style }: Observation) => `${tree} ${style}`
/** Whatever can be told of a case from outside, as one text; the value of the prop that was set is not news. */
type Teller = (seen: Observation, but: string) => string
/** Values that differ from one making to the next of the very same are no sign of anything: a component may answer what it likes each time it is asked. */
function tellerOf(once: Observation, twice: Observation): Teller {
  const unsteady = new Set(Object.keys(once.values).filter((name) => once.values[name] !== twice.values[name]))
  return (seen, but) => JSON.stringify([seen.failed ?? '', seen.tree, seen.style, Object.entries(seen.values).filter(([name]) => name !== but && !unsteady.has(name)), seen.fired, seen.answered])
}

/**
 * Tries every member of a component. Asks for cases to be looked at, round by round, and says in the end
 * what was seen of each: `rounds` yields the cases of a round and is given what was seen of them.
 * “No effect” is said only of what was tried in every condition there is.
 */
export function* trial(contract: Contract, face: Usage): Generator<Case[], Evidence[], Observation[]> {
  const conditions = conditionsOf(contract, face)
  const seen = new Map<string, Observation>()
  const remember = (observed: Observation[]) => { for (const one of observed) seen.set(one.id, one) }
  const keys = membersOf(contract, 'key').filter((one) => one.known !== 'comment').map((one) => one.name)
  const acts: Case['acts'] = ['use', ...keys.map((name) => ({ key: name }))]

  // how it stands in each condition, at rest and when it has been used
  remember(yield [plain('again', face), ...conditions.flatMap(({ usage }, c) => [plain(key('rest', c), usage), plain(key('used', c), usage, { acts }), ...keys.map((name) => plain(key('key', name, c), usage, { acts: [{ key: name }] }))])])
  const evidence: Evidence[] = []
  const [once, twice] = [seen.get(key('rest', 0)), seen.get('again')]
  const why = !once || !twice ? 'It was not looked at.' : once.failed ? `It did not render as on the shelf: ${once.failed}` : looks(once) !== looks(twice) ? 'It looks otherwise each time it is made, so nothing can be told of one difference.' : undefined
  if (why) return contract.members.filter((one) => one.known !== 'comment').map((one) => ({ member: memberKey(one), mark: 'not tried', says: why }))

  const all = tellerOf(once!, twice!)

  // props: each through its values, first as on the shelf, then in whatever condition is left
  const props = propsOf(contract)
  const samples = new Map(props.map((one) => [one.name, isFunction(one.type) ? [true] : samplesOf(one.type)]))
  const without = (usage: Usage, name: string): Usage => ({ ...usage, props: Object.fromEntries(Object.entries(usage.props).filter(([one]) => one !== name)) })
  const casesOf = ({ name }: Prop, c: number, acting: boolean): Case[] => {
    const { usage } = conditions[c]!
    const more = acting ? { acts } : {}
    return [plain(key('prop', name, c, acting ? 'used' : '', -1), without(usage, name), more), ...samples.get(name)!.map((value, i) => plain(key('prop', name, c, acting ? 'used' : '', i), { ...usage, props: { ...usage.props, [name]: value } }, more))]
  }
  let open = props.filter((one) => samples.get(one.name)!.length > 0)
  const differs = ({ name }: Prop, cases: Case[]): [Usage, Usage] | undefined => {
    const told = cases.flatMap((one) => { const observed = seen.get(one.id); return observed ? [{ one, said: all(observed, name) }] : [] })
    const other = told.find(({ said }) => said !== told[0]!.said)
    return other && [told[0]!.one.usage, other.one.usage]
  }
  for (const acting of [false, true]) {
    for (let c = 0; c < conditions.length && open.length; c++) {
      const cases = new Map(open.map((one) => [one, casesOf(one, c, acting)]))
      remember(yield [...cases.values()].flat())
      open = open.filter((one) => {
        const between = differs(one, cases.get(one)!)
        if (between) evidence.push({ member: memberKey(one), mark: 'seen', says: `It changed what is shown${acting ? ' when it was used' : ''}${c === 0 ? '' : `, ${conditions[c]!.says}`}.`, between })
        return !between
      })
    }
  }
  for (const one of open) {
    const [before, after] = casesOf(one, 0, false)
    // a function may wait for something that none of our acts brings about
    if (isFunction(one.type)) evidence.push({ member: memberKey(one), mark: 'not tried', says: `Given a function, it did nothing else and nothing called it, in ${conditions.length} conditions.` })
    else evidence.push({ member: memberKey(one), mark: 'no effect', says: `Nothing changed when it was set, in ${conditions.length} conditions, at rest and in use.`, between: [before!.usage, after!.usage] })
  }
  for (const one of props) if (samples.get(one.name)!.length === 0) evidence.push({ member: memberKey(one), mark: 'not tried', says: 'No value of its type can be made up here.' })

  // a default that is declared looks as nothing set does
  const declared = props.filter((one) => one.defaultValue !== undefined && one.defaultValue !== null)
  remember(yield declared.flatMap((one) => [plain(key('default', one.name, 'unset'), without(face, one.name)), plain(key('default', one.name, 'set'), { ...face, props: { ...face.props, [one.name]: one.defaultValue } })]))
  for (const one of declared) {
    const [unset, set] = ['unset', 'set'].map((how) => seen.get(key('default', one.name, how)))
    const known = evidence.find((each) => each.member === memberKey(one))
    if (known && unset && set && !unset.failed && !set.failed && looks(unset) !== looks(set)) known.remark = `Set to its default, ${one.default}, it looks otherwise than not set.`
  }

  // slots, custom properties, states
  const slots = membersOf(contract, 'slot').filter((one) => one.known !== 'comment')
  const properties = membersOf(contract, 'custom-property').filter((one) => one.known !== 'comment')
  const states = membersOf(contract, 'state').filter((one) => one.known !== 'comment' && (one.by === 'custom' || holdableStates.has(one.name)))
  let dull: Member[] = [...slots, ...properties, ...states]
  for (let c = 0; c < conditions.length && dull.length; c++) {
    const { usage, says } = conditions[c]!
    const base = key('base', c)
    const pairs = new Map<Member, [Case, Case[]]>(dull.map((one) => {
      if (one.kind === 'slot') return [one, [plain(key('slot', one.name, c, 'empty'), { ...usage, slots: Object.fromEntries(Object.entries(usage.slots).filter(([name]) => name !== one.name)) }), [plain(key('slot', one.name, c, 'filled'), { ...usage, slots: { ...usage.slots, [one.name]: filling } })]]]
      if (one.kind === 'state') return [one, [plain(base, usage), [plain(key('state', one.name, c), usage, { held: [one.name] })]]]
      return [one, [plain(base, usage), styleSamples.map((value, i) => plain(key('style', one.name, c, i), usage, { sets: { [one.name]: value } }))]]
    }))
    remember(yield [...new Map([...pairs.values()].flatMap(([first, rest]) => [first, ...rest]).map((one) => [one.id, one])).values()])
    dull = dull.filter((one) => {
      const [first, rest] = pairs.get(one)!
      const before = seen.get(first.id)
      const other = rest.find((each) => { const after = seen.get(each.id); return before && after && looks(before) !== looks(after) })
      if (other) evidence.push({ member: memberKey(one), mark: 'seen', says: `${one.kind === 'slot' ? 'What fills it is shown' : one.kind === 'state' ? 'It looks otherwise in it' : 'Setting it changed the looks'}${c === 0 ? '' : `, ${says}`}.`, between: [first.usage, other.usage] })
      return !other
    })
  }
  const observed = [...seen.values()]
  for (const one of dull) {
    const isThere = one.kind !== 'slot' || observed.some((each) => each.slots.includes(one.name))
    // sheets that many components share ask for states that some of them cannot be in
    if (one.kind === 'state' && one.by === 'browser') evidence.push({ member: memberKey(one), mark: 'not tried', says: 'Nothing in it was found that can be in that state.' })
    else evidence.push({ member: memberKey(one), mark: isThere ? 'no effect' : 'not found', says: !isThere ? `No slot of that name was there, in ${conditions.length} conditions.` : `Nothing changed ${one.kind === 'slot' ? 'when it was filled' : one.kind === 'state' ? 'when it was held in it' : 'when it was set'}, in ${conditions.length} conditions.` })
  }

  // parts, events and keys are met while the others are tried
  for (const one of membersOf(contract, 'part')) {
    const isThere = observed.some((each) => each.parts.includes(one.name))
    evidence.push({ member: memberKey(one), mark: isThere ? 'seen' : 'not found', says: isThere ? 'An element carries it.' : `No element carried it, in ${conditions.length} conditions, at rest and in use.` })
  }
  for (const one of membersOf(contract, 'event').filter((each) => each.known !== 'comment')) {
    const fired = observed.some((each) => each.fired.some((name) => name.split(' ')[0] === one.name))
    evidence.push({ member: memberKey(one), mark: fired ? 'seen' : 'not tried', says: fired ? 'It was fired when the component was used.' : 'None of the acts we know made it fire.' })
  }
  for (const one of membersOf(contract, 'key').filter((each) => each.known !== 'comment')) {
    const at = conditions.findIndex((_condition, c) => {
      const [rest, pressed] = [seen.get(key('rest', c)), seen.get(key('key', one.name, c))]
      return rest && pressed && (pressed.answered.includes(one.name) || pressed.fired.length > 0 || all(rest, '') !== all(pressed, ''))
    })
    evidence.push({ member: memberKey(one), mark: at >= 0 ? 'seen' : 'not tried', says: at >= 0 ? `It was answered${at === 0 ? '' : `, ${conditions[at]!.says}`}.` : 'Pressed on what answers first, it did nothing; it may want another place.' })
  }
  evidence.push(...(yield* tryMethods(contract, conditions, acts, seen, all)))
  return evidence
}
