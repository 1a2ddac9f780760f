import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { alone, choose, signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

test(
  'provided for all, for one, for one example: styles, markup, a script with data; a failing ' +
    'one is told apart; it can be taken back',
  async ({ page }) => {
    await bringIn(await someone(at, 'ines'), {
      'src/needy.ts':
        'export class Needy extends HTMLElement { connectedCallback() { const service = ' +
        "this.closest('port-service'); if (!service) throw new Error('no service around me'); " +
        "this.textContent = `From ${service.getAttribute('of')}, ${(window as unknown as { " +
        "port?: { name: string } }).port?.name ?? 'nowhere'}` } " +
        "}\ncustomElements.define('tern-needy', Needy)",
    })
    await signIn(page, at, 'ines', '/tern/tern-needy')
    await expect(page.getByRole('alert').filter({ hasText: 'no service around me' })).toContainText(
      'It failed',
    )
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('link', { name: 'nothing more' }).click()
    await expect(page.getByRole('button', { name: 'Provisions of: Needy' })).toBeVisible()
    await page.getByLabel('Markup around it').fill('<port-service of="Ardle"></port-service>')
    await expect(page.getByText('The markup around it has no place for the component.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
    await page.getByLabel('Markup around it').fill('<port-service of="Ardle"><slot></slot></port-service>')
    await page
      .getByLabel('Script')
      .fill('export default (data) => { window.port = data; return () => { delete window.port } }')
    await page.getByLabel('Data').fill('{"name":"Skerray"}')
    const shown = page.frameLocator('iframe[title="Needy, with what is provided"]').locator('tern-needy')
    // it is tried as it is written, by whoever writes it, and by nobody else yet
    await expect(shown).toHaveText('From Ardle, Skerray')
    await expect(page.getByText('with what is written here, not saved yet')).toBeVisible()
    expect(await at.sql('select scope from provisions')).toEqual([])
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Around Needy, while it is looked at: markup around it,')).toBeVisible()
    await expect(shown).toHaveText('From Ardle, Skerray')

    await choose(page, 'Provisions of', 'all of the library')
    await page.getByLabel('Styles').fill('body { color: rgb(9, 8, 7) }')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Around all of the library, while it is looked at: styles.')).toBeVisible()
    await page.goto(`${at.url}/tern/tern-needy`)
    const needy = alone(page, 'Needy').locator('tern-needy')
    await expect(needy).toHaveText('From Ardle, Skerray')
    await expect(needy).toHaveCSS('color', 'rgb(9, 8, 7)')
    await expect(page.getByRole('alert').filter({ hasText: 'no service' })).toHaveCount(0)
    // on the shelf and in the spread too
    await page.goto(`${at.url}/tern/tern-needy/spread?rows=direction&columns=none&sheets=none`)
    await expect(
      page.getByRole('main').frameLocator('.cells iframe').first().getByText('From Ardle, Skerray'),
    ).toHaveCount(2)

    await test.step('a script that fails is told apart from the component', async () => {
      await page.goto(`${at.url}/tern/provisions?of=tern-needy`)
      await page.getByLabel('Script').fill("export default () => { throw new Error('no harbour') }")
      await page.getByRole('button', { name: 'Save' }).click()
      await expect(page.getByText('as it is provided for.')).toBeVisible()
      await expect(page.getByRole('alert').filter({ hasText: 'no harbour' })).toContainText(
        'What is provided failed, not the component',
      )
      // it stands while the library is loaded anew for something else
      const ines = await someone(at, 'ines')
      await Promise.all([
        page.waitForResponse((response) => response.url().endsWith('/api/libraries/tern')),
        ines('/api/libraries/tern/widths', { method: 'PUT', body: { name: 'quay', width: 444 } }),
      ])
      await expect(page.getByRole('alert').filter({ hasText: 'no harbour' })).toBeVisible()
      await expect(shown).toHaveText('From Ardle, nowhere')
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(shown).toHaveText('From Ardle, Skerray')
    })
    await test.step('an example has provisions of its own, inside those of its component', async () => {
      const made = await (
        await someone(at, 'ines')
      )('/api/libraries/tern/components/tern-needy/examples', {
        body: { name: 'At night', usage: { props: {}, slots: {} } },
      })
      expect(made.status).toBe(200)
      const [example] = await at.sql<{ id: string }>("select id from examples where name = 'At night'")
      await page.goto(`${at.url}/tern/provisions?of=tern-needy`)
      await choose(page, 'Example', 'At night')
      await page.getByLabel('Styles').fill('body { color: rgb(1, 1, 1) }')
      await page.getByRole('button', { name: 'Save' }).click()
      await expect(page.getByText('Around Needy, for At night, while it is looked at: styles.')).toBeVisible()
      await page.goto(`${at.url}/tern/tern-needy?example=${example!.id}`)
      await expect(needy).toHaveCSS('color', 'rgb(1, 1, 1)')
      await expect(needy).toHaveText('From Ardle, Skerray')
      await page.goto(`${at.url}/tern/tern-needy`)
      await expect(needy).toHaveCSS('color', 'rgb(9, 8, 7)')
      await page.goto(`${at.url}/tern/provisions?of=tern-needy`)
    })
    await test.step('somebody else’s change is not written over', async () => {
      await page.getByLabel('Data').fill('{"name":"Ardle"}')
      const tobias = await someone(at, 'tobias')
      const { provisions } = (await tobias('/api/libraries/tern')).body as {
        provisions: {
          scope: string
          revision: number
          styles: string
          around: string
          script: string
          data: string
        }[]
      }
      const { scope, revision, styles, around, script } = provisions.find(
        (provision) => provision.scope === 'tern-needy',
      )!
      expect(
        (
          await tobias('/api/libraries/tern/provisions', {
            method: 'PUT',
            body: { scope, revision, provisions: { styles, around, script, data: '{"name":"Holm"}' } },
          })
        ).status,
      ).toBe(200)
      // what is being written is shown, whatever somebody else keeps meanwhile
      await expect(shown).toHaveText('From Ardle, Ardle')
      await page.getByRole('button', { name: 'Save' }).click()
      await expect(page.getByText('Somebody changed these provisions meanwhile.')).toBeVisible()
    })
    expect(
      (
        await (
          await someone(at, 'odile')
        )('/api/libraries/tern/provisions', {
          method: 'PUT',
          body: { scope: '', revision: 1, provisions: { styles: '', around: '', script: '', data: '' } },
        })
      ).status,
    ).toBe(403)
  },
)
