import { expect, test, type Page } from '@playwright/test'
import { PASSWORD, REQUESTER, signIn } from './people'

// A portal comes as HTML and can be used while its script still loads. Places of the desk are drawn by their script.

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

test('what is typed and sent before the portal has come to life is sent once it has', async ({ page }) => {
  const letGo = await withoutScripts(page)
  await page.goto('/portal/merrow/sign-in', { waitUntil: 'commit' })
  await page.getByLabel('Mail address').fill(REQUESTER)
  await page.getByLabel('Password').fill(PASSWORD)
  // Whoever sees nothing happen presses again; that is one wish.
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/sign-in$/)

  letGo()
  await expect(page).not.toHaveURL(/sign-in/)
})

test('what is typed into a form before it has come to life is kept', async ({ page }) => {
  await signIn(page, REQUESTER, '/portal/merrow/sign-in')
  const letGo = await withoutScripts(page)
  await page.goto('/portal/merrow/ask/something-else', { waitUntil: 'commit' })
  await page.getByLabel('In one line, what is it about?').fill('A lamp on the pier')
  letGo()
  await page.getByRole('button', { name: 'Send the request' }).click()
  await expect(page.getByRole('heading', { name: /We have it|Before you send it/ })).toBeVisible()
})

test('a place that cannot be shown says why, and goes on from there', async ({ page }) => {
  await page.goto('/no-such-place')
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
  await page.getByRole('button', { name: 'To the desk' }).click()
  await expect(page).toHaveURL(/sign-in/)

  await page.route('**/api/me', (route) => route.abort())
  await page.goto('/messages')
  await expect(page.getByRole('heading', { name: 'This page cannot be shown now' })).toBeVisible()
  await expect(page.getByText('The desk cannot be reached just now.')).toBeVisible()
  await page.unroute('**/api/me')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page).toHaveURL(/sign-in\?back=\/messages|sign-in\?back=%2Fmessages/)
})
