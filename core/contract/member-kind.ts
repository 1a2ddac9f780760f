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

/**
 * One thing that a kind of member promises, such as the type of a prop: shown as text, which is the same where
 * the promise is, and weighed where it is not. A rule of the release desk is named after kind and facet
 * (`prop-type`).
 */
export interface Facet<AMember> {
  name: string
  /** What the rule notices, as a sentence begins: `A prop takes another type`. */
  title: string
  show(member: AMember): string
  /**
   * Whether what is shown is known by more than its text. Where it is not, nobody can say what it means that the
   * text is another: that is told by a rule of its own (`prop-type-text`).
   */
  isRead?(member: AMember): boolean
  /** Whether both promise the same though they show it otherwise. */
  isSame?(before: AMember, now: AMember): boolean
  /** What it means that both show something else. */
  weigh(before: AMember, now: AMember): Weight
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
  /** What it promises, each thing apart. */
  facets: readonly Facet<z.infer<Schema>>[]
}

export const memberKind = <Schema extends z.ZodType<AnyMember>>(
  kind: MemberKindOf<Schema>,
): MemberKindOf<Schema> => kind
