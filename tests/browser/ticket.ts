import { expect, type Locator, type Page } from '@playwright/test'
import { pick } from './kit'

/** The ticket that is open. */
export const leaf = (page: Page): Locator => page.getByRole('article', { name: /^Ticket \d+$/ })

/** Does something to the ticket that is open, in its row of acts or behind “More …”. */
export async function act(page: Page, name: string): Promise<void> {
  const acts = leaf(page).getByRole('region', { name: 'What can be done' })
  const more = acts.getByRole('button', { name: /^More/ })
  await expect(more).toBeVisible()
  const called = { name: new RegExp(`^${name}`) }
  if (await acts.getByRole('button', called).count()) return acts.getByRole('button', called).first().click()
  await pick(more, called.name)
}

/** Opens the account of the promise that runs. */
export async function openAccount(page: Page): Promise<Locator> {
  await expect(leaf(page).getByRole('heading', { level: 1 })).toBeVisible()
  await page.keyboard.press('a')
  const account = leaf(page).getByRole('region', { name: 'The account' })
  await expect(account).toBeVisible()
  return account
}

/** Shows the record of the ticket between what was said. */
export const openRecord = (page: Page): Promise<void> =>
  leaf(page)
    .getByRole('button', { name: /^with the record/ })
    .click()
