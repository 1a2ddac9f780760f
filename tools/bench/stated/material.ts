import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import type { TypeModel } from '~~/core/contract/type'
import type { Outside } from '~~/core/read/source/source-set'
import type { SourceText } from '~~/core/read/source/source-text'

export interface Stated {
  name: string
  type?: TypeModel | undefined
  default?: string | undefined
}
/** `also` names what a component has besides, from what it is built on; to read it is no mistake. */
export interface Statement {
  of: string
  names: Stated[]
  also?: string[]
  at?: string
}
export interface Material {
  name: string
  folder: string
  source: string
  dependencies: string
  states: 'attributes' | 'fields' | 'vue-declarations' | 'function-declarations'
  at: string
}

export function filesIn(folder: string): SourceText[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .filter(
      (text) =>
        /\.([cm]?[jt]sx?|vue|css|json)$/.test(text) &&
        !/node_modules|custom-elements[^/]*\.json$/.test(text) &&
        statSync(text).size < 2_000_000,
    )
    .map((text) => ({ path: relative(folder, text), text: readFileSync(text, 'utf8') }))
}

/** Files of installed packages: of the library's dependencies, or of our own. */
export function outsideOf(material: Material): Outside {
  const cache = new Map<string, string | undefined>()
  return (path) => {
    if (!cache.has(path))
      cache.set(
        path,
        [material.dependencies, process.cwd()]
          .map((base) => textAt(join(base, path)))
          .find((text) => text !== undefined),
      )
    return cache.get(path)
  }
}
function textAt(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}
