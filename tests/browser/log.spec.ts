import { expect, test } from '@playwright/test'
import { findOne } from './kit'
import { findings, signIn, TECHNICIAN } from './people'

test('somebody at the desk logs for a caller: by agreement number or by name, with the cover shown at once', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  await page.getByRole('link', { name: 'Log for somebody' }).click()
  const who = page.getByLabel('Who is it for?')
  await who.fill('1057')
  await who.press('Enter')
  await expect(page.getByText('Lantern Rock Museum, Office hours, expired')).toBeVisible()
  await page.locator('.person').first().click()
  await expect(page.getByText('agreement expired')).toBeVisible()
  await who.fill('7')
  await who.press('Enter')
  await expect(page.getByRole('alert')).toContainText('There is no agreement 7')
  await who.fill('zz')
  await who.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Nobody is called “zz”')

  // Who is missing is added without leaving what is being done.
  await page.getByRole('button', { name: 'Add “zz” to the directory …' }).click()
  const missing = page.getByRole('form', { name: 'A new person' })
  await missing.getByLabel('Name', { exact: true }).fill('Zora Zell')
  await missing.getByRole('button', { name: 'Add the person' }).click()
  await expect(missing.getByText('write a mail address')).toBeVisible()
  await missing.getByLabel('Mail', { exact: true }).fill('zora-zell@saltern.sound.example')
  await findOne(missing, 'Site', 'Saltern farms')
  await missing.getByRole('button', { name: 'Add the person' }).click()
  await expect(page.locator('dd', { hasText: 'Zora Zell' })).toBeVisible()

  await who.fill('Ines Varga')
  await who.press('Enter')
  await expect(page.getByText(/^covered · Round the clock/)).toBeVisible()
  await page.getByLabel('What is asked for?').selectOption('Gate scanner will not read tickets')
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(page.getByText('please answer this')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.reload()
  await page.getByLabel('How many gates do not read?').fill('2')
  await page.getByLabel('In one line').fill('Two scanners at gate 4 are dead')
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(page.getByText('who gets a confirmation by mail')).toBeVisible()
  await page.locator('section').getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'Two scanners at gate 4 are dead' })).toBeVisible()
  await expect(page.getByText('logged it (desk)')).toBeVisible()
})
