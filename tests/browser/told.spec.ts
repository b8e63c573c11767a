import { expect, test, type Page } from '@playwright/test'
import { choose, clear } from './kit'
import { act } from './ticket'
import { LEAD, signIn, signInByApi, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

// Whatever a test leaves in the draft, or as the behaviour of a stand-in, is not the next one's.
test.afterEach(async ({ playwright }) => {
  const lead = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(lead, origin(), LEAD)
  await lead.delete('/api/draft', { headers: { origin: origin() } })
  for (const channel of ['chat', 'pager'])
    await lead.post('/api/standins/gateway', {
      headers: { origin: origin() },
      data: { channel, behaviour: 'takes' },
    })
  await lead.dispose()
})

/** Logs a ticket by API and gives it to somebody. */
async function ticketOf(page: Page, technician: string) {
  const post = async (path: string, data: object) =>
    (await page.request.post(path, { headers: { origin: origin() }, data })).json()
  const { reference } = await post('/api/tickets', {
    item: 'gate-scanner',
    requester: 'maud-ferrier',
    answers: { gates: 3, boardingStopped: true },
  })
  await post(`/api/tickets/${reference}/assign`, { technician })
  return Number(reference)
}

test('somebody says how they want to be told, is told like that, and says that they have it', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/my/messages')
  await choose(page, 'Way 1', 'pager')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('write the number, or the name in the chat room')).toBeVisible()
  await page.getByLabel('Address of way 1').fill('4105')
  await page.getByLabel('Way 1, from').fill('')
  await page.getByLabel('Way 1, to').fill('')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('You are told like this from now on.')).toBeVisible()

  const reference = await ticketOf(page, 'tora-aas')
  const lead = await browser.newPage()
  await signIn(lead, LEAD)
  await lead.goto('/standins/pager')

  // Half of the quarter of an hour goes by; the ladder rings, and the message waits for somebody.
  await lead.getByRole('button', { name: 'Desk time; put it forward' }).click()
  await lead.getByRole('button', { name: '15 minutes' }).click()
  await expect(lead.getByText(/ rang on the way/)).toBeVisible({ timeout: 20_000 })
  await page.goto(`/desk/${reference}`)
  await expect(page.getByText('it climbs until somebody has it')).toBeVisible()

  // The link of the message does nothing by being opened, and works once.
  await lead.keyboard.press('Escape')
  await lead.reload()
  const link = lead
    .getByRole('row')
    .filter({ hasText: String(reference) })
    .filter({ hasText: '4105' })
    .getByRole('link', { name: 'I have it' })
    .first()
  await link.click()
  await expect(lead.getByText('Say that you have it, Tora Aas')).toBeVisible()
  await lead.getByRole('button', { name: 'I have it' }).click()
  await expect(lead.getByText('It is known that you have it')).toBeVisible()
  await lead.reload()
  await expect(lead.getByText('Tora Aas has it since')).toBeVisible()
  await expect(page.getByText('climbs no further').first()).toBeVisible()
  await lead.goto('/acknowledge/nothing.of-ours')
  await expect(lead.getByText('stands for no message of ours')).toBeVisible()
  await lead.close()
})

test('what fails goes the next way; the lead sees each message and tries one again', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/standins/pager')
  await choose(page, 'How it behaves', 'refuses for good')
  const reference = await ticketOf(page, 'per-lund')
  await page.goto(`/messages?find=${reference}`)
  const rows = page.getByRole('row').filter({ hasText: 'Per Lund' })
  await expect(rows.filter({ hasText: 'given up' })).toBeVisible({ timeout: 15_000 })
  await expect(rows.filter({ hasText: 'mail' }).first()).toBeVisible()
  await choose(page, 'State', 'given up')
  await expect(page).toHaveURL(/state=givenUp/)
  await page.request.post('/api/standins/gateway', {
    headers: { origin: origin() },
    data: { channel: 'pager', behaviour: 'takes' },
  })
  await rows.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByText('is tried again')).toBeVisible()
  await clear(page, 'State')
  await expect(rows.filter({ hasText: 'delivered' })).toBeVisible({ timeout: 15_000 })
})

test('a lead builds a ladder, sees that it could go on without end, and tries it on a ticket', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const reference = await ticketOf(page, 'pia-lund')
  await page.goto('/design/ladders')
  await page.getByRole('button', { name: 'Add a ladder' }).click()
  const added = page
    .locator('section')
    .filter({ has: page.locator('input[value="A new ladder"]') })
    .last()
  await expect(added).toBeVisible()
  await choose(added, 'A new ladder, rung 1: counted from', 'due moment')
  await added.getByLabel('A new ladder, rung 1: how long').fill('10 min')
  await added.getByLabel('A new ladder, rung 1: how long').press('Tab')
  await choose(added, 'A new ladder, rung 1: before or after', 'before the')
  await expect(added.locator('.axis')).toContainText('10 minutes before')

  // It raises the priority whenever the priority is raised: that is refused, and said where it stands.
  await choose(added, 'A new ladder, rung 1: counted from', 'at once, when')
  await choose(added, 'A new ladder, rung 1, doing 1: what is done', 'raise the priority')
  await expect(page.getByText('could go on without end').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Publish: 1 error first' })).toBeDisabled()
  await choose(added, 'A new ladder, rung 1, doing 1: what is done', 'tell somebody')
  await expect(page.getByText('could go on without end')).toHaveCount(0)

  await page.getByLabel('What would happen to ticket').fill(String(reference))
  await page.getByRole('button', { name: 'Try', exact: true }).click()
  const trial = page.getByRole('region', { name: 'A trial: if nobody does anything' })
  await expect(trial).toContainText(/Nobody has answered: \d0 % of “Answer” is spent/)
  await expect(trial).toContainText('Pia Lund by mail')
  await page.getByLabel('What would happen to ticket').fill('999999')
  await page.getByRole('button', { name: 'Try', exact: true }).click()
  await expect(trial).toContainText('There is no ticket 999999')
})

test('a swap on the rota, made and taken back by whoever is on it', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/directory/rota')
  const watch = page.getByRole('region', { name: 'Watch at the desk' })
  await expect(watch).toContainText('On now:')
  await watch.getByRole('button', { name: 'Swap …' }).click()
  await choose(watch, 'Who has it', 'Tora Aas')
  const day = async (part: string, date: string) => {
    const field = watch.getByRole('group', { name: part }).getByRole('combobox').first()
    await field.fill(date)
    await field.press('Tab')
  }
  await day('To', '2026-11-01')
  await watch.getByRole('button', { name: 'Keep the swap' }).click()
  await expect(watch).toContainText('ends before it begins')
  await day('From', '2026-11-18')
  await day('To', '2026-11-18')
  await watch.getByRole('button', { name: 'Keep the swap' }).click()
  await expect(page.getByText('Tora Aas has it then.')).toBeVisible()
  await expect(watch.getByRole('table')).toContainText('Tora Aas')
  await watch.getByRole('button', { name: 'take it back' }).click()
  await expect(watch.getByRole('table')).not.toContainText('Tora Aas')
})

test('a major incident gathers tickets, tells everybody, and ends them all', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  const major = await ticketOf(page, 'tora-aas')
  const other = await ticketOf(page, 'pia-lund')
  await page.goto(`/desk/${major}`)
  await act(page, 'Declare a major incident')
  await expect(page.getByLabel('What is broken, and for whom?')).toBeFocused()
  await page.keyboard.type('No gate reads at any landing')
  await page.getByRole('button', { name: 'Declare a major incident', exact: true }).click()
  const panel = page.getByRole('region', { name: 'A major incident' })
  await expect(panel).toContainText('no tickets belong'.replace('no', '0'))
  await panel.getByRole('radio', { name: 'Gather tickets' }).check()
  await panel.getByLabel('Find tickets that belong to it').fill(String(other))
  await panel.getByRole('checkbox', { name: new RegExp(`^${other} `) }).check()
  await panel.getByRole('button', { name: 'Gather it', exact: true }).click()
  await expect(panel).toContainText('1 gathered')
  await panel.getByRole('radio', { name: 'Tell everybody' }).check()
  await panel.getByLabel('How does it stand?').fill('We know the cause.')
  await panel.getByRole('button', { name: 'Tell them' }).click()
  await expect(panel).toContainText('one update')
  await panel.getByText('Who was told what').click()
  await expect(panel.getByRole('row').filter({ hasText: String(other) })).toContainText(
    /mail, (on its way|queued|sent)/,
  )
  await panel.getByRole('radio', { name: 'It is over' }).check()
  await panel.getByLabel('What was it, and what was done?').fill('A switch was replaced.')
  await panel.getByRole('button', { name: 'End it and all that belongs to it' }).click()
  await expect(page.getByRole('region', { name: 'A major incident: review' })).toContainText('over after')
  await page.goto(`/desk/${other}`)
  await expect(page.getByText('Solved').first()).toBeVisible()
  await expect(page.getByText(`With major incident ${major}`).first()).toBeVisible()
})
