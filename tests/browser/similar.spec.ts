import { expect, test } from '@playwright/test'
import { choose } from './kit'
import { leaf } from './ticket'
import { findings, LEAD, signIn, signInByApi } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

test('what is alike is suspected of one cause, and answered and ended together', async ({
  page,
  playwright,
}, { retry }) => {
  const other = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(other, origin(), LEAD)
  const references: number[] = []
  for (const end of ['since noon', 'again', 'on deck', 'at the stern', 'for an hour']) {
    const answer = await other.post('/api/tickets', {
      headers: { origin: origin() },
      data: {
        ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga' },
        // Other words at a second try, so that what is left of the first is not like it.
        summary: `${retry ? 'Windlass lever sticks halfway' : 'Capstan panel blinks amber'} ${end}`,
        answers: { gates: 3, boardingStopped: false },
      },
    })
    expect(answer.status()).toBe(201)
    references.push(((await answer.json()) as { reference: number }).reference)
  }
  await other.dispose()
  await signIn(page, LEAD)
  // The worker reads what came in a moment later.
  const strip = page.getByRole('region', { name: 'May have one cause' })
  await expect(async () => {
    await page.goto('/desk')
    await expect(strip).toContainText('5 tickets like it came within 1 hour', { timeout: 3000 })
  }).toPass({ timeout: 60_000 })
  // However much stands above them, the rows stay in sight.
  const view = page.getByRole('button', { name: 'This view …' })
  await view.click()
  await expect(page.getByRole('region', { name: 'This view' })).toBeVisible()
  await expect(page.locator('.ledger-rows a.row').first()).toBeVisible()
  await view.click()
  await strip.getByRole('link', { name: `${references[0]}` }).click()
  await leaf(page).getByRole('button', { name: 'Several at once …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Answer and end several at once' })
  // How alike they are depends on what else came in: those of the five that are less are ticked one by one.
  for (const one of references) await dialog.getByRole('checkbox', { name: new RegExp(`^${one} `) }).check()
  await expect(dialog.getByText(/^5 of \d+ ticked\.$/)).toBeVisible()
  await dialog.getByLabel('What each requester is told').fill('The panel was started anew.')
  await choose(dialog, 'Then each of them is', 'Solved')
  await dialog.getByLabel('What was done?').fill('Started anew')
  expect(await findings(page)).toEqual([])
  await dialog.getByRole('button', { name: 'What would that do?' }).click()
  await dialog.getByRole('button', { name: 'Do it with 5 tickets' }).click()
  await expect(dialog.getByText('5 tickets were changed.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take it back' }).click()
  await expect(dialog.getByText('Taken back: 5 tickets are as they were.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Close', exact: true }).last().click()
  await page.goto('/desk')
  await strip.getByRole('button', { name: 'They have none in common' }).first().click()
  await expect(page.getByText('They have no common cause.')).toBeVisible()
})
