import { z } from 'zod'
import { languages } from '../languages/languages'
import { customPropertyKind } from './custom-property'
import { eventKind } from './event'
import { keyKind } from './key'
import { placeSchema } from './member'
import type { MemberKindOf, TokenNames } from './member-kind'
import { methodKind } from './method'
import { partKind } from './part'
import { passThroughKind } from './pass-through'
import { propKind } from './prop'
import { slotKind } from './slot'
import { stateKind } from './state'
import { variantKind } from './variant'

/**
 * The kinds of members in the order the ledger shows them: everything there is to know of one is in its file.
 */
export const memberKinds = [
  propKind,
  variantKind,
  slotKind,
  eventKind,
  partKind,
  customPropertyKind,
  stateKind,
  methodKind,
  keyKind,
  passThroughKind,
] as const
type SchemasOf<Kinds extends readonly { schema: unknown }[]> = {
  -readonly [K in keyof Kinds]: Kinds[K]['schema']
}

export const memberSchema = z.discriminatedUnion(
  'kind',
  memberKinds.map(({ schema }) => schema) as unknown as SchemasOf<typeof memberKinds>,
)
export type Member = z.infer<typeof memberSchema>
export type MemberKind = Member['kind']

const byKind = new Map<string, unknown>(memberKinds.map((kind) => [kind.kind, kind]))
/** The kind of a member, which takes members of that kind. */
export const kindOf = (member: Pick<Member, 'kind'>): MemberKindOf<typeof memberSchema> =>
  byKind.get(member.kind) as MemberKindOf<typeof memberSchema>

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
  /** The package of the library does not hand it on: only other components of the library use it. */
  inner: z.boolean().optional(),
  /** The module that registers it, where that is another than its own. */
  registeredIn: z.string().optional(),
  /** What that module exports to register it, where loading it alone does not. */
  registeredBy: z.string().optional(),
  place: placeSchema,
  summary: z.string(),
  group: z.string().optional(),
  status: statusSchema.optional(),
  sharing: sharingKindSchema.optional(),
  deprecated: z.string().optional(),
  members: z.array(memberSchema),
  uses: z.array(z.object({ tag: z.string(), place: placeSchema })),
  /** Components that its code or its sheets look for among what it holds or stands in. */
  companions: z.array(z.string()).optional(),
  files: z.array(z.string()),
})
export type Contract = z.infer<typeof contractSchema>

/** The address of a member inside its component, such as `prop:tone` or `slot:` for the default slot. */
export const memberKey = (member: Pick<Member, 'kind' | 'name'>): string => `${member.kind}:${member.name}`

export const memberTitle = (member: Pick<Member, 'kind' | 'name'>): string =>
  kindOf(member).title?.(member.name) ?? member.name

/** The line of facts under a member's name. */
export const describeMember = (member: Member): string => kindOf(member).describe(member)

export const membersOf = <K extends MemberKind>(
  contract: Contract,
  kind: K,
): Extract<Member, { kind: K }>[] =>
  contract.members.filter((member): member is Extract<Member, { kind: K }> => member.kind === kind)

export type { TokenNames } from './member-kind'

/**
 * States of the browser and custom properties that are tokens need no words here; every other member does.
 */
export const wantsWords = (member: Member, tokens: TokenNames): boolean =>
  kindOf(member).wantsWords?.(member, tokens) ?? true

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

/**
 * A value as text in which the keys of objects, defaults of props among them, and the choices of a union stand in
 * one order.
 */
export const inOrder = (value: unknown): string =>
  JSON.stringify(value, (_key, part: unknown) => {
    if (typeof part !== 'object' || part === null || Array.isArray(part)) return part
    const entries = Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1))
    const { is, of } = part as { is?: unknown; of?: unknown }
    return is === 'union' && Array.isArray(of)
      ? { ...Object.fromEntries(entries), of: of.map((arm) => inOrder(arm)).sort() }
      : Object.fromEntries(entries)
  })

/** Whether two contracts say the same, whatever order their fields were kept in. */
export const sameContract = (a: Contract, b: Contract): boolean =>
  inOrder(contractSchema.parse(a)) === inOrder(contractSchema.parse(b))
