import { expect, test, type Page } from '@playwright/test'
import { publicationSteps } from '../../core/release/publication'
import { bringIn, newLibrary, someone, world, type World } from '../world'
import { choose, signIn } from './person'

// The release desk, as a maintainer prepares a version at it.

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

const filesOf = (body: string): Record<string, string> => ({
  'package.json': JSON.stringify({ name: '@marram/mooring', license: 'MIT' }),
  LICENSE: 'May be used by anybody for anything.',
  'src/ring.ts': `/** A ring. */\nexport class Ring extends HTMLElement {\n${body}\n}\ncustomElements.define('mooring-ring', Ring)\n`,
})
const prop = (name: string) =>
  `  /** How it stands out. */\n  get ${name}(): 'calm' | 'loud' { return (this.getAttribute('${name}') ?? 'calm') as never }\n` +
  `  set ${name}(value) { this.setAttribute('${name}', value) }`

/** A library with a version, on whose shelf a prop is called otherwise and a method is gone before its time. */
async function begin(): Promise<void> {
  const ines = await someone(at, 'ines')
  const library = {
    slug: 'mooring',
    title: 'Mooring',
    package: '@marram/mooring',
    prefix: 'mooring-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  const bring = async (body: string) =>
    expect((await bringIn(ines, filesOf(body), 'mooring')).body).toMatchObject({ state: 'done' })
  await bring(`${prop('emphasise')}\n  /** @deprecated Gone in 3.0. */\n  tie(): void {}`)
  const first = { version: '1.0.0', channel: 'latest', notes: 'The first.' }
  expect((await ines('/api/libraries/mooring/releases', { body: first })).status).toBe(200)
  await bring(prop('emphasis'))
}
const gate = (page: Page, title: string) =>
  page.getByRole('list', { name: 'Gates' }).getByRole('listitem').filter({ hasText: title })

test('what differs is weighed, told in notes and code, held up by gates, and remembered by the version', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await begin()
  await signIn(page, at, 'ines', '/mooring/release')
  const ring = page.getByRole('region', { name: 'Ring' })

  await test.step('a prop that is called otherwise is told as that, with what consumers change', async () => {
    await expect(ring).toContainText('prop emphasise seems to be called emphasis now.')
    const renamed = ring.getByRole('listitem').filter({ hasText: 'prop emphasise' })
    await renamed.getByText('What consumers change').click()
    await expect(renamed.getByRole('group', { name: 'In plain HTML' })).toContainText(
      '<mooring-ring emphasis="calm"></mooring-ring>',
    )
    await expect(page.getByLabel('The next version')).toHaveValue('2.0.0')
    await expect(page.getByLabel('Notes')).toHaveValue(/### Removed\n\n- Ring: method tie is gone\./)
  })

  await test.step('what goes before its time stops it, until that is waived with a reason', async () => {
    const promises = gate(page, 'Nothing goes before its time')
    await expect(promises).toContainText('method tie is gone, and was to go in 3.0.0.')
    await expect(page.getByRole('button', { name: 'Publish 2.0.0' })).toBeDisabled()
    await promises.getByRole('button', { name: 'Waive' }).click()
    await page.keyboard.type('Nobody ever called it.')
    await page.keyboard.press('Enter')
    await expect(promises).toContainText('Waived for this version by Ines Fairlie: Nobody ever called it.')
    await expect(page.getByRole('button', { name: 'Publish 2.0.0' })).toBeEnabled()
  })

  await test.step('notes are kept, and what they lack can be added', async () => {
    await page.getByLabel('Notes').fill('The ring speaks plainly.')
    await expect(page.getByText('Kept, as Ines Fairlie wrote them')).toBeVisible()
    await page.reload()
    await expect(page.getByLabel('Notes')).toHaveValue('The ring speaks plainly.')
    await page.getByRole('button', { name: 'Add what differs and is not told' }).click()
    await expect(page.getByLabel('Notes')).toHaveValue(
      /^The ring speaks plainly\.\n\n### Changed\n\n- Ring: /,
    )
    await expect(page.getByText('Kept, as Ines Fairlie wrote them')).toBeVisible()
  })

  await test.step('a number that says less needs a reason', async () => {
    await page.getByRole('button', { name: /^1\.1\.0 too little/ }).click()
    await expect(page.getByRole('button', { name: 'Publish 1.1.0' })).toBeDisabled()
    await page.getByLabel('Why the number may say less than what changed').fill('It is not in use yet.')
    await expect(page.getByRole('button', { name: 'Publish 1.1.0' })).toBeEnabled()
  })

  await test.step('a library says what a rule counts as', async () => {
    await ring.getByRole('link', { name: 'The rule member-renamed' }).click()
    await expect(page).toHaveURL(/difference\?from=1\.0\.0&rule=member-renamed/)
    await expect(page.getByText('One of two differences.')).toBeVisible()
    await choose(page, 'Counts as', 'a mend')
    await expect(page.getByText('Counted as mend here; by itself the rule says breaking.')).toBeVisible()
    await choose(page, 'Counts as', 'what the rule says itself')
    await expect(page.getByText('by itself the rule says')).toHaveCount(0)
    await page.getByLabel('Find among the differences').fill('nothing like it')
    await expect(page.getByText('Nothing of that kind among two differences.')).toBeVisible()
  })

  await test.step('the package is looked into before it is published', async () => {
    await page.goto(`${at.url}/mooring/release`)
    await page.getByRole('link', { name: 'Look into the package' }).click()
    const files = page.getByRole('region', { name: 'Files of the package' })
    const ring = files.getByRole('row').filter({ has: page.getByText('dist/ring.js', { exact: true }) })
    await expect(ring).toContainText('src/ring.ts')
    await page.getByLabel('Find a file of the package').fill('licence')
    await expect(files.getByRole('row')).toHaveCount(1)
    await page.getByLabel('Find a file of the package').fill('LICENSE')
    await expect(files.getByRole('row')).toHaveCount(2)
    await expect(page.getByRole('region', { name: 'Each component alone' })).toContainText('Ring')
  })

  await test.step('the version remembers how it went out', async () => {
    await page.getByRole('link', { name: 'Release', exact: true }).click()
    await page.getByRole('button', { name: 'Publish 2.0.0' }).click()
    await expect(page.getByRole('status').filter({ hasText: '2.0.0 is out' }).first()).toBeVisible({
      timeout: 60_000,
    })
    await expect(page.getByText('Everything is as it is in 2.0.0.')).toBeVisible()
    await page.getByRole('link', { name: 'Registry', exact: true }).click()
    await expect(page.getByText('Since 1.0.0: 2 breaking.')).toBeVisible()
    await expect(page.getByText('was waived by Ines Fairlie: Nobody ever called it.')).toBeVisible()
    await page.getByRole('button', { name: 'Withdraw …' }).click()
    await page.keyboard.type('It came too early; stay with 1.0.0.')
    await page.keyboard.press('Enter')
    await expect(
      page.getByText('Withdrawn: It came too early; stay with 1.0.0. Latest still names it.'),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Take back' }).click()
    await expect(page.getByRole('button', { name: 'Withdraw …' })).toBeVisible()
    await page.getByRole('link', { name: 'What differs' }).click()
    await expect(page.getByText('method tie is gone.')).toBeVisible()
  })
})

test('what one component may take is said once, told where one takes more, and asked before a version goes out', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await signIn(page, at, 'ines', '/tern/package')
  const most = page.getByLabel('Kilobytes that one component may take')
  const alone = page.getByRole('region', { name: 'Each component alone' })

  await test.step('what is no size is refused with what to write', async () => {
    await most.fill('a few')
    await most.press('Enter')
    await expect(page.getByText('“a few” is no size.')).toBeVisible()
  })

  await test.step('those that take more are marked, and no others', async () => {
    const rows = alone.getByRole('row')
    await most.fill('0.1')
    await most.press('Enter')
    await expect(alone.getByRole('img', { name: 'more than one may take' })).toHaveCount(
      (await rows.count()) - 1,
    )
    await most.fill('900')
    await most.press('Enter')
    await expect(alone.getByRole('img', { name: 'more than one may take' })).toHaveCount(0)
  })

  await test.step('what is written while the last is still being kept is kept after it', async () => {
    let letGo = () => {}
    const isWritten = new Promise<void>((resolve) => (letGo = resolve))
    await page.route('**/releases/budget', (route) => isWritten.then(() => route.continue()))
    await most.fill('800')
    await most.press('Enter')
    await most.fill('0.5')
    await most.press('Enter')
    letGo()
    await expect(alone.getByRole('img', { name: 'more than one may take' }).first()).toBeVisible()
    await page.unroute('**/releases/budget')
    await page.reload()
    await expect(most).toHaveValue('0.5')
  })

  await test.step('versions are drawn and told, one component at a time', async () => {
    const sizes = page.getByRole('region', { name: 'From version to version' })
    await expect(sizes.getByRole('row').first()).toHaveText(/0\.9\.0.*1\.0\.0.*1\.1\.0.*the shelf/)
    await choose(page, 'What of it', 'Ticket')
    await expect(sizes.getByRole('row').nth(1)).toHaveText(/^(\s*not in it\s*){3}[\d.]+ kB\s*$/)
  })

  await test.step('the desk says which, and lets nothing out where the gate stops', async () => {
    await page.goto(`${at.url}/tern/release`)
    const small = gate(page, 'Each component stays small')
    await expect(small).toContainText(/takes [\d.]+ kB.*one may take 0\.5 kB \(gzip\)/)
    await choose(page, 'What the gate does: Each component stays small', 'stops')
    await expect(page.getByRole('button', { name: /^Publish/ })).toBeDisabled()
    await choose(page, 'What the gate does: Each component stays small', 'warns')
    await expect(page.getByRole('button', { name: /^Publish/ })).toBeEnabled()
  })
})

test('which licences may come along is said once, and what is no licence is told', async ({ page }) => {
  await signIn(page, at, 'ines', '/tern/package')
  const licences = page.getByLabel('Licences that what comes along may have')
  await expect(licences).toHaveValue(/Apache-2\.0.*MIT/)
  await licences.fill('MIT, any')
  await licences.press('Enter')
  await expect(page.getByText('Licences: “any” is no licence of the SPDX list.')).toBeVisible()
  await expect(licences).toHaveValue('MIT, any')
  await licences.fill('')
  await licences.press('Enter')
  await expect(page.getByText('No licence is named.')).toBeVisible()
  await licences.fill('MIT ISC')
  await licences.press('Enter')
  await expect(page.getByText('What comes along may be under these licences.')).toBeVisible()
  await expect(licences).toHaveValue('MIT, ISC')
  await page.reload()
  await expect(licences).toHaveValue('MIT, ISC')
  await page.getByRole('button', { name: 'Take the usual ones' }).click()
  await expect(licences).toHaveValue(/Apache-2\.0.*MIT/)
})

test('a version is tried as its consumers will, what is wrong stands at its step, and once it is mended it goes out', async ({
  page,
}) => {
  test.setTimeout(300_000)
  const own = await world({ TRY_PACKAGES: 'true' })
  try {
    const ines = await someone(own, 'ines')
    await newLibrary(ines, 'bollard', 'open')
    const bring = async (more: string) => {
      const files = {
        'package.json': JSON.stringify({ name: '@marram/bollard', license: 'MIT' }),
        LICENSE: 'May be used by anybody for anything.',
        'src/post.ts': `/** A post. */\nexport class Post extends HTMLElement {}\n${more}\ncustomElements.define('bollard-post', Post)\n`,
      }
      expect((await bringIn(ines, files, 'bollard')).body).toMatchObject({ state: 'done' })
    }
    await bring("if (!('rope' in window)) throw new Error('There is no rope.')")
    await signIn(page, own, 'ines', '/bollard/release')
    const log = (title: string) => page.getByRole('region', { name: title })

    await test.step('tried out, it is told that it would not go out, and why', async () => {
      await expect(gate(page, 'It installs into an empty project')).toContainText(
        'Tried while it is published.',
      )
      await page.getByRole('button', { name: 'Try it out first' }).click()
      await expect(log('Trying out 0.1.0')).toContainText('0.1.0 would not go out.', { timeout: 120_000 })
      await expect(log('Trying out 0.1.0')).toContainText('There is no rope.')
      await expect(
        log('Trying out 0.1.0').getByRole('listitem').filter({ hasText: 'Loaded in a plain page' }),
      ).toContainText(/[0-9] s/)
      await expect(page.getByText('Nothing is published yet')).toBeVisible()
    })
    await test.step('mended, it goes out; every step stands in its log', async () => {
      await bring('')
      await page.getByRole('button', { name: 'Publish 0.1.0' }).click()
      await expect(page.getByRole('status').filter({ hasText: '0.1.0 is out' }).first()).toBeVisible({
        timeout: 120_000,
      })
      // nobody asked for the library's own tests
      const steps = publicationSteps.length - 1
      await expect(log('Publishing 0.1.0').getByRole('listitem')).toHaveCount(steps)
      await expect(log('Publishing 0.1.0').getByRole('img', { name: 'done' })).toHaveCount(steps)
    })
    await test.step('a channel is made, moved and removed where versions stand', async () => {
      await page.getByRole('link', { name: 'Registry', exact: true }).click()
      const channels = page.getByRole('region', { name: 'Channels' })
      await channels.getByRole('button', { name: 'Add a channel …' }).click()
      await page.keyboard.type('2.x')
      await page.keyboard.press('Enter')
      await expect(channels.getByRole('alert')).toContainText('2.x')
      await channels.getByRole('button', { name: 'Cancel' }).click()
      await channels.getByRole('button', { name: 'Add a channel …' }).click()
      await page.keyboard.type('trial')
      await page.keyboard.press('Enter')
      await expect(channels.getByRole('button', { name: 'What trial names: 0.1.0' })).toBeVisible()
      await channels.getByRole('button', { name: 'Remove trial' }).click()
      await expect(channels).not.toContainText('trial')
      await page.getByRole('link', { name: 'Release', exact: true }).click()
    })
    await test.step('an attempt under way is stopped, and nothing of it is out', async () => {
      await page.getByRole('button', { name: 'Publish 0.1.1' }).click()
      await log('Publishing 0.1.1').getByRole('button', { name: 'Stop' }).click()
      await expect(log('Publishing 0.1.1')).toContainText('0.1.1 was stopped. Nothing of it is out.')
      await expect(page.getByRole('button', { name: 'Publish 0.1.1' })).toBeEnabled()
    })
    await test.step('what came of one before is found again by its address', async () => {
      await choose(page, 'Attempt', 'tried out')
      await expect(log('Trying out 0.1.0')).toContainText('There is no rope.')
      await page.reload()
      await expect(log('Trying out 0.1.0')).toContainText('There is no rope.')
    })
  } finally {
    await own.end()
  }
})
