import pixelmatch from 'pixelmatch'
import type { Pixels } from '../contrast/painted'

export interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** How two pictures differ. */
export interface PicturesApart {
  /** Pixels that differ, those left out that only smooth an edge another way. */
  count: number
  /** The smallest box that holds them all, in pixels of the larger picture; nothing where none differs. */
  box: Box | null
  /** The smallest box that holds whatever is painted in either. */
  painted: Box
  /** As large as the larger of both: opaque where they differ, and nothing elsewhere. */
  marks: Pixels
}

/**
 * How far apart two colours are that a person tells apart beside one another, from 0 to 1 (in YIQ): some five
 * levels of grey, or cream beside white. It is the same browser that paints both, so nothing else varies.
 */
const threshold = 0.02

/**
 * Compares two pictures pixel by pixel. Where one is larger than the other, all that it has more of differs.
 */
export function comparePictures(before: Pixels, now: Pixels): PicturesApart {
  const [width, height] = [Math.max(before.width, now.width), Math.max(before.height, now.height)]
  const marks = { width, height, data: new Uint8Array(width * height * 4) }
  const count = pixelmatch(
    withRoom(before, width, height),
    withRoom(now, width, height),
    marks.data,
    width,
    height,
    { threshold, diffMask: true, diffColor: [255, 255, 255] },
  )
  const box = boxOf(marks, (at) => marks.data[at + 3] !== 0)
  return { count, box, painted: paintedIn(before, now), marks }
}

/** Where either picture is not of the ground's colour, which its first pixel has; all where nothing is. */
function paintedIn(before: Pixels, now: Pixels): Box {
  const boxes = [before, now].flatMap(
    (picture) =>
      boxOf(picture, (at) => [0, 1, 2].some((i) => picture.data[at + i] !== picture.data[i])) ?? [],
  )
  const [width, height] = [Math.max(before.width, now.width), Math.max(before.height, now.height)]
  if (boxes.length === 0) return { x: 0, y: 0, width, height }
  const [x, y] = [Math.min(...boxes.map((box) => box.x)), Math.min(...boxes.map((box) => box.y))]
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  }
}

/** What a picture has where the other is larger: a colour that nobody would paint there. */
const nothing = [253, 2, 241, 255]

function withRoom(picture: Pixels, width: number, height: number): Uint8Array {
  if (picture.width === width && picture.height === height) return picture.data
  const data = new Uint8Array(width * height * 4)
  for (let at = 0; at < data.length; at += 4) data.set(nothing, at)
  for (let y = 0; y < picture.height; y++) {
    const row = picture.data.subarray(y * picture.width * 4, (y + 1) * picture.width * 4)
    data.set(row, y * width * 4)
  }
  return data
}

/** The smallest box around the pixels of which something holds; `at` is where one begins in the data. */
function boxOf({ width, height }: Pixels, holds: (at: number) => boolean): Box | null {
  let [left, top, right, bottom] = [width, height, -1, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!holds((y * width + x) * 4)) continue
      left = Math.min(left, x)
      right = Math.max(right, x)
      top = Math.min(top, y)
      bottom = Math.max(bottom, y)
    }
  return right < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}
