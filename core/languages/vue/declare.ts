import { membersOf, type Contract } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import { doc, handlerLines, plainType, property, propLines, typeFrom } from '../../release/declarations'

/** A Vue component for a consumer's editor: a `DefineComponent` of its props, with its slots. */
export function declareVue(contract: Contract): string {
  const handlers = handlerLines(contract, (event) => `on${event.charAt(0).toUpperCase()}${event.slice(1)}`)
  const slots = membersOf(contract, 'slot').map(
    (slot) =>
      `${doc(slot.comment)}  ${property(slot.name || 'default')}?(values: ${handedOver(slot)}): unknown\n`,
  )
  return (
    `${typeFrom('DefineComponent', 'vue')}export interface ${contract.tag}Props ` +
    `{\n${propLines(contract).join('')}${handlers.join('')}}\nexport declare const ${contract.tag}: ` +
    `DefineComponent<${contract.tag}Props> & { new (): { $slots: {\n${slots.join('')}} } }\n`
  )
}

function handedOver({ passes }: Slot): string {
  if (!passes?.length) return 'Record<string, never>'
  const fields = passes.map(({ name, type }) => `${property(name)}: ${type ? plainType(type) : 'unknown'}`)
  return `{ ${fields.join('; ')} }`
}
