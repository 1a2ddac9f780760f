import { membersOf, type Contract } from '../contract/contract'
import { printType, type TypeModel } from '../contract/type'

export const property = (name: string): string =>
  /^[A-Za-z_$][\w$]*$/.test(name) ? name : JSON.stringify(name)
/** The line a declaration begins with that takes a type from a package of the consumer's. */
export const typeFrom = (name: string, from: string): string => `import type { ${name} } from '${from}'\n`
export const doc = (text: string | undefined): string =>
  text ? `  /** ${text.replaceAll('*/', '*\\/').replace(/\s+/g, ' ')} */\n` : ''

/**
 * Names in a type that lead into the library's own files are not there for a consumer: what is not plain is
 * `unknown`.
 */
export function plainType(type: TypeModel): string {
  switch (type.is) {
    // a function takes everything after its arrow for its answer
    case 'union':
      return type.of
        .map((part) => (part.is === 'function' ? `(${plainType(part)})` : plainType(part)))
        .join(' | ')
    case 'list':
      return `(${plainType(type.of)})[]`
    case 'object': {
      const fields = type.fields.map(
        ({ name, optional, type: of }) => `${property(name)}${optional ? '?' : ''}: ${plainType(of)}`,
      )
      return `{ ${fields.join('; ')} }`
    }
    case 'other':
      return 'unknown'
    case 'function':
      return '(...values: any[]) => any'
    case 'node':
      return 'unknown'
    default:
      return printType(type)
  }
}

/**
 * What a handler is given: one value, several where the detail is a list of places, or anything where nothing
 * is known.
 */
export function valuesOf(detail: TypeModel | undefined): string {
  if (!detail) return '...values: any[]'
  const isSeveral =
    detail.is === 'object' &&
    detail.fields.length > 1 &&
    detail.fields.every((field, i) => field.name === String(i))
  if (!isSeveral) return `value: ${plainType(detail)}`
  return detail.fields
    .map((field, i) => `value${i + 1}${field.optional ? '?' : ''}: ${plainType(field.type)}`)
    .join(', ')
}

/** A class of a custom element as its contract has it, for sources that declare nothing themselves. */
export function classDeclarationOf(contract: Contract): string {
  const props = membersOf(contract, 'prop').map(
    (prop) =>
      `${doc(prop.comment)}  ${prop.readonly ? 'readonly ' : ''}${property(prop.name)}: ` +
      `${plainType(prop.type)}\n`,
  )
  const methods = membersOf(contract, 'method').map(
    (method) => `${doc(method.comment)}  ${property(method.name)}(...values: any[]): any\n`,
  )
  const name = contract.className || 'Component'
  const head =
    contract.exportName === 'default' ? `export default class ${name}` : `export declare class ${name}`
  // what HTML elements have already is not declared once more, in another form
  const own = [...membersOf(contract, 'prop'), ...membersOf(contract, 'method')]
  const names = own.map((member) => JSON.stringify(member.name)).join(' | ') || 'never'
  return `type Own<T, K> = Omit<T, K & keyof T>
declare const Base: new () => Own<HTMLElement, ${names}>
${head} extends Base {
${props.join('')}${methods.join('')}}
`
}

/** The lines of a component's props, as fields of an interface. */
export const propLines = (contract: Contract): string[] =>
  membersOf(contract, 'prop').map(
    (prop) =>
      `${doc(prop.comment)}  ${property(prop.name)}${prop.required ? '' : '?'}: ${plainType(prop.type)}\n`,
  )

/**
 * The lines of what hears a component's events, as fields of its props; `named` gives what each is called
 * there.
 */
export const handlerLines = (
  contract: Contract,
  named: (event: string) => string = (event) => event,
): string[] =>
  membersOf(contract, 'event').map(
    (event) =>
      `${doc(event.comment)}  ${property(named(event.name))}?: (${valuesOf(event.detail)}) => void\n`,
  )
