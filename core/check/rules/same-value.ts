import type { Resolved } from '../../tokens/resolve'
import type { Check } from '../check'

/** Tokens of one tier and type that have a value of their own, the same in every theme. */
export const sameValue: Check = {
  rule: 'same-value',
  run({ base, tokensOf }) {
    const groups = new Map<string, Resolved[]>()
    for (const token of base.values()) {
      const values = [...tokensOf.values()].map((tokens) => tokens.get(token.path))
      // what refers to another is meant to be as that is
      if (values.some((value) => !value || value.refers.length > 0)) continue
      const key = JSON.stringify([token.tier, token.type, ...values.map((value) => value!.css)])
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
