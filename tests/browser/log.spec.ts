import { expect, test } from '@playwright/test'
import { choose, findOne } from './kit'
import { findings, LEAD, signIn, TECHNICIAN } from './people'

test('somebody at the desk logs for a caller: by agreement number or by name, with the cover shown at once', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  await page.getByRole('link', { name: 'Log for somebody' }).click()
  const who = page.getByRole('combobox', { name: 'Who is it for?' })
  await expect(who).toBeFocused()
  await who.pressSequentially('1057')
  await expect(page.getByRole('option', { name: 'Agreement 1057, Lantern Rock Museum' })).toBeVisible()
  await who.press('Enter')
  await expect(page.getByText('Lantern Rock Museum, Office hours, expired')).toBeVisible()
  await page.locator('.person').first().click()
  await expect(page.getByText('agreement expired')).toBeVisible()
  await expect(page).toHaveURL(/agreement=1057/)

  // Who is missing is added without leaving what is being done.
  await who.fill('')
  await who.pressSequentially('Zora Zell')
  await expect(page.getByText('Nothing found.')).toBeVisible()
  await page.getByRole('button', { name: 'Add a person' }).click()
  const missing = page.getByRole('form', { name: 'A new person' })
  await expect(missing.getByLabel('Name', { exact: true })).toHaveValue('Zora Zell')
  await missing.getByRole('button', { name: 'Add the person' }).click()
  await expect(missing.getByText('write a mail address')).toBeVisible()
  await missing.getByLabel('Mail', { exact: true }).fill('zora-zell@saltern.sound.example')
  await findOne(missing, 'Site', 'Saltern farms')
  await missing.getByRole('button', { name: 'Add the person' }).click()
  await expect(page.locator('dd', { hasText: 'Zora Zell' })).toBeVisible()
  // An agreement is that of an organisation, and theirs is another.
  await expect(page).not.toHaveURL(/agreement=/)

  await findOne(page, 'Who is it for?', 'Ines Varga')
  await expect(page.getByText(/^covered · Round the clock/)).toBeVisible()
  await choose(page, 'What is asked for?', 'Gate scanner will not read tickets')
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(page.getByText('please answer this').first()).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.getByLabel('How many gates do not read?').fill('2')
  await page.getByLabel('In one line').fill('Two scanners at gate 4 are dead')
  // What was typed is there after a reload, as is who asks.
  await page.reload()
  await expect(page.getByLabel('In one line')).toHaveValue('Two scanners at gate 4 are dead')
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(page.getByText('who gets a confirmation by mail')).toBeVisible()
  await expect(page.getByLabel('To read out')).toContainText(/It is done by\s*(\w{3} )?\d\d:\d\d/)
  await page.getByRole('button', { name: 'Go to the ticket' }).click()
  await expect(page.getByRole('heading', { name: 'Two scanners at gate 4 are dead' })).toBeVisible()
  await expect(page.getByText('logged it for Ines Varga')).toBeVisible()
})

test('what a question names and the directory has not is added from the form, which stays as it is', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/log?for=ines-varga')
  await choose(page, 'What is asked for?', 'Card reader refuses every card')
  await page.getByLabel('Number on the till').fill('12')
  await page.getByRole('button', { name: 'Missing in the list? Add a piece of equipment …' }).click()
  const making = page.getByRole('dialog', { name: 'A new piece of equipment' })
  await expect(making.getByLabel('What it is')).toBeFocused()
  await page.keyboard.type('Card reader, quay kiosk')
  // Whose it is is known: that of whoever calls.
  await expect(making.getByRole('combobox', { name: 'Organisation' })).toHaveValue('Merrow Line')
  await making.getByRole('button', { name: 'Add the piece of equipment' }).click()
  await expect(making).toBeHidden()
  await expect(page.getByLabel('Number on the till')).toHaveValue('12')
  const which = page.getByRole('combobox', { name: /^Which one is it/ })
  await which.pressSequentially('kiosk quay')
  await page.getByRole('option', { name: 'Card reader, quay kiosk' }).click()
  await expect(which).toHaveValue(/Card reader, quay kiosk/)
  // Those of other organisations are not offered.
  await which.fill('')
  await which.pressSequentially('museum')
  await expect(page.getByText('Nothing found.')).toBeVisible()
})
