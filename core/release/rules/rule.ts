import type { SummaryRow } from '../../accessible/summary'
import type { Contract, Member } from '../../contract/contract'
import type { Weight } from '../../contract/weight'
import type { CodeStyle } from '../../languages/language'
import type { Resolved } from '../../tokens/resolve'
import type { Theme, TokensOf } from '../../tokens/themes'

/** What a library is dressed in: its themes, and the tokens of each by its name. */
export interface Dress {
  themes: readonly Theme[]
  tokensOf: TokensOf
  /** Every token by its path, as the first theme has it that has it at all; the base comes first. */
  every: ReadonlyMap<string, Resolved>
}

/** What a package says of itself in its package.json, as far as it is weighed. */
export interface PackageFacts {
  license?: string | undefined
  exports?: Readonly<Record<string, unknown>> | undefined
  dependencies?: Readonly<Record<string, string>> | undefined
  peerDependencies?: Readonly<Record<string, string>> | undefined
  engines?: Readonly<Record<string, string>> | undefined
}

/** All that is weighed of a version, or of what stands on the shelf. */
export interface Side extends Dress {
  /** What tags of its components begin with. */
  tagPrefix: string
  contracts: readonly Contract[]
  /** What assistive technology is told, by tag, where a browser was asked. */
  accessible: Readonly<Record<string, readonly SummaryRow[]>>
  package: PackageFacts
  /** Languages it says something in, and its icons, by the names they have in a package. */
  languages: readonly string[]
  icons: readonly string[]
  /** Those of them that people call deprecated, with what they said of it. */
  deprecatedIcons?: Readonly<Record<string, string>>
  /**
   * It was packed elsewhere: of what it is dressed in, and what assistive technology is told, nothing is
   * known.
   */
  isPackedElsewhere?: boolean
}

/** A member before and now; one that is called otherwise has both. */
export interface MemberPair {
  before: Member | undefined
  now: Member | undefined
}
/** A component before and now, with its members; one that is called otherwise has both. */
export interface ComponentPair {
  before: Contract | undefined
  now: Contract | undefined
  members: readonly MemberPair[]
}

/** Two sides that are compared, and what custom properties of tokens begin with after the two dashes. */
export interface ToCompare {
  before: Side
  now: Side
  prefix: string
  /** Components of either side, each with what it is on the other. */
  components: readonly ComponentPair[]
}

/** Lines that a consumer writes in one style of code, those that go and those that come. */
export interface MovedCode {
  style: CodeStyle
  before: string
  now: string
}

/** One difference, what it asks of those who use the library, and the rule that says so. */
export interface ReleaseChange {
  rule: string
  weight: Weight
  /** What the rule itself makes of it, where the library weighs it otherwise. */
  usual?: Weight
  /** What it is about, told apart from all others of its rule. */
  about: string
  says: string
  /** The component that it is about, and the member; as they are called now, where they are there still. */
  tag?: string
  member?: string
  /** The token that it is about, or that is in its place. */
  token?: string
  /** What stood there, and what stands there now, where that is more than is said. */
  before?: string
  now?: string
  /** The version in which what is gone was to go, where that was said. */
  goneIn?: string
  /** Only the library itself uses the component, before and now. */
  inner?: boolean
  /** What consumers change for it. */
  code?: readonly MovedCode[]
}

/** One rule by which a release is weighed. */
export interface ReleaseRule {
  name: string
  /** What it notices, as a sentence begins. */
  title: string
  changes(given: ToCompare): Omit<ReleaseChange, 'rule'>[]
}

/** What a library makes of the differences that a rule notices, by the name of the rule. */
export type Weighing = Readonly<Record<string, Weight>>
