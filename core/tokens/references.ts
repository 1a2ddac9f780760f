import { isGroup } from './group'

/**
 * References inside values (Design Tokens Format Module, section Aliases): `{path}` stands for the value of a
 * token, and so does an object with `$ref`, a JSON Pointer (RFC 6901) into the file, which may lead into a
 * value.
 */
export interface Reference {
  /** The token that is referred to, by its path. */
  path: string
  /** Where in its value, from the outermost: keys and places. */
  into: string[]
}

/** A path inside braces is an alias. Names hold no braces and no dots. */
const aliasOf = (value: unknown): string | undefined =>
  typeof value === 'string' ? /^\{([^{}]+)\}$/.exec(value.trim())?.[1] : undefined

/**
 * What a value refers to, if it is a reference as a whole; a pointer that leads to no value of a token is
 * told as one to a token of that path.
 */
export function referenceOf(value: unknown): Reference | undefined {
  const alias = aliasOf(value)
  if (alias !== undefined) return { path: alias, into: [] }
  if (!isGroup(value) || typeof value.$ref !== 'string' || !value.$ref.startsWith('#/')) return undefined
  const steps = value.$ref
    .slice(2)
    .split('/')
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'))
  const at = steps.indexOf('$value')
  return at < 0
    ? { path: steps.join('.'), into: [] }
    : { path: steps.slice(0, at).join('.'), into: steps.slice(at + 1) }
}

/** A reference as it is written in a table; `undefined` where a value is none. */
export function showReference(value: unknown): string | undefined {
  if (!referenceOf(value)) return undefined
  return typeof value === 'string' ? value.trim() : String((value as { $ref: string }).$ref)
}

/** A reference that somebody typed, as the format has it: `{a.b}`, or a pointer `#/a/b/$value/color`. */
export function parseReference(text: string): unknown {
  const alias = aliasOf(text)
  if (alias !== undefined) return `{${alias}}`
  return /^\s*#\/\S+\s*$/.test(text) ? { $ref: text.trim() } : undefined
}

/** How deep values may be nested: the deepest of the format, a list of shadows of aliases, is four. */
const deepest = 8

/**
 * Aliases that stand within a text, as the older spelling has them: `{space} * 2`, `{face}, serif`. What has
 * space at its ends is none.
 */
const within = /\{(?!\s)([^{}]+)(?<!\s)\}/g
const aliasesWithin = (value: unknown): string[] =>
  typeof value === 'string' && value.includes('{') ? [...value.matchAll(within)].map(([, path]) => path!) : []

/** All that a value refers to, itself or in its parts. */
export function referencesIn(value: unknown, depth = 0): Reference[] {
  const reference = referenceOf(value)
  if (reference) return [reference]
  if (typeof value === 'string') return aliasesWithin(value).map((path) => ({ path, into: [] }))
  if (depth >= deepest || typeof value !== 'object' || value === null) return []
  return Object.values(value).flatMap((part) => referencesIn(part, depth + 1))
}

/** A value in which each reference leads where `change` says; each keeps the form it is written in. */
export const mapReferences = (value: unknown, change: (reference: Reference) => Reference): unknown =>
  withReferences(
    value,
    (reference, written) => {
      const next = change(reference)
      if (next.path === reference.path) return written
      return typeof written === 'string'
        ? `{${next.path}}`
        : { ...(written as object), $ref: pointerTo(next, String((written as { $ref: string }).$ref)) }
    },
    (path) => `{${change({ path, into: [] }).path}}`,
  )

/** A pointer to a token, or to its value where the pointer that was written led there. */
const pointerTo = ({ path, into }: Reference, written: string): string => {
  const leadsToValue = written.split('/').includes('$value')
  return ['#', ...path.split('.'), ...(leadsToValue ? ['$value', ...into] : [])]
    .map((step) => step.replaceAll('~', '~0').replaceAll('/', '~1'))
    .join('/')
}

/**
 * The value with what it refers to in the place of each reference; `textOf` says what an alias within a text
 * becomes.
 */
export function withReferences(
  value: unknown,
  valueOf: (reference: Reference, written: unknown) => unknown,
  textOf: (path: string) => string,
  depth = 0,
): unknown {
  const reference = referenceOf(value)
  if (reference) return valueOf(reference, value)
  if (typeof value === 'string' && value.includes('{'))
    return value.replaceAll(within, (_all, path: string) => textOf(path))
  if (depth >= deepest || typeof value !== 'object' || value === null) return value
  const inside = (part: unknown) => withReferences(part, valueOf, textOf, depth + 1)
  if (Array.isArray(value)) return value.map(inside)
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, inside(part)]))
}

/** A part of a value; `undefined` where there is none. */
export function partOf(value: unknown, into: readonly string[]): unknown {
  let at = value
  for (const step of into)
    at =
      typeof at === 'object' && at !== null && Object.hasOwn(at, step)
        ? (at as Record<string, unknown>)[step]
        : undefined
  return at
}
