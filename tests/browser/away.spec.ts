import { expect, test, type Page } from '@playwright/test'
import { signIn, TECHNICIAN } from './people'

// The desk is away, or answers as it did before: nothing that was typed is lost, nothing is sent twice, and the page says
// how it stands.

const LOST = 'The line to the desk is down.'

async function writeArticle(page: Page, title: string) {
  await signIn(page, TECHNICIAN)
  await page.goto('/knowledge')
  await page.getByRole('button', { name: 'Write an article …' }).click()
  await page.getByLabel('Title').fill(title)
  await page.getByLabel('Words by which it is found too').fill('tide, table')
}

test('the desk goes while somebody writes in three fields, and comes back', async ({ page }) => {
  let isAway = false
  await page.route('**/api/**', (route) => (isAway ? route.abort() : route.fallback()))
  // A line that ends at once, as one does when the desk goes.
  await page.route('**/api/stream', (route) =>
    isAway ? route.abort() : route.fulfill({ contentType: 'text/event-stream', body: 'retry: 500\n\n' }),
  )
  await writeArticle(page, 'Tide tables at the landing')
  isAway = true
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('They stand at the third post.')
  await expect(page.getByText(LOST)).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.locator('form').getByRole('alert')).toContainText('What you typed is kept')
  isAway = false

  await expect(page.getByLabel('Title')).toHaveValue('Tide tables at the landing')
  await expect(page.getByLabel('Words by which')).toHaveValue('tide, table')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('heading', { name: 'Tide tables at the landing' })).toBeVisible()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.goto('/knowledge?find=Tide+tables+at+the+landing')
  await expect(page.getByRole('link', { name: /Tide tables at the landing/ })).toHaveCount(1)
})

test('a list that is scrolled stays where it is while the line breaks every two seconds', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  let streams = 0
  await page.route('**/api/stream', (route) => {
    streams++
    return route.fulfill({ contentType: 'text/event-stream', body: 'retry: 2000\n\n' })
  })
  let asked = 0
  page.on('request', (request) => void (request.url().includes('/api/clocks?') && asked++))
  await page.goto('/deadlines')
  const rows = page.locator('[data-index]')
  await expect(rows.first()).toBeVisible()
  const box = page.getByLabel('Find a ticket here')
  await box.pressSequentially('a')
  await box.press('Enter')
  await expect(page).toHaveURL(/find=a/)
  const list = page.getByRole('list', { name: 'Running promises' })
  await list.evaluate((one) => one.scrollTo({ top: 400 }))
  const before = await list.evaluate((one) => one.scrollTop)
  await box.focus()
  await box.press('End')
  // Five breaks and more.
  await expect.poll(() => streams, { timeout: 30_000 }).toBeGreaterThan(5)
  await expect(box).toBeFocused()
  await expect(box).toHaveValue('a')
  expect(await list.evaluate((one) => one.scrollTop)).toBe(before)
  // Everything is asked again now and then, not with each break.
  expect(asked).toBeLessThan(6)
})

test('an answer of another version of the desk is said, and the way out', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.route('**/api/clocks?**', (route) => route.fulfill({ json: { list: [] } }))
  await page.goto('/deadlines')
  await expect(page.getByText('This page and the desk do not fit together just now.').first()).toBeVisible()
  await page.unroute('**/api/clocks?**')
  await page.reload()
  await expect(page.locator('[data-index]').first()).toBeVisible()
})
