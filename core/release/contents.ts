import type { Contract } from '../contract/contract'
import { licencePath } from './checks/licence'
import { bareName } from './manifest'
import { sheetPath, sourceFolder } from './places'

/** What a file of a package is of, and the files of the library that it is made from, as far as it is one's alone. */
export interface FileOrigin {
  of: string
  /** The component, where it is one's. */
  tag?: string
  from: string[]
}

/**
 * Tells of the files of a package what each is of: a component, tokens, icons, a language, or the package itself.
 * `paths` are the files of the library.
 */
export function originOf(
  contracts: readonly Contract[],
  prefix: string,
  paths: readonly string[],
): (path: string) => FileOrigin {
  const byName = new Map(contracts.map((contract) => [bareName(contract.tag, prefix), contract]))
  const sources = new Set(paths)
  return (path) => {
    if (path.startsWith(`${sourceFolder}/`)) return ofSource(path, sources)
    if (path.startsWith('dist/types/')) return ofTypes(path, sources)
    const contract = byName.get(/^dist\/([^/]+?)\.(?:js|js\.map|d\.ts)$/.exec(path)?.[1] ?? '')
    if (contract) return { of: 'component', tag: contract.tag, from: contract.files }
    if (path.startsWith('single/')) return { of: 'all components, in one file', from: [] }
    if (path === sheetPath) return { of: 'the sheet beside', from: [] }
    if (path.startsWith('dist/shared/')) return { of: 'shared by components', from: [] }
    const language = /^messages\/(.+)\.json$/.exec(path)?.[1]
    if (language) return { of: `messages in ${language}`, from: [] }
    if (path.startsWith('tokens/')) return { of: 'tokens', from: [] }
    if (path.startsWith('icons/')) return { of: 'icons', from: [] }
    return { of: 'package', from: ownFileOf(path, paths) }
  }
}

/** Source that consumers compile themselves stands as it does in the library, below a folder. */
function ofSource(path: string, sources: ReadonlySet<string>): FileOrigin {
  const own = path.slice(sourceFolder.length + 1)
  return { of: 'source', from: sources.has(own) ? [own] : [] }
}

/** A declaration is made from the script of its name, whatever that ends in. */
function ofTypes(path: string, sources: ReadonlySet<string>): FileOrigin {
  const bare = path.slice('dist/types/'.length).replace(/\.d\.([cm]?)ts$/, '')
  const from = ['.ts', '.tsx', '.js', '.jsx', '.mts', '.mjs', '.d.ts'].map((ending) => `${bare}${ending}`)
  return { of: 'types', from: from.filter((source) => sources.has(source)) }
}

/** What is taken over from the library as it is. */
function ownFileOf(path: string, paths: readonly string[]): string[] {
  const own = path === 'LICENSE' ? licencePath(paths) : path === 'package.json' ? path : undefined
  return own === undefined ? [] : [own]
}
