import { expect, test } from '@playwright/test'
import { LEAD, PASSWORD } from './people'

test('what is typed before the page has come to life is kept, and sent only after', async ({ page }) => {
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/_nuxt/*.js', async (route) => {
    await held
    await route.continue()
  })
  await page.goto('/sign-in', { waitUntil: 'commit' })
  await page.getByLabel('Mail address').fill(LEAD)
  await page.getByLabel('Password').fill(PASSWORD)
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeDisabled()

  letGo()
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).not.toHaveURL(/sign-in/)
})
