import { readdirSync, readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import fc from 'fast-check'
import type { Bleed, ForeignPage } from '../../core/isolation/bleed'
import { bringIn, someone, until, world, type World } from '../world'
import { answerTo, frameWith } from './bare-frame'
import { choose, signIn } from './person'

/**
 * What a component and a page are told to do to one another, held against the same sheets and the same markup
 * on a page of their own, on which nothing of ours is.
 */
const slug = 'turnstone'
const folder = 'tests/fixtures/turnstone'
let at: World
test.beforeAll(async () => {
  test.setTimeout(400_000)
  at = await world()
  const ines = await someone(at, 'ines')
  const library = { title: slug, slug, package: `@marram/${slug}`, prefix: 'turn-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const paths = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((path) =>
    path.includes('.'),
  )
  const files = paths.map((path) => [path, readFileSync(`${folder}/${path}`, 'utf8')] as const)
  await bringIn(ines, Object.fromEntries(files), slug)
  expect((await ines(`/api/libraries/${slug}/evidence?only=isolation`, { method: 'POST' })).status).toBe(200)
  await until(async () => (await ines(`/api/libraries/${slug}/evidence`)).body.run?.state === 'done', 300_000)
})
test.afterAll(() => at.end())

const askBleed = async (page: Page, seq: number, pages: ForeignPage[]): Promise<Bleed> => {
  const message = await answerTo(page, { say: 'bleed', seq, pages })
  if (message.say !== 'bleed') throw new Error('It told something else.')
  return message.bleed
}

// what rules are made of: each property with two values, neither of which a browser gives by itself
const declarations = [
  'margin-top: 11px',
  'padding-left: 13px',
  'color: rgb(1, 2, 3)',
  'font-size: 21px',
  'letter-spacing: 3px',
  'text-align: right',
]
const others = [
  'margin-top: 17px',
  'padding-left: 19px',
  'color: rgb(4, 5, 6)',
  'font-size: 23px',
  'letter-spacing: 5px',
  'text-align: center',
]
const properties = declarations.map((text) => text.split(':')[0]!)
const selectors = ['*', 'p', 'b', 'p b', '.berth', 'div .berth', 'p.berth', '#parent p', 'body', 'p::before']
const rule = (from: readonly string[]) =>
  fc
    .tuple(
      fc.constantFrom(...selectors),
      fc.uniqueArray(fc.constantFrom(...from), { minLength: 1, maxLength: 3 }),
    )
    .map(([selector, said]) => `${selector} { ${said.join('; ')} }`)
const sheet = (from: readonly string[]) => fc.array(rule(from), { minLength: 1, maxLength: 4 })

const markup = '<div class="card"><p>Berth <b>two</b></p><p class="berth">four</p></div>'
/** What a browser computes of the elements of that, with these sheets in this order and nothing else. */
async function computedWith(page: Page, sheets: readonly string[]): Promise<string[][]> {
  await page.goto('about:blank')
  const styles = sheets.map((css) => `<style>${css}</style>`).join('')
  await page.setContent(`<head>${styles}</head><body><div id="parent">${markup}</div></body>`)
  return page.evaluate(
    (names) =>
      [...document.querySelectorAll('.card, .card *')].map((element) => {
        const style = getComputedStyle(element)
        return names.map((name) => style.getPropertyValue(name))
      }),
    properties,
  )
}

test('what a page changes in a component is what it changes on a page without anything of ours', async ({
  page,
}) => {
  test.setTimeout(200_000)
  let seq = 0
  await fc.assert(
    fc.asyncProperty(sheet(declarations), sheet(others), fc.boolean(), async (own, foreign, late) => {
      const [component, css] = [own.join('\n'), foreign.join('\n')]
      const before = await computedWith(page, [component])
      const after = await computedWith(page, late ? [component, css] : [css, component])
      const due = new Set(
        before.flatMap((values, element) =>
          values.flatMap((from, i) => {
            const to = after[element]![i]!
            // a frame tells of what a page speaks of, of the first of elements that take it over
            return from === to || !css.includes(properties[i]!) ? [] : [`${properties[i]} ${from} → ${to}`]
          }),
        ),
      )
      await frameWith(page, at, markup)
      await page.evaluate((text) => {
        const style = document.createElement('style')
        style.textContent = text
        document.head.append(style)
      }, component)
      const { into } = await askBleed(page, ++seq, [{ name: 'reset', css, late }])
      const told = into[0]!.changes.filter(({ at: element }) => !element.includes('::'))
      for (const { how, property, from, to } of told)
        if (how === 'rule') expect([...due]).toContain(`${property} ${from} → ${to}`)
      expect(new Set(told.map(({ property }) => property))).toEqual(
        new Set([...due].map((text) => text.split(' ')[0])),
      )
    }),
    { numRuns: 25 },
  )
})

test('what a component changes in a page is what its sheet changes there', async ({ page }) => {
  const css =
    'p { margin: 0 0 3px } .card { padding: 9px } ul li { color: rgb(1, 2, 3) } .card p { margin: 5px } a { color: red }'
  const plain =
    '<h1>a</h1><p>b <a href="#here">c</a></p><ul><li>d</li></ul><button>e</button><div class="card">f</div>'
  const valuesWith = async (styles: string) => {
    await page.setContent(`<style>${styles}</style><body>${plain}</body>`)
    return page.evaluate(() =>
      [...document.querySelectorAll('body *')].map((element) => {
        const style = getComputedStyle(element)
        const names = ['margin-top', 'margin-bottom', 'padding-top', 'color']
        return names.map((name) => `${element.localName} ${name} ${style.getPropertyValue(name)}`)
      }),
    )
  }
  const [before, after] = [(await valuesWith('')).flat(), (await valuesWith(css)).flat()]
  const due = after.filter((value) => !before.includes(value))
  await frameWith(page, at, markup)
  await page.evaluate((text) => {
    const style = document.createElement('style')
    style.textContent = text
    document.head.append(style)
  }, css)
  const { out, scoped, tree } = await askBleed(page, 1, [])
  expect(tree).toBe('page')
  const told = out.flatMap(({ elements, values }) =>
    elements.flatMap((element) =>
      values.map(({ property, to }) => `${element.split('.')[0]} ${property} ${to}`),
    ),
  )
  expect(told).toEqual(expect.arrayContaining(due))
  expect(new Set(out.flatMap(({ elements }) => elements))).toEqual(new Set(['p', 'li', 'a', 'div.card']))
  expect(out.filter(({ isNamed }) => isNamed).map(({ selector }) => selector)).toEqual(['.card'])
  await test.step('in a scope the component is as it was; what the page has of its class is still reached', () => {
    expect(scoped).toEqual({ within: 'div.card', out: 1, changes: [] })
  })
  await test.step('asking changes nothing: the sheets are on as they were', async () => {
    const margin = () =>
      page
        .locator('.card p')
        .first()
        .evaluate((element) => getComputedStyle(element).marginTop)
    expect(await margin()).toBe('5px')
    expect((await askBleed(page, 2, [])).out).toEqual(out)
  })
})

test('a component is seen in pages that were not made for it, with what they change', async ({ page }) => {
  await signIn(page, at, 'ines')
  await page.goto(`${at.url}/${slug}/TurnCard/isolation`)
  await expect(page.getByText('What it renders stands in the page, and so do its rules.')).toBeVisible()
  const padding = (title: string) =>
    page
      .frameLocator(`iframe[title="Turn card, ${title}"]`)
      .getByRole('button', { name: 'Board' })
      .evaluate((button) => getComputedStyle(button).paddingLeft)
  await test.step('live, by itself and there', async () => {
    await expect.poll(() => padding('In a page with a reset')).toBe('0px')
    expect(await padding('By itself')).toBe('6px')
    await choose(page, 'In which page', 'a page that styles plain elements')
    await expect.poll(() => padding('In a page that styles plain elements')).toBe('23px')
    await expect(page).toHaveURL(/in=elements/)
  })
  const region = (name: string) => page.getByRole('region', { name, exact: true })
  await test.step('by which of its rules, in either order', async () => {
    const rows = region('What a page changes in it').getByRole('row')
    await expect(rows.filter({ hasText: 'padding-right, padding-left 6px → 0px' })).toContainText('*; button')
    await expect(rows.filter({ hasText: 'padding 9px → 13px' })).toContainText('where its sheet comes last')
  })
  await test.step('what it changes itself, with the line, and what would mend that', async () => {
    const out = region('What it changes in a page')
    await expect(out.getByRole('row', { name: /^p, TurnCard\.vue 15/ })).toContainText(
      'margin-bottom 16px → 3px',
    )
    await expect(out).toContainText('@scope (section.card) { … }')
    await expect(out).toContainText('nothing of a page is otherwise then, and all of its own values')
    await out.getByRole('link', { name: 'TurnCard.vue 15' }).click()
    await expect(page).toHaveURL(/source\?path=src(?:%2F|\/)TurnCard\.vue&line=15/)
  })
  await test.step('an address that names no such page shows the first', async () => {
    await page.goto(`${at.url}/${slug}/TurnCard/isolation?in=nowhere&order=never`)
    await expect.poll(() => padding('In a page with a reset')).toBe('0px')
  })
  await test.step('what says all it wants holds', async () => {
    await page.goto(`${at.url}/${slug}/TurnRow/isolation`)
    await expect(page.getByText('under names that were made for it alone')).toBeVisible()
    await expect(region('What it changes in a page')).toContainText('Nothing: plain elements beside it')
    await expect(region('What a page changes in it')).toContainText('It is the same in a page with a reset')
  })
})

test('what gets in and what gets out are findings, with what to do', async ({ page }) => {
  await signIn(page, at, 'ines')
  await page.goto(`${at.url}/${slug}/findings`)
  await expect(page.getByText('With TurnCard, p reaches past it.')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('With TurnCard, TurnStack, .card reaches past it.')).toBeVisible()
  // two that have one class look as whichever comes last has it, each with the other
  await expect(page.getByText('it looks otherwise: section.card, where its sheet comes last,')).toBeVisible()
  await expect(page.getByText('.card has padding: 9px here, and 4px in src/TurnStack.vue')).toBeVisible()
  await expect(page.getByText('is cut off: div.note')).toBeVisible()
  await expect(page.getByText(/; button has padding/)).toBeVisible()
  // a class that begins as the library does is its own
  await expect(page.getByText('.turn-card__title reaches past it')).toBeHidden()
  await expect(page.getByText('TurnRow')).toBeHidden()
})
