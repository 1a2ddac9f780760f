import { membersOf, type Contract } from '../contract/contract'
import { printType, type TypeModel } from '../contract/type'

const property = (name: string): string => (/^[A-Za-z_$][\w$]*$/.test(name) ? name : JSON.stringify(name))
/** The line a declaration begins with that takes a type from a package of the consumer's. */
const typeFrom = (name: string, from: string): string => `import type { ${name} } from '${from}'\n`
const doc = (text: string | undefined): string =>
  text ? `  /** ${text.replaceAll('*/', '*\\/').replace(/\s+/g, ' ')} */\n` : ''

/**
 * Names in a type that lead into the library's own files are not there for a consumer: what is not plain is
 * `unknown`.
 */
function plainType(type: TypeModel): string {
  switch (type.is) {
    // a function takes everything after its arrow for its answer
    case 'union':
      return type.of
        .map((part) => (part.is === 'function' ? `(${plainType(part)})` : plainType(part)))
        .join(' | ')
    case 'list':
      return `(${plainType(type.of)})[]`
    case 'object':
      return (
        '{ ' +
        `${type.fields.map((field) => `${property(field.name)}${field.optional ? '?' : ''}: ` + `${plainType(field.type)}`).join('; ')} }`
      )
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
function valuesOf(detail: TypeModel | undefined): string {
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
  return (
    `type Own<T, K> = Omit<T, K & keyof T>\ndeclare const Base: new () => Own<HTMLElement, ` +
    `${[...membersOf(contract, 'prop'), ...membersOf(contract, 'method')].map((member) => JSON.stringify(member.name)).join(' | ') || 'never'}>\n${head} ` +
    `extends Base {\n${props.join('')}${methods.join('')}}\n`
  )
}

/**
 * Declarations of a component that is no class, from its contract: what a consumer's editor needs to
 * know its props, events and slots. Vue components are `DefineComponent`s; the others functions of props.
 */
export function declarationOf(contract: Contract): string {
  const props = membersOf(contract, 'prop').map(
    (member) =>
      `${doc(member.comment)}  ${property(member.name)}${member.required ? '' : '?'}: ` +
      `${plainType(member.type)}\n`,
  )
  const events = membersOf(contract, 'event').map((member) => {
    const name =
      contract.language === 'vue'
        ? `on${member.name.charAt(0).toUpperCase()}${member.name.slice(1)}`
        : member.name
    return `${doc(member.comment)}  ${property(name)}?: (${valuesOf(member.detail)}) => void\n`
  })
  const slots = membersOf(contract, 'slot')
  if (contract.language === 'vue') {
    const slot = slots.map(
      (slot) =>
        `${doc(slot.comment)}  ${property(slot.name || 'default')}?(values: ` +
        `${slot.passes?.length ? '{ ' + `${slot.passes.map((pass) => `${property(pass.name)}: ` + `${pass.type ? plainType(pass.type) : 'unknown'}`).join('; ')} }` : 'Record<string, never>'}): unknown\n`,
    )
    return (
      `${typeFrom('DefineComponent', 'vue')}export interface ${contract.tag}Props ` +
      `{\n${props.join('')}${events.join('')}}\nexport declare const ${contract.tag}: ` +
      `DefineComponent<${contract.tag}Props> & { new (): { $slots: {\n${slot.join('')}} } }\n`
    )
  }
  const nodes = slots.map(
    (slot) => `${doc(slot.comment)}  ${property(slot.name || 'children')}?: ReactNode\n`,
  )
  return (
    `${typeFrom('ReactNode', 'react')}export interface ${contract.tag}Props ` +
    `{\n${props.join('')}${events.join('')}${nodes.join('')}  [attribute: string]: ` +
    `unknown\n}\nexport declare function ${contract.tag}(props: ${contract.tag}Props): ReactNode\n`
  )
}
