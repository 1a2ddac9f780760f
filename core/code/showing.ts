import type { Call, Filling, Usage } from './usage'
import { membersOf, type Contract } from '../contract/contract'
import { isElement } from '../languages/languages'
import type { Prop } from '../contract/prop'
import { firstValue } from '../contract/first-value'
import { brought } from '../contract/type'

/** Names of props that put words on a component. */
const saying = /^(label|text|title|heading|headline|caption|message)$/i

/**
 * A first way to show a component nobody has shown yet: what it requires, and words where it has a
 * place for them. A default slot that falls back to a prop gets its words through that prop.
 */
export function firstUsage(contract: Contract, title: string): Usage {
  const all = membersOf(contract, 'prop').filter((member) => !member.readonly && member.known !== 'comment')
  const props = Object.fromEntries(
    all.filter((entry) => entry.required).map((entry) => [entry.name, firstValue(entry.type, entry.name)]),
  )
  const slot = membersOf(contract, 'slot').find((member) => member.name === '' && member.known !== 'comment')
  if (slot && !slot.fallback) return { props, slots: { '': { is: 'text', text: title } } }
  const says = isElement(contract)
    ? undefined
    : all.find(
        (entry) =>
          saying.test(entry.name) &&
          (entry.type.is === 'string' ||
            (entry.type.is === 'union' && entry.type.of.some((type) => type.is === 'string'))) &&
          entry.default === undefined &&
          !(entry.name in props),
      )
  return { props: says ? { ...props, [says.name]: title } : props, slots: {} }
}

/** A module to load and the component it is of. */
export interface ModuleOf {
  tag: string
  module: string
}

/** The modules that a usage needs, its own first, or `undefined` while one of them was never built. */
export function modulesFor(
  tag: string,
  usage: Usage,
  moduleOf: (tag: string) => string | undefined,
): ModuleOf[] | undefined {
  const tags = new Set([tag])
  const visit = (filling: Filling) => {
    // elements of the library that stand in markup; what it does not know may come from elsewhere
    if (filling.is === 'markup')
      for (const name of elementsIn(filling.markup)) if (moduleOf(name)) tags.add(name)
    if (filling.is !== 'component') return
    tags.add(filling.tag)
    visitUsage(filling.usage)
  }
  const visitUsage = (inner: Usage) => {
    Object.values(inner.slots).forEach(visit)
    for (const around of inner.within ?? []) visit({ is: 'component', ...around })
  }
  visitUsage(usage)
  const modules = [...tags].map((tag) => ({ tag: tag, module: moduleOf(tag) }))
  return modules.every((module): module is ModuleOf => module.module !== undefined) ? modules : undefined
}

/** Names in markup that are those of custom elements (HTML, 4.13.3). */
const elementsIn = (markup: string): string[] =>
  [...markup.matchAll(/<([a-z][a-z\d]*-[\w.-]*)/g)].map(([, name]) => name!)

const byName = new WeakMap<Contract, ReadonlyMap<string, Prop>>()
/** The props of a contract by name; many renderings of one component ask for them. */
function propsOf(contract: Contract | undefined): ReadonlyMap<string, Prop> {
  const known = contract && byName.get(contract)
  if (known) return known
  const props = new Map((contract ? membersOf(contract, 'prop') : []).map((member) => [member.name, member]))
  if (contract) byName.set(contract, props)
  return props
}

/** A call with dates where its method takes dates; a function cannot travel, and nothing is given for it. */
function callForFrame(contract: Contract | undefined, { method, given }: Call): Call {
  const takes = contract && membersOf(contract, 'method').find(({ name }) => name === method)?.takes
  return {
    method,
    given: given.map((value, i) => (takes?.[i] ? brought(takes[i].type, value, () => undefined) : value)),
  }
}

/**
 * Values as the frame gets them: dates are dates there and text here; what is only an attribute goes as one.
 */
export function forFrame(
  usage: Usage,
  contractOf: (tag: string) => Contract | undefined,
  tag: string,
): Usage {
  const contract = contractOf(tag)
  const props = propsOf(contract)
  const set = Object.entries(usage.props).filter(([, value]) => value !== undefined)
  const alone = set.filter(([name]) => props.get(name)?.attributeOnly)
  const recorded: string[] = []
  // a function cannot travel: the frame puts one where its path says
  const recorder = (path: string) => {
    recorded.push(path)
    return null
  }
  const attributes = {
    ...Object.fromEntries(
      alone
        .filter(([, value]) => value !== false && value !== null)
        .map(([name, value]) => [props.get(name)!.attribute ?? name, value === true ? '' : String(value)]),
    ),
    ...usage.attributes,
  }
  return {
    props: Object.fromEntries(
      set
        .filter(([name]) => !props.get(name)?.attributeOnly)
        .map(([name, value]) => [
          name,
          brought(props.get(name)?.type ?? { is: 'undefined' }, value, recorder, name),
        ]),
    ),
    slots: Object.fromEntries(
      Object.entries(usage.slots).map(([name, filling]) => [
        name,
        filling.is === 'component'
          ? { ...filling, usage: forFrame(filling.usage, contractOf, filling.tag) }
          : filling,
      ]),
    ),
    ...(Object.keys(attributes).length ? { attributes } : {}),
    ...(Object.keys(usage.styles ?? {}).length ? { styles: usage.styles } : {}),
    ...(usage.within?.length
      ? {
          within: usage.within.map((around) => ({
            ...around,
            usage: forFrame(around.usage, contractOf, around.tag),
          })),
        }
      : {}),
    ...(usage.calls?.length ? { calls: usage.calls.map((call) => callForFrame(contract, call)) } : {}),
    ...(recorded.length ? { functions: recorded } : {}),
  }
}
