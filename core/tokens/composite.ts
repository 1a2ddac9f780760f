import { done, type Outcome, type Problem } from '../problem'
import { cssText } from './css-text'
import { isGroup, type Group } from './group'
import { misread, type TokenKind } from './kind'
import { readLoosely } from './loosely'
import { parseReference, showReference } from './references'

/** A field of a composite value: the kind of its own value, and what it is called as a custom property. */
export interface Field {
  kind: TokenKind
  /** It may be left out. */
  optional?: boolean
  /** Told after the name of its token: `-color`; nothing where it is no custom property of its own. */
  css?: string
}
type Fields = Readonly<Record<string, Field>>
export type Composite = Group

/** Reads a value field by field; what a field is that the type does not have stays unread. */
export function readFields(title: string, fields: Fields, value: unknown): Outcome<Composite> {
  if (!isGroup(value)) return misread(title, `Give an object with ${Object.keys(fields).join(', ')}.`)
  const read: Composite = {}
  const problems: Problem[] = []
  for (const [name, { kind, optional }] of Object.entries(fields)) {
    if (value[name] === undefined && optional) continue
    const outcome = readField(kind, value[name])
    if (outcome.ok) read[name] = outcome.value
    else problems.push(...outcome.problems.map((problem) => inField(title, name, problem)))
  }
  return problems.length ? { ok: false, problems } : done(read)
}

/** A field as its kind has it; as only CSS has it, it is `{ css: '1.5em' }`. */
function readField(kind: TokenKind, value: unknown): Outcome<unknown> {
  if (isCssField(value)) return done(value)
  const read = readLoosely(kind, value)
  if (!read.ok) return read
  return done(read.value.is === 'value' ? read.value.value : { css: read.value.text })
}
const isCssField = (value: unknown): value is { css: string } =>
  isGroup(value) && typeof value.css === 'string' && cssText.read(value.css).ok

const inField = (title: string, name: string, { todo, ...problem }: Problem): Problem => ({
  ...problem,
  what: `The ${name} of this ${title} is not as its type has it.`,
  todo,
})

/** Fields as text, in their own way of showing; a reference that stands in one stays as it is written. */
export const showFields = (fields: Fields, value: Composite): Record<string, string | undefined> =>
  eachField(fields, value, ({ kind }, part) => {
    if (isCssField(part)) return part.css
    const read = kind.read(part)
    return showReference(part) ?? (read.ok ? kind.show(read.value) : typeof part === 'string' ? part : '')
  })

/** Fields in CSS. */
export const cssOfFields = (fields: Fields, value: Composite): Record<string, string | undefined> =>
  eachField(fields, value, cssOfField)
const cssOfField = ({ kind }: Field, part: unknown): string => (isCssField(part) ? part.css : kind.css(part))

/** Fields that are custom properties of their own, in CSS, by what stands after the name of the token. */
export const ownProperties = (fields: Fields, value: Composite): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) =>
      field.css === undefined || value[name] === undefined
        ? []
        : [[field.css, cssOfField(field, value[name])]],
    ),
  )

const eachField = (
  fields: Fields,
  value: Composite,
  write: (field: Field, part: unknown) => string,
): Record<string, string | undefined> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, field]) => [
      name,
      value[name] === undefined ? undefined : write(field, value[name]),
    ]),
  )

/** Reads what somebody typed for each field; a reference stays one. */
export function parseFields(
  title: string,
  fields: Fields,
  texts: Readonly<Record<string, string | undefined>>,
  todo: string,
): Outcome<Composite> {
  const value: Composite = {}
  for (const [name, { kind, optional }] of Object.entries(fields)) {
    const text = texts[name]
    if (text === undefined) {
      if (!optional) return misread(title, todo)
      continue
    }
    const reference = parseReference(text)
    const read = reference === undefined ? kind.parse(text) : done(reference)
    if (!read.ok)
      return { ok: false, problems: read.problems.map((problem) => inField(title, name, problem)) }
    value[name] = read.value
  }
  return done(value)
}
