import type { Resolved } from '../../tokens/resolve'
import type { Check } from '../check'

/**
 * Primitives of one type that are the same in every theme; other tiers say what a value is for, and may meet
 * in it.
 */
export const sameValue: Check = {
  run({ base, tokensOf }) {
    const groups = new Map<string, Resolved[]>()
    for (const token of base.values()) {
      if (token.tier !== 'primitive') continue
      const values = [...tokensOf.values()].map((tokens) => tokens.get(token.path))
      // what refers to another is meant to be as that is
      if (values.some((value) => !value || value.refers.length > 0)) continue
      const key = JSON.stringify([token.type, ...values.map((value) => value!.css)])
      groups.set(key, [...(groups.get(key) ?? []), token])
    }
    return [...groups.values()].flatMap(([first, ...others]) =>
      first === undefined || others.length === 0
        ? []
        : [
            {
              rule: 'same-value' as const,
              about: [first, ...others].map(({ path }) => path).join(' '),
              token: first.path,
              says:
                `${[first, ...others].map(({ path }) => path).join(', ')} ` +
                `are ${first.css} in every theme.`,
              todo: 'Keep one, and have the others refer to it.',
            },
          ],
    )
  },
}
