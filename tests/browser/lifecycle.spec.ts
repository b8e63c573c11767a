import { expect, test } from '@playwright/test'
import { choose, clear } from './kit'
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
  await choose(page, 'Of the group', 'waiting')
  // It lies between two others unless nothing is to lead there yet.
  await clear(page, 'Reached from')
  await clear(page, 'Leads on to')
  await page.getByRole('button', { name: 'Add it' }).click()
  const drawn = picture.getByRole('button', { name: 'On the list' })
  await expect(drawn).toBeVisible()
  await expect(page.getByText('no way leads out of “On the list”')).toBeVisible()
  // All of it is in the picture, whatever was added.
  const [frame, box] = [await picture.boundingBox(), await drawn.boundingBox()]
  expect(box!.y + box!.height).toBeLessThanOrEqual(frame!.y + frame!.height)
  expect(box!.x + box!.width).toBeLessThanOrEqual(frame!.x + frame!.width)

  // A gate: what another one asks is offered before anything new, and what is new is a field of the kind from then on.
  await page.getByRole('button', { name: /^Gate of On the list/ }).click()
  const gate = page.getByRole('group', { name: 'The gate of On the list' })
  await gate.getByLabel('Or for a new one').fill('How much is it wanted?')
  await gate.getByRole('button', { name: 'Ask it' }).click()
  await expect(gate.getByLabel('Question 1 of On the list')).toHaveValue('How much is it wanted?')
  const terms = page.getByRole('group', { name: 'How much is it wanted?' })
  await choose(terms, 'Holds', 'one choice')
  await expect(page.getByText('“How much is it wanted?” has no options to choose from')).toBeVisible()
  await terms.getByLabel('Options, with commas between them').fill('much, a little')
  await terms.getByLabel('Options, with commas between them').press('Tab')
  await expect(page.getByText('has no options to choose from')).toBeHidden()

  // A way in and out; a pair of statuses has one way.
  const ways = page.getByRole('form', { name: 'A new way' })
  await choose(ways, 'From', 'Logged')
  await choose(ways, 'To', 'On the list')
  await ways.getByLabel('By a button').fill('Put it on the list')
  await ways.getByRole('button', { name: 'Add the way' }).click()
  await expect(page.getByLabel('From Logged to On the list: button')).toHaveValue('Put it on the list')
  // Another in the picture, by the keyboard alone.
  await drawn.focus()
  await page.keyboard.press('w')
  await expect(page.getByText('A way from “On the list”: choose where it goes.')).toBeVisible()
  await picture.getByRole('button', { name: 'In hand' }).focus()
  await page.keyboard.press('Enter')
  const button = page.getByLabel('From On the list to In hand: button')
  await expect(button).toHaveValue('To “In hand”')
  await button.fill('Take it up')
  await button.press('Tab')
  await expect(page.getByLabel('From On the list to In hand: button')).toHaveValue('Take it up')
  await expect(page.getByText('no way leads out of “On the list”')).toBeHidden()

  await choose(page, 'On the list, when the requester answers', 'In hand')
  await page.getByRole('button', { name: 'Add a timer' }).click()
  await choose(page, 'Timer 2: status', 'On the list')
  await page.getByLabel('Timer 2: how long').fill('30 days')
  await page.getByLabel('Timer 2: how long').press('Tab')
  await choose(page, 'Timer 2: then', 'move it to “Called off”')
  await expect(page.getByLabel('Timer 2: how long')).toHaveValue('30 days')
  await picture.getByRole('button', { name: 'On the list' }).click()
  await expect(page.getByText(/^after 30 days/)).toBeVisible()
  expect(await findings(page)).toEqual([])

  // Taking a status out takes all that hangs on it; taking that back brings it back.
  await drawn.focus()
  await page.keyboard.press('Delete')
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(page.getByLabel('From On the list to In hand: button')).toBeHidden()
  await expect(page.getByLabel('Timer 2: status')).toBeHidden()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByLabel('From On the list to In hand: button')).toBeVisible()

  // What many items share is not changed by accident.
  await page.goto('/design/kinds/fault')
  await expect(page.getByText(/catalog items share this kind/)).toBeVisible()
  await expect(page.getByLabel('Status 1: name')).toBeHidden()
  await page.getByRole('button', { name: /^Change it for all/ }).click()
  await expect(page.getByLabel('Status 1: name')).toBeEnabled()

  await page.getByRole('button', { name: 'Throw the draft away' }).first().click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByText('0 changes').first()).toBeVisible()
})
