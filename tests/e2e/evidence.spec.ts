import { readdirSync, readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'
import { signIn } from './person'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

/** Has the whole library tried by the act on its page, with the keyboard alone, and waits for the end. */
async function tryAll(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Try / }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'All were tried' })).toBeVisible({ timeout: 1_500_000 })
}
const rows = (page: Page, component: string) =>
  page.getByRole('region', { name: component, exact: true }).getByRole('row')

/** What has a mark that asks for somebody to look: its component and its name. */
const marked = (page: Page): Promise<string[]> =>
  page
    .getByRole('row')
    .evaluateAll((all) =>
      all.map((row) =>
        [row.closest('section')!.getAttribute('aria-label'), row.querySelector('th')!.textContent]
          .map((text) => text!.replace(/\s+/g, ' ').trim())
          .join(' · '),
      ),
    )

/** Components of Tern in which no flaw is planted, nor anything that only a person could bring about. */
const without = [
  'action',
  'berth-mark',
  'deck-picker',
  'fare-stepper',
  'gangway-switch',
  'queue-meter',
  'sailing-row',
  'ticket',
  'tide-gauge',
  'weather-chip',
]
/**
 * What every component’s sheets say alike, and what nothing in some of them can show: nothing in these takes
 * the focus, so that no ring is drawn around it.
 */
const notForThem = [
  'tern-berth-mark custom-property:--tern-line-focus: not reached',
  'tern-queue-meter state:focus-visible: not tried',
  'tern-queue-meter custom-property:--tern-line-focus: not reached',
  'tern-queue-meter custom-property:--tern-line-soft: not reached',
  'tern-sailing-row state:focus-visible: not tried',
  'tern-sailing-row custom-property:--tern-line-focus: not reached',
  'tern-tide-gauge state:focus-visible: not tried',
  'tern-tide-gauge custom-property:--tern-line-focus: not reached',
  'tern-weather-chip state:focus-visible: not tried',
  'tern-weather-chip custom-property:--tern-line-focus: not reached',
]
/** Members of components of Tern that are not marked as seen. */
async function notSeenIn(names: readonly string[]): Promise<string[]> {
  const { components } = (await (await someone(at, 'ines'))('/api/libraries/tern/evidence')).body as {
    components: { tag: string; evidence: { member: string; mark: string }[] }[]
  }
  const asked = names.map((name) => components.find(({ tag }) => tag === `tern-${name}`)!)
  return asked.flatMap(({ tag, evidence }) =>
    evidence.filter(({ mark }) => mark !== 'seen').map(({ member, mark }) => `${tag} ${member}: ${mark}`),
  )
}

test(
  'a whole library is tried on the server: the flaws that were planted are found, and ' +
    'nothing else; it is kept, and tried again only where it changed',
  async ({ page, context }) => {
    test.setTimeout(2_400_000)
    await at.sql('delete from evidence')
    await signIn(page, at, 'ines', '/tern/evidence')
    await expect(page.getByText('16 components were not tried as they are now.')).toBeVisible()
    await tryAll(page)
    await expect(rows(page, 'Notice strip')).toHaveCount(2)
    await expect(rows(page, 'Notice strip').filter({ hasText: 'compact' })).toContainText(
      'Nothing changed when it was set, in 14 conditions',
    )
    await expect(rows(page, 'Notice strip').filter({ hasText: 'icon' })).toContainText(
      'No element carried it',
    )
    expect(await marked(page)).toEqual(['Notice strip · compact prop', 'Notice strip · icon part'])
    await test.step('of the components without a planted flaw every member is seen that they can show, methods too', async () => {
      expect(await notSeenIn(without)).toEqual(notForThem)
    })
    await test.step('a value that is painted as another in one theme, and colours that do not read', async () => {
      await page.goto(`${at.url}/tern/evidence?which=remarks`)
      await expect(rows(page, 'Notice strip').filter({ hasText: 'tone good' })).toContainText(
        'In Nightwatch it is painted as “calm” is.',
      )
      await page.goto(`${at.url}/tern/tern-queue-meter/accessible`)
      const colours = page.getByRole('region', { name: 'Colours' }).getByRole('row')
      await expect(colours).toHaveCount(2)
      await expect(colours.last()).toContainText(/^Daywatch\s*For foot passengers.*1\.88 to 1, of 4\.5/)
    })
    await test.step('a pair that does not read is mended in the library, and the mend is taken back', async () => {
      await page.goto(`${at.url}/tern/contrast`)
      // on a busy machine an example or two may run out of time, which is said after it
      await expect(page.getByText(/^Seen in 16 of 16 components[.;]/)).toBeVisible()
      const label = page.getByRole('listitem').filter({ hasText: 'meter.label' })
      await expect(label).toContainText('1.88 to 1, of 4.5')
      await expect(
        page
          .getByRole('listitem')
          .filter({ hasText: 'line.focus' })
          .filter({ hasText: '2.66 to 1, of 3' })
          .first(),
      ).toBeVisible()
      await label.getByRole('button', { name: /^Look into/ }).click()
      await expect(
        page.frameLocator('iframe[title^="Queue meter"]').locator('tern-queue-meter slot:not([name])'),
      ).toHaveCSS('color', 'rgb(142, 197, 218)')
      await label.getByRole('radio', { name: /text\.soft/ }).check()
      await expect(label.getByText(/With it one pair reads that does not now/)).toBeVisible()
      // the rendering shows it before anything is kept
      await expect(
        page.frameLocator('iframe[title^="Queue meter"]').locator('tern-queue-meter slot:not([name])'),
      ).toHaveCSS('color', 'rgb(74, 100, 114)')
      await label.getByRole('button', { name: 'Save' }).click()
      await expect(label).toHaveCount(0)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(label).toBeVisible()
      await page.goto(`${at.url}/tern/evidence`)
    })
    await test.step('the guide tells it to readers, and the bench does not try it again', async () => {
      const reader = await context.newPage()
      await reader.goto(`${at.url}/tern/tern-notice-strip/guide`)
      await expect(
        reader.locator('[data-member="prop:compact"]').getByRole('img', { name: /^no effect/ }),
      ).toBeVisible()
      await expect(
        reader.locator('[data-member="prop:tone"]').getByRole('img', { name: /^seen/ }),
      ).toBeVisible()
      await reader.goto(`${at.url}/tern/tern-ticket`)
      await expect(reader.getByRole('status').getByText(/seen in a browser/)).toBeVisible()
      await reader.close()
    })
    await test.step('the two renderings stand side by side', async () => {
      await rows(page, 'Notice strip')
        .filter({ hasText: 'compact' })
        .getByRole('link', { name: 'see the two' })
        .click()
      await expect(page.getByRole('region', { name: 'What differs' }).getByRole('status')).toHaveText(
        'One line of markup differs.',
      )
      await page.goBack()
    })
    await bringIn(await someone(at, 'ines'), {
      'src/notice-strip.css':
        `${readFileSync('demo/tern/src/notice-strip.css', 'utf8')}\n:host([compact]) ` +
        '.strip { padding-block: 0 }',
    })
    await expect(page.getByText('One component was not tried as it is now.')).toBeVisible({ timeout: 60_000 })
    await tryAll(page)
    await expect(page.getByRole('row')).toHaveCount(1)
    await expect(rows(page, 'Notice strip')).toContainText('icon')
  },
)

test('a clean library of twelve components gives no false alarm', async ({ page }) => {
  test.setTimeout(900_000)
  const ines = await someone(at, 'ines')
  expect(
    (
      await ines('/api/libraries', {
        body: {
          title: 'Whimbrel',
          slug: 'whimbrel',
          package: '@marram/whimbrel',
          prefix: 'w-',
          visibility: 'open',
        },
      })
    ).status,
  ).toBe(200)
  const done = await bringIn(
    ines,
    Object.fromEntries(
      readdirSync('tests/fixtures/whimbrel/src').map((name) => [
        `src/${name}`,
        readFileSync(`tests/fixtures/whimbrel/src/${name}`, 'utf8'),
      ]),
    ),
    'whimbrel',
  )
  expect(done.body.result.added).toHaveLength(12)
  await signIn(page, at, 'ines', '/whimbrel/evidence?which=all&of=members')
  await tryAll(page)
  const marks = await page
    .getByRole('row')
    .evaluateAll((all) =>
      all.map((row) =>
        [
          row.closest('section')!.getAttribute('aria-label'),
          row.querySelector('th')!.textContent!.replace(/\s+/g, ' ').trim(),
          row.querySelector('[role=img]')!.getAttribute('aria-label'),
        ].join(' · '),
      ),
    )
  expect(marks.length).toBe(65)
  expect(marks.filter((mark) => !mark.endsWith('· seen'))).toEqual([])
  // that run was kept to members: nobody has looked for anything else
  await page.goto(`${at.url}/whimbrel/evidence`)
  await expect(page.getByRole('button', { name: 'Try twelve components' })).toBeEnabled()
})

test('a component in a loop and one that leads away cost only themselves; a run can be stopped', async ({
  page,
}) => {
  test.setTimeout(900_000)
  const ines = await someone(at, 'ines')
  expect(
    (
      await ines('/api/libraries', {
        body: { title: 'Odd', slug: 'odd', package: '@marram/odd', prefix: 'odd-', visibility: 'open' },
      })
    ).status,
  ).toBe(200)
  await bringIn(
    ines,
    {
      'src/a.js':
        'export class Away extends HTMLElement { connectedCallback() { location.href = ' +
        "'https://away.example/' } }\ncustomElements.define('odd-away', Away)",
      'src/b.js':
        "export class Endless extends HTMLElement { static observedAttributes = ['deep']; /** " +
        "@type {boolean} */ get deep() { return this.hasAttribute('deep') } set deep(v) { if " +
        "(v) for (;;); } }\ncustomElements.define('odd-endless', Endless)",
      'src/c.js':
        "export class Plain extends HTMLElement { static observedAttributes = ['word']; /** " +
        "@type {string} */ get word() { return this.getAttribute('word') ?? 'x' } set word(v) { " +
        "this.setAttribute('word', v) } attributeChangedCallback() { this.textContent = " +
        'this.word } connectedCallback() { this.textContent = this.word } ' +
        "}\ncustomElements.define('odd-plain', Plain)",
    },
    'odd',
  )
  await signIn(page, at, 'ines', '/odd/evidence?which=all')
  await page.getByRole('button', { name: /^Try / }).click()
  await expect(
    page.getByText('odd-endless could not be tried: it stopped answering while it was tried'),
  ).toBeVisible({ timeout: 600_000 })
  await expect(rows(page, 'Plain')).toContainText('It changed what is shown', { timeout: 60_000 })
  await page.getByRole('button', { name: /^Try / }).click()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('The last run was stopped')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Try / })).toBeEnabled()
})

test('a component cannot write its own evidence, and one that takes all memory costs only itself', async ({
  page,
}) => {
  test.setTimeout(900_000)
  const small = await world({ EVIDENCE_MEGABYTES: '1100' })
  try {
    await tryLittleMemory(page, small)
  } finally {
    await small.end()
  }
})

async function tryLittleMemory(page: Page, small: World): Promise<void> {
  const ines = await someone(small, 'ines')
  expect(
    (
      await ines('/api/libraries', {
        body: { title: 'Sly', slug: 'sly', package: '@marram/sly', prefix: 'sly-', visibility: 'open' },
      })
    ).status,
  ).toBe(200)
  await bringIn(
    ines,
    {
      'src/forger.js': readFileSync('tests/fixtures/forger.js', 'utf8'),
      'src/hog.js': readFileSync('tests/fixtures/hog.js', 'utf8'),
      'src/last.js':
        "export class Last extends HTMLElement { static observedAttributes = ['word']; /** " +
        "@type {string} */ get word() { return this.getAttribute('word') ?? 'x' } set word(v) { " +
        "this.setAttribute('word', v) } attributeChangedCallback() { this.textContent = " +
        'this.word } connectedCallback() { this.textContent = this.word } ' +
        "}\ncustomElements.define('sly-last', Last)",
    },
    'sly',
  )
  await signIn(page, small, 'ines', '/sly/evidence?which=all')
  await page.getByRole('button', { name: /^Try / }).click()
  // the browser that is full ends, and the next component is tried in another
  await expect(rows(page, 'Last')).toContainText('It changed what is shown', { timeout: 600_000 })
  await expect(page.getByText(/sly-hog .*(needed more than 1100 MB|its page died)/)).toBeVisible()
  const { components } = (await ines('/api/libraries/sly/evidence')).body as {
    components: { tag: string; evidence: { member: string; mark: string; says: string }[] }[]
  }
  const said = Object.fromEntries(
    components
      .find((component) => component.tag === 'sly-forger')!
      .evidence.map(({ member, mark, says }) => [member, `${mark}: ${says}`]),
  )
  expect(said).toMatchObject({
    'prop:idle': expect.stringMatching(/^no effect/),
    'part:never': expect.stringMatching(/^not found/),
    'prop:word': expect.stringMatching(/^seen/),
  })
}
