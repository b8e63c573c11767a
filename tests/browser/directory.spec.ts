import { expect, test } from '@playwright/test'
import { findings, LEAD, signIn } from './people'

test('a lead keeps agreements and equipment: new ones, files line by line, and what is out for repair', async ({
  page,
}, { retry }) => {
  // What a first try left behind is there already: a second one makes a type of its own.
  const type = retry ? `one season (${retry})` : 'one season'
  await signIn(page, LEAD)
  await page.getByRole('button', { name: 'More …' }).click()
  await page.getByRole('menuitem', { name: /^Directory/ }).click()
  await page.getByRole('button', { name: 'New agreement …' }).click()
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('say what is covered')).toBeVisible()
  await page.getByRole('combobox', { name: 'Organisation' }).selectOption('Hallin Port Trust')
  await page.getByLabel('Cover').fill('Office hours')
  await page.getByLabel('Type').fill(type)
  await page.getByLabel('First day').fill('2026-11-16')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText(`“${type}” would be a new type.`)).toBeVisible()
  await expect(page.getByText('say what is covered')).toBeHidden()
  await page.getByRole('button', { name: 'Make it, with what is new' }).click()
  const made = page.getByText(/^Agreement \d+ is made\.$/)
  await expect(made).toBeVisible()
  const number = /\d+/.exec((await made.textContent())!)![0]
  await expect(page.getByRole('row', { name: new RegExp(number) })).toContainText('15 Nov 2027')
  expect(await findings(page)).toEqual([])
  await page.getByRole('link', { name: 'Running out in 90 days' }).click()
  await expect(page.getByText('Grey Heron Observatory')).toBeVisible()
  await expect(page.getByRole('row', { name: /Hallin Port Trust/ })).toHaveCount(0)

  await page.getByRole('link', { name: 'Equipment', exact: true }).click()
  await page.getByLabel('Find equipment').fill('Gate scanner 2')
  await page.getByLabel('Find equipment').press('Enter')
  // The list as it was before it was narrowed down has others first.
  await expect(page).toHaveURL(/find=Gate/)
  await expect(page.getByRole('heading', { name: 'Equipment 3' })).toBeVisible()
  const scanner = page.getByRole('row', { name: /Gate scanner 2, Hallin/ })
  await scanner.getByRole('button', { name: /^Send \d+ to a repair shop/ }).click()
  await expect(page.getByText('It is not in warranty')).toBeVisible()
  await page.getByRole('combobox', { name: 'Repair shop' }).fill('Petrel Works')
  await page.getByRole('button', { name: 'Send it' }).click()
  await page.getByRole('link', { name: 'Out for repair' }).click()
  await expect(page.getByText(/at Petrel Works since/)).toBeVisible()
  await page.getByRole('button', { name: /is back …$/ }).click()
  await page.getByRole('button', { name: 'It is back', exact: true }).click()
  await expect(page.getByText('Nothing is out for repair.')).toBeVisible()

  await page.getByLabel('Take in a CSV file').setInputFiles({
    name: 'new.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,organisation\nFog horn,Lantern Rock Museum\nPump,Nowhere\n'),
  })
  await expect(page.getByText('there would be 1 new and 0 changed; 1 of 2 lines is wrong')).toBeVisible()
  await expect(page.getByText('organisation: there is no organisation “Nowhere”')).toBeVisible()
  await page.getByRole('button', { name: 'Take in the right lines (1)' }).click()
  await expect(page.getByText('taken in were 1 new')).toBeVisible()
  await page.goto('/directory/equipment?find=fog')
  await expect(page.getByText('Fog horn')).toBeVisible()
  expect(await findings(page)).toEqual([])
})
