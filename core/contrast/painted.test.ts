import fc from 'fast-check'
import { dyeOf, type Ink } from './ink'
import { focusPair, pairsOf, type Pixels } from './painted'
import { askedOf, contrastOf, over, rgbOf } from './wcag'

type Bytes = readonly [number, number, number]
const white: Bytes = [255, 255, 255]
const black: Bytes = [0, 0, 0]
const marked: Bytes = [253, 2, 241]

/** A picture of so many pixels each way, painted by whoever says what stands where. */
function picture(width: number, height: number, at: (x: number, y: number) => Bytes): Pixels {
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...at(x, y), 255], (y * width + x) * 4)
  return { width, height, data }
}
const ink = (more: Partial<Ink> = {}): Ink => ({
  role: 'text',
  at: 'x-card b',
  says: 'Hail',
  colour: 'rgb(119, 119, 119)',
  opacity: 1,
  boxes: [{ x: 2, y: 2, width: 6, height: 4 }],
  drawing: 0,
  ...more,
})
const isInBox = (x: number, y: number): boolean => x >= 2 && x < 8 && y >= 2 && y < 6
const markedOn = (ground: (x: number, y: number) => Bytes) =>
  picture(12, 8, (x, y) => (isInBox(x, y) ? marked : ground(x, y)))
const seenOn = (inks: Ink[], ground: (x: number, y: number) => Bytes) =>
  pairsOf({ inks, marked: markedOn(ground), bare: picture(12, 8, ground) })

test('figures that WCAG 2.2 gives, and colours everybody knows', () => {
  const of = (text: string, ground: string) => contrastOf(rgbOf(text)!, rgbOf(ground)!)
  expect(of('#000', '#fff')).toBe(21)
  expect(of('#fff', '#fff')).toBe(1)
  // Understanding 1.4.3: #777777 is 4.48 to 1 on white and no more, #767676 passes
  expect(of('#777777', '#ffffff')).toBe(4.47)
  expect(of('#767676', '#ffffff')).toBe(4.54)
  expect(of('#949494', '#ffffff')).toBeGreaterThanOrEqual(askedOf.large)
  expect(of('#959595', '#ffffff')).toBeLessThan(askedOf.large)
})

test('contrast is the same either way round, and never rounded up to what is asked', () => {
  const channel = fc.integer({ min: 0, max: 255 })
  const colour = fc.tuple(channel, channel, channel).map(([r, g, b]) => rgbOf(`rgb(${r} ${g} ${b})`)!)
  // the formula, written out from the definition of relative luminance
  const luminance = ({ r, g, b }: { r: number; g: number; b: number }): number => {
    const [red, green, blue] = [r, g, b].map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!
  }
  fc.assert(
    fc.property(colour, colour, (text, ground) => {
      const [dark, light] = [luminance(text), luminance(ground)].sort((a, b) => a - b) as [number, number]
      const exact = (light + 0.05) / (dark + 0.05)
      expect(contrastOf(text, ground)).toBe(contrastOf(ground, text))
      expect(contrastOf(text, ground)).toBeLessThanOrEqual(exact + 1e-6)
      expect(contrastOf(text, ground)).toBeGreaterThan(exact - 0.011)
    }),
  )
})

test('a colour that lets something through is seen over what is behind it', () => {
  expect(over(rgbOf('rgb(0 0 0 / 50%)')!, rgbOf('#fff')!)).toMatchObject({ r: 0.5, g: 0.5, b: 0.5 })
  expect(over(rgbOf('#000')!, rgbOf('#fff')!, 0.25)).toMatchObject({ r: 0.75 })
})

test('text is held against what a picture shows behind it', () => {
  expect(seenOn([ink()], () => white)).toEqual([
    {
      role: 'text',
      at: 'x-card b',
      says: 'Hail',
      text: '#777777',
      ground: '#ffffff',
      ratio: 4.47,
      wants: 4.5,
      varies: false,
      through: false,
    },
  ])
  // what is painted in the colour of its ground is painted all the same
  expect(seenOn([ink({ colour: '#fff' })], () => white)[0]).toMatchObject({ ratio: 1 })
  expect(seenOn([ink({ opacity: 0.5, colour: '#000' })], () => white)[0]).toMatchObject({ text: '#808080' })
})

test('what is painted nowhere is told of nowhere', () => {
  const ground = picture(12, 8, () => white)
  expect(pairsOf({ inks: [ink()], marked: ground, bare: ground })).toEqual([])
  expect(seenOn([ink({ boxes: [{ x: 40, y: 40, width: 5, height: 5 }] })], () => white)).toEqual([])
})

test('over a picture or a gradient it is the worst place', () => {
  const steps = (x: number): Bytes => [x * 20, x * 20, x * 20]
  const [pair] = seenOn([ink({ colour: 'rgb(60, 60, 60)' })], steps)
  expect(pair).toMatchObject({ varies: true, ground: '#3c3c3c', ratio: 1 })
})

test('a shape on a shape of the same drawing is no fault of either', () => {
  const shape = (colour: string, drawing: number) => ink({ role: 'drawing', colour, drawing, says: '' })
  expect(seenOn([shape('#fff', 1), shape('#1c6b58', 1)], () => white)).toMatchObject([{ text: '#1c6b58' }])
  expect(seenOn([shape('#fff', 1), shape('#fff', 2)], () => white)).toHaveLength(2)
})

test('a field is told by its edge, or by what fills it', () => {
  const field = ink({
    role: 'edge',
    colour: '#dddddd',
    says: 'bottom',
    boxes: [
      { x: 2, y: 2, width: 6, height: 4 },
      { x: 3, y: 3, width: 4, height: 2 },
    ],
  })
  const drawn = (fill: Bytes, edge: Bytes) => (x: number, y: number) =>
    x >= 3 && x < 7 && y >= 3 && y < 5 ? fill : isInBox(x, y) ? edge : white
  expect(seenOn([field], drawn(white, [221, 221, 221]))).toMatchObject([
    { text: '#dddddd', ground: '#ffffff', ratio: 1.35, wants: 3 },
  ])
  expect(seenOn([field], drawn(black, [221, 221, 221]))).toMatchObject([{ text: '#000000', ratio: 21 }])
  // told by what fills it, it is by the token of that, and not of its edge
  const [edge, fill] = [dyeOf(0), dyeOf(1)]
  const dyed = {
    names: ['--x-edge', '--x-fill'],
    inks: [{ ...field, colour: `rgb(${edge.join(' ')})` }],
    bare: picture(12, 8, drawn(fill, edge)),
  }
  const ground = drawn(black, [221, 221, 221])
  const plain = { inks: [field], marked: picture(12, 8, ground), bare: picture(12, 8, ground) }
  expect(pairsOf({ ...plain, dyed })).toMatchObject([{ text: '#000000', by: '--x-fill' }])
})

test('tokens are told by the colours that stood for them meanwhile', () => {
  const names = ['--x-soft', '--x-sheet']
  const [soft, sheet] = [dyeOf(0), dyeOf(1)]
  const pairs = pairsOf({
    inks: [ink()],
    marked: markedOn(() => white),
    bare: picture(12, 8, () => white),
    dyed: {
      names,
      inks: [ink({ colour: `rgb(${soft.join(', ')})` })],
      bare: picture(12, 8, () => sheet),
    },
  })
  expect(pairs).toMatchObject([{ by: '--x-soft', groundBy: '--x-sheet' }])
  const plain = { inks: [ink()], bare: picture(12, 8, () => white) }
  const none = pairsOf({ ...plain, marked: markedOn(() => white), dyed: { names, ...plain } })
  expect(none[0]).not.toHaveProperty('by')
  expect(none[0]).not.toHaveProperty('groundBy')
})

test('the mark of the focus is held against what was there before, by the colour of it that is told best', () => {
  const plain = picture(40, 20, () => white)
  const isRing = (x: number, y: number) => (x === 2 || x === 30) && y > 2 && y < 18
  const ring = (colour: Bytes, halo: Bytes = white) =>
    picture(40, 20, (x, y) => (isRing(x, y) ? colour : isRing(x - 1, y) ? halo : white))
  expect(focusPair(plain, ring([95, 168, 196]))).toEqual({ text: '#5fa8c4', ground: '#ffffff', ratio: 2.66 })
  expect(focusPair(plain, ring([255, 255, 0], [0, 0, 0]))).toMatchObject({ text: '#000000', ratio: 21 })
  expect(focusPair(plain, plain)).toBeUndefined()
  // a page that was scrolled tells nothing of the focus
  expect(
    focusPair(
      plain,
      picture(40, 20, () => black),
    ),
  ).toBeUndefined()
  const names = ['--x-ring']
  expect(focusPair(plain, ring(black), { names, bare: ring(dyeOf(0)) })).toMatchObject({ by: '--x-ring' })
})
