import type { z } from 'zod'
import type { Known } from './member'
import type { Weight } from './weight'

/** Names of custom properties that stand for tokens; these are documented with the tokens. */
export type TokenNames = ReadonlySet<string>

/** What all members have that a kind may ask for. */
interface AnyMember {
  kind: string
  name: string
  known: Known
}

/** All that is known of one kind of member, whatever language its component is written in. */
export interface MemberKindOf<Schema extends z.ZodType<AnyMember>> {
  kind: z.infer<Schema>['kind']
  /** Above its members in the ledger and the guide. */
  heading: string
  schema: Schema
  /** The line of facts under a member's name. */
  describe(member: z.infer<Schema>): string
  /** How a member is called in the interface, where that is not its name. */
  title?(name: string): string
  /** Whether a member needs words of its own; it does where nothing is said. */
  wantsWords?(member: z.infer<Schema>, tokens: TokenNames): boolean
  /** What it means that a member came; something more to use where nothing is said. */
  weightOfNew?(member: z.infer<Schema>): Weight
  /** What it means that a member is another than before. */
  compare(before: z.infer<Schema>, now: z.infer<Schema>): Weight
}

export const memberKind = <Schema extends z.ZodType<AnyMember>>(
  kind: MemberKindOf<Schema>,
): MemberKindOf<Schema> => kind
