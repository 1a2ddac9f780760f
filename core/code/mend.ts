import { likeness } from '../contract/aside'
import { membersOf, type Contract } from '../contract/contract'
import type { Usage } from './usage'

/** A prop or slot that an example sets and the component no longer has, with the one it may be called now. */
export interface Lost {
  kind: 'prop' | 'slot'
  name: string
  now: string | undefined
}

/**
 * What an example says that its component no longer has; each is offered the likest name that the example
 * does not use yet.
 */
export function lostIn(contract: Contract, usage: Usage): Lost[] {
  const lost = (kind: Lost['kind'], used: string[], there: string[]): Lost[] =>
    used
      .filter((name) => !there.includes(name))
      .map((name) => ({
        kind,
        name,
        now: there
          .filter((text) => !used.includes(text) && likeness(text, name) >= 0.4)
          .sort((a, b) => likeness(b, name) - likeness(a, name))[0],
      }))
  const names = (kind: Lost['kind']) =>
    membersOf(contract, kind)
      .filter((member) => member.known !== 'comment')
      .map((member) => member.name)
  return [
    ...lost('prop', Object.keys(usage.props), names('prop')),
    ...lost('slot', Object.keys(usage.slots), names('slot')),
  ]
}

/** The example with what is lost under its name of now, or left out where `now` is not given. */
export function mended(usage: Usage, { kind, name }: Lost, now?: string): Usage {
  const of = <T>(values: Record<string, T>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(values).flatMap(([was, value]) =>
        was !== name ? [[was, value]] : now === undefined ? [] : [[now, value]],
      ),
    )
  return kind === 'prop' ? { ...usage, props: of(usage.props) } : { ...usage, slots: of(usage.slots) }
}
