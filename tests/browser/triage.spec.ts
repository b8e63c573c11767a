import { expect, test, type Page } from '@playwright/test'
import { choose, findOne } from './kit'
import { LEAD, signIn, TECHNICIAN } from './people'
import { openRecord } from './ticket'

const GRID = (page: Page) => page.getByRole('group', { name: /Where it goes/ })
const row = (page: Page, number: number) => GRID(page).locator(`tr[data-index="${number - 1}"]`)

test.describe.configure({ mode: 'serial' })

test('a lead sees at once which row never fits and which cases none fits, and adds a row for them', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/triage/where-it-goes')
  await expect(page.getByText('every row can fit')).toBeVisible()
  const rows = await GRID(page).locator('tbody tr[data-index]').count()

  // The second row of gates goes to the top: it takes what the first would.
  await page.getByRole('button', { name: 'Row 2: up' }).click()
  await expect(row(page, 2)).toContainText('never fits: row 1 takes it')
  await expect(page.getByRole('button', { name: /^Publish: 1 error/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('every row can fit')).toBeVisible()

  const gaps = page.getByRole('region', { name: 'Cases that no row fits' })
  await expect(gaps).toContainText('category is under Guides')
  const before = await gaps.getByRole('listitem').count()
  await gaps
    .getByRole('listitem')
    .filter({ hasText: /^category is under Guides/ })
    .getByRole('button')
    .click()
  await expect(GRID(page).locator('tbody tr[data-index]')).toHaveCount(rows + 1)
  await expect(gaps.getByRole('listitem')).toHaveCount(before - 1)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(GRID(page).locator('tbody tr[data-index]')).toHaveCount(rows)
})

test('the grid is worked with the keyboard, and takes a range pasted from a sheet', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await signIn(page, LEAD)
  await page.goto('/design/triage/where-it-goes')
  await expect(page.getByText('every row can fit')).toBeVisible()
  const cell = (number: number, column: number) =>
    row(page, number).locator(`td[data-column="${column}"] button.cell`)
  await cell(3, 0).focus()
  await page.keyboard.press('ArrowRight')
  await expect(cell(3, 1)).toBeFocused()
  await page.keyboard.press('Delete')
  await expect(cell(3, 1)).toHaveText('any')
  await expect(row(page, 4)).toContainText('never fits')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(cell(3, 1)).toHaveText('Varnes Quay')

  await cell(7, 1).focus()
  await page.evaluate(() => navigator.clipboard.writeText('Hallin\tOffice hours\nnot Hallin\tElsewhere'))
  await page.keyboard.press('Control+v')
  await expect(cell(7, 1)).toHaveText('Hallin')
  await expect(cell(7, 2)).toHaveText('Office hours')
  await expect(cell(8, 1)).toHaveText('is not Hallin')
  await expect(page.getByText('3 cells pasted')).toBeVisible()
  await expect(page.getByText('row 8: “Elsewhere” is not among the choices')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(cell(7, 1)).toHaveText('any')
})

test('a trial follows the table while it is edited, and past tickets are counted', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/triage/where-it-goes')
  const trial = page.getByRole('region', { name: 'A trial' })
  await trial.getByLabel('of what somebody may ask for').check()
  await choose(trial, 'Item', 'Gate scanner will not read tickets')
  await findOne(trial, 'asked for by', 'Ines Varga')
  await trial.getByRole('button', { name: 'Try' }).click()
  const team = trial.getByRole('row', { name: /^team/ })
  // Which team it is, other tests may have changed.
  const before = (await page.getByRole('combobox', { name: 'Row 2, team' }).textContent())!.trim()
  await expect(team).toContainText(before)
  await expect(row(page, 2).locator('.mark')).toHaveText('∵')
  await choose(page, 'Row 2, team', 'Networks')
  await expect(team).toContainText('Networks')

  await page.goto('/design/triage/rehearsal')
  await page.getByRole('button', { name: 'Sort them again' }).click()
  await expect(page.getByText(/tickets would be sorted otherwise/)).toBeVisible()
  await expect(page.getByRole('row', { name: `team ${before} Networks` })).toBeVisible()

  await page.goto('/design')
  await page.getByRole('button', { name: 'Throw the draft away' }).click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByRole('navigation', { name: 'Articles of the design' })).toContainText('0 changes')
})

test('a rule says how many tickets it decided something about, and lists them', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/triage/source-order')
  const link = page.getByRole('link', { name: /^decided [\d,]+ tickets?$/ }).first()
  const count = /[\d,]+/.exec((await link.textContent()) ?? '')?.[0] ?? ''
  await link.click()
  await expect(page.getByRole('heading', { name: /^Decided by .+, in the source order$/ })).toBeVisible()
  await expect(page.getByText(`${count} logged in the last 90 days, newest first`)).toBeVisible()
  await page.getByRole('link', { name: 'The rule' }).click()
  await expect(page).toHaveURL(/\/design\/triage\/source-order/)

  await page.goto('/desk?rule=triage/where-it-goes%23gone')
  await expect(page.getByText(/^A row of “Where it goes” that is gone has decided nothing/)).toBeVisible()
})

test('signals of the monitor become one ticket, and whoever has it sees how often', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/standins/monitor')
  await choose(page, 'Signal', 'Link down')
  await page.getByLabel('so many times').fill('40')
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.getByText(/40 signals sent in .* 1 became ticket, 39 joined/)).toBeVisible()
  await page
    .getByRole('row', { name: /joined/ })
    .first()
    .getByRole('link')
    .click()
  await expect(page.getByText('A monitor reported it 40 times')).toBeVisible()

  // The priority of the map is put right with one key, and counted at its row.
  await page.keyboard.press('w')
  await choose(page, 'Set', 'Queue')
  await choose(page, 'to', 'Field')
  await page.getByRole('button', { name: 'Set it' }).click()
  await openRecord(page)
  await expect(page.getByText(/set it to Field/).first()).toBeVisible()
})
