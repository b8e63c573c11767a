import { expect, test, type Page } from '@playwright/test'
import { Hands } from './hands'
import { LEAD, leaveNoDraft, signIn } from './people'

// What a lead does most, with each press counted: docs/BENCHMARKS.md has the figures beside those of 0.9.0.

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true })
const list = (page: Page, name: string) => page.getByRole('combobox', { name, exact: true })

/** Publishes the draft from wherever the lead is. */
async function publish(page: Page, hands: Hands, words: string): Promise<void> {
  await hands.click(page.getByRole('button', { name: /^Publish edition/ }))
  await expect(page.getByRole('dialog').getByLabel('What changes')).toBeFocused()
  await hands.say(words)
  await hands.press('Enter')
  await expect(page.getByText(/is published/)).toBeVisible()
}

/** No task takes more presses than this; half of what it took in 0.9.0. */
function within(hands: Hands, most: number, task: string): void {
  console.log(`${task}: ${hands.presses} presses`)
  expect(hands.presses).toBeLessThanOrEqual(most)
}

test('a new item with a form that branches and a kind of its own', async ({ page }) => {
  await signIn(page, LEAD)
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
