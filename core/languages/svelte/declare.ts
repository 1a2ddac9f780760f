import { membersOf, type Contract } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import { doc, handlerLines, plainType, property, propLines } from '../../release/declarations'
import { withoutNever } from '../../release/never-together'
import type { NeverTogether } from '../../variants/combination'

/**
 * A Svelte component for a consumer's editor: a `Component` of its props and snippets, with what it exports
 * and which props may be bound.
 */
export function declareSvelte(contract: Contract, never: readonly NeverTogether[] = []): string {
  const snippets = membersOf(contract, 'slot').map(
    (slot) => `${doc(slot.comment)}  ${property(slot.name || 'children')}?: Snippet${handedOver(slot)}\n`,
  )
  const methods = membersOf(contract, 'method').map(
    (method) => `${doc(method.comment)}  ${property(method.name)}(...values: any[]): any\n`,
  )
  const handedOn = membersOf(contract, 'pass-through').length ? '  [attribute: string]: unknown\n' : ''
  const fields = [...propLines(contract), ...handlerLines(contract), ...snippets, handedOn].join('')
  const name = contract.tag
  const props = withoutNever(contract, `${name}Props`, never)
  const bound = membersOf(contract, 'prop').flatMap((prop) => (prop.bindable ? [`'${prop.name}'`] : []))
  return `import type { Component, Snippet } from 'svelte'
export interface ${name}Props {
${fields}}
export interface ${name}Exports {
${methods.join('')}}
export declare const ${name}: Component<${props}, ${name}Exports, ${bound.join(' | ') || "''"}>
`
}

const handedOver = ({ passes }: Slot): string =>
  passes?.length ? `<[${passes.map(({ type }) => (type ? plainType(type) : 'unknown')).join(', ')}]>` : ''
