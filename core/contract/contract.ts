import { z } from 'zod'
import { languages } from '../languages/languages'
import { customPropertySchema, describeCustomProperty } from './custom-property'
import { describeEvent, eventSchema } from './event'
import { describeKey, keySchema } from './key'
import { placeSchema } from './member'
import { describeMethod, methodSchema } from './method'
import { describePassThrough, passThroughSchema } from './pass-through'
import { describePart, partSchema } from './part'
import { describeProp, propSchema } from './prop'
import { describeSlot, slotSchema, slotTitle } from './slot'
import { describeState, stateSchema } from './state'

export const memberSchema = z.discriminatedUnion('kind', [
  propSchema,
  slotSchema,
  eventSchema,
  partSchema,
  customPropertySchema,
  stateSchema,
  methodSchema,
  keySchema,
  passThroughSchema,
])
export type Member = z.infer<typeof memberSchema>
export type MemberKind = Member['kind']

/** The kinds in the order the ledger shows them, with the heading of each. */
export const memberKinds: readonly { kind: MemberKind; heading: string }[] = [
  { kind: 'prop', heading: 'Props' },
  { kind: 'slot', heading: 'Slots' },
  { kind: 'event', heading: 'Events' },
  { kind: 'part', heading: 'Parts' },
  { kind: 'custom-property', heading: 'Custom properties' },
  { kind: 'state', heading: 'States' },
  { kind: 'method', heading: 'Methods' },
  { kind: 'key', heading: 'Keys' },
  { kind: 'pass-through', heading: 'Handed on' },
]

/** A kind as it stands in a sentence: `custom property`. */
export const kindTitle = (kind: string): string => kind.replace('-', ' ')

export const statusSchema = z.enum(['draft', 'trial', 'stable', 'deprecated'])
export type Status = z.infer<typeof statusSchema>
export const sharingKindSchema = z.enum(['markup', 'behaviour', 'form', 'feature'])

/** What a component is written as. */
export const languageSchema = z.enum(languages.map(({ name }) => name))

/**
 * All that was read of one component. `tag` is what one writes between the angle brackets to use it:
 * the registered tag of a custom element, the name of the others. `className` is the name it has in its
 * module, `exportName` what it is exported as (`default` included). `files` are the sources it is made
 * of, its own module first.
 */
export const contractSchema = z.object({
  tag: z.string(),
  language: languageSchema.default('custom-element'),
  className: z.string(),
  exportName: z.string().optional(),
  exported: z.boolean(),
  /** The module that registers it, where that is another than its own. */
  registeredIn: z.string().optional(),
  place: placeSchema,
  summary: z.string(),
  group: z.string().optional(),
  status: statusSchema.optional(),
  sharing: sharingKindSchema.optional(),
  deprecated: z.string().optional(),
  members: z.array(memberSchema),
  uses: z.array(z.object({ tag: z.string(), place: placeSchema })),
  files: z.array(z.string()),
})
export type Contract = z.infer<typeof contractSchema>

/** The address of a member inside its component, such as `prop:tone` or `slot:` for the default slot. */
export const memberKey = (member: Pick<Member, 'kind' | 'name'>): string => `${member.kind}:${member.name}`

export const memberTitle = (member: Pick<Member, 'kind' | 'name'>): string =>
  member.kind === 'slot' ? slotTitle(member.name) : member.name

/** The line of facts under a member's name. */
export function describeMember(member: Member): string {
  switch (member.kind) {
    case 'prop':
      return describeProp(member)
    case 'slot':
      return describeSlot(member)
    case 'event':
      return describeEvent(member)
    case 'part':
      return describePart(member)
    case 'custom-property':
      return describeCustomProperty(member)
    case 'state':
      return describeState(member)
    case 'method':
      return describeMethod(member)
    case 'key':
      return describeKey(member)
    case 'pass-through':
      return describePassThrough(member)
  }
}

export const membersOf = <K extends MemberKind>(
  contract: Contract,
  kind: K,
): Extract<Member, { kind: K }>[] =>
  contract.members.filter((member): member is Extract<Member, { kind: K }> => member.kind === kind)

/** Names of custom properties that stand for tokens; these are documented with the tokens. */
export type TokenNames = ReadonlySet<string>

/**
 * States of the browser and custom properties that are tokens need no words here; every other member does.
 */
export const wantsWords = (member: Member, tokens: TokenNames): boolean =>
  member.kind !== 'pass-through' &&
  !(member.kind === 'state' && member.by === 'browser') &&
  !(member.kind === 'custom-property' && tokens.has(member.name))

/** Whether nobody has described a member, neither in a comment of the source nor in words kept here. */
export const lacksWords = (member: Member, written: ReadonlySet<string>, tokens: TokenNames): boolean =>
  wantsWords(member, tokens) && !member.comment && !written.has(memberKey(member))

/** The members nobody has described. */
export const withoutWords = (
  contract: Contract,
  written: ReadonlySet<string>,
  tokens: TokenNames,
): Member[] => contract.members.filter((member) => lacksWords(member, written, tokens))

/** `tern-notice-strip` with prefix `tern-` reads as `Notice strip`, and so does `NoticeStrip`. */
export function componentTitle(tag: string, prefix: string): string {
  const spaced = /[A-Z]/.test(tag)
    ? tag.replace(/([a-z\d])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`)
    : tag
  const bare = (spaced.startsWith(prefix) ? spaced.slice(prefix.length) : spaced).replaceAll('-', ' ')
  return bare.charAt(0).toUpperCase() + bare.slice(1)
}

/** Whether two contracts say the same, whatever order their fields were kept in. */
export const sameContract = (a: Contract, b: Contract): boolean =>
  JSON.stringify(contractSchema.parse(a)) === JSON.stringify(contractSchema.parse(b))
