import { expect, test } from '@playwright/test'
import { choose } from './kit'
import { LEAD, leaveNoDraft, PASSWORD, signIn } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

// What a test leaves in the draft would stand in the way of others.
test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

// Somebody whose browser speaks Norwegian asks for something, and reads English from then on.
const READER = 'signe-dahl@merrow.sound.example'

test('a requester reads the portal, a form and what comes by mail in the language of their browser', async ({
  browser,
}) => {
  const context = await browser.newContext({ locale: 'nb-NO' })
  const page = await context.newPage()
  await page.goto('/portal/merrow/sign-in')
  await expect(page.locator('html')).toHaveAttribute('lang', 'nb')
  await page.getByLabel('E-postadresse').fill(READER)
  await page.getByLabel('Passord').fill('noe annet')
  await page.getByRole('button', { name: 'Logg inn' }).click()
  await expect(page.getByRole('alert')).toContainText('passer ikke sammen her')
  await page.getByLabel('Passord').fill(PASSWORD)
  await page.getByRole('button', { name: 'Logg inn' }).click()
  await page.getByLabel('Hva trenger du?').fill('strekkode')
  // What fits comes above the catalog, which moves down then: a press on a link that moves away leads nowhere.
  const fits = page.getByRole('list', { name: 'Det som passer' })
  await fits.getByRole('link', { name: 'Billettskanneren leser ikke billetter' }).click()
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('svar på dette')).toBeVisible()
  await page.getByLabel('Hvor mange porter leser ikke?').fill('1')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Vi har fått den' })).toBeVisible()
  const reference = /\d+/.exec(await page.locator('.reference').innerText())![0]
  await page.getByRole('link', { name: 'Se saken' }).click()
  await expect(page.getByText(/^Vi svarer innen /)).toBeVisible()

  // What goes wrong is said in it too, on a page that the server makes as on one that the browser does.
  const seen = page.url()
  await page.goto(seen.replace(/\d+$/, '999999'))
  await expect(page.getByRole('alert')).toHaveText('Du har ingen sak med dette nummeret.')
  await page.goto(seen)

  // English from here on: the page at once, what is kept of it, and what is written.
  await page.getByRole('button', { name: 'English' }).click()
  await expect(page.getByText(/^We answer by /)).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'en')
  await page.reload()
  await expect(page.getByRole('heading', { name: 'What you asked' })).toBeVisible()
  await context.close()

  const desk = await browser.newPage()
  await signIn(desk, LEAD)
  await desk.goto('/standins/mailbox')
  await desk.getByLabel('Only mail to this address').fill(READER)
  await desk.getByRole('button', { name: 'Show', exact: true }).click()
  await desk.getByRole('button', { name: `[${reference}] Vi har fått den:` }).click()
  await expect(desk.locator('pre')).toContainText('Hvor mange porter leser ikke? 1 porter')
  await desk.close()
})

test('a lead sees which texts lack words in a language, and gives them', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/catalog/gate-scanner')
  await page.getByLabel('Name, as requesters read it').fill('The scanner is deaf')
  await page.getByLabel('Name, as requesters read it').blur()
  await page.goto('/design/languages')
  const said = page.getByLabel('Norsk: The scanner is deaf')
  // Other tests may have published what lacks words too.
  const lacking = page.getByText(/\d+ of \d+ texts have no words in Norsk/).first()
  await expect(lacking).toBeVisible()
  const before = Number(/(\d+) of/.exec(await lacking.innerText())![1])
  await said.fill('Skanneren er døv')
  await said.blur()
  if (before === 1) await expect(page.getByText(/texts have no words in Norsk/)).toHaveCount(0)
  else await expect(lacking).toContainText(new RegExp(`(^|\\D)${before - 1} of`))
  await choose(page, 'Show', /^words of what is no more there/)
  await expect(page.getByText('Gate scanner will not read tickets', { exact: true })).toBeVisible()
})
