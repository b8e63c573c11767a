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

test('what is sent before the portal has come to life is done by the browser itself', async ({ page }) => {
  const letGo = await withoutScripts(page)
  await page.goto('/portal/merrow/sign-in', { waitUntil: 'commit' })
  await page.getByLabel('Mail address').fill(REQUESTER)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'What do you need?' })).toBeVisible()
  letGo()
})

test('a portal does all it is there for without its script', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, javaScriptEnabled: false })
  const page = await context.newPage()
  await page.goto('/portal/merrow/requests')
  await page.getByLabel('Mail address').fill(REQUESTER)
  await page.getByLabel('Password').fill('not this')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('do not fit together')
  await expect(page.getByLabel('Mail address')).toHaveValue(REQUESTER)
  await expect(page.getByLabel('Password')).toHaveValue('')
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByLabel('Password').press('Enter')
  await expect(page.getByRole('heading', { name: 'My requests' })).toBeVisible()

  // What is wrong stands at its field, and what it leads to is asked then.
  await page.goto('/portal/merrow')
  await page.getByLabel('What do you need?').fill('scanner')
  await page.getByLabel('What do you need?').press('Enter')
  await page.getByRole('list', { name: 'What fits' }).getByRole('link').first().click()
  await page.getByLabel('How many gates do not read?').fill('3')
  await page.getByLabel('It stays red').check()
  await page.getByRole('button', { name: 'Send the request' }).click()
  await expect(page.getByText('please answer this')).toBeVisible()
  await expect(page.getByLabel('It stays red')).toBeChecked()
  await page.getByLabel('No', { exact: true }).check()
  await page.getByRole('button', { name: /Send the request/ }).click()
  const anyway = page.getByRole('button', { name: 'Send the request all the same' })
  if (await anyway.isVisible()) await anyway.click()
  await expect(page.getByRole('heading', { name: 'We have it' })).toBeVisible()

  await page.getByRole('link', { name: 'See the request' }).click()
  await page.getByLabel('Your answer').fill('It reads again')
  await page
    .getByLabel('Files, if they help')
    .setInputFiles({ name: 'gate.txt', mimeType: 'text/plain', buffer: Buffer.from('red') })
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.getByText('The desk has your answer.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'gate.txt' })).toBeVisible()
  // Loaded anew, it is not sent a second time.
  await page.reload()
  await expect(page.getByText('It reads again')).toHaveCount(1)
  await page.getByRole('button', { name: 'I need it no more …' }).click()
  await page.getByRole('button', { name: 'Call it off' }).click()
  await expect(page.getByText('It is called off.')).toBeVisible()

  await page.getByRole('button', { name: 'Norsk' }).click()
  await expect(page.locator('html')).toHaveAttribute('lang', 'nb')
  await page.getByRole('button', { name: 'English' }).click()
  // One's own password and sessions, too.
  await page.getByRole('link', { name: 'Ines Varga' }).click()
  await expect(page.getByText('this one')).toBeVisible()
  await page.getByLabel('Your password so far').fill('not this')
  await page.getByLabel('New password').fill('a few words here')
  await page.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByText('this is not your password').first()).toBeVisible()
  await expect(page.getByLabel('New password')).toHaveValue('')
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Please sign in' })).toBeVisible()
  await context.close()
})

test('a form from elsewhere, and what is none, are refused', async ({ page, baseURL }) => {
  const origin = new URL(baseURL!).origin
  const go = (options: object) => page.request.post('/portal/merrow/sign-in', options)
  const form = { go: 'door:in', mail: REQUESTER, password: PASSWORD }
  expect((await go({ form, headers: { origin: 'https://elsewhere.example' } })).status()).toBe(403)
  expect((await go({ data: '{', headers: { origin, 'content-type': 'text/plain' } })).status()).toBe(400)
  const long = { ...form, mail: 'm'.repeat(100_000) }
  expect((await go({ form: long, headers: { origin } })).status()).toBe(413)
  const many = Object.fromEntries(Array.from({ length: 600 }, (_, at) => [`f${at}`, '']))
  expect((await go({ form: many, headers: { origin } })).status()).toBe(413)
  expect((await go({ form, headers: { origin }, maxRedirects: 0 })).status()).toBe(303)
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
  const back = page.getByRole('link', { name: 'To the desk' })
  // axe finds nothing wrong with a text in the very colour of its ground.
  const ground = await back.evaluate((link) => getComputedStyle(link).backgroundColor)
  await expect(back).not.toHaveCSS('color', ground)
  await back.click()
  await expect(page).toHaveURL(/sign-in/)

  await page.route('**/api/me', (route) => route.abort())
  await page.goto('/messages')
  await expect(page.getByRole('heading', { name: 'This page cannot be shown now' })).toBeVisible()
  await expect(page.getByText('The desk cannot be reached just now.')).toBeVisible()
  await page.unroute('**/api/me')
  await page.getByRole('link', { name: 'Try again' }).click()
  await expect(page).toHaveURL(/sign-in\?back=\/messages|sign-in\?back=%2Fmessages/)
})
