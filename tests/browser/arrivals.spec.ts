import { choose } from './kit'
import { expect, test } from '@playwright/test'
import { findings, signIn, TECHNICIAN } from './people'

const REQUESTER = 'rory-wrack@saltern.sound.example'

/** Asks for something at a portal that holds what comes in. @returns its reference */
async function ask(page: import('@playwright/test').Page, summary: string): Promise<string> {
  await page.goto('/portal/saltern/ask/something-else')
  await page.getByLabel('In one line, what is it about?').fill(summary)
  await page.getByRole('button', { name: 'Send the request' }).click()
  await expect(page.getByText('Somebody looks at it first')).toBeVisible()
  return (await page.locator('.reference b').textContent())!
}

test('what a portal holds is accepted, asked about, turned away, taken back and merged from the keyboard', async ({
  page,
  browser,
}) => {
  const counter = await (await browser.newContext()).newPage()
  await signIn(counter, REQUESTER, '/portal/saltern/sign-in')
  const [first, second, third] = [
    await ask(counter, 'Seed line winch hums'),
    await ask(counter, 'Barge lights stay on'),
    await ask(counter, 'The lights of the barge stay on'),
  ]

  await signIn(page, TECHNICIAN)
  await page.getByRole('link', { name: 'Arrivals' }).click()
  await expect(page.getByRole('heading', { name: 'Arrivals' })).toBeVisible()
  const leaf = page.getByRole('article', { name: /^Arrival/ })
  const open = async (reference: string) => {
    await page.locator(`a.row[href$="/${reference}"]`).click()
    await expect(leaf.getByText(`${reference} · came in`)).toBeVisible()
  }

  // What is chosen shows at once what would become of it.
  await open(first)
  await choose(leaf, 'Priority', 'II High')
  await expect(leaf.getByText('II · High')).toBeVisible()
  await leaf.getByRole('button', { name: 'Why: priority' }).click()
  await expect(page.getByText('Tora Aas chose it when accepting the ticket.')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await leaf.getByRole('heading', { level: 1 }).focus()
  await page.keyboard.press('a')
  await expect(page.getByText(new RegExp(`${first} is accepted for`))).toBeVisible()
  // The next one is there by itself.
  await expect(leaf.getByRole('heading', { level: 1 })).not.toHaveText('Seed line winch hums')
  await page.getByRole('button', { name: 'Take it back into Arrivals' }).click()
  await expect(leaf.getByRole('heading', { level: 1 })).toHaveText('Seed line winch hums')

  await page.keyboard.press('r')
  await leaf.getByLabel(/What do we ask/).fill('Since when does it hum?')
  await leaf.getByRole('button', { name: 'Send the question' }).click()
  await expect(leaf.getByText('asked, no answer yet')).toBeVisible()
  await counter.goto(`/portal/saltern/requests/${first}`)
  await expect(counter.getByText('Waiting for your answer')).toBeVisible()
  await counter.getByLabel('Your answer').fill('Since Sunday')
  await counter.getByRole('button', { name: 'Send' }).click()
  await expect(leaf.getByText('Since Sunday').first()).toBeVisible()

  await page.keyboard.press('x')
  await leaf.getByRole('button', { name: 'Turn it away' }).click()
  await expect(leaf.getByRole('alert')).toContainText('There is no text to send')
  await leaf.getByLabel('Why can we not take it?').fill('The maker of the winch sees to it')
  await leaf.getByRole('button', { name: 'Turn it away' }).click()
  await expect(page.getByText(`${first} was turned away`)).toBeVisible()
  await counter.goto(`/portal/saltern/requests/${first}`)
  await expect(counter.getByText('The maker of the winch sees to it')).toBeVisible()

  await open(third)
  await leaf.getByRole('button', { name: `Merge into ${second} …` }).click()
  await leaf.getByRole('button', { name: 'Merge it' }).click()
  await expect(page.getByText(`${third} is handled together with ${second} now.`)).toBeVisible()
  await counter.goto(`/portal/saltern/requests/${third}`)
  await expect(counter.getByText(`Handled together with ${second}`).first()).toBeVisible()

  // A ticket that is not held has its own page.
  await page.goto(`/arrivals/${third}`)
  await page.getByRole('link', { name: `Open ticket ${third}` }).click()
  await expect(page.getByText('It is handled together with')).toBeVisible()
})
