import { expect, test } from '@playwright/test'
import { choose } from './kit'
import { act, leaf } from './ticket'
import { findings, LEAD, REQUESTER, signIn, signInByApi, TECHNICIAN } from './people'

const DAY_FIELD = 'Change Due back on'

test('a loan: its day comes from the answer, gates ask for the rest, its requester reads it, a view goes by it', async ({
  page,
  browser,
  baseURL,
}) => {
  const ines = await browser.newContext({ baseURL })
  await signInByApi(ines.request, baseURL!, REQUESTER, 'merrow')
  const logged = await ines.request.post('/api/tickets', {
    headers: { origin: baseURL! },
    data: { item: 'loan-laptop', portal: 'merrow', answers: { neededUntil: '2026-12-04' } },
  })
  const { reference } = (await logged.json()) as { reference: number }

  await signIn(page, TECHNICIAN)
  await page.goto(`/desk/${reference}`)
  const said = page.locator('.said')
  await expect(said.filter({ hasText: /^4 Dec 2026$/ })).toBeVisible()
  await page.getByRole('button', { name: DAY_FIELD }).click()
  await page.getByLabel('Due back on').fill('2026-12-11')
  await page.keyboard.press('Enter')
  await expect(said.filter({ hasText: /^11 Dec 2026$/ })).toBeVisible()
  // By the keyboard alone one is where one was.
  await expect(page.getByRole('button', { name: DAY_FIELD })).toBeFocused()

  await act(page, 'Start')
  await expect(leaf(page).locator('.state')).toContainText('In hand')
  await act(page, 'Lay it ready')
  const gate = page.locator('form.panel')
  await gate.getByLabel('Machine that was lent').fill('K-17')
  await gate.getByRole('button', { name: 'Lay it ready' }).click()
  await expect(gate.getByText('as on the label, such as L-017')).toBeVisible()
  await gate.getByLabel('Machine that was lent').fill('L-017')
  await gate.getByRole('button', { name: 'Lay it ready' }).click()
  await act(page, 'Hand it out')
  // What the ticket has is filled in.
  await expect(gate.getByLabel('Due back on')).toHaveValue('2026-12-11')
  await gate.getByRole('button', { name: 'Hand it out' }).click()
  await expect(page.getByText('Lent out').first()).toBeVisible()
  expect(await findings(page)).toEqual([])

  const portal = await ines.newPage()
  await portal.goto(`/portal/merrow/requests/${reference}`)
  await expect(portal.getByText('You have it', { exact: true })).toBeVisible()
  await expect(portal.getByText('L-017')).toBeVisible()
  await expect(portal.getByText('11 Dec 2026', { exact: true })).toBeVisible()
  await ines.close()

  await page.goto('/desk')
  await page.getByRole('button', { name: 'This view …' }).click()
  const view = page.getByRole('region', { name: 'This view' })
  await choose(view, 'ordered by', 'Due back on')
  await view.getByRole('checkbox', { name: 'Machine that was lent' }).check()
  await expect(page.getByText('Machine that was lent: L-017')).toBeVisible()
  expect(await findings(page)).toEqual([])
})

test('a field that technicians do not see is a lead’s alone; one is set on many tickets and taken back', async ({
  page,
  browser,
  baseURL,
}) => {
  const asking = await browser.newContext({ baseURL })
  await signInByApi(asking.request, baseURL!, REQUESTER, 'merrow')
  const made: number[] = []
  for (let number = 0; number < 2; number++) {
    const logged = await asking.request.post('/api/tickets', {
      headers: { origin: baseURL! },
      data: {
        item: 'till-receipts',
        portal: 'merrow',
        summary: `Swapped till ${number}`,
        answers: { till: 7 },
      },
    })
    made.push(((await logged.json()) as { reference: number }).reference)
  }
  await asking.close()
  await signIn(page, LEAD)
  await page.goto(`/desk/${made[0]}`)
  await page.getByRole('button', { name: 'Change Cost of the part' }).click()
  await page.getByLabel('Cost of the part').fill('120.5')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('120.5 crowns').first()).toBeVisible()

  const tora = await browser.newContext({ baseURL })
  await signInByApi(tora.request, baseURL!, TECHNICIAN)
  const seen = await tora.newPage()
  await seen.goto(`/desk/${made[0]}`)
  await expect(seen.getByText('Serial number taken out')).toBeVisible()
  await expect(seen.getByText('Cost of the part')).toBeHidden()
  await tora.close()

  // Both at once, and back.
  await page.goto('/desk')
  await page.getByPlaceholder('Find here').fill('Swapped till')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Swapped till 1')).toBeVisible()
  await page
    .getByRole('link', { name: /Swapped till/ })
    .first()
    .focus()
  await page.keyboard.press('x')
  await page.keyboard.press('j')
  await page.keyboard.press('x')
  const many = page.getByRole('region', { name: 'The chosen tickets' })
  await choose(many, 'set the', 'Serial number put in')
  await many.getByLabel('to', { exact: true }).fill('K77-1')
  await many.getByRole('button', { name: 'What would that do?' }).click()
  await many.getByRole('button', { name: 'Change them' }).click()
  await expect(many.getByText('2 tickets were changed')).toBeVisible()
  await many.getByRole('button', { name: 'Take it back' }).click()
  await expect(many.getByText('2 tickets are as they were')).toBeVisible()
})
