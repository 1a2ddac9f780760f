import fc from 'fast-check'
import type { Pixels } from '../contrast/painted'
import { comparePictures } from './compare'

const paper = [250, 250, 245]
const ink = [20, 30, 30]

/** A picture of one colour with rectangles in another. */
function drawn(width: number, height: number, boxes: { x: number; y: number; w: number; h: number }[] = []) {
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const isInk = boxes.some((box) => x >= box.x && x < box.x + box.w && y >= box.y && y < box.y + box.h)
      data.set([...(isInk ? ink : paper), 255], (y * width + x) * 4)
    }
  return { width, height, data } satisfies Pixels
}

test('the same picture differs nowhere', () => {
  const picture = drawn(40, 30, [{ x: 3, y: 4, w: 10, h: 10 }])
  const { count, box, marks } = comparePictures(picture, picture)
  expect({ count, box }).toEqual({ count: 0, box: null })
  expect(marks.data.every((byte) => byte === 0)).toBe(true)
})

test('what differs is counted, boxed and marked', () => {
  const { count, box, painted, marks } = comparePictures(
    drawn(40, 30),
    drawn(40, 30, [{ x: 5, y: 6, w: 8, h: 4 }]),
  )
  expect(count).toBe(32)
  expect(box).toEqual({ x: 5, y: 6, width: 8, height: 4 })
  expect(painted).toEqual(box)
  const alpha = (x: number, y: number) => marks.data[(y * 40 + x) * 4 + 3]
  expect([alpha(5, 6), alpha(12, 9), alpha(4, 6), alpha(13, 9)]).toEqual([255, 255, 0, 0])
})

test('what is painted in either is boxed together', () => {
  const [before, now] = [
    drawn(40, 30, [{ x: 5, y: 6, w: 8, h: 4 }]),
    drawn(30, 40, [{ x: 9, y: 20, w: 10, h: 3 }]),
  ]
  expect(comparePictures(before, now).painted).toEqual({ x: 5, y: 6, width: 14, height: 17 })
  expect(comparePictures(drawn(20, 10), drawn(20, 10)).painted).toEqual({ x: 0, y: 0, width: 20, height: 10 })
})

test('a colour that nobody tells from another is the same', () => {
  const [before, now] = [drawn(20, 20), drawn(20, 20)]
  for (let at = 0; at < now.data.length; at += 4) now.data[at]! -= 2
  expect(comparePictures(before, now).count).toBe(0)
})

/** Ink below a slanted edge that may be moved by a part of a pixel, each as much ink as it is covered. */
function slanted(moved: number): Pixels {
  const picture = drawn(40, 40)
  for (let y = 0; y < 40; y++)
    for (let x = 0; x < 40; x++) {
      const covered = Math.min(1, Math.max(0, y - (10 + x * 0.4 + moved)))
      picture.data.set(
        [...paper.map((part, i) => Math.round(part + (ink[i]! - part) * covered)), 255],
        (y * 40 + x) * 4,
      )
    }
  return picture
}

test.each([
  [
    [255, 255, 255],
    [251, 239, 216],
  ],
  [
    [120, 120, 120],
    [128, 128, 128],
  ],
  [
    [0, 80, 160],
    [0, 80, 176],
  ],
])('%j and %j are told apart', (colour, neighbour) => {
  const filled = (by: number[]): Pixels => {
    const picture = drawn(20, 20)
    for (let at = 0; at < picture.data.length; at += 4) picture.data.set(by, at)
    return picture
  }
  expect(comparePictures(filled(colour), filled(neighbour)).count).toBe(400)
})

test('an edge that is smoothed another way is the same, one that moved is not', () => {
  expect(comparePictures(slanted(0), slanted(0.3)).count).toBe(0)
  expect(comparePictures(slanted(0), slanted(3)).count).toBeGreaterThan(60)
})

test('where one picture is larger, all that it has more of differs', () => {
  const size = fc.integer({ min: 8, max: 30 })
  fc.assert(
    fc.property(size, size, size, size, (w1, h1, w2, h2) => {
      const { count, marks } = comparePictures(drawn(w1, h1), drawn(w2, h2))
      const common = Math.min(w1, w2) * Math.min(h1, h2)
      const corner = (Math.max(w1, w2) - w1) * (Math.max(h1, h2) - h2)
      const other = (Math.max(w1, w2) - w2) * (Math.max(h1, h2) - h1)
      const of = { width: Math.max(w1, w2), height: Math.max(h1, h2) }
      expect(marks).toMatchObject(of)
      expect(count).toBe(of.width * of.height - common - corner - other)
    }),
    { numRuns: 200 },
  )
})

test('either order finds the same pixels', () => {
  const boxes = fc.array(
    fc.record({
      x: fc.nat(18),
      y: fc.nat(18),
      w: fc.integer({ min: 1, max: 9 }),
      h: fc.integer({ min: 1, max: 9 }),
    }),
    { maxLength: 3 },
  )
  fc.assert(
    fc.property(boxes, boxes, (a, b) => {
      const [there, back] = [
        comparePictures(drawn(20, 20, a), drawn(20, 20, b)),
        comparePictures(drawn(20, 20, b), drawn(20, 20, a)),
      ]
      expect(there.count).toBe(back.count)
      expect(there.box).toEqual(back.box)
    }),
    { numRuns: 300 },
  )
})
