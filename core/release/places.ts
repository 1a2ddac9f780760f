import type { Contract } from '../contract/contract'
import { isElement } from '../languages/languages'
import { bareName } from './manifest'

// Where a package keeps what it holds.

/** Where a package keeps the sheet that is loaded beside its modules. */
export const sheetPath = 'style.css'

interface SinglePaths {
  module: string
  classic: string
  /** What a page calls what the classic script hands on. */
  global: string
  /** Licences of the packages that were put in. */
  licences: string
}

/** Where the single files of a package are. */
export function singlePaths(name: string): SinglePaths {
  const bare = name.split('/').at(-1)!
  const words = bare.split(/[^A-Za-z0-9]+/).filter(Boolean)
  const global = words.map((word) => word[0]!.toUpperCase() + word.slice(1)).join('')
  return {
    module: `single/${bare}.js`,
    classic: `single/${bare}.classic.js`,
    licences: 'single/third-party-licences.txt',
    global: /^[0-9]/.test(global) || global === '' ? `Library${global}` : global,
  }
}

/** Where a package keeps the source that consumers compile themselves, and what hands on all of it. */
export const sourceFolder = 'dist/source'
export const sourceIndex = `${sourceFolder}/index.js`

/** The module that hands on the source of one component. */
export const sourceModule = (contract: Contract, prefix: string): string =>
  `${sourceFolder}/${bareName(contract.tag, prefix)}.js`

/** What a component is imported from in a consumer's code: an element from a module of its own. */
export const importedFrom = (contract: Contract | undefined, name: string, prefix: string): string =>
  contract && isElement(contract) ? `${name}/${bareName(contract.tag, prefix)}` : name
