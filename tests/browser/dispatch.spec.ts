import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { findings, LEAD, signIn, signInByApi } from './people'
import { pick } from './kit'
import { leaf } from './ticket'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
const HOUR = 3_600_000

/** A ticket with a job of an hour that anybody can do anywhere. */
async function wanted(api: APIRequestContext, summary: string) {
  const headers = { origin: origin() }
  const data = {
    ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga', summary },
    answers: { gates: 3, boardingStopped: false },
  }
  const { reference } = (await (await api.post('/api/tickets', { headers, data })).json()) as {
    reference: number
  }
  const asked = await api.post(`/api/tickets/${reference}/jobs`, {
    ...{ headers, data: { takes: HOUR, site: null, skill: null } },
  })
  expect(asked.status()).toBe(200)
  return { reference, id: ((await asked.json()) as { id: number }).id }
}
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
