import { memberKey, type Contract, type Member, type MemberKind } from '../contract/contract'
import { isElement } from '../languages/languages'
import type { SummaryRow } from '../accessible/summary'
import { printType, type TypeModel } from '../contract/type'
import { withSaidValues } from '../variants/said-values'

/** Where a component's module stands in the package. */
export const modulePath = (contract: Contract, prefix: string): string =>
  `dist/${bareName(contract.tag, prefix)}.js`
export const bareName = (tag: string, prefix: string): string =>
  tag.startsWith(prefix) ? tag.slice(prefix.length) : tag

/** What people wrote for members, by tag and member key. */
export type Words = (tag: string, key: string) => string | undefined

type MemberOf<K extends MemberKind> = Extract<Member, { kind: K }>
/** What an entry says in words: its description, and that it is deprecated. */
type Told = { description?: string; deprecated?: string | true }
/** A list of a declaration in which members of a kind stand, and how; `undefined` leaves a member out. */
interface Listing<K extends MemberKind> {
  list: (typeof lists)[number]
  write(member: MemberOf<K>, told: Told): object | undefined
}

/** The lists of a custom element’s declaration, in the order they are written. */
const lists = ['members', 'attributes', 'events', 'slots', 'cssParts', 'cssProperties', 'cssStates'] as const

const typed = (type: TypeModel) => ({ type: { text: printType(type, true) } })
/** What only a comment says stands in no manifest: others would take it for a promise. */
const inCode = (member: Member): boolean => member.known !== 'comment'

/** Where each kind of member stands in a manifest; nowhere where the format has no place for it. */
const listings: { [K in MemberKind]: Listing<K>[] } = {
  prop: [
    {
      list: 'members',
      write: (prop, told) => ({
        kind: 'field',
        name: prop.name,
        ...typed(prop.type),
        ...told,
        ...(prop.default === undefined ? {} : { default: prop.default }),
        ...(prop.attribute ? { attribute: prop.attribute } : {}),
        ...(prop.reflects ? { reflects: true } : {}),
        ...(prop.readonly ? { readonly: true } : {}),
        privacy: 'public',
      }),
    },
    {
      list: 'attributes',
      write: (prop, told) =>
        prop.attribute
          ? {
              name: prop.attribute,
              fieldName: prop.name,
              ...typed(prop.type),
              ...told,
              ...(prop.default === undefined ? {} : { default: prop.default }),
            }
          : undefined,
    },
  ],
  method: [
    {
      list: 'members',
      write: (method, told) => ({
        kind: 'method',
        name: method.name,
        ...told,
        privacy: 'public',
        parameters: method.takes.map((taken) => ({
          name: taken.name,
          ...typed(taken.type),
          ...(taken.optional ? { optional: true } : {}),
        })),
        return: typed(method.returns),
      }),
    },
  ],
  event: [
    {
      list: 'events',
      write: (event, told) =>
        inCode(event)
          ? {
              name: event.name,
              type: { text: event.detail ? `CustomEvent<${printType(event.detail, true)}>` : 'Event' },
              ...told,
            }
          : undefined,
    },
  ],
  slot: [{ list: 'slots', write: (slot, told) => (inCode(slot) ? { name: slot.name, ...told } : undefined) }],
  part: [
    { list: 'cssParts', write: (part, told) => (inCode(part) ? { name: part.name, ...told } : undefined) },
  ],
  'custom-property': [
    {
      list: 'cssProperties',
      write: (property, told) =>
        inCode(property)
          ? {
              name: property.name,
              ...told,
              ...(property.fallbacks[0] ? { default: property.fallbacks[0] } : {}),
            }
          : undefined,
    },
  ],
  state: [
    {
      list: 'cssStates',
      write: (state, told) =>
        inCode(state) && state.by === 'custom' ? { name: state.name, ...told } : undefined,
    },
  ],
  // the format has no place for them: the values stand in the type of their prop
  variant: [],
  key: [],
  'pass-through': [],
}

const told = (
  comment: string | undefined,
  words: string | undefined,
  deprecated: string | undefined,
): Told => {
  const description = words ?? comment
  return {
    ...(description ? { description } : {}),
    ...(deprecated === undefined ? {} : { deprecated: deprecated || true }),
  }
}

/** The members of a contract in the lists of its declaration. */
function listed(contract: Contract, words: Words): Record<(typeof lists)[number], object[]> {
  const wordsOf = (key: string) => words(contract.tag, key)
  const entries = withSaidValues(contract, wordsOf).members.flatMap((member) => {
    // the words for a prop stand in its comment by now, with those for its values
    const own = member.kind === 'prop' ? undefined : wordsOf(memberKey(member))
    const says = told(member.comment, own, member.deprecated)
    return (listings[member.kind] as Listing<MemberKind>[]).map(({ list, write }) => ({
      list,
      kind: member.kind,
      entry: write(member as never, says),
    }))
  })
  const kinds = Object.keys(listings)
  return Object.fromEntries(
    lists.map((list) => [
      list,
      entries
        .filter((item) => item.list === list && item.entry !== undefined)
        .toSorted((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind))
        .map(({ entry }) => entry),
    ]),
  ) as Record<(typeof lists)[number], object[]>
}

/** A custom elements manifest, schema version 2.1.0, of the custom elements in a package. */
export function customElementsManifest(
  contracts: Contract[],
  prefix: string,
  words: Words = () => undefined,
  accessible: Readonly<Record<string, SummaryRow[]>> = {},
): object {
  return {
    schemaVersion: '2.1.0',
    readme: 'README.md',
    modules: contracts
      .filter(isElement)
      .map((contract) => moduleOf(contract, prefix, words, accessible[contract.tag])),
  }
}

function moduleOf(
  contract: Contract,
  prefix: string,
  words: Words,
  accessible: SummaryRow[] | undefined,
): object {
  const path = modulePath(contract, prefix)
  const declaration = { name: contract.className, module: path }
  return {
    kind: 'javascript-module',
    path,
    declarations: [
      {
        kind: 'class',
        customElement: true,
        name: contract.className,
        tagName: contract.tag,
        ...told(contract.summary || undefined, words(contract.tag, 'component:'), contract.deprecated),
        superclass: { name: 'HTMLElement' },
        ...listed(contract, words),
        // ours beside the format: what a browser tells assistive technology, and what keys do
        ...(accessible?.length ? { accessible } : {}),
      },
    ],
    exports: [
      { kind: 'custom-element-definition', name: contract.tag, declaration },
      ...(contract.exported ? [{ kind: 'js', name: contract.className, declaration }] : []),
    ],
  }
}
