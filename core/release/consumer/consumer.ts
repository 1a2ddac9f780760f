import { z } from 'zod'
import type { Contract } from '../../contract/contract'
import { isElement } from '../../languages/languages'
import { bareName } from '../manifest'

/** What came of one thing that a consumer does with a package. */
export const triedSchema = z.object({
  is: z.enum(['fine', 'wrong', 'not-tried']),
  /** What is wrong, or why it could not be tried. */
  says: z.array(z.string()),
})
export type Tried = z.infer<typeof triedSchema>

/**
 * What a version goes through before it is out, one after another: what a consumer does with its package, and
 * the library's own tests.
 */
export const consumerActs = ['installs', 'licences', 'types', 'loads', 'tests'] as const
export type ConsumerAct = (typeof consumerActs)[number]
/** Whether it is done with the package, installed; the library's own tests are of its source. */
export const takesPackage = (act: ConsumerAct): boolean => act !== 'tests'
export type ConsumerFacts = Partial<Record<ConsumerAct, Tried>>

export const fine: Tried = { is: 'fine', says: [] }
export const wrong = (...says: string[]): Tried => ({ is: 'wrong', says })
export const notTried = (why: string): Tried => ({ is: 'not-tried', says: [why] })

/** The parts of a package's `package.json` that a consumer meets. */
export interface Manifest {
  name: string
  version: string
  exports?: Readonly<Record<string, unknown>>
  peerDependencies?: Readonly<Record<string, string>>
}

const targetOf = (target: unknown): { types?: string; default?: string } =>
  typeof target === 'string' ? { default: target } : ((target ?? {}) as { types?: string; default?: string })

/** What can be imported from a package by a name: scripts, those that have types, and sheets. */
export function importsOf({ name, exports = {} }: Manifest): {
  scripts: string[]
  typed: string[]
  sheets: string[]
} {
  const named = Object.entries(exports)
    .filter(([path]) => !path.includes('*'))
    .map(([path, target]) => ({ specifier: name + path.slice(1), ...targetOf(target) }))
  const ending = (pattern: RegExp) =>
    named.filter((entry) => pattern.test(entry.default ?? '')).map(({ specifier }) => specifier)
  return {
    scripts: ending(/\.m?js$/),
    typed: named.filter(({ types }) => types !== undefined).map(({ specifier }) => specifier),
    sheets: ending(/\.css$/),
  }
}

/** The declarations that a project in a language brings along for what it runs on, by the package. */
const declarations: Readonly<Record<string, readonly string[]>> = {
  react: ['@types/react'],
  'react-dom': ['@types/react-dom'],
}

/** The `package.json` of an empty project that uses a package, and nothing else but what that asks for. */
export const projectOf = ({ name, version, peerDependencies = {} }: Manifest): object => ({
  name: 'a-consumer',
  version: '1.0.0',
  private: true,
  type: 'module',
  dependencies: { [name]: version },
  devDependencies: Object.fromEntries(
    Object.entries(peerDependencies).flatMap(([peer, range]) =>
      (declarations[peer] ?? []).map((types) => [types, range]),
    ),
  ),
})

/** Where a page keeps what each module of a package exports, by the module. */
export const consumed = 'consumed'

/** A script that imports all there is, and keeps by module what it exports. */
export function pageScript(manifest: Manifest): string {
  const { scripts, sheets } = importsOf(manifest)
  return [
    ...scripts.map((specifier, i) => `import * as module${i} from ${JSON.stringify(specifier)}`),
    ...sheets.map((specifier) => `import ${JSON.stringify(specifier)}`),
    `globalThis.${consumed} = {`,
    ...scripts.map((specifier, i) => `  ${JSON.stringify(specifier)}: Object.keys(module${i}),`),
    '}',
  ].join('\n')
}

/** A module in TypeScript that uses the types of all there is. */
export function typedModule(manifest: Manifest): string {
  const { typed } = importsOf(manifest)
  return [
    ...typed.map((specifier, i) => `import * as module${i} from ${JSON.stringify(specifier)}`),
    `export const all = [${typed.map((_, i) => `module${i}`).join(', ')}]`,
    '',
  ].join('\n')
}

/** What has to be there once a package is loaded: elements by their tags, other components by their names. */
export interface Awaited {
  elements: string[]
  exported: { specifier: string; name: string }[]
}

export function awaitedOf(
  { name }: Manifest,
  contracts: readonly Pick<Contract, 'tag' | 'language'>[],
  prefix: string,
): Awaited {
  const [elements, others] = [contracts.filter(isElement), contracts.filter((entry) => !isElement(entry))]
  return {
    elements: elements.map(({ tag }) => tag),
    exported: others.map(({ tag }) => ({ specifier: `${name}/${bareName(tag, prefix)}`, name: tag })),
  }
}

/** What a page lacks of what was awaited of a package, and what went wrong in it. */
export interface Loaded {
  missing: string[]
  modules: Readonly<Record<string, readonly string[]>>
  errors: string[]
  /** What a page without a build lacks that has the package as one script, and what that hands on. */
  single?: { missing: string[]; exported: string[] }
}

/** How many things that are wrong are told; the others are counted. */
const mostTold = 5

export function judgeLoaded({ exported }: Awaited, { missing, modules, errors, single }: Loaded): Tried {
  const lost = exported.filter(({ specifier, name }) => !modules[specifier]?.includes(name))
  const lostInSingle = single ? exported.filter(({ name }) => !single.exported.includes(name)) : []
  return judged([
    ...errors,
    ...missing.map((tag) => `<${tag}> is not defined once the package is loaded.`),
    ...lost.map(({ specifier, name }) => `${specifier} does not export ${name}.`),
    ...(single?.missing ?? []).map((tag) => `<${tag}> is not defined once its single script is loaded.`),
    ...lostInSingle.map(({ name }) => `Its single script does not hand on ${name}.`),
  ])
}

/** Fine where nothing is wrong; the first of what is, and how many more. */
export function judged(says: readonly string[]): Tried {
  if (says.length === 0) return fine
  const more = says.length - mostTold
  return wrong(...says.slice(0, mostTold), ...(more > 0 ? [`${more} more are like that.`] : []))
}
