import { expect, test } from '@playwright/test'
import { findingsOf } from '../../core/accessible/findings'
import { toldSchema } from '../../core/accessible/told'
import { finderSource } from '../fixtures/finder'
import { godwit, pairs } from '../fixtures/godwit/elements'
import { bringIn, someone, world, type World } from '../world'
import { pressPointed, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('of fourteen roles every component that misses its keys is found, and none that has them is accused', async ({
  page,
}) => {
  test.setTimeout(1_500_000)
  const ines = await someone(at, 'ines')
  const slug = 'godwit'
  const library = { title: 'Godwit', slug, package: '@marram/godwit', prefix: 'x-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(ines, { ...godwit }, slug)
  await signIn(page, at, 'ines')
  await page.goto(`${at.url}/${slug}/x-wrong-button/accessible`)
  await expect(page.getByText('Nobody has looked yet')).toBeVisible()
  await page.getByRole('button', { name: 'Look now' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Being looked at in a browser' })).toBeVisible()
  await expect(page.getByText('button “Board” does nothing at Enter: that uses it.')).toBeVisible({
    timeout: 120_000,
  })
  // it was looked at before all the others
  expect((await ines(`/api/libraries/${slug}/evidence`)).body.run.done).toBeLessThan(10)
  const keys = page.getByRole('region', { name: 'Keys' })
  await expect(keys.getByRole('row', { name: 'Enter uses it nothing' })).toBeVisible()
  // of the others only what is told is asked for
  const evidence = `/api/libraries/${slug}/evidence`
  expect((await ines(evidence, { method: 'DELETE' })).status).toBe(200)
  await expect.poll(async () => (await ines(`${evidence}?only=told`, { method: 'POST' })).status).toBe(200)
  await expect.poll(async () => (await ines(evidence)).body.run?.state, { timeout: 1_200_000 }).toBe('done')
  const findings = async (tag: string) => {
    const { body } = await ines(`/api/libraries/${slug}/components/${tag}/accessible`)
    return findingsOf(toldSchema.parse((body as { told: unknown[] }).told[0]))
  }
  const told = await Promise.all(
    Object.keys(pairs).map(async (role) => ({
      role,
      right: (await findings(`x-right-${role}`)).map(({ says }) => says),
      wrong: (await findings(`x-wrong-${role}`)).some(({ about }) => about === 'key'),
    })),
  )
  expect(told).toEqual(Object.keys(pairs).map((role) => ({ role, right: [], wrong: true })))
})

test('a way is gone with real input before it is looked at; one that leads nowhere keeps a release back', async ({
  page,
}) => {
  const ines = await someone(at, 'ines')
  const slug = 'marsh'
  const library = { title: 'Marsh', slug, package: '@marram/marsh', prefix: 'tern-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const packageJson = JSON.stringify({ name: library.package, license: 'MIT' })
  await bringIn(ines, { ...finderSource, 'package.json': packageJson, LICENSE: 'MIT' }, slug)
  const examples = `/api/libraries/${slug}/components/tern-pier-finder/examples`
  const open = { do: 'press', on: { role: 'button', name: 'Open' } }
  const usage = { props: {}, slots: {} }
  for (const [name, acts] of [
    [
      'Sure of Holm',
      [
        open,
        { do: 'type', text: 'o', on: { role: 'textbox', name: 'Find' } },
        { do: 'wait', for: { role: 'listbox' }, has: 1 },
        { do: 'press', on: { role: 'option', name: 'Holm' } },
        { do: 'wait', for: { role: 'dialog', name: 'Sure?' } },
      ],
    ],
    ['Four piers', [open, { do: 'wait', for: { role: 'listbox' }, has: 4 }]],
  ] as const)
    expect((await ines(examples, { body: { name, usage, acts } })).status).toBe(200)
  await signIn(page, at, 'ines')
  await page.goto(`${at.url}/${slug}/tern-pier-finder/accessible`)
  await page.getByRole('button', { name: 'Look now' }).click()
  await page.getByRole('button', { name: /^Shown:/ }).click({ timeout: 150_000 })
  await pressPointed(page.getByRole('option', { name: /^Sure of Holm/ }))
  await expect(page.getByText('After this was done: Press the button “Open”')).toBeVisible()
  await expect(page.getByRole('region', { name: 'What is told' })).toContainText('Sure?')
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.goto(`${at.url}/${slug}/tern-pier-finder/accessible?shown=Four+piers`)
  await expect(page.getByRole('alert')).toContainText('the listbox has 3 and not 4, after one act.')
  await page.goto(`${at.url}/${slug}/release`)
  await expect(page.getByText('“Four piers” of <tern-pier-finder> does not lead there')).toBeVisible()
})
