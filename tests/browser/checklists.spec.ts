import { expect, test } from '@playwright/test'
import { choose, pick } from './kit'
import { findings, LEAD, leaveNoDraft, signIn, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

test('what is to do is pasted, put in order, measured, left out and kept for the team', async ({ page }) => {
  const name = `Mast heater ${test.info().retry + 1}`
  await signIn(page, TECHNICIAN)
  // Other tests work on the first of them.
  const { rows } = await (await page.request.get('/api/tickets?view=mine&limit=20')).json()
  const { reference } = (rows as { reference: number; tasks: { all: number } }[]).findLast(
    (one) => !one.tasks.all,
  )!
  await page.goto(`/desk/${reference}`)
  const part = page.getByRole('region', { name: 'To do' })
  await expect(part.getByRole('button', { name: 'Lists for what is to do' })).toBeVisible()
  await page.keyboard.press('d')
  const field = part.getByLabel(/^Add what is to do/)
  await expect(field).toBeFocused()
  await field.evaluate((one) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', '- Relay looked at\n- [ ] Fuse looked at\n- Voltage measured')
    one.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  const boxes = part.getByRole('checkbox')
  await expect(boxes).toHaveCount(3)

  // By keyboard alone: the last goes first, and the cursor with it.
  const measured = part.getByRole('checkbox', { name: 'Voltage measured' })
  await measured.focus()
  for (const place of [1, 0]) {
    await page.keyboard.press('Alt+ArrowUp')
    await expect(boxes.nth(place)).toHaveAccessibleName('Voltage measured')
    await expect(measured).toBeFocused()
  }
  await page.keyboard.press('ArrowDown')
  await expect(boxes.nth(1)).toBeFocused()
  await page.keyboard.press('Space')
  await expect(part).toContainText('1 of 3')

  await pick(part.getByRole('button', { name: 'What else of “Voltage measured”' }), 'Change …')
  const terms = part.getByRole('form', { name: 'Terms of “Voltage measured”' })
  await choose(terms, 'Ticked with', 'a figure')
  await terms.getByLabel('No less than').fill('12')
  await terms.getByLabel('No less than').press('Tab')
  await terms.getByLabel('Unit').fill('V')
  await terms.getByLabel('Unit').press('Tab')
  await terms.getByLabel('Or so much working time after it came').fill('1:00')
  await terms.getByRole('button', { name: 'Keep' }).click()
  await expect(part).toContainText('with a figure 12 or more V')
  await measured.click()
  const asks = part.getByRole('form', { name: 'What “Voltage measured” asks for' })
  await asks.getByLabel('The figure').fill('11')
  await asks.getByRole('button', { name: 'Tick it' }).click()
  await expect(asks).toContainText('must be 12 or more V')
  await asks.getByLabel('The figure').fill('12.6')
  await asks.getByRole('button', { name: 'Tick it' }).click()
  await expect(part).toContainText('12.6 V')

  await pick(part.getByRole('button', { name: 'What else of “Fuse looked at”' }), 'Not needed …')
  await part.getByLabel('Why it is not needed').fill('It has none')
  await page.keyboard.press('Enter')
  await expect(part).toContainText('3 of 3')
  expect(await findings(page)).toEqual([])

  // One line of the record for a run of ticks, opened on demand; the progress stands in the row.
  await page.getByRole('button', { name: /^with the record/ }).click()
  const run = page.locator('details', { hasText: 'Tora Aas ticked 2, left out 1' })
  await run.locator('summary').click()
  await expect(run).toContainText('“Fuse looked at” is not needed: It has none')
  await expect(page.getByRole('link', { name: new RegExp(`^${reference}`) })).toContainText('3/3')

  await pick(part.getByRole('button', { name: 'Lists for what is to do' }), 'Keep it as a checklist …')
  await part.getByLabel('Name of the checklist').fill(name)
  await page.keyboard.press('Enter')
  await expect(part).toContainText(`“${name}” is kept.`)
  await pick(part.getByRole('button', { name: 'Lists for what is to do' }), 'A checklist or a plan …')
  await part.getByRole('button', { name: `${name} (3)` }).click()
  await expect(part).toContainText('3 of 6')
})

test('a lead writes a checklist, sees what became of others, and takes one that was kept', async ({
  page,
}) => {
  const kept = `Winter round ${test.info().retry + 1}`
  await signIn(page, LEAD)
  const { rows } = await (await page.request.get('/api/tickets?limit=50')).json()
  const { reference } = (rows as { reference: number }[]).at(-1)!
  const headers = { origin: origin() }
  await page.request.post(`/api/tickets/${reference}/tasks`, {
    ...{ headers, data: { tasks: [{ text: 'Salt at the steps' }] } },
  })
  await page.request.post('/api/checklists', { headers, data: { name: kept, team: null, reference } })
  await page.goto('/design/plans/checklists')
  await expect(page.getByRole('region', { name: 'On the first morning' })).toContainText(
    /came \d+× · ticked \d+/,
  )
  await page.getByRole('button', { name: 'New checklist' }).click()
  const list = page.getByRole('region', { name: 'New checklist' })
  await list.getByLabel('Add to New checklist').fill('Ladder fetched')
  await list.getByLabel('Add to New checklist').press('Enter')
  await expect(list.getByLabel('New checklist, task 2')).toHaveValue('Ladder fetched')
  await list.getByRole('button', { name: 'Terms of “Ladder fetched”' }).click()
  const terms = list.getByRole('group', { name: 'Terms of “Ladder fetched”' })
  await choose(terms, 'Ticked with', 'a figure')
  for (const [limit, value] of [
    ['No less than', '5'],
    ['No more than', '3'],
  ] as const) {
    await terms.getByLabel(limit).fill(value)
    await terms.getByLabel(limit).press('Tab')
  }
  await expect(list).toContainText('no figure is 5 or more and 3 or less')
  await terms.getByLabel('No more than').fill('8')
  await terms.getByLabel('No more than').press('Tab')
  await expect(list).not.toContainText('no figure is')
  await terms.getByRole('button', { name: 'Ladder fetched earlier' }).click()
  await expect(list.getByLabel('New checklist, task 1')).toHaveValue('Ladder fetched')
  await page
    .getByRole('button', { name: `take ${kept} into the draft` })
    .first()
    .click()
  await expect(page.getByRole('region', { name: kept }).getByLabel(`${kept}, task 1`)).toHaveValue(
    'Salt at the steps',
  )
  expect(await findings(page)).toEqual([])
})
