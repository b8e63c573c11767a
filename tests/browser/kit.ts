import type { Locator, Page } from '@playwright/test'

/** Chooses in a list of the kit: by what the list is called, and what is to be chosen in it. */
export async function choose(where: Page | Locator, list: string, option: string | RegExp): Promise<void> {
  const page = 'page' in where ? where.page() : where
  await where.getByRole('combobox', { name: list, exact: true }).click()
  await page.getByRole('option', { name: option }).first().click()
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
