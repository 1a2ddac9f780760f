import type { Contract } from '../../contract/contract'
import type { Problem } from '../../problem'

/** What reading gives: contracts, and what could not be read, by name and with the reason. */
export interface Reading { contracts: Contract[]; problems: Problem[] }

/** Folders and files that are beside a library and not in it: its tests, its demonstrations, and what builds them. */
const beside = /(^|\/)(__tests__|__mocks__|tests?|specs?|e2e|demos?|examples?|docs|stories|fixtures|mocks|playground|benchmarks?)\/|\.(test|spec|stories|story|demo|cy|e2e|config|bench)\.[^/]+$/i
export const isBeside = (path: string): boolean => beside.test(path)

/** `button-group.vue` and `button-group/index.vue` are called `ButtonGroup`. */
export function nameOfFile(path: string): string {
  const parts = path.replace(/\.[^/]+$/, '').split('/')
  const last = parts.at(-1) === 'index' ? (parts.at(-2) ?? 'index') : parts.at(-1)!
  return last.replace(/(^|[-_.\s])(\w)/g, (_all, _sign, letter: string) => letter.toUpperCase())
}
