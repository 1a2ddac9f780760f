import { brotliCompressSync, gzipSync } from 'node:zlib'
import { bareName } from '~~/core/release/manifest'
import type { PackageFile, PackageInput } from '~~/core/release/package'
import type { Sent } from '~~/core/release/sizes'

type Measured = { path: string } & Sent

export const sizeOf = ({ path, content }: PackageFile): { path: string; size: number } => ({
  path,
  size: Buffer.byteLength(content),
})

/**
 * What the files of a package come to, and each component alone: its module and all that it loads of the package,
 * each once. `imports` are what a module loads, by its path.
 */
export function measure(
  files: readonly PackageFile[],
  { contracts, prefix }: Pick<PackageInput, 'contracts' | 'prefix'>,
  imports: ReadonlyMap<string, readonly string[]>,
): { files: Measured[]; weights: Record<string, Sent> } {
  const measured = files.map((file): Measured => {
    const bytes = Buffer.from(file.content)
    return { ...sizeOf(file), gzip: gzipSync(bytes).length, brotli: brotliCompressSync(bytes).length }
  })
  const byPath = new Map(measured.map((file) => [file.path, file]))
  const weights = contracts.map(({ tag }) => {
    const loaded = loadedBy(`dist/${bareName(tag, prefix)}.js`, imports)
    const sum = { size: 0, gzip: 0, brotli: 0 }
    for (const path of loaded) {
      const { size = 0, gzip = 0, brotli = 0 } = byPath.get(path) ?? {}
      Object.assign(sum, { size: sum.size + size, gzip: sum.gzip + gzip, brotli: sum.brotli + brotli })
    }
    return [tag, sum] as const
  })
  return { files: measured, weights: Object.fromEntries(weights) }
}

/** A module and all that it loads, directly or through others. */
function loadedBy(path: string, imports: ReadonlyMap<string, readonly string[]>): Set<string> {
  const loaded = new Set([path])
  for (const known of loaded) for (const next of imports.get(known) ?? []) loaded.add(next)
  return loaded
}
