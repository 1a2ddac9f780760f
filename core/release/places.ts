import type { Contract } from '../contract/contract'
import { bareName } from './manifest'

// Where a package keeps what it holds.

/** Where a package keeps the sheet that is loaded beside its modules. */
export const sheetPath = 'style.css'

/** Where the single files of a package are, and what a page calls what the classic script hands on. */
export function singlePaths(name: string): { module: string; classic: string; global: string } {
  const bare = name.split('/').at(-1)!
  const words = bare.split(/[^A-Za-z0-9]+/).filter(Boolean)
  const global = words.map((word) => word[0]!.toUpperCase() + word.slice(1)).join('')
  return {
    module: `single/${bare}.js`,
    classic: `single/${bare}.classic.js`,
    global: /^[0-9]/.test(global) || global === '' ? `Library${global}` : global,
  }
}

/** Where a package keeps the source that consumers compile themselves, and what hands on all of it. */
export const sourceFolder = 'dist/source'
export const sourceIndex = `${sourceFolder}/index.js`

/** The module that hands on the source of one component. */
export const sourceModule = (contract: Contract, prefix: string): string =>
  `${sourceFolder}/${bareName(contract.tag, prefix)}.js`
