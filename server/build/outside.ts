import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, normalize } from 'node:path'
import { compilerLibrary } from '~~/core/read/source/type-program'
import type { Outside } from '~~/core/read/source/source-set'

const compiler = dirname(createRequire(import.meta.url).resolve('typescript'))

/**
 * What lies outside a library: the packages installed for it, and the compiler's own declarations. Nothing
 * else is read.
 */
export function outsideOf(folder: string | undefined): Outside {
  const known = new Map<string, string | undefined>()
  return (path) => {
    if (!known.has(path)) known.set(path, at(folder, path))
    return known.get(path)
  }
}

function at(folder: string | undefined, path: string): string | undefined {
  const plain = normalize(path)
  if (plain.startsWith('..') || !/(^|\/)node_modules\//.test(plain)) return undefined
  if (plain.startsWith(`${compilerLibrary}/`))
    return text(join(compiler, plain.slice(compilerLibrary.length + 1)))
  return folder === undefined ? undefined : text(join(folder, plain))
}

function text(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}
