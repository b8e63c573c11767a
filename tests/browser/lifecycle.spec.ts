import { expect, test } from '@playwright/test'
import { findings, LEAD, signIn } from './people'

test('a lead shapes the lifecycle of a ticket kind: statuses, gates, ways, what moves by itself and timers', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/kinds')
  await page.getByLabel('A new kind, called').fill('Wish')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByLabel('Name of the kind')).toHaveValue('Wish')
  const picture = page.getByRole('figure', { name: /^Wish: its statuses/ })
  await expect(picture.getByRole('button', { name: 'Waiting for others' })).toBeVisible()

  await page.getByLabel('A new status, called').fill('On the list')
  await page.getByLabel('of the group').selectOption('waiting')
  await page.getByRole('button', { name: 'Add it' }).click()
  const status = page.getByRole('row', { name: /On the list: group|On the list/ }).first()
  await expect(picture.getByRole('button', { name: 'On the list' })).toBeVisible()
  await expect(page.getByText('no way leads out of “On the list”')).toBeVisible()
  expect(await status.count()).toBe(1)

  // A gate: what another one asks is offered before anything new, and what is new is a field of the kind from then on.
  await page.getByRole('button', { name: /^Gate of On the list/ }).click()
  const gate = page.getByRole('group', { name: 'The gate of On the list' })
  await gate.getByLabel('or for a new one').fill('How much is it wanted?')
  await gate.getByRole('button', { name: 'Ask it' }).click()
  await expect(gate.getByLabel('Question 1 of On the list')).toHaveValue('How much is it wanted?')
  const terms = page.getByRole('group', { name: 'How much is it wanted?' })
  await terms.getByLabel('holds').selectOption('one choice')
  await expect(page.getByText('“How much is it wanted?” has no options to choose from')).toBeVisible()
  await terms.getByLabel('options, with commas between them').fill('much, a little')
  await terms.getByLabel('options, with commas between them').press('Tab')
  await expect(page.getByText('has no options to choose from')).toBeHidden()

  // A way in and out; a pair of statuses has one way.
  const ways = page.locator('form', { has: page.getByRole('button', { name: 'Add the way' }) })
  for (const [from, to, words] of [
    ['Logged', 'On the list', 'Put it on the list'],
    ['On the list', 'In hand', 'Take it up'],
  ] as const) {
    await ways.getByRole('combobox', { name: 'From' }).selectOption(from)
    await ways.getByRole('combobox', { name: 'to', exact: true }).selectOption(to)
    await ways.getByLabel('by a button').fill(words)
    await ways.getByRole('button', { name: 'Add the way' }).click()
  }
  await expect(page.getByLabel('From On the list to In hand: button')).toHaveValue('Take it up')
  await expect(page.getByText('no way leads out of “On the list”')).toBeHidden()

  await page.getByLabel('On the list, when the requester answers').selectOption('In hand')
  await page.getByRole('button', { name: 'Add a timer' }).click()
  const timer = page.getByRole('row').filter({ has: page.getByLabel('Timer 2: status') })
  await timer.getByLabel('Timer 2: status').selectOption('On the list')
  await timer.getByLabel('Timer 2: how long').fill('30')
  await timer.getByLabel('Timer 2: how long').press('Tab')
  await timer.getByLabel('Timer 2: then').selectOption('move it to “Called off”')
  await picture.getByRole('button', { name: 'On the list' }).click()
  await expect(picture.getByText('after 30 days')).toBeVisible()
  expect(await findings(page)).toEqual([])

  // Taking a status out takes all that hangs on it; taking that back brings it back.
  await page.getByRole('button', { name: 'Take out On the list' }).click()
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(page.getByLabel('From On the list to In hand: button')).toBeHidden()
  await expect(page.getByLabel('Timer 2: status')).toBeHidden()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByLabel('From On the list to In hand: button')).toBeVisible()

  // What many items share is not changed by accident.
  await page.goto('/design/kinds/fault')
  await expect(page.getByLabel('Status 1: name')).toBeDisabled()
  await page.getByRole('button', { name: /^Change it for all/ }).click()
  await expect(page.getByLabel('Status 1: name')).toBeEnabled()

  await page.getByRole('button', { name: 'Throw the draft away' }).first().click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByText('0 changes').first()).toBeVisible()
})
