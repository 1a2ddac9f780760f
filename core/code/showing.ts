import type { Filling, Usage } from './usage'
import { membersOf, type Contract } from '../contract/contract'
import { choicesOf } from '../contract/type'

/** A first way to show a component nobody has shown yet: what it requires, and words in its default slot. */
export function firstUsage(contract: Contract, title: string): Usage {
  const props = Object.fromEntries(
    membersOf(contract, 'prop').filter((one) => one.required).map((one) => {
      const { type } = one
      return [one.name, choicesOf(type)?.[0] ?? (type.is === 'number' ? 1 : type.is === 'boolean' ? true : type.is === 'list' ? [] : type.is === 'object' ? {} : one.name)]
    }),
  )
  const slot = membersOf(contract, 'slot').find((one) => one.name === '' && one.known !== 'comment')
  return { props, slots: slot && !slot.fallback ? { '': { is: 'text', text: title } } : {} }
}

/** The modules that a usage needs, its own first, or `undefined` while one of them was never built. */
export function modulesFor(tag: string, usage: Usage, moduleOf: (tag: string) => string | undefined): string[] | undefined {
  const tags = new Set([tag])
  const visit = (filling: Filling) => {
    if (filling.is !== 'component') return
    tags.add(filling.tag)
    Object.values(filling.usage.slots).forEach(visit)
  }
  Object.values(usage.slots).forEach(visit)
  const modules = [...tags].map(moduleOf)
  return modules.every((one) => one !== undefined) ? modules : undefined
}

/** Values as the frame gets them: dates are dates there, and text here. */
export function forFrame(usage: Usage, contractOf: (tag: string) => Contract | undefined, tag: string): Usage {
  const contract = contractOf(tag)
  const dates = new Set(contract ? membersOf(contract, 'prop').filter((one) => one.type.is === 'date').map((one) => one.name) : [])
  return {
    props: Object.fromEntries(Object.entries(usage.props).filter(([, value]) => value !== undefined).map(([name, value]) => [name, dates.has(name) && typeof value === 'string' ? new Date(value) : value])),
    slots: Object.fromEntries(Object.entries(usage.slots).map(([name, filling]) => [name, filling.is === 'component' ? { ...filling, usage: forFrame(filling.usage, contractOf, filling.tag) } : filling])),
  }
}
