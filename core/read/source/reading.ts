import type { Contract } from '../../contract/contract'
import { isComponentFile } from '../../languages/languages'
import type { Place } from '../../contract/member'
import type { Problem } from '../../problem'
import { assetType } from './assets'

/** What reading gives: contracts, and what could not be read, by name and with the reason. */
export interface Reading {
  contracts: Contract[]
  problems: Problem[]
}

/** A file whose source cannot be taken apart. */
export const doesNotParse = (file: string, line: number, reason: string): Problem => ({
  code: 'source-does-not-parse',
  what: `This file does not parse: ${reason}`,
  where: { file, line },
  todo: 'Mend the line and bring the file in again. What it offered before stays on the shelf meanwhile.',
})
/** A component on which reading itself failed. */
export const notRead = (name: string, where: Place, error: unknown): Problem => ({
  code: 'not-read',
  what: `${name} could not be read: ${(error as Error).message}`,
  where,
  todo: 'Tell us of the file; the others were read.',
})
/** A component whose name another has taken. */
export const sameName = (name: string, where: Place, first: string): Problem => ({
  code: 'same-name',
  what: `Two components are called ${name}; this one was left aside.`,
  where,
  todo: `Give one of the two another name; the first stands in ${first}.`,
})

/** Names we take as source; anything else in a folder is left aside and said. */
export const isSourceName = (path: string): boolean =>
  /(\.(?:css|scss|sass|less|html|json|md|svg|txt)|(?:^|\/)LICEN[CS]E)$/i.test(path) ||
  assetType(path) !== undefined ||
  isComponentFile(path.toLowerCase())
/** What packages, version control and archives keep for themselves, which is no part of a library. */
export const isPassedOver = (path: string): boolean => /(^|\/)(node_modules|\.git|__MACOSX)\//.test(path)

/**
 * Folders and files that are beside a library and not in it: its tests, its demonstrations, and what builds
 * them.
 */
const beside =
  /(^|\/)(__tests__|__mocks__|tests?|specs?|e2e|demos?|examples?|docs|stories|fixtures|mocks|playground|benchmarks?)\/|\.(test|spec|stories|story|demo|cy|e2e|config|bench)\.[^/]+$/i
export const isBeside = (path: string): boolean => beside.test(path)

/** A custom elements manifest, wherever it stands. */
export const isManifest = (path: string): boolean => /(^|\/)custom-elements(\.manifest)?\.json$/.test(path)
/**
 * Where a single file goes: in the place of the one that is called the same; a new one in `src/`, unless it
 * is about the library as a whole.
 */
export const placeOfFile = (name: string, paths: readonly string[]): string =>
  paths.find((path) => path.split('/').at(-1) === name) ??
  (/^(package|tsconfig)\.json$|^LICEN[CS]E$|^README/.test(name) ? name : `src/${name}`)

/** `button-group.vue` and `button-group/index.vue` are called `ButtonGroup`. */
export function nameOfFile(path: string): string {
  const parts = path.replace(/\.[^/]+$/, '').split('/')
  const last = parts.at(-1) === 'index' ? (parts.at(-2) ?? 'index') : parts.at(-1)!
  return last.replace(/(^|[-_.\s])(\w)/g, (_all, _sign, letter: string) => letter.toUpperCase())
}

/**
 * A name for a component that no other has: its own, or that with the name of its file or of a folder around
 * it, the nearest first. `undefined` where all of these are taken.
 */
export function freeName(
  name: string,
  path: string,
  taken: { has(name: string): boolean },
): string | undefined {
  const around = path
    .split('/')
    .toReversed()
    .map(nameOfFile)
    .filter((part) => /^[A-Z]\w*$/.test(part) && part !== name && part !== 'Index')
  return [name, ...around.map((part) => `${part}${name}`)].find((candidate) => !taken.has(candidate))
}
