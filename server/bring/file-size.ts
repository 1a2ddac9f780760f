import { isManifest } from '~~/core/read/source/reading'

/** A manifest says everything of a library in one file: those of large ones have some megabytes. */
const largestManifest = 24_000_000

/** The most bytes a file may have that is brought in; `usual` is what one of source may have. */
export const largestOf = (path: string, usual: number): number =>
  isManifest(path) ? Math.max(usual, largestManifest) : usual
