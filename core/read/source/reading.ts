import type { Contract } from '../../contract/contract'
import type { Problem } from '../../problem'
import type { SourceText } from './source-set'

/** What reading gives: contracts, and what could not be read, by name and with the reason. */
export interface Reading { contracts: Contract[]; problems: Problem[] }

/** Folders and files that are beside a library and not in it: its tests, its demonstrations, and what builds them. */
const beside = /(^|\/)(__tests__|__mocks__|tests?|specs?|e2e|demos?|examples?|docs|stories|fixtures|mocks|playground|benchmarks?)\/|\.(test|spec|stories|story|demo|cy|e2e|config|bench)\.[^/]+$/i
export const isBeside = (path: string): boolean => beside.test(path)

const scriptFile = /\.([cm]?[jt]sx?|vue)$/
/** A custom elements manifest, wherever it stands. */
export const isManifest = (path: string): boolean => /(^|\/)custom-elements(\.manifest)?\.json$/.test(path)
const builtFolder = /^(dist|lib|es|esm|cjs|umd|build|out|cdn|types)\//

/**
 * The files a library is read from, and what is left aside with the reason: tests and demonstrations,
 * and, where the source itself is there, what was built from it.
 */
export function libraryFiles<F extends SourceText>(files: F[]): { files: F[]; problems: Problem[] } {
  const hasSource = files.some((one) => /^src\//.test(one.path) && scriptFile.test(one.path))
  const aside = new Map<string, F[]>()
  const kept = files.filter((one) => {
    const why = isBeside(one.path) && scriptFile.test(one.path) ? 'beside' : hasSource && builtFolder.test(one.path) && !isManifest(one.path) ? 'built' : undefined
    if (why) aside.set(why, [...(aside.get(why) ?? []), one])
    return !why
  })
  const told = (why: string, what: string, todo: string): Problem[] => {
    const list = aside.get(why) ?? []
    return list.length ? [{ code: `left-aside-${why}`, what: `${list.length} file${list.length === 1 ? '' : 's'} of ${what} ${list.length === 1 ? 'was' : 'were'} left aside, ${list[0]!.path} first.`, where: { file: list[0]!.path }, todo }] : []
  }
  return {
    files: kept,
    problems: [...told('beside', 'tests, demonstrations and settings', 'Nothing to do, unless a component is among them: then move it.'), ...told('built', 'what was built from the source', 'Nothing to do: the source is read instead.')],
  }
}

/** `button-group.vue` and `button-group/index.vue` are called `ButtonGroup`. */
export function nameOfFile(path: string): string {
  const parts = path.replace(/\.[^/]+$/, '').split('/')
  const last = parts.at(-1) === 'index' ? (parts.at(-2) ?? 'index') : parts.at(-1)!
  return last.replace(/(^|[-_.\s])(\w)/g, (_all, _sign, letter: string) => letter.toUpperCase())
}
