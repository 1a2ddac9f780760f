import { z } from 'zod'

/**
 * One model of types for every source language, printed back by {@link printType}. `named` is the name its
 * author gave to it.
 */
export type TypeModel =
  | { is: 'string' | 'number' | 'boolean' | 'null' | 'undefined' | 'date' | 'function' | 'node' | 'void' }
  | { is: 'literal'; value: string | number | boolean }
  | { is: 'union'; of: TypeModel[]; named?: string | undefined }
  | { is: 'list'; of: TypeModel }
  | {
      is: 'object'
      fields: { name: string; type: TypeModel; optional: boolean }[]
      named?: string | undefined
    }
  | { is: 'other'; text: string }

export const typeSchema: z.ZodType<TypeModel> = z.lazy(() =>
  z.union([
    z.object({
      is: z.enum(['string', 'number', 'boolean', 'null', 'undefined', 'date', 'function', 'node', 'void']),
    }),
    z.object({ is: z.literal('literal'), value: z.union([z.string(), z.number(), z.boolean()]) }),
    z.object({ is: z.literal('union'), of: z.array(typeSchema), named: z.string().optional() }),
    z.object({ is: z.literal('list'), of: typeSchema }),
    z.object({
      is: z.literal('object'),
      fields: z.array(z.object({ name: z.string(), type: typeSchema, optional: z.boolean() })),
      named: z.string().optional(),
    }),
    z.object({ is: z.literal('other'), text: z.string() }),
  ]),
)

/**
 * The type as a TypeScript author would write it: choices are spelled out, an object goes by its name.
 * With `open` everything is spelled out.
 */
export function printType(type: TypeModel, open = false): string {
  const again = (type: TypeModel) => printType(type, open)
  switch (type.is) {
    case 'literal':
      return typeof type.value === 'string'
        ? `'${type.value.replace(/[\\']/g, '\\$&').replaceAll('\n', '\\n').replaceAll('\r', '\\r')}'`
        : String(type.value)
    case 'union':
      return type.of.map((type) => (type.is === 'function' ? `(${again(type)})` : again(type))).join(' | ')
    case 'list':
      return type.of.is === 'union' ||
        type.of.is === 'function' ||
        (type.of.is === 'other' && / [|&=]>? /.test(type.of.text))
        ? `(${again(type.of)})[]`
        : `${again(type.of)}[]`
    case 'object':
      if (type.named && !open) return type.named
      return type.fields.length === 0
        ? '{}'
        : `{ ${type.fields.map((f) => `${f.name}${f.optional ? '?' : ''}: ${again(f.type)}`).join('; ')} }`
    case 'other':
      return type.text
    case 'date':
      return 'Date'
    case 'function':
      return '(...values: unknown[]) => unknown'
    case 'node':
      return 'Node'
    default:
      return type.is
  }
}

/** The named types that a type is made of, each spelled out. */
export function namesIn(type: TypeModel): Map<string, string> {
  const inside =
    type.is === 'union'
      ? type.of
      : type.is === 'list'
        ? [type.of]
        : type.is === 'object'
          ? type.fields.map((field) => field.type)
          : []
  const names = new Map(inside.flatMap((part) => [...namesIn(part)]))
  if ('named' in type && type.named) names.set(type.named, printType(type, true))
  return names
}

/** The type for a line of a page: spelled out where that is short, by its name where it is long. */
export function shortType(type: TypeModel): string {
  const open = printType(type, true)
  return open.length <= 64 ? open : printType(type)
}

/** A union flattened, without doubles; a union of one is that one. `true | false` is `boolean`. */
export function unionOf(types: TypeModel[]): TypeModel {
  const flat = types.flatMap((type) => (type.is === 'union' ? type.of : [type]))
  const seen = new Map(flat.map((type) => [printType(type), type]))
  if (seen.has('true') && seen.has('false')) {
    seen.delete('true')
    seen.delete('false')
    seen.set('boolean', { is: 'boolean' })
  }
  const of = [...seen.values()]
  return of.length === 1 ? of[0]! : { is: 'union', of }
}

/** The type with `undefined` taken out, and whether it was in. */
export function withoutUndefined(type: TypeModel): { type: TypeModel; optional: boolean } {
  if (type.is !== 'union') return { type, optional: type.is === 'undefined' }
  const rest = type.of.filter((type) => type.is !== 'undefined')
  const plain = rest.length === 0 ? type : unionOf(rest)
  return {
    type: plain.is === 'union' && type.named ? { ...plain, named: type.named } : plain,
    optional: rest.length < type.of.length,
  }
}

/** The literal values a type offers as choices, or `undefined` where it is not a closed set. */
export function choicesOf(type: TypeModel): (string | number | boolean)[] | undefined {
  const parts = type.is === 'union' ? type.of : [type]
  const values = parts.filter((part) => part.is !== 'undefined' && part.is !== 'null')
  if (values.length === 0) return undefined
  const literals = values.filter((part) => part.is === 'literal')
  return literals.length === values.length ? literals.map((part) => part.value) : undefined
}

export type Editor =
  | 'choice'
  | 'checkbox'
  | 'number'
  | 'date'
  | 'colour'
  | 'list'
  | 'object'
  | 'either'
  | 'structured'
  | 'text'
  | 'function'
  | 'none'

/**
 * Whether members of a type take a function and nothing else but `undefined` or `null`. What stands for one
 * that records its calls is `true`.
 */
export const isFunction = (type: TypeModel): boolean => {
  const parts = (type.is === 'union' ? type.of : [type]).filter(
    (type) => type.is !== 'undefined' && type.is !== 'null',
  )
  return parts.length > 0 && parts.every((part) => part.is === 'function')
}

const colourName = /(^|[-_a-z])(colou?r|tint|ground)$/i

/** Which editor fits a type: what the bench puts into a member's row. The name helps only for colours. */
export function editorFor(type: TypeModel, name = ''): Editor {
  const plain = withoutUndefined(type).type
  const parts = plain.is === 'union' ? plain.of.filter((part) => part.is !== 'null') : [plain]
  if (choicesOf(plain)) return 'choice'
  const [only] = parts
  if (parts.length === 1 && only) {
    switch (only.is) {
      case 'boolean':
        return 'checkbox'
      case 'number':
        return 'number'
      case 'date':
        return 'date'
      case 'string':
        return colourName.test(name) ? 'colour' : 'text'
      case 'list':
        return 'list'
      case 'object':
        return only.fields.length ? 'object' : 'structured'
      case 'other':
        return 'structured'
      case 'function':
        return 'function'
      case 'node':
        return 'none'
    }
  }
  if (parts.every((part) => part.is === 'string' || part.is === 'literal')) return 'text'
  return alternativesOf(plain).length > 1 ? 'either' : 'structured'
}

/**
 * What a type lets one choose between, where values of each take an editor of their own: all its literals are
 * one of them.
 */
export function alternativesOf(type: TypeModel): TypeModel[] {
  const parts = (type.is === 'union' ? type.of : [type]).filter(
    (type) => type.is !== 'undefined' && type.is !== 'null',
  )
  const literals = parts.filter((part) => part.is === 'literal')
  const others = parts.filter((part) => part.is !== 'literal' && part.is !== 'void')
  return [...(literals.length ? [unionOf(literals)] : []), ...others]
}

/**
 * A plain value with what no plain value can hold where its type has it, at any depth: dates, which are
 * kept as text in ISO 8601, and functions, for which `true` stands and which `make` gives by their path,
 * such as `columns.0.render`.
 */
export function brought(
  type: TypeModel,
  value: unknown,
  make: (path: string) => unknown = () => value,
  at = '',
): unknown {
  const inner = (of: TypeModel, given: unknown, name: string | number) =>
    brought(of, given, make, at ? `${at}.${name}` : String(name))
  if (value === true && isFunction(type)) return make(at)
  switch (type.is) {
    case 'date':
      return typeof value === 'string' && !Number.isNaN(Date.parse(value)) ? new Date(value) : value
    case 'union': {
      const fit = type.of.filter((type) => type.is !== 'other' && misfit(type, value) === undefined)
      const own = fit.find((type) => type.is !== 'date') ?? fit[0]
      return own ? brought(own, value, make, at) : value
    }
    case 'list':
      return Array.isArray(value) ? value.map((item, i) => inner(type.of, item, i)) : value
    case 'object': {
      if (typeof value !== 'object' || value === null) return value
      const types = new Map(type.fields.map((field) => [field.name, field.type]))
      return Object.fromEntries(
        Object.entries(value).map(([key, given]) => [
          key,
          types.has(key) ? inner(types.get(key)!, given, key) : given,
        ]),
      )
    }
    default:
      return value
  }
}

/**
 * Whether a plain JSON value may be given to a member of this type; `true` stands for a function.
 * Returns what is wrong as a sentence, or `undefined` where nothing is.
 */
export function misfit(type: TypeModel, value: unknown, at = 'value'): string | undefined {
  switch (type.is) {
    case 'string':
    case 'number':
    case 'boolean':
      return typeof value === type.is ? undefined : `${at} should be a ${type.is}.`
    case 'date':
      return typeof value === 'string' && !Number.isNaN(Date.parse(value))
        ? undefined
        : `${at} should be a date in ISO 8601.`
    case 'null':
      return value === null ? undefined : `${at} should be null.`
    case 'undefined':
    case 'void':
      return value === undefined ? undefined : `${at} should not be set.`
    case 'function':
      return value === true ? undefined : `${at} should be true, which stands for a function.`
    case 'literal':
      return value === type.value ? undefined : `${at} should be ${printType(type)}.`
    case 'union': {
      const wrong = type.of.map((type) => misfit(type, value, at))
      return wrong.some((text) => text === undefined) ? undefined : `${at} should be ${printType(type)}.`
    }
    case 'list': {
      if (!Array.isArray(value)) return `${at} should be a list.`
      return value.map((item, i) => misfit(type.of, item, `${at}[${i}]`)).find((wrong) => wrong !== undefined)
    }
    case 'object': {
      if (typeof value !== 'object' || value === null || Array.isArray(value))
        return `${at} should be an object.`
      const given = value as Record<string, unknown>
      return type.fields
        .map((field) =>
          given[field.name] === undefined
            ? field.optional
              ? undefined
              : `${at}.${field.name} is missing.`
            : misfit(field.type, given[field.name], `${at}.${field.name}`),
        )
        .find((wrong) => wrong !== undefined)
    }
    default:
      return undefined
  }
}
