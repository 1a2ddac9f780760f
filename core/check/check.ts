import { z } from 'zod'
import type { Contract } from '../contract/contract'
import type { IconStore } from '../icons/glyph'
import type { Isolation } from '../isolation/isolation'
import type { Bundle } from '../messages/message'
import type { SourceText } from '../read/source/source-text'
import type { ResolvedTokens } from '../tokens/resolve'
import type { Declared } from './declared'
import type { TierRule } from './tier-rule'

/**
 * The rules there are, by the names they are kept under, in the order in which they are told: what is broken
 * first.
 */
export const ruleNames = [
  'contrast',
  'undefined-property',
  'property-circle',
  'registration',
  'part',
  'message',
  'hard-coded-text',
  'icon',
  'bleed-out',
  'bleed-in',
  'class-name',
  'fallback',
  'raw-value',
  'one-value',
  'tier',
  'same-value',
  'unread-property',
  'unused-token',
] as const
export type RuleName = (typeof ruleNames)[number]
/** Those that need a browser to have looked; the others are run over source and tokens alone. */
export type SeenRuleName = 'contrast'

/** What each looks for, as a heading, and why that is worth a look. */
export const ruleTexts: Record<RuleName, { title: string; why: string }> = {
  contrast: {
    title: 'Colours that do not read',
    why: 'As they were painted on one another, in a theme; what is asked of each is told by WCAG 2.2.',
  },
  'undefined-property': {
    title: 'Custom properties that are no token',
    why: 'What reads them gets nothing, or always their fallback.',
  },
  'property-circle': {
    title: 'Custom properties in a circle',
    why: 'Each of them is without a value, and what reads them falls back.',
  },
  registration: {
    title: 'Custom properties that are registered otherwise than used',
    why: 'What browsers pass over has no type, does not move in steps, and falls back to nothing.',
  },
  part: {
    title: 'Parts that cannot be reached',
    why: 'What a page says of them reaches nothing.',
  },
  message: {
    title: 'Messages that are not the same in all languages',
    why: 'Who reads another language is told something else, or nothing.',
  },
  'hard-coded-text': {
    title: 'Texts that are written into components',
    why: 'Who reads another language gets them in the one they were written in.',
  },
  icon: {
    title: 'Icons that are not there, or not asked for',
    why: 'What is asked for and not there shows nothing; what nobody asks for is carried along.',
  },
  'bleed-out': {
    title: 'Rules that reach past their component',
    why: 'Whoever uses the component finds other things of the page changed.',
  },
  'bleed-in': {
    title: 'What a page changes in a component',
    why: 'It looks otherwise from page to page, by rules that most pages have.',
  },
  'class-name': {
    title: 'Classes that meet',
    why: 'Which of the rules wins depends on which sheet is loaded last.',
  },
  fallback: {
    title: 'Fallbacks that are not the token',
    why: 'Without the sheet of tokens a component looks otherwise than with it.',
  },
  'raw-value': {
    title: 'Values that a token stands for',
    why: 'A theme that changes the token does not change them.',
  },
  'one-value': {
    title: 'Values that stand in many rules',
    why: 'Who wants another has to change each of them, and may miss one.',
  },
  tier: {
    title: 'Tokens that pass over a tier',
    why: 'A theme that changes the tier between them does not reach them.',
  },
  'same-value': {
    title: 'Tokens that stand for the same',
    why: 'Of two names for one value each change has to be made twice.',
  },
  'unread-property': {
    title: 'Custom properties that nothing reads',
    why: 'Whoever sets them waits for something to change.',
  },
  'unused-token': {
    title: 'Tokens that nothing uses',
    why: 'Whoever reads the table takes them for a part of the library.',
  },
}

/**
 * A change of one file that mends a finding: the token that is used then, the declarations as they read
 * after it, and
 * what is written instead of what at which offsets of the file.
 */
export const mendSchema = z.object({
  token: z.string(),
  reads: z.array(z.string()),
  edits: z.array(z.object({ at: z.number().int().nonnegative(), was: z.string(), becomes: z.string() })),
})
export type Mend = z.infer<typeof mendSchema>

/** What a rule noticed. */
export const findingSchema = z.object({
  rule: z.enum(ruleNames),
  /** What it is about, the same as long as that is so wherever it stands: a waiver is kept under it. */
  about: z.string(),
  says: z.string(),
  todo: z.string(),
  /** Where it is written, the line counted from 1. */
  place: z.object({ file: z.string(), line: z.number().int() }).optional(),
  /** What would mend it, one of them to be chosen. */
  mends: z.array(mendSchema).optional(),
  /** The component it is of, and the token it is about. */
  tag: z.string().optional(),
  token: z.string().optional(),
})
export type Finding = z.infer<typeof findingSchema>

/** All that rules are run over. */
export interface ToCheck {
  files: readonly SourceText[]
  contracts: readonly Contract[]
  /** What custom properties of tokens begin with, after the two dashes. */
  prefix: string
  /** Tokens of the base theme, and of each theme by its name. */
  base: ResolvedTokens['tokens']
  tokensOf: ReadonlyMap<string, ResolvedTokens['tokens']>
  /** Tokens by every custom property that they are. */
  byProperty: ReadonlyMap<string, string>
  /** Where the library has its icons, where somebody chose. */
  iconStore: IconStore | null
  /** What the library has tokens of each tier refer to. */
  tiers: TierRule
  /** What each component and the page do to one another, of those that a browser has looked at. */
  isolation: readonly { tag: string; seen: Isolation }[]
  /** Everything that is declared in sheets, wherever they stand. */
  declared: readonly Declared[]
  /** Where the library keeps its messages; looked for when a rule asks. */
  bundles: () => readonly Bundle[]
}

/** One rule, run over the tokens and components of a library. */
export interface Check {
  run(given: ToCheck): Finding[]
}
