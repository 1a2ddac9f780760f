import { expect, type Locator, type Page } from '@playwright/test'
import { people, type World } from '../world'

/** Signs in as a person does: at the door, by typing. */
export async function signIn(page: Page, at: World, who: keyof typeof people, to = '/tern'): Promise<void> {
  await page.goto(`${at.url}${to}`)
  await page.getByLabel('Address').fill(people[who].email)
  await page.getByLabel('Password').fill(people[who].password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  // that they are in is what counts; what the page still loads is waited for by whoever needs it
  await page.waitForURL((url) => url.pathname !== '/sign-in', { waitUntil: 'commit' })
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
/** A member's row in the ledger. */
export const row = (page: Page, member: string) => page.locator(`[data-member="${member}"]`)
/** Chooses in a sentence. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${label}:`) }).click()
  await page.getByRole('option', { name: option, exact: false }).first().click()
  // the next is opened when this one has gone
  await expect(page.getByRole('listbox', { name: label, exact: true })).toHaveCount(0)
}
