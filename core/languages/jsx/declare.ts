import { membersOf, type Contract } from '../../contract/contract'
import { doc, handlerLines, property, propLines, typeFrom } from '../../release/declarations'
import { withoutNever } from '../../release/never-together'
import type { NeverTogether } from '../../variants/combination'

/** A function component for a consumer's editor: a function of its props. */
export function declareFunction(contract: Contract, never: readonly NeverTogether[] = []): string {
  const nodes = membersOf(contract, 'slot').map(
    (slot) => `${doc(slot.comment)}  ${property(slot.name || 'children')}?: ReactNode\n`,
  )
  const name = contract.tag
  const fields = [...propLines(contract), ...handlerLines(contract), ...nodes].join('')
  return `${typeFrom('ReactNode', 'react')}export interface ${name}Props {
${fields}  [attribute: string]: unknown
}
export declare function ${name}(props: ${withoutNever(contract, `${name}Props`, never)}): ReactNode
`
}
