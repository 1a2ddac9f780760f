import { expect, test } from '@playwright/test'
import { world, type World } from '../world'
import { signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const length = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } })
const file = (name: string, content: unknown) => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(JSON.stringify(content)),
})

test('token files with a resolver document come in together: told first, done in one, taken back', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const list = page.getByRole('region', { name: 'Themes' })
  await list.getByRole('button', { name: 'Bring in token files …' }).click()
  const form = page.getByRole('form', { name: 'Token files' })
  const field = form.getByLabel(/^Files in the Design Tokens format/)
  await field.setInputFiles([file('lost.json', { a: { $type: 'dimension', $value: '{none}' } })])
  await expect(form).toContainText('a refers to {none}, which is not there.')
  await expect(form.getByRole('button', { name: 'Bring them in' })).toBeDisabled()
  const resolver = {
    version: '2025.10',
    sets: { ground: { sources: [{ $ref: 'ground.json' }] } },
    modifiers: {
      theme: { contexts: { day: [], Storm: [{ $ref: 'storm.json' }] }, default: 'day' },
      density: { contexts: { usual: [], Roomy: [{ $ref: 'roomy.json' }] }, default: 'usual' },
    },
    resolutionOrder: ['#/sets/ground', '#/modifiers/theme', '#/modifiers/density'].map(($ref) => ({ $ref })),
  }
  await field.setInputFiles([
    file('resolver.json', resolver),
    file('ground.json', { pier: { gap: length(3), edge: length(1) } }),
    file('storm.json', { pier: { edge: length(4) } }),
    file('roomy.json', { pier: { gap: length(8) } }),
  ])
  const planned = form.getByRole('listitem')
  await expect(planned).toHaveText([
    /Daywatch gets two tokens\s+from ground\.json/,
    /Storm is made, with one token\s+from storm\.json/,
    /Roomy is made, with one token, worn beside others, by density\s+from roomy\.json/,
  ])
  await form.getByRole('button', { name: 'Bring them in' }).click()
  await expect(page.getByText('Four files came in.')).toBeVisible()
  await expect(list.getByRole('listitem', { name: 'Roomy' })).toContainText('data-density="roomy"')
  const cell = page.getByRole('button', { name: 'pier.edge in Storm: 4px' })
  await expect(cell).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByText('The tokens are as they were before.')).toBeVisible()
  await expect(list.getByRole('listitem', { name: 'Storm' })).toHaveCount(0)
  await expect(page.locator('[data-token="pier.gap"]')).toHaveCount(0)
})

test('one file of many sets, in older types, comes in with its themes; what has no value is told beside', async ({
  page,
}) => {
  await signIn(page, at, 'ines', '/tern/tokens')
  const list = page.getByRole('region', { name: 'Themes' })
  await list.getByRole('button', { name: 'Bring in token files …' }).click()
  const form = page.getByRole('form', { name: 'Token files' })
  const sizing = (value: string) => ({ value, type: 'sizing' })
  const colour = (value: string) => ({ sand: { value, type: 'color' } })
  const sets = {
    core: {
      berth: { unit: sizing('8'), wide: sizing('{berth.unit} * 3'), lost: sizing('{berth.none}') },
      berths: { caps: { value: 'uppercase', type: 'textCase' } },
    },
    Calm: { berth: colour('#E8DCC0') },
    Gale: { berth: colour('#3A352A') },
    $themes: ['Calm', 'Gale'].map((name) => ({
      name,
      group: 'weather',
      selectedTokenSets: { core: 'source', [name]: 'enabled' },
    })),
  }
  await form
    .getByLabel(/^Files in the Design Tokens format/)
    .setInputFiles([
      { ...file('all.json5', sets), buffer: Buffer.from(`// by hand\n${JSON.stringify(sets)}`) },
    ])
  await expect(form.getByRole('listitem').first()).toContainText(/Daywatch gets \w+ tokens/)
  await expect(form).toContainText('Gale is made, with one token')
  await form.getByText('One token gets no value; all others come in').click()
  await expect(form).toContainText('berth.lost refers to {berth.none}, which is not there.')
  await form.getByRole('button', { name: 'Bring them in' }).press('Enter')
  await expect(page.getByText('One file came in.')).toBeVisible()
  await page.goto(`${at.url}/tern/tokens?token=berth.wide`)
  await expect(page.getByRole('button', { name: 'berth.wide in Daywatch: {berth.unit} * 3' })).toBeVisible()
  await expect(page.locator('[data-token="berths.caps"]')).toContainText('uppercase')
  await expect(page.getByRole('button', { name: 'berth.sand in Gale: #3A352A' })).toBeVisible()
  const printed = await page.request.get(`${at.url}/api/libraries/tern/tokens/printed?path=tokens/tokens.css`)
  expect(((await printed.json()) as { text: string }).text).toContain('--tern-berth-wide: 24px;')
})
