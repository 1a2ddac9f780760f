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
