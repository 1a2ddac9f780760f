import { expect, test } from '@playwright/test'
import { world, type World } from '../world'
import { alone, choose, row, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test('a library that its maintainer opens to anybody is read without an account: shelf, bench, guide, registry', async ({
  page,
  browser,
}) => {
  const visitor = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  const failed: string[] = []
  await visitor.goto(`${at.url}/tern`)
  await expect(visitor.getByRole('button', { name: 'Sign in' })).toBeVisible()

  await test.step('its maintainer says so', async () => {
    await signIn(page, at, 'ines', '/tern/people')
    await choose(page, 'Who may read it', 'anybody, without an account')
    await expect(page.getByText('Whoever has no account sees the shelf')).toBeVisible()
    await expect(page.getByText('said that anybody reads it, without an account too').first()).toBeVisible()
  })

  await test.step('the first page leads to it, and its shelf shows components', async () => {
    visitor.on('response', (response) => {
      if (response.status() >= 400) failed.push(`${response.status()} ${new URL(response.url()).pathname}`)
    })
    await visitor.goto(at.url)
    await visitor.getByRole('article', { name: 'Tern' }).getByRole('link').first().click()
    await expect(visitor.getByRole('link', { name: 'Notice strip', exact: true }).first()).toBeVisible()
    const bar = visitor.getByRole('navigation', { name: 'Library' }).getByRole('link')
    await expect(bar).toHaveText(['Shelf', 'Registry'])
  })

  await test.step('a component is handled on its bench', async () => {
    await visitor.goto(`${at.url}/tern/tern-notice-strip`)
    const strip = alone(visitor, 'Notice strip').locator('tern-notice-strip')
    await expect(strip).toBeVisible()
    await row(visitor, 'prop:dismissible').getByRole('checkbox').check()
    await expect(strip).toHaveAttribute('dismissible', '')
    await expect(visitor.getByRole('button', { name: /^Write/ })).toHaveCount(0)
  })

  await test.step('its guide and its versions are read', async () => {
    await visitor.goto(`${at.url}/tern/tern-notice-strip/guide`)
    await expect(visitor.getByRole('heading', { name: 'Notice strip', level: 1 })).toBeVisible()
    await visitor.getByRole('link', { name: 'Registry', exact: true }).click()
    await expect(visitor.getByText('npm install @marram/tern')).toBeVisible()
    await expect(visitor.getByText('Ines Fairlie')).toHaveCount(0)
  })
  expect(failed).toEqual([])

  await test.step('for all else one signs in, and comes back to where one was', async () => {
    await visitor.getByRole('link', { name: 'Sign in' }).click()
    await visitor.getByLabel('Address').fill('odile@marram.example')
    await visitor.getByLabel('Password').fill('reads-the-labels')
    await visitor.getByRole('button', { name: 'Sign in' }).click()
    await expect(visitor).toHaveURL(/\/tern\/registry/)
    await expect(visitor.getByText('Ines Fairlie').first()).toBeVisible()
    await expect(visitor.getByRole('navigation', { name: 'Library' }).getByRole('link')).not.toHaveCount(2)
  })

  await test.step('kept for those with an account again, whoever has none is at the door', async () => {
    await choose(page, 'Who may read it', 'whoever has an account here')
    await expect(page.getByText('Whoever has no account sees the shelf')).toHaveCount(0)
    await visitor.context().clearCookies()
    await visitor.goto(`${at.url}/tern/tern-notice-strip`)
    await expect(visitor).toHaveURL(/sign-in\?to=/)
  })
})
