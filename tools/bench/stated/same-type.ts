import { printType, withoutUndefined, type TypeModel } from '~~/core/contract/type'

/**
 * One form for types that say the same: order of a union, quotes, spaces, `Array<T>`, names of constructors.
 */
function formOf(type: TypeModel): string {
  const flat = (type: TypeModel): string[] => {
    if (type.is === 'union') return type.of.flatMap(flat)
    if (type.is === 'list') return [`(${formOf(type.of)})[]`]
    if (type.is === 'object')
      return [
        `{${type.fields
          .map((field) => `${field.name}:${formOf(field.type)}`)
          .sort()
          .join(';')}}`,
      ]
    const text = printType(type).replace(/\s+/g, '').replaceAll('"', "'")
    return [
      {
        Boolean: 'boolean',
        String: 'string',
        Number: 'number',
        array: '(unknown)[]',
        Array: '(unknown)[]',
        any: 'unknown',
        object: '{}',
        Object: '{}',
      }[text] ?? text,
    ]
  }
  return [...new Set(flat(withoutUndefined(type).type))]
    .filter((text) => text !== 'null' && text !== 'undefined')
    .sort()
    .join('|')
}
/** Names stand for what they name: a statement may use either. */
export const sameType = (a: TypeModel, b: TypeModel): boolean => {
  const named = (type: TypeModel): string =>
    ((type.is === 'object' || type.is === 'union') && type.named) ||
    (type.is === 'list'
      ? `(${named(type.of)})[]`
      : type.is === 'union'
        ? [...new Set(type.of.filter((type) => type.is !== 'null').map(named))].sort().join('|')
        : formOf(type))
  const forms = (type: TypeModel) => {
    const { type: plain } = withoutUndefined(type)
    return [
      formOf(plain),
      named(plain),
      ...(plain.is === 'union' ? [named({ ...plain, named: undefined })] : []),
    ]
  }
  const mine = new Set(forms(a))
  return forms(b).some((form) => mine.has(form))
}
export const normalDefault = (text: string): string =>
  text
    .trim()
    .replace(/^["'`](.*)["'`]$/s, '$1')
    .replace(/^\\?["'](.*?)\\?["']$/s, '$1')
    .replace(/\s+/g, '')
