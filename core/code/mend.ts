import { likeness } from '../contract/aside'
import { memberTitle, membersOf, type Contract, type MemberKind } from '../contract/contract'
import { choicesOf, misfit } from '../contract/type'
import { withCalls, withEntry } from './edit'
import type { Usage } from './usage'

/** What an example says that its component no longer has, with what it may be now. */
export interface Lost {
  /** The member is gone, or the value that is given to a prop is. */
  what: 'member' | 'value'
  kind: 'prop' | 'slot' | 'method'
  name: string
  /** The likest name the example does not use yet, or the likest value. */
  now: string | undefined
}

const likest = (name: string, there: readonly string[]): string | undefined =>
  there
    .filter((text) => likeness(text, name) >= 0.4)
    .toSorted((a, b) => likeness(b, name) - likeness(a, name))[0]

const usedIn = (usage: Usage): Record<Lost['kind'], string[]> => ({
  prop: Object.keys(usage.props),
  slot: Object.keys(usage.slots),
  method: [...new Set(usage.calls?.map(({ method }) => method))],
})

/**
 * What an example says that its component no longer has: members, and values that their props no longer take.
 * A custom property that the component does not read itself may be one it hands on, and is not lost.
 */
export function lostIn(contract: Contract, usage: Usage): Lost[] {
  const used = usedIn(usage)
  const names = (kind: MemberKind) =>
    membersOf(contract, kind)
      .filter((member) => member.known !== 'comment')
      .map((member) => member.name)
  const members = (['prop', 'slot', 'method'] as const).flatMap((kind) => {
    const there = names(kind)
    const free = there.filter((name) => !used[kind].includes(name))
    return used[kind]
      .filter((name) => !there.includes(name))
      .map((name): Lost => ({ what: 'member', kind, name, now: likest(name, free) }))
  })
  return [...members, ...valuesLostIn(contract, usage)]
}

/** Values of a closed set that no longer holds them, such as a tone that was taken out. */
function valuesLostIn(contract: Contract, usage: Usage): Lost[] {
  return membersOf(contract, 'prop').flatMap((prop): Lost[] => {
    const value = usage.props[prop.name]
    const choices = choicesOf(prop.type)
    if (value === undefined || value === null || !choices) return []
    if (misfit(prop.type, value) === undefined) return []
    const texts = choices.filter((choice) => typeof choice === 'string')
    return [{ what: 'value', kind: 'prop', name: prop.name, now: likest(String(value), texts) }]
  })
}

/** What is lost, as a sentence. */
export function sayLost({ what, kind, name }: Lost, usage: Usage): string {
  if (what === 'value') return `It sets ${name} to ${JSON.stringify(usage.props[name])}, which is no more.`
  const title = memberTitle({ kind, name })
  if (kind === 'slot') return `It fills the slot ${title}, which is no more.`
  if (kind === 'method') return `It calls the method ${title}, which is no more.`
  return `It sets ${title}, which is no more.`
}

/** The example with what is lost under its name, or as its value, of now, or left out where there is none. */
export function mended(usage: Usage, { what, kind, name }: Lost, now?: string): Usage {
  if (what === 'value') return withEntry(usage, 'props', name, now)
  const renamed = <T>(values: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(values).flatMap(([was, value]) =>
        was !== name ? [[was, value]] : now === undefined ? [] : [[now, value]],
      ),
    )
  switch (kind) {
    case 'prop':
      return { ...usage, props: renamed(usage.props) }
    case 'slot':
      return { ...usage, slots: renamed(usage.slots) }
    case 'method': {
      const calls = (usage.calls ?? []).flatMap((call) => {
        if (call.method !== name) return [call]
        return now === undefined ? [] : [{ ...call, method: now }]
      })
      return withCalls(usage, calls)
    }
  }
}
