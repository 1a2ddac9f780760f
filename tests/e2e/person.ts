import { expect, type Locator, type Page } from '@playwright/test'
import { people, type World } from '../world'

/** Signs in as a person does: at the door, by typing. */
export async function signInAtDoor(
  page: Page,
  at: World,
  who: keyof typeof people,
  to = '/tern',
): Promise<void> {
  await page.goto(`${at.url}${to}`)
  await page.getByLabel('Address').fill(people[who].email)
  await page.getByLabel('Password').fill(people[who].password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  // that they are in is what counts; what the page still loads is waited for by whoever needs it
  await page.waitForURL((url) => url.pathname !== '/sign-in', { waitUntil: 'commit' })
}

/** Comes to a page as somebody who has signed in before. */
export async function signIn(page: Page, at: World, who: keyof typeof people, to = '/tern'): Promise<void> {
  const answer = await page.request.post(`${at.url}/api/sign-in`, {
    data: people[who],
    headers: { origin: at.url },
  })
  expect(answer.status()).toBe(200)
  await page.goto(`${at.url}${to}`, { waitUntil: 'commit' })
}

/** The component in its frame on the bench. */
export const alone = (page: Page, title: string) => page.frameLocator(`iframe[title="${title}, alone"]`)
/**
 * Gives the keyboard to a component as a person does, by pointing into its frame and going on with Tab, and
 * moves to one of its elements.
 */
export async function tabTo(page: Page, title: string, element: Locator): Promise<void> {
  await alone(page, title)
    .locator('html')
    .click({ position: { x: 3, y: 3 } })
  await page.keyboard.press('Tab')
  await element.evaluate((found) => {
    ;(found as HTMLElement).focus()
  })
  await expect(element).toBeFocused()
}
/**
 * Moves with Tab until a component's frame has the focus: each time as soon as it shows where the focus is,
 * however long that takes.
 */
export async function tabUntilInside(page: Page, title: string): Promise<void> {
  // numbered, not named: two places in a row may look the same
  const place = () =>
    page.evaluate(() => {
      const { activeElement } = document
      return [
        [...document.querySelectorAll('*')].indexOf(activeElement!),
        activeElement!.getAttribute('title'),
      ]
    })
  for (let [number, titleThere] = await place(); titleThere !== `${title}, alone`;) {
    // a press may come while the keyboard is being taken back from what took it: whoever sees nothing move
    // presses again
    await expect(async () => {
      await page.keyboard.press('Tab')
      await expect
        .poll(async () => (await place())[0], { intervals: [20, 50, 100], timeout: 5000 })
        .not.toBe(number)
    }).toPass()
    ;[number, titleThere] = await place()
  }
}
/** A member's row in the ledger. */
export const row = (page: Page, member: string) => page.locator(`[data-member="${member}"]`)
/** Chooses in a sentence. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  const list = page.getByRole('listbox', { name: label, exact: true })
  // where the page moves under the pointer a press may miss: whoever sees no list presses again
  await expect(async () => {
    if (!(await list.isVisible()))
      await page.getByRole('button', { name: new RegExp(`^${label}:`) }).click({ timeout: 30_000 })
    await expect(list).toBeVisible({ timeout: 5000 })
  }).toPass()
  await pressPointed(list.getByRole('option', { name: option }).first())
  // the next is opened when this one has gone
  await expect(list).toHaveCount(0)
}
/**
 * Presses what has just opened, as a person does: once it shows that the pointer is on it. Where frames lie
 * beneath, the browser may give them the pointer for a moment longer.
 */
export async function pressPointed(choice: Locator): Promise<void> {
  await expect(async () => {
    await choice.hover({ position: { x: 5, y: 5 }, timeout: 10_000 })
    await choice.hover({ timeout: 10_000 })
    expect(await choice.evaluate((element) => element.matches(':hover'))).toBe(true)
  }).toPass()
  await choice.click()
}

/** Waits until nothing on the page moves any more, as a person does before they press something. */
export async function standsStill(page: Page): Promise<void> {
  const places = () =>
    page.evaluate(() =>
      [...document.querySelectorAll('main *')]
        .slice(0, 3000)
        .map((element) => Math.round(element.getBoundingClientRect().top))
        .join(' '),
    )
  let before = ''
  let same = 0
  await expect
    .poll(
      async () => {
        const now = await places()
        same = now === before ? same + 1 : 0
        before = now
        return same
      },
      { intervals: [250] },
    )
    .toBeGreaterThanOrEqual(4)
}
