import { expect, test, type Page } from '@playwright/test'
import { LEAD, PASSWORD, signIn } from './people'

/** Holds the page's scripts back, as a slow network does, until the returned function is called. */
async function withoutScripts(page: Page): Promise<() => void> {
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/_nuxt/*.js', async (route) => {
    await held
    await route.continue()
  })
  return letGo
}

test('what is typed and sent before the page has come to life is sent once it has', async ({ page }) => {
  const letGo = await withoutScripts(page)
  await page.goto('/sign-in', { waitUntil: 'commit' })
  await page.getByLabel('Mail address').fill(LEAD)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/sign-in$/)

  letGo()
  await expect(page).not.toHaveURL(/sign-in/)
})

test('a button pressed before the page has come to life is pressed once it has', async ({ page }) => {
  await signIn(page, LEAD)
  const letGo = await withoutScripts(page)
  await page.goto('/directory/rota', { waitUntil: 'commit' })
  const swap = page.getByRole('button', { name: 'Swap …' }).first()
  // Whoever sees nothing happen presses again; that is one wish.
  await swap.click()
  await swap.click()
  await expect(page.getByLabel('Who has it')).toHaveCount(0)

  letGo()
  await expect(page.getByLabel('Who has it')).toBeVisible()
})

test('what is chosen before the page has come to life is kept beside what the address says', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const letGo = await withoutScripts(page)
  await page.goto('/messages?channel=mail&find=no-such-words', { waitUntil: 'commit' })
  await page.getByLabel('State').selectOption('givenUp')
  await expect(page).not.toHaveURL(/givenUp/)

  letGo()
  await expect(page).toHaveURL(/channel=mail&find=no-such-words&state=givenUp/)
  await expect(page.getByLabel('Channel')).toHaveValue('mail')
  await expect(page.getByLabel('State')).toHaveValue('givenUp')
})

test('a button that lives before the rest of its page is pressed once only', async ({ page }) => {
  await signIn(page, LEAD)
  const MESSAGES = /\/api\/messages(\?|$)/
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route(MESSAGES, async (route) => {
    await held
    await route.continue()
  })
  const asked = page.waitForRequest(MESSAGES)
  await page.goto('/messages', { waitUntil: 'commit' })
  await asked
  // The bar listens already, but what it opens comes with the rest of the page.
  await page.getByRole('navigation', { name: 'Places' }).getByRole('button').click()
  await expect(page.getByRole('navigation', { name: 'More places' })).toHaveCount(0)
  letGo()
  await page.getByLabel('State').selectOption('givenUp')
  await expect(page).toHaveURL(/state=givenUp/)
  await expect(page.getByRole('navigation', { name: 'More places' })).toBeVisible()
})
