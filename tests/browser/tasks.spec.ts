import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { Hands } from './hands'
import { ADMINISTRATOR, goBackTo, LEAD, leaveNoDraft, signIn, signInByApi } from './people'

// What a lead does most, with each press counted: docs/BENCHMARKS.md has the figures beside those of 0.9.0.

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

let before = 1
test.beforeEach(async ({ page }) => {
  await signIn(page, LEAD)
  const [newest] = (await (await page.request.get('/api/editions')).json()) as { number: number }[]
  before = newest!.number
})
test.afterEach(({ playwright }) => goBackTo(before, playwright, origin()))
test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true })
const list = (page: Page, name: string) => page.getByRole('combobox', { name, exact: true })

/** Publishes the draft from wherever the lead is. */
async function publish(page: Page, hands: Hands, words: string): Promise<void> {
  await hands.click(page.getByRole('button', { name: /^Publish edition/ }))
  await expect(page.getByRole('dialog').getByLabel('What changes')).toBeFocused()
  await hands.say(words)
  await hands.press('Enter')
  await expect(page.getByText(/Edition \d+ is published/)).toBeVisible()
}

/** No task takes more presses than this; half of what it took in 0.9.0. */
function within(hands: Hands, most: number, task: string): void {
  console.log(`${task}: ${hands.presses} presses`)
  expect(hands.presses).toBeLessThanOrEqual(most)
}

test('a new item with a form that branches and a kind of its own', async ({ page }) => {
  await page.goto('/design/catalog')
  const hands = new Hands(page)
  await hands.click(button(page, 'New item in Tills and booking'))
  await expect(page.getByLabel('Name, as requesters read it')).toBeFocused()
  await hands.say('Coin tray of a till is stuck')
  await hands.choose(list(page, 'Category'), /^Tills$/)
  await hands.click(button(page, 'Add it and make its form'))
  await hands.fill(page.getByLabel('Description'), 'The tray does not open or does not shut.')

  await hands.click(button(page, 'Ask something new …'))
  const words = page.getByLabel('New question in step 1')
  await expect(words).toBeFocused()
  await hands.say('Does the key open the tray?')
  await hands.choose(list(page, 'Answer'), 'yes or no')
  await hands.click(button(page, 'Add the question'))
  await expect(page.getByText('is asked now')).toContainText('Does the key open the tray?')
  await expect(words).toBeFocused()
  await hands.say('What stands on the display of the till?')
  await hands.press('Enter')
  await expect(page.getByText('is asked now')).toContainText('What stands on the display')
  await expect(words).toBeFocused()
  await hands.say('When may somebody come to the till?')
  await hands.choose(list(page, 'Answer'), 'day and hour')
  await hands.click(page.getByLabel('must be answered'))
  await hands.click(button(page, 'Add the question'))
  await expect(page.getByText('is asked now')).toContainText('When may somebody come')
  await hands.press('Escape')

  // It is asked only of those who have no key.
  const last = 'When may somebody come to the till?'
  await hands.click(button(page, `${last}: change`))
  await hands.choose(list(page, 'Asked'), 'only when something holds …')
  await hands.choose(list(page, `${last} is asked: ask something`), 'Does the key open the tray?')
  await hands.choose(list(page, `${last} is asked, Does the key open the tray?, value`), 'no')
  await expect(page.getByText('asked only when “Does the key open the tray?” is no')).toBeVisible()

  await hands.click(button(page, 'Give it a kind of its own'))
  await expect(page.getByLabel('Name of the kind')).toHaveValue('Coin tray of a till is stuck')
  await hands.fill(page.getByLabel('A new status, called'), 'Tray is taken out')
  await hands.press('Enter')
  await expect(page.getByLabel('From In hand to Tray is taken out: button')).toBeVisible()
  await publish(page, hands, 'Coin trays')
  within(hands, 40, 'new item with a branching form and a kind')
})

test('a level by an answer, made into a family', async ({ page }) => {
  await page.goto('/design/service-levels')
  const hands = new Hands(page)
  await hands.click(button(page, 'Add a level on top'))
  await expect(page.getByRole('textbox', { name: 'Name of level 6.1', exact: true })).toBeFocused()
  await hands.say('Passengers notice')
  await hands.choose(list(page, 'Condition of New level: ask something'), 'Do passengers notice?')
  const level = 'Passengers notice'
  await hands.choose(list(page, `Condition of ${level}, Do passengers notice?, value`), 'yes')
  const time = (target: string) => page.getByLabel(`${level}, ${target}, priority I`, { exact: true })
  await hands.fill(time('Answer'), '0:15; 0:30; 1:00; 2:00; 4:00')
  await hands.fill(time('Solve'), '2:00; 4:00; 8:00; 16:00; 40:00')
  await hands.click(
    page.getByRole('region', { name: `6.1 ${level}` }).getByRole('button', { name: /^make it one/ }),
  )
  await expect(page.getByLabel(/^Name of level 6\.[1-5]$/).nth(4)).toHaveValue(/Passengers notice/)
  await expect(page.getByText(/Passengers notice.*never applies/)).toHaveCount(0)
  await publish(page, hands, 'What passengers notice')
  within(hands, 11, 'level by an answer, with a family')
})

test('priorities that conflict are seen where they meet, and settled there', async ({ page }) => {
  await page.goto('/design/catalog')
  const hands = new Hands(page)
  await hands.click(page.getByRole('link', { name: 'Wi-Fi on a crossing' }))
  await hands.choose(list(page, 'Priority of its own'), /^III/)
  const behind = page.getByLabel('What stands behind it')
  await expect(behind).toContainText('II High of the category “On board”')
  await expect(behind).toContainText('its own, III Moderate, is never asked for')
  await hands.click(button(page, 'Ask the item first'))
  await expect(behind).toContainText(
    'III Moderate of the item; II High of the category “On board” is asked after it',
  )
  await publish(page, hands, 'Items before categories')
  within(hands, 9, 'conflicting priorities')
})

test('a branch of categories is made and mapped as a whole', async ({ page }) => {
  await page.goto('/design/triage/categories')
  const hands = new Hands(page)
  await hands.click(button(page, 'Make branches'))
  await expect(page.getByLabel('A category a line')).toBeFocused()
  await hands.say('Moorings\n  Winches\n  Bollards\n  Gangways')
  await hands.choose(list(page, 'Their priority'), /^III/)
  await hands.choose(list(page, 'Sent to the team'), 'Field Crew')
  await hands.click(button(page, 'Make 4 categories'))
  await expect(page.getByText('4 categories chosen')).toBeVisible()
  await expect(list(page, 'Priority of Moorings')).toContainText('III')
  await publish(page, hands, 'Moorings')
  within(hands, 11, 'branch of categories in bulk')
})

test('a portal is made as a copy of another', async ({ page }) => {
  await page.goto('/design/portals')
  const hands = new Hands(page)
  await hands.click(button(page, 'Copy Hallin Port Trust'))
  await expect(page.getByLabel('Name of the new portal')).toBeFocused()
  await hands.say('Pilots of Hallin')
  await hands.choose(list(page, 'For people of'), 'Saltern Kelp Works')
  await hands.click(button(page, 'Make it'))
  const portal = page.getByRole('region', { name: 'Pilots of Hallin' })
  await expect(portal.getByLabel('Mails come from')).toHaveValue('help@pilots-of-hallin.sound.example')
  await publish(page, hands, 'Pilots')
  within(hands, 6, 'portal by copy')
})

test('an agreement with the equipment that it covers', async ({ page }) => {
  await page.goto('/directory/agreements')
  const hands = new Hands(page)
  await hands.click(page.getByRole('link', { name: 'Add an agreement' }))
  const form = page.getByRole('form', { name: 'A new agreement' })
  await expect(form.getByRole('combobox', { name: 'Holder' })).toBeFocused()
  await hands.say('Saltern Kelp')
  await hands.click(page.getByRole('option', { name: 'Saltern Kelp Works' }))
  await hands.click(form.getByRole('combobox', { name: 'Cover' }))
  await hands.say('Office')
  await hands.click(page.getByRole('option', { name: 'Office hours' }))
  await hands.click(form.getByRole('button', { name: 'Add the agreement' }))
  const lines = page.getByLabel('More, a line each')
  await hands.click(lines)
  await hands.say(
    'Kelp winch, Petrel Works, W2, PW-{}1\nDrying fan, Petrel Works, F7, PW-{}2'.replaceAll(
      '{}',
      `${Date.now() % 1e6}-`,
    ),
  )
  await hands.click(button(page, 'Add 2 pieces'))
  await expect(page.getByRole('region', { name: /^Covered equipment/ })).toContainText('Drying fan')
  within(hands, 13, 'agreement with equipment')
})

/** A design file as a desk sends it that calls one of its teams otherwise. */
function fromElsewhere(text: string): Buffer {
  const file = JSON.parse(text.replaceAll('"field-crew"', '"shore-crew"'))
  file.names.team['shore-crew'] = 'Shore Crew'
  return Buffer.from(JSON.stringify(file))
}

test('an edition of two hands is published, compared, and taken elsewhere', async ({ page, playwright }) => {
  await page.goto('/design/service-levels')
  const first = page.getByRole('textbox', { name: /^Name of level/ }).first()
  await expect(first).toHaveValue('Boarding stopped')
  const other = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(other, origin(), ADMINISTRATOR)
  const group = { id: 'by-night', name: 'By night' }
  const added = await other.patch('/api/draft', {
    headers: { origin: origin() },
    data: { changes: [{ list: 'groups', id: group.id, before: null, after: group }] },
  })
  expect(added.ok()).toBe(true)
  await other.dispose()

  // What the other changed is there without more.
  await expect(page.getByRole('button', { name: /^Publish edition/ })).toBeVisible()

  const hands = new Hands(page)
  await hands.fill(first, 'Nobody can board')
  await publish(page, hands, 'Levels and groups of two hands')
  await hands.click(page.getByRole('link', { name: 'What it changed' }))
  await expect(page.getByText('called: “Nobody can board” instead of “Boarding stopped”')).toBeVisible()
  await expect(page.getByText('Group “By night”')).toBeVisible()
  const waiting = page.waitForEvent('download')
  await hands.click(page.getByRole('link', { name: /^Edition \d+ as a file$/ }).first())
  const text = readFileSync((await (await waiting).path())!, 'utf8')

  // Elsewhere a team of the same work is called otherwise.
  await page.goto('/design')
  const choosing = page.waitForEvent('filechooser')
  await hands.click(page.getByText('Bring a file …'))
  await (
    await choosing
  ).setFiles({
    ...{ name: 'sound.json', mimeType: 'application/json' },
    buffer: fromElsewhere(text),
  })
  const region = page.getByRole('region', { name: 'What the file would change' })
  await expect(region).toContainText('1 thing that it names is not here')
  await hands.choose(list(page, 'What is the team Shore Crew here?'), 'Field Crew')
  await expect(region).toContainText('proofreading finds 0 errors')
  within(hands, 8, 'edition in two hands, compared and taken elsewhere')
})

test('a decision table is taken over from a spreadsheet', async ({ page }) => {
  await page.goto('/design/triage/where-it-goes')
  const text = await (await page.request.get('/api/tables/routing/file?as=csv')).text()
  const lines = text.trimEnd().split('\n')
  const hands = new Hands(page)
  const choosing = page.waitForEvent('filechooser')
  await hands.click(page.getByText('Bring in a file'))
  await (
    await choosing
  ).setFiles({
    ...{ name: 'where.csv', mimeType: 'text/csv' },
    buffer: Buffer.from([...lines.slice(0, -1), ''].join('\n')),
  })
  await expect(page.getByText(/where\.csv has \d+ rows/)).toBeVisible()
  await hands.click(button(page, 'Take them over'))
  await publish(page, hands, 'Where it goes, as in the sheet')
  within(hands, 4, 'table from a spreadsheet')
})
