import { readFileSync } from 'node:fs'
import type { Outside } from '~~/core/read/source/source-set'

/** Packages of this repository as what lies outside a library in tests. */
export const outside: Outside = (path) => {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return undefined
  }
}
