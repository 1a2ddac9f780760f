import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import type { TypeModel } from '~~/core/contract/type'
import { typeOfText } from '~~/core/read/source/type-text'
import type { Material, Statement } from './material'

const stated = z.looseObject({
  name: z.string().optional(),
  type: z.unknown().optional(),
  default: z.string().optional(),
})
const declaration = z.looseObject({
  tagName: z.string().optional(),
  name: z.string().optional(),
  attributes: z.array(stated).optional(),
  members: z
    .array(
      z.looseObject({
        kind: z.string(),
        name: z.string(),
        static: z.boolean().optional(),
        privacy: z.string().optional(),
        type: z.unknown().optional(),
        default: z.string().optional(),
      }),
    )
    .optional(),
})
function typeIn(type: unknown): TypeModel | undefined {
  const text =
    typeof type === 'string'
      ? type
      : typeof type === 'object' && type !== null && 'text' in type && typeof type.text === 'string'
        ? type.text
        : undefined
  return text === undefined || text === '' || text === 'undefined' ? undefined : typeOfText(text)
}

/** A name that every element of the page has already is the browser's, not the component's. */
const ofEveryElement = new Set(['textContent', 'innerHTML'])

/** What a library's manifest states of its elements. */
export function manifestStatements(material: Material): Statement[] {
  const json: unknown = JSON.parse(readFileSync(join(material.folder, material.at), 'utf8'))
  // the older shape of such files lists tags; the current one lists modules with declarations
  const tags = z.object({ tags: z.array(declaration) }).safeParse(json)
  const declarations = tags.success
    ? tags.data.tags
    : z
        .object({ modules: z.array(z.looseObject({ declarations: z.array(declaration).optional() })) })
        .parse(json)
        .modules.flatMap((module) =>
          (module.declarations ?? []).map((declaration) => ({ ...declaration, path: module.path })),
        )
  return declarations
    .filter((declaration) => declaration.tagName ?? tags.success)
    .map((declaration) => ({
      of: declaration.tagName ?? declaration.name!,
      at: typeof declaration.path === 'string' ? declaration.path.replace(/^\.\//, '') : '',
      names:
        material.states === 'attributes'
          ? (declaration.attributes ?? []).flatMap((attribute) =>
              attribute.name
                ? [{ name: attribute.name, type: typeIn(attribute.type), default: attribute.default }]
                : [],
            )
          : (declaration.members ?? [])
              .filter(
                (member) =>
                  member.kind === 'field' &&
                  !member.static &&
                  (member.privacy ?? 'public') === 'public' &&
                  !/^[_#]/.test(member.name) &&
                  !ofEveryElement.has(member.name),
              )
              .map((member) => ({ name: member.name, type: typeIn(member.type), default: member.default })),
    }))
}
