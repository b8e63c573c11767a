import { randomUUID } from 'node:crypto'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { wanted } from './jobs'
import { LEAD, signIn } from './people'
import { leaf } from './ticket'

/** As whoever has no mouse gets there: by Tab, forwards or backwards. */
async function tabTo(page: Page, aim: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab') {
  await expect(aim).toBeVisible()
  for (let steps = 0; steps < 150; steps++) {
    if (await aim.evaluate((one) => one === document.activeElement)) return
    await page.keyboard.press(key)
  }
  throw new Error('Tab does not lead there')
}

test('the whole of Dispatch by the keyboard alone: place, hand on, lengthen, split, call off, place all', async ({
  page,
}, { retry, repeatEachIndex }) => {
  await signIn(page, LEAD)
  // Whoever tries again finds what the try before has left: other words keep them apart.
  const capstan = `Capstan ${randomUUID().slice(0, 6)}`
  const { reference } = await wanted(page.request, `${capstan} brake squeals`)
  const other = await wanted(page.request, `${capstan} lamp is out`)
  // Whoever is sent on a day of their own is nobody else's of these tests, nor of a try before.
  await page.goto(`/dispatch?day=2026-11-${24 + retry + repeatEachIndex}`)
  const board = page.getByRole('group', { name: 'People and their hours' })
  await expect(board).toBeVisible()

  // What is to be placed is found by words, and chosen.
  await tabTo(page, page.getByLabel('Find a job'))
  await page.keyboard.type(capstan.toLowerCase())
  await expect(page).toHaveURL(new RegExp(`work=capstan.${capstan.slice(8)}`))
  await expect(page.getByText('2, by promise')).toBeVisible()
  await tabTo(page, page.getByRole('link', { name: new RegExp(`${capstan} brake squeals`) }))
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: `${capstan} brake squeals` })).toBeVisible()

  // It goes to somebody at a time that is typed.
  await tabTo(page, page.getByLabel('Anywhere else'))
  await page.keyboard.type('hal rowan 8:00')
  await page.keyboard.press('Enter')
  await expect(page.getByText(`${reference} is with Hal Rowan.`)).toBeVisible()

  // It is made longer, handed to another, and both are taken back.
  const placed = board.getByRole('button', { name: new RegExp(`: ${capstan} brake squeals`) })
  await expect(placed).toHaveAttribute('aria-label', /^Hal Rowan, 08:00 to 09:00/)
  await tabTo(page, placed, 'Shift+Tab')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Enter')
  await expect(placed).toHaveAttribute('aria-label', /^Hal Rowan, 08:00 to 09:15/)
  await tabTo(page, placed)
  await page.keyboard.press('ArrowDown')
  const says = page.getByRole('status').filter({ hasText: / to \d\d:\d\d/ })
  const [, next] = /^(.+?), 08:00 to 09:15/.exec((await says.textContent())!.trim())!
  expect(next).not.toBe('Hal Rowan')
  await page.keyboard.press('Escape')
  await expect(says).toHaveCount(0)
  await page.keyboard.press('u')
  await expect(placed).toHaveAttribute('aria-label', /^Hal Rowan, 08:00 to 09:00/)

  // It is split: what is left of it is to be placed again.
  await tabTo(page, placed)
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('button', { name: 'Change what it asks for …' }))
  await page.keyboard.press('Enter')
  const form = page.getByRole('form', { name: 'What it asks for' })
  await tabTo(page, form.getByRole('button', { name: 'Split it in two' }))
  await page.keyboard.press('Enter')
  await expect(placed).toHaveAttribute('aria-label', /^Hal Rowan, 08:00 to 08:30/)
  await expect(page.getByText('2, by promise')).toBeVisible()

  // Both that are open are placed at once, on this day.
  await page.keyboard.press('p')
  const all = page.getByRole('region', { name: /^Place all/ })
  const take = all.getByRole('button', { name: 'Take 2 lines' })
  await tabTo(page, take)
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 jobs are placed.')).toBeVisible()
  await expect(page.getByText('0, by promise')).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByText('2, by promise')).toBeVisible()

  // One is not wanted any more.
  await tabTo(page, page.getByRole('link', { name: new RegExp(`${capstan} lamp is out`) }), 'Shift+Tab')
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('button', { name: 'Change what it asks for …' }))
  await page.keyboard.press('Enter')
  await tabTo(page, form.getByRole('button', { name: 'It is not wanted any more' }))
  await page.keyboard.press('Enter')
  await expect(page.locator(`[data-job^="${other.reference}-"]`)).toHaveCount(0)
})

test('a row of any list goes to Dispatch by a key, once, and on a slim screen the board is found', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const { reference } = await wanted(page.request, 'Ladder of the quay is loose')
  await page.goto(`/desk/${reference}`)
  await expect(leaf(page)).toBeVisible()
  await page.keyboard.press('Shift+d')
  await expect(page).toHaveURL(new RegExp(`/dispatch\\?job=${reference}-`))
  await expect(page.getByRole('heading', { name: 'Ladder of the quay is loose' })).toBeVisible()
  // What is to be placed already is meant, and not wanted again.
  await expect(page.locator(`[data-job^="${reference}-"]`)).toHaveCount(1)

  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/dispatch')
  await page.getByRole('button', { name: 'People and their hours …' }).click()
  await expect(page.getByRole('group', { name: 'People and their hours' })).toBeVisible()
  await page.getByRole('button', { name: '← Back to the list' }).click()
  await expect(page.getByRole('heading', { name: 'To be placed' })).toBeVisible()
})
