import { expect, test, type Page } from '@playwright/test'
import { origin } from './jobs'
import { choose } from './kit'
import { findings, LEAD, REQUESTER, signIn, TECHNICIAN } from './people'
import { leaf } from './ticket'

// The stand-in's switches are those of the whole desk, so one test sets them at a time.
test.describe.configure({ mode: 'serial' })

const machine = (page: Page) => page.getByRole('region', { name: 'Their machine' })

/** A ticket of Ines Varga, open before whoever has signed in. */
async function ticketOf(page: Page, summary: string): Promise<number> {
  const data = {
    ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga', summary },
    answers: { gates: 3, boardingStopped: false },
  }
  const logged = await page.request.post('/api/tickets', { headers: { origin: origin() }, data })
  const { reference } = (await logged.json()) as { reference: number }
  await page.goto(`/desk/${reference}`)
  await expect(leaf(page)).toBeVisible()
  return reference
}
/** Asks to look at the machine, by keys. @returns the code */
async function ask(page: Page): Promise<string> {
  // Its sheet is there before what it says is.
  await expect(machine(page).getByRole('button', { name: /^Look at it/ })).toBeVisible()
  await page.keyboard.press('Shift+f')
  const form = page.getByRole('form', { name: 'Look at their machine' })
  await form.getByLabel('restart the machine').check()
  await form.getByRole('button', { name: 'Ask Ines Varga' }).click()
  const code = machine(page).getByLabel('The code to read out')
  await expect(code).toHaveText(/^[2-9A-Z]{4}-[2-9A-Z]{4}$/)
  return code.innerText()
}

test('a technician looks at a machine: a code, their word, a fault mended, all of it on the ticket', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  const reference = await ticketOf(page, 'The gate reader says no to everybody')
  const code = await ask(page)
  expect(await findings(page)).toEqual([])

  // Whoever sits there has a browser of their own, and types the code that is read out.
  const there = await (await browser.newContext()).newPage()
  await there.goto('/assist')
  await there.getByLabel('The code that was read out to you').fill(code.toLowerCase().replace('-', ' '))
  await there.getByRole('button', { name: 'Go on' }).click()
  await expect(there.getByText('Tora Aas of The Sound Commons would like to look at')).toBeVisible()
  await expect(there.getByText('Nothing is recorded.')).toBeVisible()
  await there.getByLabel('Write to Tora Aas').fill('I sit at gate two.')
  await there.getByRole('button', { name: 'Send' }).click()
  await expect(machine(page).getByText('I sit at gate two.')).toBeVisible()
  expect(await findings(there)).toEqual([])
  await there.getByRole('button', { name: 'I agree' }).click()
  await expect(there.getByText('this is your machine')).toBeVisible()
  await expect(machine(page).getByText('Quayside 12.4')).toBeVisible()

  const opens = page.waitForEvent('popup')
  await machine(page).getByRole('button', { name: 'Go in' }).click()
  const window = await opens
  await expect(window.getByText('You look at the machine of Ines Varga.')).toBeVisible()
  await expect(there.getByText('Looking now: Tora Aas.')).toBeVisible()
  const disk = window.locator('section', { has: window.getByRole('heading', { name: 'Disk' }) })
  await disk.getByRole('button', { name: 'Clear what is left over' }).click()
  await expect(disk.getByText('0 GiB left over from updates')).toBeVisible()
  expect(await findings(window)).toEqual([])
  await window.getByLabel('Say something').fill('Try it now, please.')
  await window.getByRole('button', { name: 'Say it' }).click()
  await expect(there.getByText('Try it now, please.')).toBeVisible()
  await expect(machine(page).getByText('Try it now, please.')).toBeVisible()
  await machine(page).getByRole('button', { name: 'Restart it' }).click()
  await expect(machine(page).getByText(/the machine is away since/)).toBeVisible()
  await expect(machine(page).getByText(/Ines Varga agreed/)).toBeVisible()

  await there.getByRole('button', { name: 'End the session' }).click()
  await expect(machine(page).getByText(/whoever sat at the machine ended it/)).toBeVisible()
  await expect(window.getByText('The session is over.')).toBeVisible()
  await leaf(page)
    .getByRole('button', { name: /with the record/ })
    .click()
  await leaf(page).locator('summary', { hasText: 'Assist session with Ines Varga' }).click()
  await expect(leaf(page).getByText('Tora Aas came in')).toBeVisible()

  // What the lead shows them stands on their request.
  await signIn(there, REQUESTER, '/portal/merrow/sign-in')
  await there.goto(`/portal/merrow/requests/${reference}`)
  await expect(there.getByText(/We looked at your machine:/)).toBeVisible()
  const loads = there.waitForEvent('download')
  await there.getByRole('link', { name: 'The report' }).click()
  expect((await loads).suggestedFilename()).toBe(`${reference}-assist-report.txt`)
})

test('a session is refused, its line is cut and mended, and it is called off', async ({ page, browser }) => {
  await signIn(page, LEAD)
  const reference = await ticketOf(page, 'The gate reader is slow')
  const there = await (await browser.newContext()).newPage()
  await there.goto(`/assist/${await ask(page)}`)
  await there.getByRole('button', { name: 'Not now' }).click()
  await expect(there.getByText('This session is over. Thank you.')).toBeVisible()
  await expect(machine(page).getByText(/it was not agreed to/)).toBeVisible()

  await page.goto('/standins/assist')
  await choose(page, 'Its line', 'is cut five seconds after somebody came in')
  await page.goto(`/desk/${reference}`)
  await there.goto(`/assist/${await ask(page)}`)
  await there.getByRole('button', { name: 'I agree' }).click()
  await expect(there.getByText('this is your machine')).toBeVisible()
  const opens = page.waitForEvent('popup')
  await machine(page).getByRole('button', { name: 'Go in' }).click()
  const window = await opens
  await expect(window.getByText('The machine cannot be reached.')).toBeVisible()
  await expect(machine(page).getByText(/the machine is away since/)).toBeVisible()
  await there.getByRole('button', { name: 'Mend the line' }).click()
  await expect(window.getByRole('heading', { name: 'Gate reader' })).toBeVisible()
  await machine(page).getByRole('button', { name: 'End it' }).click()
  await expect(there.getByText('The session is over.')).toBeVisible()

  await page.goto('/standins/assist')
  await choose(page, 'Its line', 'holds')
  await page.goto(`/desk/${reference}`)
  const code = await ask(page)
  await machine(page).getByRole('button', { name: 'Call it off' }).click()
  await expect(machine(page).getByText(/it was called off/)).toBeVisible()
  await there.goto(`/assist/${code}`)
  await expect(there.getByText('This session is over. Thank you.')).toBeVisible()
  // A code that is none says what to do.
  await there.goto('/assist/2345-6789')
  await expect(there.getByRole('alert')).toContainText('ask the desk for another one.')
})
