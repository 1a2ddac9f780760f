import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { join } from 'node:path'

/** The same packages by the same name, in whatever order they are given. */
export function named(packages: Record<string, string>): { sorted: Record<string, string>; key: string } {
  const sorted = Object.fromEntries(Object.entries(packages).toSorted(([a], [b]) => (a < b ? -1 : 1)))
  return { sorted, key: createHash('sha256').update(JSON.stringify(sorted)).digest('hex').slice(0, 32) }
}

/** Where these packages are below a folder, if they have been installed there before. */
export function installedIn(root: string, packages: Record<string, string>): string | undefined {
  const folder = join(root, named(packages).key)
  return existsSync(join(folder, 'package-lock.json')) ? folder : undefined
}
