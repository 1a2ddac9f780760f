import type { Check, Finding } from '../check'
import { ownersOf } from '../owners'
import { fits, registeredIn, syntaxOf, whyPassedOver, type Registered } from '../registered'

/**
 * Registrations of custom properties that browsers pass over, and values that are not of the syntax
 * registered.
 */
export const registration: Check = {
  run({ files, declared, contracts }) {
    const owners = ownersOf(contracts)
    const tagOf = (file: string) => {
      const tag = owners.get(file)?.tag
      return tag === undefined ? {} : { tag }
    }
    const all = registeredIn(files)
    const passedOver = all.flatMap((registered): Finding[] => {
      const why = whyPassedOver(registered)
      const { name, file, line } = registered
      if (why === undefined) return []
      return [
        {
          rule: 'registration',
          about: `${file} @property ${name}`,
          says: `Browsers pass @property ${name} over: ${why}.`,
          todo: 'Give it a syntax, whether it inherits, and an initial value that means the same everywhere.',
          place: { file, line },
          ...tagOf(file),
        },
      ]
    })
    const known = new Map(taken(all))
    const misfits = declared.flatMap(({ property, value, file, line }): Finding[] => {
      const syntax = known.get(property)
      if (syntax === undefined || isForAll(value) || fits(value, syntax)) return []
      return [
        {
          rule: 'registration',
          about: `${file} ${property} ${value}`.slice(0, 500),
          says: `${property}: ${value} is not of the syntax ${syntax} that it is registered with: it is as if it were not set there.`,
          todo: 'Write a value of that syntax, or register it with another.',
          place: { file, line },
          ...tagOf(file),
        },
      ]
    })
    return [...passedOver, ...misfits]
  },
}

/** The syntax of each property that is registered once, and as browsers take it. */
const taken = (all: readonly Registered[]): [string, string][] =>
  all.flatMap((registered) => {
    const isOnce = all.filter(({ name }) => name === registered.name).length === 1
    const syntax = registered.syntax === undefined ? undefined : syntaxOf(registered.syntax)
    return isOnce && syntax !== undefined && whyPassedOver(registered) === undefined
      ? [[registered.name, syntax]]
      : []
  })
/** What every property takes (CSS Cascading and Inheritance Level 5, section 7.3). */
const isForAll = (value: string): boolean => /^(?:initial|inherit|unset|revert|revert-layer)$/i.test(value)
