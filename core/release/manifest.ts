import { membersOf, type Contract } from '../contract/contract'
import { printType } from '../contract/type'

/** Where a component's module stands in the package. */
export const modulePath = (contract: Contract, prefix: string): string =>
  `dist/${bareName(contract.tag, prefix)}.js`
export const bareName = (tag: string, prefix: string): string =>
  tag.startsWith(prefix) ? tag.slice(prefix.length) : tag

/** What people wrote for members, by tag and member key. */
export type Words = (tag: string, key: string) => string | undefined

const described = (comment: string | undefined, words: string | undefined) => {
  const description = words ?? comment
  return description ? { description } : {}
}
const deprecation = (deprecated: string | undefined) =>
  deprecated === undefined ? {} : { deprecated: deprecated || true }

/** A custom elements manifest, schema version 2.1.0, of the contracts in a package. */
export function customElementsManifest(
  contracts: Contract[],
  prefix: string,
  words: Words = () => undefined,
): object {
  return {
    schemaVersion: '2.1.0',
    readme: 'README.md',
    modules: contracts.map((contract) => {
      const path = modulePath(contract, prefix)
      const wordsOf = (key: string) => words(contract.tag, key)
      const props = membersOf(contract, 'prop')
      return {
        kind: 'javascript-module',
        path,
        declarations: [
          {
            kind: 'class',
            customElement: true,
            name: contract.className,
            tagName: contract.tag,
            ...described(contract.summary || undefined, wordsOf('component:')),
            ...deprecation(contract.deprecated),
            superclass: { name: 'HTMLElement' },
            members: [
              ...props.map((prop) => ({
                kind: 'field',
                name: prop.name,
                type: { text: printType(prop.type, true) },
                ...described(prop.comment, wordsOf(`prop:${prop.name}`)),
                ...(prop.default === undefined ? {} : { default: prop.default }),
                ...(prop.attribute ? { attribute: prop.attribute } : {}),
                ...(prop.reflects ? { reflects: true } : {}),
                ...(prop.readonly ? { readonly: true } : {}),
                privacy: 'public',
                ...deprecation(prop.deprecated),
              })),
              ...membersOf(contract, 'method').map((method) => ({
                kind: 'method',
                name: method.name,
                ...described(method.comment, wordsOf(`method:${method.name}`)),
                privacy: 'public',
                parameters: method.takes.map((take) => ({
                  name: take.name,
                  type: { text: printType(take.type, true) },
                  ...(take.optional ? { optional: true } : {}),
                })),
                return: { type: { text: printType(method.returns, true) } },
                ...deprecation(method.deprecated),
              })),
            ],
            attributes: props
              .filter((prop) => prop.attribute)
              .map((prop) => ({
                name: prop.attribute,
                fieldName: prop.name,
                type: { text: printType(prop.type, true) },
                ...described(prop.comment, wordsOf(`prop:${prop.name}`)),
                ...(prop.default === undefined ? {} : { default: prop.default }),
                ...deprecation(prop.deprecated),
              })),
            events: membersOf(contract, 'event')
              .filter((member) => member.known !== 'comment')
              .map((event) => ({
                name: event.name,
                type: { text: event.detail ? `CustomEvent<${printType(event.detail, true)}>` : 'Event' },
                ...described(event.comment, wordsOf(`event:${event.name}`)),
                ...deprecation(event.deprecated),
              })),
            slots: membersOf(contract, 'slot')
              .filter((member) => member.known !== 'comment')
              .map((slot) => ({ name: slot.name, ...described(slot.comment, wordsOf(`slot:${slot.name}`)) })),
            cssParts: membersOf(contract, 'part')
              .filter((member) => member.known !== 'comment')
              .map((part) => ({ name: part.name, ...described(part.comment, wordsOf(`part:${part.name}`)) })),
            cssProperties: membersOf(contract, 'custom-property')
              .filter((member) => member.known !== 'comment')
              .map((property) => ({
                name: property.name,
                ...described(property.comment, wordsOf(`custom-property:${property.name}`)),
                ...(property.fallbacks[0] ? { default: property.fallbacks[0] } : {}),
              })),
            cssStates: membersOf(contract, 'state')
              .filter((member) => member.by === 'custom' && member.known !== 'comment')
              .map((state) => ({
                name: state.name,
                ...described(state.comment, wordsOf(`state:${state.name}`)),
              })),
          },
        ],
        exports: [
          {
            kind: 'custom-element-definition',
            name: contract.tag,
            declaration: { name: contract.className, module: path },
          },
          ...(contract.exported
            ? [
                {
                  kind: 'js',
                  name: contract.className,
                  declaration: { name: contract.className, module: path },
                },
              ]
            : []),
        ],
      }
    }),
  }
}
