import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { jsxLibrary, svelteLibrary, vueLibrary } from '../fixtures/kinds'
import { alone, choose, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

async function library(slug: string, title: string, files: Record<string, string>): Promise<void> {
  const ines = await someone(at, 'ines')
  expect(
    (
      await ines('/api/libraries', {
        body: {
          slug,
          title,
          package: JSON.parse(files['package.json']!).name,
          prefix: `${slug}-`,
          visibility: 'open',
        },
      })
    ).status,
  ).toBe(200)
  const job = await bringIn(ines, files, slug)
  expect([job.body.state, job.body.result?.problems]).toEqual(['done', []])
}
const members = (page: Page, kind: string) => page.locator(`[data-member^="${kind}:"]`)

test('a library of Vue components: on the shelf, handled, slots filled, events heard, with code for Vue', async ({
  page,
}) => {
  test.setTimeout(420_000)
  await library('skua', 'Skua', vueLibrary)
  await signIn(page, at, 'ines', '/skua')
  await expect(page.frameLocator('iframe[title="Stop list"]').getByText('No stops.')).toBeVisible()
  await page.getByRole('link', { name: 'Stop list' }).click()
  await expect(members(page, 'prop')).toHaveCount(4)
  await expect(row(page, 'prop:tone')).toContainText("'calm' | 'storm', default 'calm'")
  await expect(row(page, 'prop:tone')).toContainText('How the list speaks.')
  const frame = alone(page, 'Stop list')
  // marks that come in move the rows under whoever chooses in them
  await expect(page.getByRole('status').getByText(/seen in a browser/)).toBeVisible({ timeout: 200_000 })
  for (const member of ['prop:chosen', 'slot:after', 'slot:none', 'event:ask'])
    await expect(row(page, member).getByRole('img', { name: /^seen/ }).first()).toBeVisible()
  await page.getByRole('button', { name: 'stops as text' }).click()
  await row(page, 'prop:stops')
    .getByRole('textbox')
    .fill('[{ "island": "Skerray", "at": "9.40" }, { "island": "Holm", "at": "10.05" }]')
  await expect(frame.getByRole('button')).toHaveCount(2)
  await expect(frame.locator('.list')).toHaveCSS('color', 'rgb(10, 20, 30)')
  await row(page, 'prop:tone').getByText('storm', { exact: true }).click()
  await expect(frame.locator('.list')).toHaveCSS('background-color', 'rgb(160, 60, 40)')
  await frame.getByRole('button', { name: 'Holm' }).click()
  // the model went round, and both events were heard
  await expect(frame.getByRole('button', { name: 'Holm' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByLabel('Events')).toContainText('ask  "Holm"')
  await expect(page.getByLabel('Events')).toContainText('update:chosen  1')
  await choose(page, 'What fills default', 'text')
  await page.getByLabel('Text in default').fill('All times are local.')
  await expect(frame.getByText('All times are local.')).toBeVisible()
  // what the component hands over to a slot stands in what fills it
  await choose(page, 'What fills after', 'markup')
  await expect(row(page, 'slot:after')).toContainText(
    'Slot props: stop, place: write {{ stop }} where it is to stand.',
  )
  await page.getByLabel('Markup in after').fill('<b>{{ place }}: {{ stop.island }}</b>')
  await expect(frame.locator('li b')).toHaveText(['0: Skerray', '1: Holm'])
  await expect(page.getByLabel('Code for Vue')).toContainText(
    '<template #after="{ place, stop }"><b>{{ place }}: {{ stop.island }}</b></template>',
  )
  await choose(page, 'What fills default', 'a component')
  await expect(frame.locator('.mark')).toHaveCount(3)
  await page.getByLabel('How many times in default').fill('2')
  await page.keyboard.press('Tab')
  await expect(frame.locator('.mark')).toHaveCount(4)
  await expect(page.getByLabel('Code for Vue')).toContainText("import { StopList } from '@marram/skua'")
  await expect(page.getByLabel('Code for Vue')).toContainText('tone="storm"')
})

test('a library of Svelte components: on the shelf, handled, snippets and slots filled, events heard, with its code', async ({
  page,
}) => {
  test.setTimeout(420_000)
  await library('plover', 'Plover', svelteLibrary)
  await signIn(page, at, 'ines', '/plover')
  await expect(page.frameLocator('iframe[title="Pier board"]').getByText('No piers.')).toBeVisible()
  await page.getByRole('link', { name: 'Pier board' }).click()
  await expect(members(page, 'prop')).toHaveCount(3)
  await expect(row(page, 'prop:tone')).toContainText("'calm' | 'storm', default 'calm'")
  await expect(row(page, 'prop:tone')).toContainText('How the board speaks.')
  const frame = alone(page, 'Pier board')
  await expect(page.getByRole('status').getByText(/seen in a browser/)).toBeVisible({ timeout: 200_000 })
  for (const member of ['prop:asked', 'slot:none', 'slot:', 'event:onask', 'custom-property:--plover-ink'])
    await expect(row(page, member).getByRole('img', { name: /^seen/ }).first()).toBeVisible()
  await page.getByRole('button', { name: 'piers as text' }).click()
  await row(page, 'prop:piers')
    .getByRole('textbox')
    .fill('[{ "island": "Skerray", "berth": 1 }, { "island": "Holm", "berth": 2 }]')
  await expect(frame.getByRole('button')).toHaveText(['⚓ Skerray 1', '⚓ Holm 2'])
  await row(page, 'prop:tone').getByText('storm', { exact: true }).click()
  await expect(frame.locator('.board')).toHaveCSS('background-color', 'rgb(160, 60, 40)')
  await frame.getByRole('button', { name: 'Holm' }).click()
  await expect(page.getByLabel('Events')).toContainText('onask  "Holm"')
  // what it keeps to itself is kept while its props change
  await row(page, 'prop:tone').getByText('calm', { exact: true }).click()
  await expect(frame.locator('.board')).toHaveCSS('background-color', 'rgba(0, 0, 0, 0)')
  await expect(frame.getByText('Asked 1')).toBeVisible()
  await choose(page, 'What fills after', 'markup')
  await page.getByLabel('Markup in after').fill('<b>{{ place }}: {{ pier.island }}</b>')
  await expect(frame.locator('li b')).toHaveText(['0: Skerray', '1: Holm'])
  await expect(page.getByLabel('Code for Svelte')).toContainText(
    '{#snippet after(pier, place)}<b>{place}: {pier.island}</b>{/snippet}',
  )
  await choose(page, 'What fills default', 'a component')
  await expect(frame.locator('.mark')).toHaveCount(3)
  await page.getByLabel('How many times in default').fill('3')
  await page.keyboard.press('Tab')
  await expect(frame.locator('.mark')).toHaveCount(5)
  await expect(page.getByLabel('Code for Svelte')).toContainText(/(<PierMark[^]*){3}/)
  await expect(page.getByLabel('Code for Svelte')).toContainText("import { PierBoard } from '@marram/plover'")
  await page.goto(`${at.url}/plover/PierMark`)
  await choose(page, 'What fills default', 'text')
  await page.getByLabel('Text in default').fill('Skerray')
  const mark = alone(page, 'Pier mark').locator('.mark')
  await expect(mark).toHaveText('⚓ Skerray')
  await row(page, 'prop:plain').getByRole('checkbox').check()
  await expect(mark).toHaveText('Skerray')
  await mark.hover()
  await expect(page.getByLabel('Events')).toContainText('near  true')
})

test('a Svelte component that only changes what a page may bind: heard, and seen of each of its props', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await signIn(page, at, 'ines', '/plover/PierPager')
  await expect(row(page, 'prop:at')).toContainText('number, default 0, bindable')
  await expect(page.getByRole('status').getByText(/seen in a browser/)).toBeVisible({ timeout: 200_000 })
  for (const member of ['prop:at', 'prop:count', 'prop:wraps'])
    await expect(row(page, member).getByRole('img', { name: /^seen/ }).first()).toBeVisible()
  await alone(page, 'Pier pager').getByRole('button', { name: 'Next pier' }).click()
  await expect(page.getByLabel('Events')).toContainText('bind:at  1')
})

test('a Svelte component that asks what it stands in is shown in that, and is handled there', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await signIn(page, at, 'ines', '/plover/QuayBerth')
  const berth = alone(page, 'Quay berth').getByRole('button')
  await expect(berth).toHaveText('Holm 1')
  await row(page, 'prop:number').getByRole('spinbutton').fill('4')
  await row(page, 'prop:number').getByRole('spinbutton').press('Tab')
  await expect(berth).toHaveText('Holm 4')
  await berth.click()
  await expect(page.getByLabel('Events')).toContainText('onmoor  4')
  // also in one that is written with slots of old
  await page.goto(`${at.url}/plover/TetherRope`)
  await expect(alone(page, 'Tether rope').getByRole('paragraph')).toHaveText('Cleat hitch, 12 m')
  await row(page, 'prop:length').getByRole('spinbutton').fill('30')
  await row(page, 'prop:length').getByRole('spinbutton').press('Tab')
  await expect(alone(page, 'Tether rope').getByRole('paragraph')).toHaveText('Cleat hitch, 30 m')
})

test(
  'a library of function components: on the shelf, handled, nodes put in, a failing one ' +
    'told, with code in React style',
  async ({ page }) => {
    test.setTimeout(420_000)
    await library('gannet', 'Gannet', jsxLibrary)
    await signIn(page, at, 'ines', '/gannet/BerthCard')
    const frame = alone(page, 'Berth card')
    await expect(frame.getByRole('heading')).toHaveText('Berth berth')
    await expect(frame.locator('section')).toHaveCSS('border-left-color', 'rgb(28, 107, 88)')
    await row(page, 'prop:berth').getByRole('textbox').fill('7')
    await expect(frame.getByRole('heading')).toHaveText('Berth 7')
    await row(page, 'prop:tone').getByText('storm', { exact: true }).click()
    await expect(frame.locator('section')).toHaveCSS('border-left-color', 'rgb(160, 60, 40)')
    await frame.getByRole('button', { name: 'Board 0' }).click()
    await expect(page.getByLabel('Events')).toContainText('onBoard  "7"')
    await choose(page, 'What fills head', 'markup')
    await page.getByLabel('Markup in head').fill('<em>Outer</em>')
    await expect(frame.locator('h3 em')).toHaveText('Outer')
    // what it keeps to itself is kept while it is handled
    await expect(frame.getByRole('button', { name: 'Board 1' })).toBeVisible()
    await expect(page.getByLabel('Code for React style')).toContainText('<BerthCard')
    await row(page, 'prop:berth').getByRole('textbox').fill('nowhere')
    await expect(page.getByRole('alert')).toContainText('There is no such berth.')
    await expect(page.getByRole('alert').getByRole('link')).toHaveText('src/berth-card.tsx 18')
    await row(page, 'prop:berth').getByRole('textbox').fill('8')
    await expect(frame.getByRole('heading')).toContainText('Outer 8')
  },
)

test(
  'what needs an app made ready, or a provider of the library’s own around it, is given it ' +
    'by provisions',
  async ({ page }) => {
    const ines = await someone(at, 'ines')
    for (const [slug, title, files] of [
      [
        'skuatides',
        'Skua tides',
        {
          'package.json': vueLibrary['package.json']!,
          'src/TideMark.vue':
            '<script setup lang="ts">\nimport { inject } from \'vue\'\nconst tide = ' +
            "inject<string>('tide')\nif (!tide) throw new Error('no tide around " +
            "me')\n</script>\n<template><b>{{ tide }}</b></template>",
        },
      ],
      [
        'gannettides',
        'Gannet tides',
        {
          'package.json': jsxLibrary['package.json']!,
          'tsconfig.json': jsxLibrary['tsconfig.json'] ?? '{}',
          'src/tides.tsx':
            "import { createContext, useContext, type ReactNode } from 'react'\nconst Tide = " +
            'createContext<string | undefined>(undefined)\nexport function TideAround({ tide, ' +
            'children }: { tide: string; children?: ReactNode }) { return <Tide.Provider ' +
            'value={tide}>{children}</Tide.Provider> }\nexport function TideMark() { const tide ' +
            "= useContext(Tide); if (!tide) throw new Error('no tide around me'); return <b>{tide}</b> }",
        },
      ],
    ] as const) {
      expect(
        (
          await ines('/api/libraries', {
            body: { slug, title, package: `@marram/${slug}`, prefix: `${slug}-`, visibility: 'open' },
          })
        ).status,
      ).toBe(200)
      expect((await bringIn(ines, files as unknown as Record<string, string>, slug)).body.state).toBe('done')
    }
    await signIn(page, at, 'ines', '/skuatides/TideMark')
    for (const [slug, script] of [
      ['skuatides', "export const app = (app, data) => app.provide('tide', data.tide)"],
      [
        'gannettides',
        'export const wrap = (element, { createElement, componentOf }, data) => ' +
          "createElement(componentOf('TideAround'), data, element)",
      ],
    ] as const) {
      await page.goto(`${at.url}/${slug}/TideMark`)
      await expect(page.getByRole('alert').filter({ hasText: 'no tide around me' })).toBeVisible()
      await page.goto(`${at.url}/${slug}/provisions`)
      await page.getByLabel('Script').fill(script)
      await page.getByLabel('Data').fill('{"tide":"rising"}')
      await page.getByRole('button', { name: 'Save' }).click()
      await expect(page.getByText('Provided.')).toBeVisible()
      await page.goto(`${at.url}/${slug}/TideMark`)
      await expect(alone(page, 'Tide mark').locator('b')).toHaveText('rising')
      await expect(page.getByRole('alert').filter({ hasText: 'no tide' })).toHaveCount(0)
    }
    // what fails in it is told as what is provided
    await page.goto(`${at.url}/gannettides/provisions`)
    await page.getByLabel('Script').fill("export const wrap = () => { throw new Error('no harbour') }")
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Provided.')).toBeVisible()
    await page.goto(`${at.url}/gannettides/TideMark`)
    await expect(page.getByRole('alert').filter({ hasText: 'no harbour' })).toContainText(
      'The provisions failed, not the component',
    )
  },
)
