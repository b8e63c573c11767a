import { expect, type Locator, type Page } from '@playwright/test'

/** Chooses in a list of the kit: by what the list is called, and what is to be chosen in it. */
export async function choose(where: Page | Locator, list: string, option: string | RegExp): Promise<void> {
  const page = 'page' in where ? where.page() : where
  await where.getByRole('combobox', { name: list, exact: true }).click()
  // Lists of the browser itself have lines that nobody sees.
  await page.getByRole('option', { name: option }).filter({ visible: true }).first().click()
}

/** Chooses in a long list of the kit, of which only what is in sight is drawn: by the line in which one looks for it. */
export async function lookFor(page: Page, list: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: list, exact: true }).click()
  await page.getByRole('searchbox').fill(option)
  await page.getByRole('option', { name: option, exact: true }).click()
}

/** Empties a list of the kit. */
export async function clear(where: Page | Locator, list: string): Promise<void> {
  const field = where.locator('.kit-field', { has: where.getByText(list, { exact: true }) })
  await field.locator('.p-select-clear-icon').click()
}

/** Looks for something by its name in a field of the kit, and chooses it. */
export async function findOne(where: Page | Locator, field: string, words: string): Promise<void> {
  const page = 'page' in where ? where.page() : where
  const box = where.getByRole('combobox', { name: field, exact: true })
  await box.click()
  await box.fill('')
  await box.pressSequentially(words)
  await page.getByRole('option', { name: words }).first().click()
}

/** Chooses in a menu of the kit; one that shuts because the page scrolls to it is opened once more. */
export async function pick(button: Locator, item: string | RegExp): Promise<void> {
  const offered = button.page().getByRole('menuitem', { name: item })
  await button.scrollIntoViewIfNeeded()
  await expect(async () => {
    if (!(await offered.count())) await button.click()
    await offered.first().click({ timeout: 2000 })
  }).toPass()
}

/** Ticks something in a list of the kit of which several can be chosen, and leaves the list. */
export async function tick(where: Page | Locator, list: string, option: string | RegExp): Promise<void> {
  const page = 'page' in where ? where.page() : where
  await where.getByRole('combobox', { name: list, exact: true }).press('Enter')
  await page.getByRole('option', { name: option }).filter({ visible: true }).first().click()
  await page.keyboard.press('Escape')
}
