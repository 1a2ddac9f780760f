import type { Usage } from '../code/usage'
import { memberKey, membersOf, type Contract, type Member } from '../contract/contract'
import type { Method } from '../contract/method'
import type { Prop } from '../contract/prop'
import { choicesOf, isFunction, withoutUndefined, type TypeModel } from '../contract/type'
import { languageOf } from '../languages/languages'
import { holdableStates } from '../style/held'
import type { Evidence } from './evidence'
import type { Case, Observation } from './observation'

/** A way of showing a component that a member is tried in; the first is how it stands on the shelf. */
interface Condition {
  says: string
  usage: Usage
}

const filling = { is: 'markup', markup: '<b>Filled</b>' } as const
const longest = 14

/**
 * How a component may stand while one of its members is tried: as on the shelf, with each switch on, with
 * each choice, with its slots full and empty, with nothing set.
 */
function conditionsOf(contract: Contract, face: Usage): Condition[] {
  const found: Condition[] = [
    { says: 'as on the shelf', usage: face },
    { says: 'with nothing set', usage: { props: {}, slots: {} } },
  ]
  const set = (name: string, value: unknown) => ({ ...face, props: { ...face.props, [name]: value } })
  const props = propsOf(contract)
  // where there is nothing to repeat, much of a component is not there
  for (const prop of props) {
    const value = face.props[prop.name]
    const entries =
      withoutUndefined(prop.type).type.is === 'list' &&
      (value === undefined || (Array.isArray(value) && value.length === 0))
        ? samplesOf(withoutUndefined(prop.type).type).at(-1)
        : undefined
    if (entries !== undefined)
      found.push({ says: `with entries in ${prop.name}`, usage: set(prop.name, entries) })
  }
  const switches = props.filter((prop) => prop.type.is === 'boolean')
  if (switches.length)
    found.push({
      says: 'with every switch on',
      usage: {
        ...face,
        props: { ...face.props, ...Object.fromEntries(switches.map((ability) => [ability.name, true])) },
      },
    })
  for (const ability of switches)
    found.push({ says: `with ${ability.name}`, usage: set(ability.name, face.props[ability.name] !== true) })
  const slots = membersOf(contract, 'slot').filter((member) => member.known !== 'comment')
  if (slots.length) {
    found.push(
      { says: 'with its slots empty', usage: { ...face, slots: {} } },
      {
        says: 'with its slots filled',
        usage: {
          ...face,
          slots: Object.fromEntries(slots.map((slot) => [slot.name, face.slots[slot.name] ?? filling])),
        },
      },
    )
  }
  for (const prop of props)
    for (const value of choicesOf(prop.type) ?? [])
      if (face.props[prop.name] !== value)
        found.push({ says: `with ${prop.name} ${String(value)}`, usage: set(prop.name, value) })
  for (const prop of props)
    if (prop.type.is !== 'boolean' && withoutUndefined(prop.type).type.is !== 'list' && !choicesOf(prop.type))
      for (const value of samplesOf(prop.type).slice(0, 1))
        if (face.props[prop.name] === undefined)
          found.push({ says: `with ${prop.name} set`, usage: set(prop.name, value) })
  return found.slice(0, longest)
}

const propsOf = (contract: Contract): Prop[] =>
  membersOf(contract, 'prop').filter((member) => !member.readonly && member.known !== 'comment')

/** Some values of a type that should look different from one another; none where none can be made up. */
export function samplesOf(type: TypeModel, depth = 0): unknown[] {
  const choices = choicesOf(type)
  if (choices) return choices
  switch (type.is) {
    case 'boolean':
      return [true, false]
    case 'number':
      return [0, 1, 4, 0.5, 120]
    case 'string':
      return ['Skerray', '3', '2026-11-25T18:05:00Z', '#ff0080']
    case 'date':
      return ['2026-11-25T18:05:00.000Z', '2031-01-02T03:04:05.000Z']
    case 'null':
      return [null]
    case 'union':
      return type.of.filter((type) => type.is !== 'undefined').flatMap((type) => samplesOf(type, depth))
    case 'list': {
      const [first, second = first] = depth < 3 ? samplesOf(type.of, depth + 1) : []
      return first === undefined ? [[]] : [[first], [first, second, first]]
    }
    case 'object': {
      const fields =
        depth < 3 ? type.fields.map((field) => ({ field, values: samplesOf(field.type, depth + 1) })) : []
      if (fields.some((field) => field.values.length === 0 && !field.field.optional)) return []
      return [0, 1].map((at) =>
        Object.fromEntries(
          fields
            .filter((field) => field.values.length)
            .map((field) => [field.field.name, field.values[at % field.values.length]]),
        ),
      )
    }
    default:
      return []
  }
}

/**
 * Values to call a method with: one of each kind of what it takes; `undefined` where one that it needs cannot
 * be made up.
 */
function valuesFor({ takes }: Method): unknown[] | undefined {
  const values: unknown[] = []
  for (const take of takes) {
    const [value] = samplesOf(take.type)
    if (value === undefined) return take.optional ? values : undefined
    values.push(value)
  }
  return values
}

/**
 * Calls each method in every condition, at rest and after use, beside the same without the call. A method may
 * want another moment than these: that it did nothing is not held against it.
 */
function* tryMethods(
  contract: Contract,
  conditions: readonly Condition[],
  acts: Case['acts'],
  seen: Map<string, Observation>,
  all: Teller,
): Generator<Case[], Evidence[], Observation[]> {
  const methods = membersOf(contract, 'method').filter((member) => member.known !== 'comment')
  const evidence: Evidence[] = []
  const not = (method: Method, says: string) =>
    evidence.push({ member: memberKey(method), mark: 'not tried', says })
  if (!languageOf(contract).callsMethods) {
    for (const method of methods) not(method, 'Methods are called on custom elements only.')
    return evidence
  }
  let open = methods.filter((method) => {
    if (!valuesFor(method)) not(method, 'It takes something that cannot be made up here.')
    return valuesFor(method)
  })
  const failed = new Map<Method, string>()
  for (const before of [[], acts]) {
    for (let c = 0; c < conditions.length && open.length; c++) {
      const { usage, says } = conditions[c]!
      const id = (method: Method) => key('call', method.name, c, before.length)
      for (const entry of yield [
        ...open.map((member) =>
          plain(id(member), usage, { acts: [...before, { call: member.name, values: valuesFor(member)! }] }),
        ),
        plain(key('uncalled', c, before.length), usage, { acts: before }),
      ])
        seen.set(entry.id, entry)
      const base = seen.get(key('uncalled', c, before.length))
      open = open.filter((member) => {
        const called = seen.get(id(member))
        if (called?.failed) failed.set(member, called.failed)
        if (!base || !called || called.failed || all(called, '') === all(base, '')) return true
        const answered = Object.keys(called.values).some((name) => name.startsWith(' answered'))
        const what =
          looks(called) !== looks(base)
            ? 'Called, it changed what is shown'
            : called.fired.length > base.fired.length
              ? 'Called, it fired an event'
              : answered
                ? 'Called, it answered'
                : 'Called, it changed what can be told of it'
        evidence.push({
          member: memberKey(member),
          mark: 'seen',
          says: `${what}${before.length ? ', after use' : ''}${c === 0 ? '' : `, ${says}`}.`,
        })
        return false
      })
    }
  }
  for (const member of open)
    not(
      member,
      failed.has(member)
        ? `Called, it failed: ${failed.get(member)!}`
        : 'Called at rest and after use, it changed nothing that can be told; it may want another moment.',
    )
  return evidence
}

/** Values for a custom property, of which one should tell whatever it is read for. */
const styleSamples = ['rgb(255, 0, 128)', '37px', '3', '0.31', '700', 'none', '1.7s']

const key = (...pieces: (string | number)[]) => pieces.join('|')
const plain = (id: string, usage: Usage, more: Partial<Case> = {}): Case => ({
  id,
  usage,
  sets: {},
  held: [],
  acts: [],
  ...more,
})
const looks = ({ tree, style }: Observation) => `${tree} ${style}`
/**
 * Whatever can be told of a case from outside, as one text; the value of the prop that was set is not news.
 */
type Teller = (seen: Observation, but: string) => string
/**
 * Values that differ from one making to the next of the very same are no sign of anything: a component may
 * answer what it likes each time it is asked.
 */
function tellerOf(once: Observation, twice: Observation): Teller {
  const unsteady = new Set(
    Object.keys(once.values).filter((name) => once.values[name] !== twice.values[name]),
  )
  return (seen, but) =>
    JSON.stringify([
      seen.failed ?? '',
      seen.tree,
      seen.style,
      Object.entries(seen.values).filter(([name]) => name !== but && !unsteady.has(name)),
      seen.fired,
      seen.answered,
    ])
}

/**
 * Tries every member of a component. Asks for cases to be looked at, round by round, and says in the end
 * what was seen of each: `rounds` yields the cases of a round and is given what was seen of them.
 * “No effect” is said only of what was tried in every condition there is.
 */
export function* trial(contract: Contract, face: Usage): Generator<Case[], Evidence[], Observation[]> {
  const conditions = conditionsOf(contract, face)
  const seen = new Map<string, Observation>()
  const remember = (observed: Observation[]) => {
    for (const observation of observed) seen.set(observation.id, observation)
  }
  const keys = membersOf(contract, 'key')
    .filter((member) => member.known !== 'comment')
    .map((member) => member.name)
  const acts: Case['acts'] = ['use', ...keys.map((name) => ({ key: name }))]

  // how it stands in each condition, at rest and when it has been used
  remember(
    yield [
      plain('again', face),
      ...conditions.flatMap(({ usage }, c) => [
        plain(key('rest', c), usage),
        plain(key('used', c), usage, { acts }),
        ...keys.map((name) => plain(key('key', name, c), usage, { acts: [{ key: name }] })),
      ]),
    ],
  )
  const evidence: Evidence[] = []
  const [once, twice] = [seen.get(key('rest', 0)), seen.get('again')]
  const why =
    !once || !twice
      ? 'It was not looked at.'
      : once.failed
        ? `It did not render as on the shelf: ${once.failed}`
        : looks(once) !== looks(twice)
          ? 'It looks otherwise each time it is made, so nothing can be told of one difference.'
          : undefined
  if (why)
    return contract.members
      .filter((member) => member.known !== 'comment')
      .map((member) => ({ member: memberKey(member), mark: 'not tried', says: why }))

  const all = tellerOf(once!, twice!)

  // props: each through its values, first as on the shelf, then in whatever condition is left
  const props = propsOf(contract)
  const samples = new Map(
    props.map((prop) => [prop.name, isFunction(prop.type) ? [true] : samplesOf(prop.type)]),
  )
  const without = (usage: Usage, name: string): Usage => ({
    ...usage,
    props: Object.fromEntries(Object.entries(usage.props).filter(([observation]) => observation !== name)),
  })
  const casesOf = ({ name }: Prop, c: number, acting: boolean): Case[] => {
    const { usage } = conditions[c]!
    const more = acting ? { acts } : {}
    return [
      plain(key('prop', name, c, acting ? 'used' : '', -1), without(usage, name), more),
      ...samples
        .get(name)!
        .map((value, i) =>
          plain(
            key('prop', name, c, acting ? 'used' : '', i),
            { ...usage, props: { ...usage.props, [name]: value } },
            more,
          ),
        ),
    ]
  }
  let open = props.filter((prop) => samples.get(prop.name)!.length > 0)
  const differs = ({ name }: Prop, cases: Case[]): [Usage, Usage] | undefined => {
    const told = cases.flatMap((trialCase) => {
      const observed = seen.get(trialCase.id)
      return observed ? [{ one: trialCase, said: all(observed, name) }] : []
    })
    const other = told.find(({ said }) => said !== told[0]!.said)
    return other && [told[0]!.one.usage, other.one.usage]
  }
  for (const acting of [false, true]) {
    for (let c = 0; c < conditions.length && open.length; c++) {
      const cases = new Map(open.map((member) => [member, casesOf(member, c, acting)]))
      remember(yield [...cases.values()].flat())
      open = open.filter((member) => {
        const between = differs(member, cases.get(member)!)
        if (between)
          evidence.push({
            member: memberKey(member),
            mark: 'seen',
            says:
              'It changed what is ' +
              `shown${acting ? ' when it was used' : ''}${c === 0 ? '' : `, ${conditions[c]!.says}`}.`,
            between,
          })
        return !between
      })
    }
  }
  for (const member of open) {
    const [before, after] = casesOf(member, 0, false)
    // a function may wait for something that none of our acts brings about
    if (isFunction(member.type))
      evidence.push({
        member: memberKey(member),
        mark: 'not tried',
        says:
          'Given a function, it did nothing else and nothing called it, in ' +
          `${conditions.length} conditions.`,
      })
    else
      evidence.push({
        member: memberKey(member),
        mark: 'no effect',
        says: `Nothing changed when it was set, in ${conditions.length} conditions, at rest and in use.`,
        between: [before!.usage, after!.usage],
      })
  }
  for (const prop of props)
    if (samples.get(prop.name)!.length === 0)
      evidence.push({
        member: memberKey(prop),
        mark: 'not tried',
        says: 'No value of its type can be made up here.',
      })

  // a default that is declared looks as nothing set does
  const declared = props.filter((prop) => prop.defaultValue !== undefined && prop.defaultValue !== null)
  remember(
    yield declared.flatMap((member) => [
      plain(key('default', member.name, 'unset'), without(face, member.name)),
      plain(key('default', member.name, 'set'), {
        ...face,
        props: { ...face.props, [member.name]: member.defaultValue },
      }),
    ]),
  )
  for (const member of declared) {
    const [unset, set] = ['unset', 'set'].map((how) => seen.get(key('default', member.name, how)))
    const known = evidence.find((seenMember) => seenMember.member === memberKey(member))
    if (known && unset && set && !unset.failed && !set.failed && looks(unset) !== looks(set))
      known.remark = `Set to its default, ${member.default}, it looks otherwise than not set.`
  }

  // slots, custom properties, states
  const slots = membersOf(contract, 'slot').filter((member) => member.known !== 'comment')
  const properties = membersOf(contract, 'custom-property').filter((member) => member.known !== 'comment')
  const states = membersOf(contract, 'state').filter(
    (member) => member.known !== 'comment' && (member.by === 'custom' || holdableStates.has(member.name)),
  )
  let dull: Member[] = [...slots, ...properties, ...states]
  for (let c = 0; c < conditions.length && dull.length; c++) {
    const { usage, says } = conditions[c]!
    const base = key('base', c)
    const pairs = new Map<Member, [Case, Case[]]>(
      dull.map((member) => {
        if (member.kind === 'slot')
          return [
            member,
            [
              plain(key('slot', member.name, c, 'empty'), {
                ...usage,
                slots: Object.fromEntries(
                  Object.entries(usage.slots).filter(([name]) => name !== member.name),
                ),
              }),
              [
                plain(key('slot', member.name, c, 'filled'), {
                  ...usage,
                  slots: { ...usage.slots, [member.name]: filling },
                }),
              ],
            ],
          ]
        if (member.kind === 'state')
          return [
            member,
            [plain(base, usage), [plain(key('state', member.name, c), usage, { held: [member.name] })]],
          ]
        return [
          member,
          [
            plain(base, usage),
            styleSamples.map((value, i) =>
              plain(key('style', member.name, c, i), usage, { sets: { [member.name]: value } }),
            ),
          ],
        ]
      }),
    )
    remember(
      yield [
        ...new Map(
          [...pairs.values()].flatMap(([first, rest]) => [first, ...rest]).map((entry) => [entry.id, entry]),
        ).values(),
      ],
    )
    dull = dull.filter((member) => {
      const [first, rest] = pairs.get(member)!
      const before = seen.get(first.id)
      const other = rest.find((entry) => {
        const after = seen.get(entry.id)
        return before && after && looks(before) !== looks(after)
      })
      if (other)
        evidence.push({
          member: memberKey(member),
          mark: 'seen',
          says: `${member.kind === 'slot' ? 'What fills it is shown' : member.kind === 'state' ? 'It looks otherwise in it' : 'Setting it changed the looks'}${c === 0 ? '' : `, ${says}`}.`,
          between: [first.usage, other.usage],
        })
      return !other
    })
  }
  const observed = [...seen.values()]
  for (const member of dull) {
    const isThere =
      member.kind !== 'slot' || observed.some((observation) => observation.slots.includes(member.name))
    // sheets that many components share ask for states that some of them cannot be in
    if (member.kind === 'state' && member.by === 'browser')
      evidence.push({
        member: memberKey(member),
        mark: 'not tried',
        says: 'Nothing in it was found that can be in that state.',
      })
    else
      evidence.push({
        member: memberKey(member),
        mark: isThere ? 'no effect' : 'not found',
        says: !isThere
          ? `No slot of that name was there, in ${conditions.length} conditions.`
          : 'Nothing changed ' +
            `${member.kind === 'slot' ? 'when it was filled' : member.kind === 'state' ? 'when it was held in it' : 'when it was set'}, ` +
            `in ${conditions.length} conditions.`,
      })
  }

  // parts, events and keys are met while the others are tried
  for (const member of membersOf(contract, 'part')) {
    const isThere = observed.some((observation) => observation.parts.includes(member.name))
    evidence.push({
      member: memberKey(member),
      mark: isThere ? 'seen' : 'not found',
      says: isThere
        ? 'An element carries it.'
        : `No element carried it, in ${conditions.length} conditions, at rest and in use.`,
    })
  }
  for (const member of membersOf(contract, 'event').filter((member) => member.known !== 'comment')) {
    const fired = observed.some((observation) =>
      observation.fired.some((name) => name.split(' ')[0] === member.name),
    )
    evidence.push({
      member: memberKey(member),
      mark: fired ? 'seen' : 'not tried',
      says: fired ? 'It was fired when the component was used.' : 'None of the acts we know made it fire.',
    })
  }
  for (const member of membersOf(contract, 'key').filter((member) => member.known !== 'comment')) {
    const at = conditions.findIndex((_condition, c) => {
      const [rest, pressed] = [seen.get(key('rest', c)), seen.get(key('key', member.name, c))]
      return (
        rest &&
        pressed &&
        (pressed.answered.includes(member.name) ||
          pressed.fired.length > 0 ||
          all(rest, '') !== all(pressed, ''))
      )
    })
    evidence.push({
      member: memberKey(member),
      mark: at >= 0 ? 'seen' : 'not tried',
      says:
        at >= 0
          ? `It was answered${at === 0 ? '' : `, ${conditions[at]!.says}`}.`
          : 'Pressed on what answers first, it did nothing; it may want another place.',
    })
  }
  evidence.push(...(yield* tryMethods(contract, conditions, acts, seen, all)))
  return evidence
}
