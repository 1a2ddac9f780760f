import { packageFile } from './package-file'
import { typeEntries, typesBesideEntry } from './packages'
import { isDeclaration, joined } from './paths'
import type { SourceSet } from './source-set'

/**
 * Declarations that speak of a compiled script: beside it, those of the entry of its folder, which hand on
 * what it does, or those of the entry of the library's package.
 */
export function declarationFiles(sources: SourceSet, path: string): string[] {
  const beside = declarationsBeside(sources, path)
  const folder = path.slice(0, path.lastIndexOf('/') + 1)
  const own = packageFile(sources.texts.get('package.json'))
  const entries = own ? [...typeEntries(own), ...typesBesideEntry(own)].map((entry) => joined([], entry)) : []
  return [...new Set([...(beside === undefined ? [] : [beside]), `${folder}index.d.ts`, ...entries])].filter(
    (entry) => sources.texts.has(entry),
  )
}

/**
 * Characters of a library's own declarations that the compiler is given, the smaller files first: it holds
 * some
 * twenty bytes for each.
 */
const mostDeclared = 8_000_000

/** The declarations that are within the budget, and those that are not. */
export function withinBudget(sources: SourceSet): { taken: Set<string>; left: string[] } {
  const sized = [...sources.texts]
    .filter(([path]) => isDeclaration(path))
    .sort(([a, text], [b, other]) => text.length - other.length || a.localeCompare(b))
  const taken = new Set<string>()
  let size = 0
  for (const [path, { length }] of sized) if ((size += length) <= mostDeclared) taken.add(path)
  return { taken, left: sized.map(([path]) => path).filter((path) => !taken.has(path)) }
}

/**
 * What declares the types of a compiled script, as the compiler itself would look for it, `a.d.ts` beside
 * `a.js`;
 * build tools write `a.d.ts` beside `a.mjs` too, and that of a component's own file beside what they made of
 * it:
 * `Card.vue.d.ts` beside `Card.vue2.mjs`.
 */
export const declarationsBeside = (sources: SourceSet, file: string): string | undefined => {
  if (!/\.[cm]?jsx?$/.test(file)) return undefined
  const ofComponent = /^(.*\.(?:vue|svelte))\w*\.[cm]?js$/.exec(file)?.[1]
  return [
    file.replace(/\.([cm]?)jsx?$/, '.d.$1ts'),
    file.replace(/\.[cm]?jsx?$/, '.d.ts'),
    ...(ofComponent === undefined ? [] : [`${ofComponent}.d.ts`]),
  ].find((declared) => sources.texts.has(declared))
}
