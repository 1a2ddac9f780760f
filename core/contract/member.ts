import { z } from 'zod'

/** Where a fact stands: a path inside the library, and a line counted from 1. */
export const placeSchema = z.object({ file: z.string().min(1), line: z.number().int().positive() })
export type Place = z.infer<typeof placeSchema>

/**
 * The installed package that a place is in, where a component builds on one; `undefined` in the library
 * itself.
 */
export const packageOf = ({ file }: Place): string | undefined =>
  /^(?:.*\/)?node_modules\/((?:@[^/]+\/)?[^/]+)\//.exec(file)?.[1]

/**
 * How a fact is known: written as such in code (`declared`), worked out from what the code does
 * (`inferred`), or only claimed by a comment (`comment`).
 */
export const knownSchema = z.enum(['declared', 'inferred', 'comment'])
export type Known = z.infer<typeof knownSchema>

/** A comment and the code say different things about one fact; both are kept. */
export const disagreementSchema = z.object({
  about: z.string(),
  comment: z.string(),
  code: z.string(),
  place: placeSchema,
})
export type Disagreement = z.infer<typeof disagreementSchema>

/** What every member of a contract has, whatever its kind. */
export const memberFields = {
  name: z.string(),
  place: placeSchema,
  known: knownSchema,
  comment: z.string().optional(),
  deprecated: z.string().optional(),
  since: z.string().optional(),
  disagreements: z.array(disagreementSchema),
}

/** What a comment says of one member: its text, and whatever facts its tags claim. */
export interface Claim {
  name: string
  text: string
  place: Place
  type?: string
  default?: string
}

/** A short label, such as `boolean, false`, from the pieces that are there. */
export const label = (...pieces: (string | undefined | false)[]): string =>
  pieces.filter((piece): piece is string => typeof piece === 'string' && piece !== '').join(', ')

/** A claim is called false only where all of the code that could make it true was read. */
export const whereComplete = (complete: boolean, disagreement: Disagreement): Disagreement[] =>
  complete ? [disagreement] : []

/**
 * Joins what code shows with what comments claim, by name. Claimed members that the code does not
 * have become members known only from a comment, made by `fromClaim`; for the others `onBoth` may
 * record disagreements.
 */
export function joinClaims<M extends { name: string; comment?: string | undefined; known: Known }>(
  found: M[],
  claims: Claim[],
  fromClaim: (claim: Claim) => M,
  onBoth: (member: M, claim: Claim) => M = (member) => member,
): M[] {
  const byName = new Map(claims.map((claim) => [claim.name, claim]))
  const joined = found.map((member) => {
    const claim = byName.get(member.name)
    if (!claim) return member
    byName.delete(member.name)
    return onBoth({ ...member, comment: member.comment || claim.text || undefined }, claim)
  })
  return [...joined, ...[...byName.values()].map(fromClaim)]
}
