import { expect, test, type Browser, type Page } from '@playwright/test'
import { choose } from './kit'
import { act, openAccount, openRecord } from './ticket'
import { LEAD, REQUESTER, signIn, TECHNICIAN } from './people'

// The story of a request from the portal to the mailbox, each step as its person sees it.
test.describe.configure({ mode: 'serial' })

let requester: Page
let technician: Page
let lead: Page
let reference: string

async function newPage(browser: Browser): Promise<Page> {
  const context = await browser.newContext()
  return context.newPage()
}

test.beforeAll(async ({ browser }) => {
  ;[requester, technician, lead] = await Promise.all([newPage(browser), newPage(browser), newPage(browser)])
})

test('a requester finds the item, answers a form with a condition and sees what is promised', async () => {
  await signIn(requester, REQUESTER, '/portal/merrow/sign-in')
  await requester.getByLabel('What do you need?').fill('scanner won’t read')
  await requester
    .getByRole('list', { name: 'What fits' })
    .getByRole('link', { name: 'Gate scanner will not read tickets' })
    .click()
  await expect(requester.getByRole('heading', { name: 'Gate scanner will not read tickets' })).toBeVisible()

  await requester.getByRole('button', { name: 'Send the request' }).click()
  await expect(requester.getByText('please answer this')).toBeVisible()
  await expect(requester.getByText('Is boarding stopped?')).toBeHidden()
  await requester.getByLabel('How many gates do not read?').fill('3')
  await expect(requester.getByText('Is boarding stopped?')).toBeVisible()

  // A closed tab loses nothing.
  await requester.reload()
  await expect(requester.getByLabel('How many gates do not read?')).toHaveValue('3')
  await requester.getByLabel('No', { exact: true }).check()
  await requester.getByLabel('What happens, and since when?').fill('<b>Nothing</b> is read since 09:00')
  await requester.getByRole('button', { name: 'Send the request' }).click()
  await expect(requester.getByRole('heading', { name: 'We have it' })).toBeVisible()
  reference = (await requester.locator('.reference b').textContent())!
  const promise = requester.getByRole('region', { name: 'We have it' })
  await expect(promise).toContainText(/We answer by\s*\d\d:\d\d/)
  await expect(promise).toContainText(/It is solved by\s*(\w{3} )?\d\d:\d\d/)
})

test('the ticket is triaged without anybody, each value with its because and its account', async () => {
  await signIn(lead, LEAD)
  await lead.getByRole('combobox', { name: 'Go to, find or do' }).fill(reference)
  await lead
    .getByRole('option', { name: new RegExp(reference) })
    .first()
    .click()
  const leaf = lead.getByRole('article', { name: `Ticket ${reference}` })
  await expect(leaf.getByRole('heading', { level: 1 })).toHaveText('Gate scanner will not read tickets')
  await leaf.getByRole('button', { name: 'Why: priority' }).click()
  await expect(lead.getByText('Impact high and urgency medium gives II.')).toBeVisible()
  await leaf.getByRole('button', { name: 'Why: team' }).click()
  await expect(lead.getByText('Row 2 of “Where it goes” decided')).toBeVisible()
  await leaf.getByRole('button', { name: 'Why: technician' }).click()
  await expect(
    lead.getByText(/is on shift until .* and has the fewest open tickets of Devices & Workshop/),
  ).toBeVisible()
  await lead.keyboard.press('Escape')
  await expect(await openAccount(lead)).toContainText('granted: High, in the hours of Round the clock')
  await expect(leaf.getByText('<b>Nothing</b> is read since 09:00').first()).toBeVisible()
  await expect(lead.locator('.row.on')).toContainText('Devices & Workshop')
})

test('where nobody replies the ladder climbs, and the mails arrive', async () => {
  const leaf = lead.getByRole('article', { name: `Ticket ${reference}` })
  await openRecord(lead)
  await lead.getByRole('button', { name: /put it forward/ }).click()
  await lead.getByRole('button', { name: '1 hour', exact: true }).click()
  await expect(leaf.getByText('50 % of “Answer” is spent: told')).toBeVisible()
  await expect(lead.getByRole('status').filter({ hasText: 'rang on the way' })).toBeVisible()
  await lead.getByRole('button', { name: '1 hour', exact: true }).click()
  await expect(leaf.getByText('80 % of “Answer” is spent: told Pia Lund')).toBeVisible()
  await expect(
    leaf.getByText(/100 % of “Answer” is spent: told (Per Lund|Runa Falk|Mika Okoro|Edda Strand)/),
  ).toBeVisible()
  await expect(leaf.getByText('“Answer” is overdrawn')).toBeVisible()
  await lead.keyboard.press('Escape')
  // Each delivery stands in the record with its state, without a reload.
  await expect(leaf.locator('details.message', { hasText: '80 %' })).toContainText('sent')
  await lead.goto('/standins/mailbox')
  await lead.getByLabel('Only mail to this address').fill('pia-lund@commons.sound.example')
  await lead.getByRole('button', { name: 'Show', exact: true }).click()
  await expect(
    lead.getByRole('button', {
      name: `[${reference}] 80 % of “Answer” is spent: Gate scanner will not read tickets`,
    }),
  ).toBeVisible()
  await lead.getByLabel('Only mail to this address').fill(REQUESTER)
  await lead.getByRole('button', { name: 'Show', exact: true }).click()
  await lead
    .getByRole('button', { name: `[${reference}] We have it: Gate scanner will not read tickets` })
    .click()
  await expect(lead.locator('pre')).toContainText('How many gates do not read? 3 gates')
})

test('the technician replies, waits for the requester, who answers; then solves it', async () => {
  await signIn(technician, TECHNICIAN)
  await technician.goto(`/desk/${reference}`)
  const leaf = technician.getByRole('article', { name: `Ticket ${reference}` })
  await expect(leaf.getByRole('heading', { level: 1 })).toBeVisible()
  await leaf.getByRole('heading', { level: 1 }).click()
  await technician.keyboard.press('r')
  await leaf.getByLabel('Reply to Ines Varga').fill('I am on my way to the gate.')
  await leaf.getByRole('button', { name: 'Send the reply' }).click()
  await expect(leaf.locator('.state')).toContainText('In hand')
  await expect(leaf.getByText('I am on my way to the gate.').first()).toBeVisible()

  await technician.keyboard.press('q')
  const waiting = leaf.getByRole('form', { name: 'Wait for requester' })
  await waiting.getByRole('button', { name: 'Wait for requester' }).click()
  await expect(leaf.getByText('please fill this in')).toBeVisible()
  await waiting.getByLabel('What do we need to know?').fill('Which gate is it?')
  await waiting.getByRole('button', { name: 'Wait for requester' }).click()
  await expect(leaf.locator('.state')).toContainText('Waiting for the requester')
  await expect(await openAccount(technician)).toContainText('paused: no due moment until it goes on')

  await requester.getByRole('link', { name: 'See the request' }).click()
  await expect(requester.getByText('Which gate is it?')).toBeVisible()
  await expect(requester.getByText('Waiting for your answer')).toBeVisible()
  await requester.getByLabel('Your answer').fill('The second from the sea side.')
  await requester.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(requester.getByText('Somebody is working on it').first()).toBeVisible()

  // The technician sees it without a reload.
  await expect(leaf.locator('.state')).toContainText('In hand')
  await expect(leaf.getByText('The second from the sea side.').first()).toBeVisible()
  await act(technician, 'Solve')
  const solving = leaf.getByRole('form', { name: 'Solve' })
  await solving.getByLabel('What was done?').fill('Cleaned the window of the scanner.')
  await solving.getByRole('button', { name: 'Solve' }).click()
  await expect(leaf.locator('.state')).toContainText('Solved')
  await openRecord(technician)
  await expect(leaf.getByText('“Solve”: promise kept')).toBeVisible()
  await expect(leaf.locator('.state')).toContainText('solved by Tora Aas: Cleaned the window of the scanner.')
  await expect(requester.getByText('Cleaned the window of the scanner.')).toBeVisible()
})

test('the lead changes a question, a row, a target and a rung, and publishes the next edition', async () => {
  // Other tests may have published editions before this one.
  const { edition } = (await (await lead.request.get('/api/draft')).json()) as { edition: number }
  await lead.goto('/design/catalog/gate-scanner')
  await lead.getByLabel('Words of “How many gates do not read?”').fill('How many gates read nothing?')
  await lead.keyboard.press('Tab')
  await expect(lead.getByText('1 change ·')).toBeVisible()

  await lead.getByRole('link', { name: 'Triage' }).click()
  await lead.getByRole('link', { name: 'Where it goes' }).click()
  await choose(lead, 'Row 2, team', 'Field Crew')
  await lead.getByRole('link', { name: 'Service levels' }).click()
  await lead.getByLabel('Round the clock, Answer, priority II', { exact: true }).fill('0:45')
  await lead.getByLabel('Round the clock, Answer, priority II', { exact: true }).press('Tab')
  await lead.getByRole('link', { name: 'Ladders and rota' }).click()
  await lead.getByLabel('Nobody has answered, rung 1: share of the target in per cent').first().fill('40')
  await lead.getByLabel('Nobody has answered, rung 1: share of the target in per cent').first().press('Tab')
  await expect(lead.getByText('4 changes ·')).toBeVisible()
  await lead.getByRole('button', { name: `Publish edition ${edition + 1}` }).click()
  await lead.getByLabel('What changes, in a few words').fill('Gates go to the field')
  await lead.getByRole('button', { name: 'Publish', exact: true }).click()
  await expect(lead.getByText(`Edition ${edition + 1} is published`)).toBeVisible()

  await requester.goto('/portal/merrow/ask/gate-scanner')
  await requester.getByLabel('How many gates read nothing?').fill('5')
  await requester.getByLabel('No', { exact: true }).check()
  await requester.getByRole('button', { name: 'Send the request' }).click()
  const fresh = await requester.locator('.reference b').textContent()
  await technician.goto(`/desk/${fresh}`)
  await expect(technician.getByRole('button', { name: 'Answer in 45 minutes' })).toBeVisible()
  await expect(technician.getByRole('link', { name: `Edition ${edition + 1}` })).toBeVisible()
  await expect(technician.getByRole('article').getByText('Field Crew').first()).toBeVisible()
  await technician.goto(`/desk/${reference}`)
  await expect(
    technician.getByRole('article').getByRole('link', { name: `Edition ${edition}` }),
  ).toBeVisible()
})
