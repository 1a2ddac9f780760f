import { membersOf as contractMembers, type Contract } from '~~/core/contract/contract'
import type { Material, Stated } from './material'

const eventProp = (name: string): string => `on${name.charAt(0).toUpperCase()}${name.slice(1)}`
/** What we read of a component, in the terms of the library's own statement. */
export function ours(material: Material, contract: Contract): Stated[] {
  const props = contractMembers(contract, 'prop')
  if (material.states === 'attributes')
    return props
      .filter((prop) => prop.attribute)
      .map((prop) => ({ name: prop.attribute!, type: prop.type, default: prop.default }))
  if (material.states === 'fields')
    return props
      .filter((prop) => !prop.attributeOnly)
      .map((prop) => ({ name: prop.name, type: prop.type, default: prop.default }))
  const events = contractMembers(contract, 'event')
  return [
    ...props.map((prop) => ({ name: prop.name, type: prop.type })),
    ...(material.states === 'vue-declarations'
      ? events.map((event) => ({ name: eventProp(event.name) }))
      : [
          ...events.map((event) => ({ name: event.name })),
          ...contractMembers(contract, 'slot').map((contractMember) => ({
            name: contractMember.name || 'children',
          })),
        ]),
  ]
}
