import { z } from 'zod'
import type { Contract } from '../contract/contract'
import type { SourceText } from '../read/source/source-text'
import type { ResolvedTokens } from '../tokens/resolve'
import type { Theme } from '../tokens/themes'
import type { Declared } from './declared'

/** The rules there are, by the names they are kept under. */
export const ruleNames = [
  'undefined-property',
  'raw-value',
  'fallback',
  'class-name',
  'tier',
  'same-value',
  'unused-token',
] as const
export type RuleName = (typeof ruleNames)[number]

/** What a rule noticed. */
export const findingSchema = z.object({
  rule: z.enum(ruleNames),
  /** What it is about, the same as long as that is so wherever it stands: a waiver is kept under it. */
  about: z.string(),
  says: z.string(),
  todo: z.string(),
  /** Where it is written, the line counted from 1. */
  place: z.object({ file: z.string(), line: z.number().int() }).optional(),
  /** The component it is of, and the token it is about. */
  tag: z.string().optional(),
  token: z.string().optional(),
})
export type Finding = z.infer<typeof findingSchema>

/** All that rules are run over. */
export interface ToCheck {
  files: readonly SourceText[]
  contracts: readonly Contract[]
  themes: Theme[]
  /** What custom properties of tokens begin with, after the two dashes. */
  prefix: string
  /** Tokens of the base theme, and of each theme by its name. */
  base: ResolvedTokens['tokens']
  tokensOf: ReadonlyMap<string, ResolvedTokens['tokens']>
  /** Tokens by every custom property that they are. */
  byProperty: ReadonlyMap<string, string>
  /** Everything that is declared in sheets, wherever they stand. */
  declared: readonly Declared[]
}

/** One rule, run over the tokens and components of a library. */
export interface Check {
  rule: RuleName
  /** What it looks for, as a heading. */
  title: string
  /** Why that is worth a look. */
  why: string
  run(given: ToCheck): Finding[]
}
