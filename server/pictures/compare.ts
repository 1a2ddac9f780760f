import { PNG } from 'pngjs'
import { comparePictures, type Box } from '~~/core/pictures/compare'
import type { PictureFile } from '../store/pictures'

export interface FilesApart {
  pixels: number
  box: Box | null
  painted: Box
  /** The picture that marks what differs. */
  marks: PictureFile | null
}

/** How the pictures in two PNG files differ. */
export function compareFiles(before: Uint8Array, now: Uint8Array): FilesApart {
  const [was, is] = [PNG.sync.read(Buffer.from(before)), PNG.sync.read(Buffer.from(now))]
  const { count, box, painted, marks } = comparePictures(was, is)
  if (count === 0) return { pixels: 0, box: null, painted, marks: null }
  const { width, height } = marks
  const png = new PNG({ width, height })
  png.data = Buffer.from(marks.data)
  return { pixels: count, box, painted, marks: { png: PNG.sync.write(png), width, height } }
}
