import { membersOf, type Contract } from '../../contract/contract'
import { doc, handlerLines, property, propLines, typeFrom } from '../../release/declarations'

/** A function component for a consumer's editor: a function of its props. */
export function declareFunction(contract: Contract): string {
  const nodes = membersOf(contract, 'slot').map(
    (slot) => `${doc(slot.comment)}  ${property(slot.name || 'children')}?: ReactNode\n`,
  )
  return (
    `${typeFrom('ReactNode', 'react')}export interface ${contract.tag}Props ` +
    `{\n${propLines(contract).join('')}${handlerLines(contract).join('')}${nodes.join('')}  [attribute: string]: ` +
    `unknown\n}\nexport declare function ${contract.tag}(props: ${contract.tag}Props): ReactNode\n`
  )
}
