import { membersOf, type Contract } from '../contract/contract'
import { printType, type TypeModel } from '../contract/type'

const property = (name: string): string => (/^[A-Za-z_$][\w$]*$/.test(name) ? name : JSON.stringify(name))
/** The line a declaration begins with that takes a type from a package of the consumer's. */
const typeFrom = (name: string, from: string): string => `import type { ${name} } from '${from}'\n`
const doc = (text: string | undefined): string => (text ? `  /** ${text.replaceAll('*/', '*\\/').replace(/\s+/g, ' ')} */\n` : '')

/** Names in a type that lead into the library's own files are not there for a consumer: what is not plain is `unknown`. */
function plainType(type: TypeModel): string {
  switch (type.is) {
    case 'union': return type.of.map(plainType).join(' | ')
    case 'list': return `(${plainType(type.of)})[]`
    case 'object': return `{ ${type.fields.map((one) => `${property(one.name)}${one.optional ? '?' : ''}: ${plainType(one.type)}`).join('; ')} }`
    case 'other': return 'unknown'
    case 'function': return '(...values: any[]) => any'
    case 'node': return 'unknown'
    default: return printType(type)
  }
}

/**
 * Declarations of a component that is no class, from its contract: what a consumer's editor needs to
 * know its props, events and slots. Vue components are `DefineComponent`s; the others functions of props.
 */
export function declarationOf(contract: Contract): string {
  const props = membersOf(contract, 'prop').map((one) => `${doc(one.comment)}  ${property(one.name)}${one.required ? '' : '?'}: ${plainType(one.type)}\n`)
  const events = membersOf(contract, 'event').map((one) => {
    const name = contract.language === 'vue' ? `on${one.name.charAt(0).toUpperCase()}${one.name.slice(1)}` : one.name
    return `${doc(one.comment)}  ${property(name)}?: (${one.detail ? `value: ${plainType(one.detail)}` : '...values: any[]'}) => void\n`
  })
  const slots = membersOf(contract, 'slot')
  if (contract.language === 'vue') {
    const slot = slots.map((one) => `${doc(one.comment)}  ${property(one.name || 'default')}?(values: ${one.passes?.length ? `{ ${one.passes.map((pass) => `${property(pass.name)}: ${pass.type ? plainType(pass.type) : 'unknown'}`).join('; ')} }` : 'Record<string, never>'}): unknown\n`)
    return `${typeFrom('DefineComponent', 'vue')}export interface ${contract.tag}Props {\n${props.join('')}${events.join('')}}\nexport declare const ${contract.tag}: DefineComponent<${contract.tag}Props> & { new (): { $slots: {\n${slot.join('')}} } }\n`
  }
  const nodes = slots.map((one) => `${doc(one.comment)}  ${property(one.name || 'children')}?: ReactNode\n`)
  return `${typeFrom('ReactNode', 'react')}export interface ${contract.tag}Props {\n${props.join('')}${events.join('')}${nodes.join('')}  [attribute: string]: unknown\n}\nexport declare function ${contract.tag}(props: ${contract.tag}Props): ReactNode\n`
}
