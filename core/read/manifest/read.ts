import { z } from 'zod'
import type { Contract, Member } from '../../contract/contract'
import type { Place } from '../../contract/member'
import type { TypeModel } from '../../contract/type'
import type { Problem } from '../../problem'
import type { Reading } from '../source/reading'
import { typeOfText } from '../source/type-text'

/**
 * What we take of a custom elements manifest, schema 1.0.0 to 2.1.0; whatever else it holds is passed over.
 */
const typed = z.looseObject({ text: z.string() }).optional()
const said = {
  description: z.string().optional(),
  summary: z.string().optional(),
  deprecated: z.union([z.boolean(), z.string()]).optional(),
}
const named = z.looseObject({ name: z.string(), type: typed, default: z.string().optional(), ...said })
const memberShape = z.looseObject({
  kind: z.string(),
  name: z.string(),
  type: typed,
  default: z.string().optional(),
  ...said,
  static: z.boolean().optional(),
  privacy: z.string().optional(),
  attribute: z.string().optional(),
  reflects: z.boolean().optional(),
  readonly: z.boolean().optional(),
  parameters: z
    .array(z.looseObject({ name: z.string(), type: typed, optional: z.boolean().optional() }))
    .optional(),
  return: z.looseObject({ type: typed }).optional(),
})
const declarationShape = z.looseObject({
  kind: z.string().optional(),
  name: z.string(),
  tagName: z.string().optional(),
  ...said,
  members: z.array(memberShape).optional(),
  attributes: z.array(named.extend({ fieldName: z.string().optional() })).optional(),
  events: z.array(named.extend({ name: z.string().optional() })).optional(),
  slots: z.array(named).optional(),
  cssParts: z.array(named).optional(),
  cssProperties: z.array(named).optional(),
  cssStates: z.array(named).optional(),
})
const manifestShape = z.looseObject({
  schemaVersion: z.string(),
  modules: z.array(
    z.looseObject({
      path: z.string(),
      declarations: z.array(declarationShape).optional(),
      exports: z
        .array(
          z.looseObject({
            kind: z.string(),
            name: z.string(),
            declaration: z.looseObject({ name: z.string(), module: z.string().optional() }).optional(),
          }),
        )
        .optional(),
    }),
  ),
})
type Declaration = z.infer<typeof declarationShape>

/**
 * Contracts as a custom elements manifest states them. Their facts stand in the manifest, whose lines say
 * nothing: each is at its first.
 */
export function readManifest(path: string, text: string): Reading {
  const place: Place = { file: path, line: 1 }
  const refuse = (what: string): Reading => ({
    contracts: [],
    problems: [
      {
        code: 'bad-manifest',
        what,
        where: place,
        todo: 'Make the manifest again, or leave it out: the source is read all the same.',
      } satisfies Problem,
    ],
  })
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return refuse('This manifest is not JSON.')
  }
  const read = manifestShape.safeParse(json)
  if (!read.success)
    return refuse(
      'This is no custom elements manifest as its schema has it: ' +
        `${read.error.issues[0]!.path.join('.')} ${read.error.issues[0]!.message.toLowerCase()}.`,
    )
  const contracts = read.data.modules.flatMap((module) => {
    const tags = new Map(
      (module.exports ?? []).flatMap((exported) =>
        exported.kind === 'custom-element-definition' && exported.declaration
          ? [[exported.declaration.name, exported.name] as const]
          : [],
      ),
    )
    const exported = new Set(
      (module.exports ?? []).flatMap((exported) =>
        exported.kind === 'js' && exported.declaration ? [exported.declaration.name] : [],
      ),
    )
    return (module.declarations ?? []).flatMap((declaration) => {
      const tag = declaration.tagName ?? tags.get(declaration.name)
      return tag && isElementName(tag)
        ? [
            contractOf(
              declaration,
              tag,
              exported.has(declaration.name),
              module.path.replace(/^\.?\//, ''),
              place,
            ),
          ]
        : []
    })
  })
  return { contracts, problems: [] }
}

function contractOf(
  declaration: Declaration,
  tag: string,
  exported: boolean,
  module: string,
  place: Place,
): Contract {
  const { name: className, description, summary, deprecated } = declaration
  return {
    tag,
    language: 'custom-element',
    className,
    exported,
    place,
    summary: description ?? summary ?? '',
    ...(deprecated ? { deprecated: reasonOf(deprecated) } : {}),
    members: membersStated(declaration, place),
    uses: [],
    files: [module],
  }
}

/** What no custom element can be called is a component of something else. */
const isElementName = (tag: string): boolean => /^[a-z][^\s/>]*-[^\s/>]*$/.test(tag)

const reasonOf = (deprecated: boolean | string): string => (typeof deprecated === 'string' ? deprecated : '')
const typeStated = (text: string | undefined): TypeModel =>
  text === undefined ? { is: 'other', text: 'unknown' } : typeOfText(text)

interface StatedMember {
  name?: string | undefined
  description?: string | undefined
  summary?: string | undefined
  deprecated?: boolean | string | undefined
}
/** What is said alike of members of every kind. */
const stated = (of: StatedMember, place: Place) => ({
  name: of.name ?? '',
  place,
  known: 'declared' as const,
  disagreements: [],
  ...((of.description ?? of.summary) ? { comment: (of.description ?? of.summary)! } : {}),
  ...(of.deprecated ? { deprecated: reasonOf(of.deprecated) } : {}),
})
const isPublic = (of: { privacy?: string | undefined; static?: boolean | undefined; name: string }) =>
  (of.privacy ?? 'public') === 'public' && !of.static && !/^[_#]/.test(of.name)

const membersStated = (declaration: Declaration, place: Place): Member[] => [
  ...propsStated(declaration, place),
  ...(declaration.slots ?? []).map((slot): Member => ({
    kind: 'slot',
    ...stated(slot.name === 'default' ? { ...slot, name: '' } : slot, place),
    fallback: '',
    feeds: [],
  })),
  ...(declaration.events ?? [])
    .filter((event) => event.name)
    .map((event): Member => ({
      kind: 'event',
      ...stated(event, place),
      ...detailStated(event.type?.text),
      bubbles: false,
      composed: false,
      cancelable: false,
    })),
  ...(declaration.cssParts ?? []).map((part): Member => ({ kind: 'part', ...stated(part, place) })),
  ...(declaration.cssProperties ?? []).map((property): Member => ({
    kind: 'custom-property',
    ...stated(property, place),
    fallbacks: property.default === undefined ? [] : [property.default],
    usedBy: [],
  })),
  ...(declaration.cssStates ?? []).map((state): Member => ({
    kind: 'state',
    ...stated(state, place),
    by: 'custom',
    selector: `:state(${state.name})`,
  })),
  ...methodsStated(declaration, place),
]

/** Public fields, and attributes that feed none of them. */
function propsStated(declaration: Declaration, place: Place): Member[] {
  const fed = new Map(
    (declaration.attributes ?? []).map((attribute) => [attribute.fieldName ?? attribute.name, attribute]),
  )
  const fields = (declaration.members ?? []).filter((member) => member.kind === 'field' && isPublic(member))
  const props = fields.map((field): Member => {
    const attribute = field.attribute ?? fed.get(field.name)?.name
    fed.delete(field.name)
    return {
      kind: 'prop',
      ...stated(field, place),
      type: typeStated(field.type?.text),
      required: false,
      readonly: field.readonly ?? false,
      reflects: field.reflects ?? false,
      ...(field.default === undefined ? {} : { default: field.default }),
      ...(attribute ? { attribute } : {}),
    }
  })
  const alone = [...fed.values()].map((attribute): Member => ({
    kind: 'prop',
    ...stated(attribute, place),
    type: typeStated(attribute.type?.text),
    required: false,
    readonly: false,
    reflects: false,
    ...(attribute.default === undefined ? {} : { default: attribute.default }),
    attribute: attribute.name,
    attributeOnly: true,
  }))
  return [...props, ...alone]
}

function detailStated(text: string | undefined): { detail?: TypeModel } {
  const inner = /^CustomEvent\s*<([\s\S]*)>$/.exec(text ?? '')?.[1]
  return inner === undefined ? {} : { detail: typeOfText(inner) }
}

const methodsStated = (declaration: Declaration, place: Place): Member[] =>
  (declaration.members ?? [])
    .filter((member) => member.kind === 'method' && isPublic(member))
    .map((member): Member => ({
      kind: 'method',
      ...stated(member, place),
      takes: (member.parameters ?? []).map((parameter) => ({
        name: parameter.name,
        type: typeStated(parameter.type?.text),
        optional: parameter.optional ?? false,
      })),
      returns: typeStated(member.return?.type?.text),
    }))
