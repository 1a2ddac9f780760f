import { z } from 'zod'
import type { PackageFacts } from './rules/rule'

const ranges = z.record(z.string(), z.string()).optional().catch(undefined)
const shape = z.object({
  license: z.string().optional().catch(undefined),
  exports: z.unknown().optional(),
  dependencies: ranges,
  peerDependencies: ranges,
  engines: ranges,
})

/** What a package.json says of itself, as far as it is weighed: what is of another shape says nothing. */
export function packageFacts(manifest: unknown): PackageFacts {
  const read = shape.safeParse(manifest)
  return read.success ? { ...read.data, exports: exportsByPath(read.data.exports) } : {}
}

/**
 * What can be imported, by path (Node.js, Packages, `exports`): a target alone, or conditions, are those
 * of `.`.
 */
function exportsByPath(exports: unknown): Record<string, unknown> | undefined {
  if (exports === undefined) return undefined
  const isOfPaths =
    typeof exports === 'object' &&
    exports !== null &&
    !Array.isArray(exports) &&
    Object.keys(exports).every((key) => key.startsWith('.'))
  return isOfPaths ? { ...exports } : { '.': exports }
}
