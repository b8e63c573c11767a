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
