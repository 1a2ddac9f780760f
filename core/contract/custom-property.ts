import { z } from 'zod'
import { joinClaims, label, memberFields, type Claim, whereComplete } from './member'
import { memberKind } from './member-kind'

/**
 * A custom property the component's styles read with `var()` and do not set themselves inside the shadow
 * tree.
 * `fallbacks` are the second values of those `var()`; `usedBy` the CSS properties it ends up in;
 * `hostValue` what a `:host` rule sets it to, which a page can override.
 */
export const customPropertySchema = z.object({
  kind: z.literal('custom-property'),
  ...memberFields,
  fallbacks: z.array(z.string()),
  usedBy: z.array(z.string()),
  hostValue: z.string().optional(),
})
export type CustomProperty = z.infer<typeof customPropertySchema>

export const describeCustomProperty = (property: CustomProperty): string =>
  property.known === 'comment'
    ? 'in comment only'
    : label(
        property.hostValue ?? property.fallbacks[0] ?? 'no fallback',
        property.usedBy[0] && `in ${property.usedBy[0]}`,
      )

/** Where a chain of fallbacks ends: `var(--a, var(--b, red))` ends in `red`. */
export function lastFallback(text: string): string {
  const inner = /^var\(\s*--[^,()]+,(.*)\)$/s.exec(text.trim())
  return inner ? lastFallback(inner[1]!) : text.trim()
}

/** `complete`: all of the code that could make a claim true was read; else none is called false. */
export const joinCustomProperties = (
  found: CustomProperty[],
  claims: Claim[],
  complete = true,
): CustomProperty[] =>
  joinClaims(
    found,
    claims,
    (claim) => ({
      kind: 'custom-property',
      name: claim.name,
      place: claim.place,
      known: 'comment',
      comment: claim.text || undefined,
      disagreements: whereComplete(complete, {
        about: 'custom property',
        comment: claim.name,
        code: 'no style reads it',
        place: claim.place,
      }),
      fallbacks: [],
      usedBy: [],
    }),
    (property, claim) => {
      const code = property.hostValue ?? (property.fallbacks[0] && lastFallback(property.fallbacks[0]))
      return !claim.default || claim.default === code
        ? property
        : {
            ...property,
            disagreements: [
              ...property.disagreements,
              { about: 'fallback', comment: claim.default, code: code ?? 'no fallback', place: claim.place },
            ],
          }
    },
  )

export const customPropertyKind = memberKind({
  kind: 'custom-property',
  heading: 'Custom properties',
  schema: customPropertySchema,
  describe: describeCustomProperty,
  wantsWords: (property, tokens) => !tokens.has(property.name),
  facets: [
    {
      name: 'used-by',
      title: 'A custom property is read for other properties',
      show: ({ usedBy }) => usedBy.toSorted().join(', ') || 'nothing',
      weigh: (before, now) =>
        before.usedBy.every((property) => now.usedBy.includes(property)) ? 'additive' : 'breaking',
    },
    {
      name: 'fallback',
      title: 'A custom property has another value where nobody sets it',
      show: ({ hostValue, fallbacks }) => hostValue ?? (fallbacks.join(', ') || 'no fallback'),
      // it looks otherwise where nobody sets it; like a token of another value it breaks nothing
      weigh: () => 'mend',
    },
  ],
})
