import { membersOf, type Contract } from '../../contract/contract'
import type { Slot } from '../../contract/slot'
import { doc, handlerLines, plainType, property, propLines, typeFrom } from '../../release/declarations'
import { withoutNever } from '../../release/never-together'
import type { NeverTogether } from '../../variants/combination'

/** A Vue component for a consumer's editor: a `DefineComponent` of its props, with its slots. */
export function declareVue(contract: Contract, never: readonly NeverTogether[] = []): string {
  const handlers = handlerLines(contract, (event) => `on${event.charAt(0).toUpperCase()}${event.slice(1)}`)
  const slots = membersOf(contract, 'slot').map(
    (slot) =>
      `${doc(slot.comment)}  ${property(slot.name || 'default')}?(values: ${handedOver(slot)}): unknown\n`,
  )
  const name = `${contract.tag}Props`
  const props = withoutNever(contract, name, never)
  // the types of Vue take unions of props apart: what a template may give is said once more
  const given = props === name ? '' : `$props: VNodeProps & AllowedComponentProps & ${props}, `
  const from = given ? 'AllowedComponentProps, DefineComponent, VNodeProps' : 'DefineComponent'
  return (
    `${typeFrom(from, 'vue')}export interface ${name} ` +
    `{\n${propLines(contract).join('')}${handlers.join('')}}\nexport declare const ${contract.tag}: ` +
    `DefineComponent<${name}> & { new (): { ${given}$slots: {\n${slots.join('')}} } }\n`
  )
}

function handedOver({ passes }: Slot): string {
  if (!passes?.length) return 'Record<string, never>'
  const fields = passes.map(({ name, type }) => `${property(name)}: ${type ? plainType(type) : 'unknown'}`)
  return `{ ${fields.join('; ')} }`
}
