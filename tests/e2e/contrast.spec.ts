import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import type axe from 'axe-core'
import fc from 'fast-check'
import { PNG } from 'pngjs'
import { dyeOf, type Ink } from '../../core/contrast/ink'
import { pairsOf, type Pixels } from '../../core/contrast/painted'
import { sightMatrix, type Sight } from '../../core/contrast/vision'
import { plainSurround } from '../../core/surround'
import { world, type World } from '../world'
import { answerTo, frameWith, post } from './bare-frame'

/**
 * What is told of colours that are painted, held against what another engine says and what a picture shows.
 */
const engine = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

async function askInks(page: Page, seq: number, colour: string, names: string[] = []): Promise<Ink[]> {
  const message = await answerTo(page, { say: 'inks', seq, flat: { colour, names } })
  return message.say === 'inks' ? message.inks : []
}
const pictureOf = async (page: Page): Promise<Pixels> => PNG.sync.read(await page.screenshot())

async function see(page: Page, names: string[] = []) {
  const inks = await askInks(page, 1, '#fd02f1')
  const marked = await pictureOf(page)
  await askInks(page, 2, 'transparent')
  const bare = await pictureOf(page)
  const dyed = { names, inks: await askInks(page, 3, 'transparent', names), bare: await pictureOf(page) }
  const pairs = pairsOf({ inks, marked, bare, dyed })
  await post(page, { say: 'inks', seq: 4, flat: null })
  return pairs
}

const channel = fc.integer({ min: 0, max: 255 })
const solid = fc.tuple(channel, channel, channel).map(([r, g, b]) => `rgb(${r} ${g} ${b})`)
const letting = fc
  .tuple(channel, channel, channel, fc.constantFrom(20, 50, 80))
  .map(([r, g, b, alpha]) => `rgb(${r} ${g} ${b} / ${alpha}%)`)
const text = fc.record({
  colour: fc.oneof(solid, letting),
  opacity: fc.constantFrom(1, 1, 0.6),
  size: fc.constantFrom(13, 16, 19, 26),
  weight: fc.constantFrom(400, 700),
})
const block = fc.record({
  ground: fc.oneof(solid, letting, fc.constant('transparent')),
  texts: fc.array(text, { minLength: 1, maxLength: 3 }),
})
const blocks = fc.array(block, { minLength: 1, maxLength: 4 })

/** Blocks one in the other, each with a ground and some words. */
function markupOf(list: typeof blocks extends fc.Arbitrary<infer T> ? T : never): string {
  let count = 0
  const inner = (i: number): string => {
    const here = list[i]
    if (!here) return ''
    const words = here.texts.map(
      ({ colour, opacity, size, weight }) =>
        `<span id="w${++count}" class="w${count}" style="display: inline-block; color: ${colour}; opacity: ${opacity}; ` +
        `font: ${weight} ${size}px/1.4 sans-serif">Tides</span> `,
    )
    return `<div style="background: ${here.ground}; padding: 6px">${words.join('')}${inner(i + 1)}</div>`
  }
  return inner(0)
}

test('colours of text are told as another engine tells them, on random grounds in one another', async ({
  page,
}) => {
  test.setTimeout(600_000)
  let compared = 0
  for (const list of fc.sample(blocks, { numRuns: 25, seed: Number(process.env.SEED ?? Date.now() % 1e6) })) {
    await frameWith(page, at, markupOf(list))
    const pairs = new Map((await see(page)).map((pair) => [pair.at, pair]))
    await page.evaluate(engine)
    const told = await page.evaluate(async () => {
      const { violations, passes } = await (window as unknown as { axe: typeof axe }).axe.run('#parent', {
        runOnly: ['color-contrast'],
      })
      return [...violations, ...passes].flatMap(({ nodes }) =>
        nodes.map(({ target, any }) => ({
          at: String(target[0]),
          data: any[0]!.data as { contrastRatio: number; expectedContrastRatio: string },
        })),
      )
    })
    for (const { at: selector, data } of told) {
      const ours = pairs.get(`span.${selector.slice(1)}`)
      expect(ours, markupOf(list)).toBeDefined()
      expect(Math.abs(ours!.ratio - data.contrastRatio), markupOf(list)).toBeLessThan(
        0.06 + data.contrastRatio * 0.03,
      )
      expect(`${ours!.wants}:1`).toBe(data.expectedContrastRatio)
      compared++
    }
  }
  expect(compared).toBeGreaterThan(80)
})

test('what is hidden, covered or unusable is told of nowhere; what a slot shows, as the slot dresses it', async ({
  page,
}) => {
  await frameWith(
    page,
    at,
    `<p class="shown">Shown</p>
     <p class="away" style="position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%)">Away</p>
     <div style="position: relative"><p class="under">Under</p>
       <div style="position: absolute; inset: 0; background: #fff"></div></div>
     <button disabled class="off">Off</button>
     <p class="gone" style="visibility: hidden">Gone</p>
     <p class="same" style="color: #fff">Same</p>
     <div class="host">Slotted</div>`,
  )
  await page.evaluate(() => {
    document.querySelector('.host')!.attachShadow({ mode: 'open' }).innerHTML =
      '<button style="background: #123; color: #eee"><slot></slot></button>'
  })
  const pairs = await see(page)
  expect(pairs.map(({ at: place }) => place).sort()).toEqual(['div.host', 'p.same', 'p.shown'])
  expect(pairs.find(({ at: place }) => place === 'p.same')).toMatchObject({ ratio: 1 })
  expect(pairs.find(({ at: place }) => place === 'div.host')).toMatchObject({
    text: '#eeeeee',
    ground: '#112233',
  })
})

test('over a gradient or a picture it is the worst place that a person meets', async ({ page }) => {
  await frameWith(
    page,
    at,
    `<p class="a" style="font: 700 40px sans-serif; color: #fff; background: linear-gradient(90deg, #000, #fff)">
     Over the whole of it</p>
     <p class="b" style="font: 700 40px sans-serif; color: #000; background: #fff">Even</p>`,
  )
  const [over, even] = await see(page)
  expect(over).toMatchObject({ at: 'p.a', varies: true })
  expect(over!.ratio).toBeLessThan(2)
  expect(even).toMatchObject({ at: 'p.b', varies: false, ratio: 21 })
})

test('the token is told by which a colour came, through whatever it was handed', async ({ page }) => {
  const names = ['--x-ink', '--x-sheet', '--x-line', '--x-other']
  await frameWith(
    page,
    at,
    `<style>
       :root { --x-ink: #333; --x-sheet: #eee; --x-line: #777; --x-other: #333; }
       .card { --own: var(--x-sheet); background: var(--own); padding: 9px; transition: all 3s; }
       .card b { color: color-mix(in srgb, var(--x-ink) 100%, transparent 0%); }
     </style>
     <div class="card"><b class="t">Ink</b> <i class="plain" style="color: #333">Plain</i>
       <svg width="20" height="20"><circle cx="10" cy="10" r="8" fill="var(--x-line)" /></svg>
       <input class="f" style="border: 2px solid var(--x-line); background: #fff" value="Sea" /></div>`,
  )
  const pairs = await see(page, names)
  expect(pairs.map(({ role, at: place, by, groundBy }) => [role, place, by, groundBy])).toEqual([
    ['text', 'b.t', '--x-ink', '--x-sheet'],
    ['text', 'i.plain', undefined, '--x-sheet'],
    ['drawing', 'circle', '--x-line', '--x-sheet'],
    ['text', 'input.f', undefined, undefined],
    ['edge', 'input.f', '--x-line', '--x-sheet'],
  ])
  expect(dyeOf(0)).not.toEqual(dyeOf(1))
  // and it stands there as before
  await expect(page.locator('b.t')).toHaveCSS('color', /rgb\(51, 51, 51\)|color\(srgb 0\.2 0\.2 0\.2\)/)
})

test('how a page looks to people who see colours otherwise is painted as the matrix has it', async ({
  page,
}) => {
  const sea = [95, 168, 196] as const
  await frameWith(
    page,
    at,
    `<div style="width: 80px; height: 80px; background: rgb(${sea.join(' ')})"></div>`,
  )
  const painted = async (sight: Sight) => {
    await post(page, { say: 'surround', surround: plainSurround('', { sight }) })
    await expect(page.locator('html')).toHaveCSS('filter', sight === 'usual' ? 'none' : 'url("#kept-sight")')
    const { data, width, height } = await pictureOf(page)
    const middle = (Math.floor(height / 2) * width + Math.floor(width / 2)) * 4
    return [...data.subarray(middle, middle + 3)]
  }
  const linear = sea.map((byte) => {
    const share = byte / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  })
  const shown = (share: number) =>
    255 * (share <= 0.0031308 ? share * 12.92 : 1.055 * Math.min(1, share) ** (1 / 2.4) - 0.055)
  for (const sight of ['no-red', 'no-green', 'no-blue', 'no-colour'] as const) {
    const values = sightMatrix(sight).split(' ').map(Number)
    const expected = [0, 5, 10].map((row) =>
      shown(linear.reduce((sum, share, i) => sum + share * values[row + i]!, 0)),
    )
    const seen = await painted(sight)
    for (const [i, byte] of seen.entries()) expect(Math.abs(byte - expected[i]!), sight).toBeLessThan(4)
  }
  expect(await painted('usual')).toEqual([...sea])
})
