import { expect, test, type Page } from '@playwright/test'
import { choose } from './kit'
import { ADMINISTRATOR, findings, signIn, signInByApi, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
const leaf = (page: Page) => page.getByRole('article')

test('an administrator puts a role together; whoever has it finds what it opens, and is told what it does not', async ({
  page,
  browser,
}, { retry }) => {
  const name = `Watch keeper${retry ? ` ${retry}` : ''}`
  await signIn(page, ADMINISTRATOR)
  await page.goto('/directory/roles/technician')
  await leaf(page).getByRole('link', { name: 'Another like this …' }).click()
  const form = page.getByRole('form', { name: 'A new role' })
  await expect(form.getByRole('checkbox', { name: 'Work on tickets' })).toBeChecked()
  await form.getByRole('textbox', { name: 'Name' }).fill(name)
  for (const right of ['Work on tickets', 'Correct what triage said', 'Give tickets to others'])
    await form.getByRole('checkbox', { name: right }).uncheck()
  for (const right of ['Declare a major fault', 'Accept arrivals, or turn them away', 'Write articles'])
    await form.getByRole('checkbox', { name: right }).uncheck()
  expect(await findings(page)).toEqual([])
  await form.getByRole('button', { name: 'Add the role' }).click()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText(name)
  // A tick holds at once, and stands in the record.
  const kept = page.waitForResponse((one) => one.request().method() === 'PATCH' && one.ok())
  await leaf(page).getByRole('checkbox', { name: 'Make tokens for programs' }).uncheck()
  await kept
  await page.reload()
  await expect(leaf(page).getByRole('checkbox', { name: 'Make tokens for programs' })).not.toBeChecked()

  await page.goto('/directory/people/odd-brekke')
  await choose(leaf(page), 'Role', name)
  await expect(leaf(page).getByRole('combobox', { name: 'Role' })).toContainText(name)

  const theirs = await (await browser.newContext()).newPage()
  await signIn(theirs, 'odd-brekke@commons.sound.example')
  const places = theirs.getByRole('navigation', { name: 'Places' })
  await expect(places.getByRole('link', { name: 'Desk' })).toBeVisible()
  await expect(places.getByRole('link', { name: 'Arrivals' })).toHaveCount(0)
  await theirs.locator('.ledger-rows a.row').first().click()
  const ticket = theirs.getByRole('article', { name: /^Ticket/ })
  await expect(ticket.getByRole('button', { name: /^Watch/ })).toBeVisible()
  for (const deed of [/^Reply/, /^Note/, /^Sort/, /^Give to/, /^Make it mine/, /^Declare/, /^Link/, /^Pause/])
    await expect(ticket.getByRole('button', { name: deed })).toHaveCount(0)
  await theirs.goto('/arrivals')
  await expect(theirs.getByText('has not the right “Accept arrivals, or turn them away”')).toBeVisible()
  expect(await findings(theirs)).toEqual([])
  await theirs.getByRole('link', { name: 'Knowledge' }).last().click()
  await expect(theirs.getByRole('button', { name: 'Write an article …' })).toHaveCount(0)

  // What is given holds for those who are here already, without a word of theirs.
  await page.goto('/directory/people/odd-brekke')
  await choose(leaf(page), 'Role', 'Technician')
  await expect(theirs.getByRole('button', { name: 'Write an article …' })).toBeVisible()
  await theirs.context().close()
})

test('who puts no roles together reads them, and gives nobody a role', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/directory/roles/administrator')
  await expect(leaf(page).getByText('everything')).toBeVisible()
  await expect(leaf(page).getByRole('checkbox')).toHaveCount(0)
})

test('the description of the API says which right each route asks for', async ({ request }) => {
  await signInByApi(request, origin(), TECHNICIAN)
  const { paths } = (await (await request.get('/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, { description: string }>>
  }
  expect(paths['/api/draft/publish']!.post!.description).toContain('Who may call: publishDesign')
  expect(paths['/api/tickets/{reference}/note']!.post!.description).toContain('Who may call: workTickets')
})
