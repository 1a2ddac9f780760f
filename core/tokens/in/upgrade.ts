import { color } from '../color'
import { dimension } from '../dimension'
import { tokenKinds, type TokenDocument } from '../document'
import { duration } from '../duration'
import { deepestGroup, isGroup, type Group } from '../group'
import { inTypesOfFormat, isOlderType, typeByName } from './older-types'

/** Names of what is said of a token or a group, before the format marked them by a dollar sign. */
const marked = ['value', 'type', 'description', 'extensions', 'deprecated'] as const

/** What an older file has that was made another of, counted. */
export type Counts = Record<'values' | 'aliases' | 'types' | 'comments' | 'older', number>
export const noCounts: Readonly<Counts> = { values: 0, aliases: 0, types: 0, comments: 0, older: 0 }

/** What was made of a file in the older spelling, as sentences too; none where it was not in it. */
export interface Upgrade {
  document: TokenDocument
  says: string[]
  counts: Counts
}

/** A length or a time is an object with a `value` too, and no token. */
const isAmount = (group: Group): boolean => Object.hasOwn(group, 'unit')

/** Whether there is a token in the older spelling in a group. */
function hasOldTokens(group: Group, depth = 0): boolean {
  if (depth >= deepestGroup || '$value' in group || isAmount(group)) return false
  if (Object.hasOwn(group, 'value') && !isGroup(group.value)) return true
  return Object.values(group).some((child) => isGroup(child) && hasOldTokens(child, depth + 1))
}

/** A token in the older spelling has a `value` in which there are no tokens. */
const isOldToken = (group: Group): boolean =>
  Object.hasOwn(group, 'value') && !(isGroup(group.value) && hasOldTokens(group.value))

/** Whether a group is, or holds, a token whose value is an object. */
const isOld = (group: Group, depth = 0): boolean =>
  depth < deepestGroup &&
  !('$value' in group) &&
  (Object.hasOwn(group, 'value') ||
    Object.values(group).some((child) => isGroup(child) && isOld(child, depth + 1)))
const isNew = (group: Group, depth = 0): boolean =>
  depth < deepestGroup &&
  ('$value' in group || Object.values(group).some((child) => isGroup(child) && isNew(child, depth + 1)))

/**
 * A token file in the spelling that was common before the Design Tokens Format Module had its own: `value`
 * and `type` without dollar signs, aliases that end in `.value`, and types left out where the value tells
 * them. A file that has the format’s own spelling anywhere keeps it: there `value` is the name of a token.
 * Older types are in either.
 */
export function upgraded(document: TokenDocument): Upgrade {
  const spelt = respelt(document)
  const { document: typed, count } = inTypesOfFormat(spelt.document)
  const counts = { ...spelt.counts, older: count }
  return { document: typed, says: saysOf(counts), counts }
}

/** The same with values and types as that spelling has them. */
export function respelt(document: TokenDocument): Pick<Upgrade, 'document' | 'counts'> {
  const count = { ...noCounts }
  if (isNew(document) || !isOld(document)) return { document, counts: count }
  const alias = (text: string): string =>
    text.replace(/\{([^{}]+)\.value\}/g, (_all, path: string) => {
      count.aliases++
      return `{${path}}`
    })
  const withAliases = (value: unknown, depth = 0): unknown => {
    if (typeof value === 'string') return alias(value)
    if (depth > 8 || typeof value !== 'object' || value === null) return value
    if (Array.isArray(value)) return value.map((part) => withAliases(part, depth + 1))
    return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, withAliases(part, depth + 1)]))
  }
  const token = (group: Group, type: string | undefined, names: readonly string[]): Group => {
    count.values++
    const renamed: Group = {}
    for (const [key, part] of Object.entries(group)) {
      if (key === 'comment') {
        count.comments++
        renamed.$description ??= part
      } else renamed[isMarked(key) ? `$${key}` : key] = key === 'value' ? withAliases(part) : part
    }
    const own = typeof renamed.$type === 'string' ? renamed.$type : type
    const isKnown = own !== undefined && (Object.hasOwn(tokenKinds, own) || isOlderType(own))
    const guessed = isKnown ? undefined : (typeByName(names, renamed.$value) ?? typeOf(renamed.$value))
    if (guessed !== undefined) {
      count.types++
      renamed.$type = guessed
    }
    return renamed
  }
  const visit = (group: Group, type: string | undefined, names: readonly string[]): Group => {
    if (isOldToken(group)) return token(group, type, names)
    const own = typeof group.type === 'string' ? group.type : type
    return Object.fromEntries(
      Object.entries(group).map(([key, part]) => {
        if (isGroup(part))
          return [key, names.length < deepestGroup ? visit(part, own, [...names, key]) : part]
        return [isMarked(key) ? `$${key}` : key, part]
      }),
    )
  }
  return { document: visit(document, undefined, []) as TokenDocument, counts: count }
}

const isMarked = (key: string): boolean => (marked as readonly string[]).includes(key)

/** The type that a value tells by itself. */
function typeOf(value: unknown): string | undefined {
  if (typeof value === 'number') return 'number'
  if (typeof value === 'object' && value !== null)
    return typeOfFields(Array.isArray(value) ? value[0] : value)
  if (typeof value !== 'string' || /[{}]/.test(value)) return undefined
  if (color.parse(value).ok) return 'color'
  if (dimension.parse(value).ok) return 'dimension'
  return duration.parse(value).ok ? 'duration' : undefined
}

/** The type that has fields of these names; that of shadows is the older one, by which they are read. */
function typeOfFields(value: unknown): string | undefined {
  if (!isGroup(value)) return undefined
  const has = (...names: string[]) => names.every((name) => Object.hasOwn(value, name))
  if (has('blur', 'color')) return 'boxShadow'
  if (has('fontFamily', 'fontSize')) return 'typography'
  if (has('width', 'style', 'color')) return 'border'
  return has('duration', 'timingFunction') ? 'transition' : undefined
}

/** What was made of older files, as sentences. */
export function saysOf(count: Readonly<Counts>): string[] {
  const told = (number: number, single: string, many: string) =>
    number === 0 ? [] : [number === 1 ? `1 ${single}` : `${number} ${many}`]
  return [
    ...told(count.values, 'value was in the older spelling', 'values were in the older spelling'),
    ...told(count.aliases, 'alias lost its “.value”', 'aliases lost their “.value”'),
    ...told(count.types, 'type was told by its value', 'types were told by their values'),
    ...told(count.comments, 'comment is a description now', 'comments are descriptions now'),
    ...told(count.older, 'token was of an older type', 'tokens were of older types'),
  ]
}
