import { expect, test, type Page } from '@playwright/test'
import { findings, LEAD, REQUESTER, signIn, signInByApi } from './people'
import { origin, wanted } from './jobs'
import { pick } from './kit'
import { leaf } from './ticket'

const row = (page: Page, reference: number) => page.locator(`[data-job^="${reference}-"]`)

test('a job is placed by the keyboard alone, and taken back', async ({ page }) => {
  await signIn(page, LEAD)
  const { reference, id } = await wanted(page.request, 'Winch remote needs a new belt')
  await page.goto(`/dispatch?job=${reference}-${id}`)
  await expect(page.getByRole('heading', { name: 'Winch remote needs a new belt' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Place and tell a' })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.keyboard.press('Shift+a')
  await expect(page.getByText(new RegExp(`${reference} is with .+, not told yet`))).toBeVisible()
  await expect(row(page, reference)).toHaveCount(0)
  const placed = page
    .getByRole('region', { name: /^Placed/ })
    .getByRole('listitem')
    .filter({ hasText: `${reference}` })
  await expect(placed).toContainText('not told')

  // It is moved by a quarter of an hour, which Enter puts there; what a key does is said first.
  const visit = page.getByRole('button', { name: /Winch remote needs a new belt.*not told yet/ })
  const before = (await visit.getAttribute('aria-label'))!
  await visit.focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('status').filter({ hasText: / to \d\d:\d\d/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(visit).not.toHaveAttribute('aria-label', before)

  await page.keyboard.press('u')
  await expect(visit).toHaveAttribute('aria-label', before)
})

test('a row is dragged onto somebody’s hours; what speaks against it is said before, and why it stands there all the same is kept', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const { reference } = await wanted(page.request, 'Davit lamp hangs by its cable')
  await page.goto('/dispatch?find=tam%20reed')
  const lane = page.getByRole('listitem').filter({ hasText: 'Tam Reed' }).locator('.lane')
  await expect(lane).toBeVisible()
  await row(page, reference).scrollIntoViewIfNeeded()
  const { width } = (await lane.boundingBox())!
  // 07:00 of a board from 06:00 to 22:00, before the late shift and before now.
  await row(page, reference).dragTo(lane, { targetPosition: { x: width / 16, y: 12 } })
  const form = page.getByRole('form', { name: 'Something speaks against it' })
  await expect(form).toContainText('Tam Reed, 07:00: is off shift then')
  // 15:00, in the shift.
  await form.getByRole('button', { name: 'Choose another place' }).click()
  await row(page, reference).dragTo(lane, { targetPosition: { x: (width * 9) / 16, y: 12 } })
  await expect(page.getByText(`${reference} is with Tam Reed.`)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Tam Reed, 15:00 to 16:00: Davit lamp/ })).toBeVisible()
})

test('two who place the same job at the same moment: the second is told with whom it is', async ({
  page,
  playwright,
}) => {
  await signIn(page, LEAD)
  const { reference, id } = await wanted(page.request, 'Bilge alarm panel is loose')
  await page.goto(`/dispatch?job=${reference}-${id}`)
  await expect(page.getByRole('button', { name: 'Place and tell a' })).toBeVisible()
  const other = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(other, origin(), LEAD)
  const { places } = (await (
    await other.get(`/api/dispatch/places?reference=${reference}&job=${id}`)
  ).json()) as {
    places: { person: string; name: string; start: number }[]
  }
  const { person, name, start: from } = places[1]!
  const [, response] = await Promise.all([
    page.getByRole('button', { name: 'Place and tell a' }).click(),
    other.post(`/api/tickets/${reference}/jobs/${id}/place`, {
      ...{ headers: { origin: origin() }, data: { person, from, tell: false } },
    }),
  ])
  await other.dispose()
  if (response.ok())
    await expect(page.getByText(`Somebody was quicker: it is with ${name} now.`)).toBeVisible()
  else expect(response.status()).toBe(409)
  await page.reload()
  await expect(row(page, reference)).toHaveCount(0)
})

/** A working day that has not begun anywhere: late in a day not everything fits into what is left of it. */
function workingDayAhead() {
  const day = new Date(Date.now() + 2 * 86_400_000)
  while (day.getUTCDay() % 6 === 0) day.setUTCDate(day.getUTCDate() + 1)
  return day.toISOString().slice(0, 10)
}

test('what fits some words is placed at once, better and better until it is stopped, and taken back', async ({
  page,
}, { retry }) => {
  await signIn(page, LEAD)
  const line = `Sounding line ${retry + 1}`
  const both = [
    await wanted(page.request, `${line} at the slip is stuck`),
    await wanted(page.request, `${line} at the mole is stuck`),
  ]
  await page.goto(`/dispatch?day=${workingDayAhead()}`)
  await page.getByLabel('Find a job').fill(line)
  await expect(page.getByText('2, by promise')).toBeVisible()
  await page.locator('h1').click()
  await page.keyboard.press('p')
  const all = page.getByRole('region', { name: 'Place all 2 open' })
  await expect(all.getByText(/^Looking for better: [\d,]+ tries$/)).toBeVisible()
  await all.getByRole('button', { name: 'Call it off' }).click()
  await expect(all.getByRole('button', { name: 'Look again' })).toBeVisible()
  expect(await findings(page)).toEqual([])
  await all.getByRole('checkbox', { name: `Take ${both[1]!.reference}`, exact: true }).uncheck()
  await all.getByRole('button', { name: 'Take 1 line' }).click()
  await expect(row(page, both[0]!.reference)).toHaveCount(0)
  await expect(row(page, both[1]!.reference)).toHaveCount(1)
  await page.locator('h1').click()
  await page.keyboard.press('u')
  await expect(row(page, both[0]!.reference)).toHaveCount(1)
})

test('a requester reads when somebody comes, says that it suits, and chooses another time', async ({
  page,
  playwright,
}) => {
  const lead = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(lead, origin(), LEAD)
  const { reference, id } = await wanted(lead, 'Fender lamp does not light', { visit: true })
  const { places } = (await (
    await lead.get(`/api/dispatch/places?reference=${reference}&job=${id}`)
  ).json()) as { places: { person: string; start: number }[] }
  const { person, start: from } = places[0]!
  const placed = await lead.post(`/api/tickets/${reference}/jobs/${id}/place`, {
    ...{ headers: { origin: origin() }, data: { person, from, tell: true } },
  })
  expect(placed.status()).toBe(200)

  await signIn(page, REQUESTER, '/portal/merrow/sign-in')
  await page.goto(`/portal/merrow/requests/${reference}`)
  const visit = page.getByRole('region', { name: 'When we come' })
  await expect(visit).toBeVisible()
  expect(await findings(page)).toEqual([])
  await visit.getByRole('button', { name: 'That suits me' }).click()
  await expect(visit.getByText('You said that this suits you.')).toBeVisible()
  const before = await visit.locator('b').innerText()
  await visit
    .getByRole('button', { name: /\d\d:\d\d$/ })
    .first()
    .click()
  await expect(visit.locator('b')).not.toHaveText(before)
  // Whoever chooses a time said that it suits.
  await expect(visit.getByText('You said that this suits you.')).toBeVisible()
  await visit.getByRole('button', { name: 'Nobody needs to come' }).click()
  await expect(visit).toHaveCount(0)
  await lead.dispose()
})

test('a job repeats, and goes with all that repeat', async ({ page }) => {
  await signIn(page, LEAD)
  const { reference, id } = await wanted(page.request, 'Life raft wants its yearly look')
  await page.goto(`/dispatch?work=life%20raft&job=${reference}-${id}`)
  await page.getByRole('button', { name: 'Change what it asks for …' }).click()
  await page.getByRole('button', { name: 'Let it repeat …' }).click()
  const form = page.getByRole('form', { name: 'When it comes again' })
  await form.getByLabel('How many of them').fill('3')
  await expect(form.getByText('3 jobs like this one')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await form.getByRole('button', { name: 'Let it repeat', exact: true }).click()
  await expect(row(page, reference)).toHaveCount(4)
  const again = row(page, reference).filter({ hasText: 'repeats' })
  await expect(again).toHaveCount(3)
  await again.first().click()
  await page.getByRole('button', { name: 'Change what it asks for …' }).click()
  await page.getByRole('button', { name: 'None that repeats with it is' }).click()
  await expect(row(page, reference)).toHaveCount(1)
})

test('a ticket comes to Dispatch from where it is read', async ({ page }) => {
  await signIn(page, LEAD)
  const { reference } = await wanted(page.request, 'Anchor camera shows snow')
  await page.goto(`/desk/${reference}`)
  await expect(leaf(page)).toBeVisible()
  await pick(leaf(page).getByRole('button', { name: 'Add to the time …' }), 'To be placed …')
  await expect(page).toHaveURL(new RegExp(`/dispatch\\?job=${reference}-\\d+`))
  await expect(row(page, reference)).toHaveCount(2)
  await page.getByRole('button', { name: 'Change what it asks for …' }).click()
  const form = page.getByRole('form', { name: 'What it asks for' })
  await form.getByLabel('Who must be there').fill('the mate')
  await form.getByRole('button', { name: 'Keep it' }).click()
  await expect(row(page, reference).filter({ hasText: 'meets the mate' })).toHaveCount(1)
  await page.getByRole('button', { name: 'Change what it asks for …' }).click()
  await page
    .getByRole('form', { name: 'What it asks for' })
    .getByRole('button', { name: 'Split it in two' })
    .click()
  await expect(row(page, reference)).toHaveCount(3)
})
