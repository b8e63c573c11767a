import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { HOUR, origin, wanted } from './jobs'
import { findings, LEAD, signIn, signInByApi, TECHNICIAN } from './people'
import { leaf } from './ticket'

/** A visit with Tora Aas tomorrow, out of the way of what others look at, placed by the lead. */
async function sent(api: APIRequestContext, summary: string): Promise<number> {
  const { reference, id } = await wanted(api, summary, { site: undefined, visit: true })
  const { now } = (await (await api.get('/api/clock')).json()) as { now: number }
  const placed = await api.post(`/api/tickets/${reference}/jobs/${id}/place`, {
    headers: { origin: origin() },
    data: { person: 'tora-aas', from: now + 26 * HOUR, tell: true, insists: 'it cannot wait' },
  })
  expect(placed.status()).toBe(200)
  return reference
}
const stop = (page: Page, what: string) => page.getByRole('article', { name: what, exact: true })

test('a day on the phone goes on without a connection, and nothing is done twice', async ({
  page,
  context,
  playwright,
}, { retry }) => {
  const lead = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(lead, origin(), LEAD)
  const what = `Tide gauge cabinet lets rain in ${retry + 1}`
  const reference = await sent(lead, what)
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, TECHNICIAN)
  await page.goto('/day')
  await expect(stop(page, what)).toContainText('Varnes Quay')
  expect(await findings(page)).toEqual([])
  // Until the device has all that the page is drawn with.
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('yare-day-pages')).keys()).length))
    .toBe(2)

  await context.setOffline(true)
  await page.reload()
  await expect(stop(page, what)).toContainText('Varnes Quay')
  await expect(page.getByText(/As it was/)).toBeVisible()
  await stop(page, what).getByRole('button', { name: 'Set out' }).click()
  await expect(stop(page, what)).toContainText('on the way')
  await stop(page, what).getByRole('button', { name: 'Begin' }).click()
  await stop(page, what).getByRole('button', { name: 'Done' }).click()
  // What was pressed by mistake is taken back before it leaves the device.
  const undo = page.getByRole('alert').filter({ hasText: `Done: ${what}` })
  await undo.getByRole('button', { name: 'Take it back' }).click()
  await expect(stop(page, what).getByRole('list', { name: 'What was done' })).not.toContainText('done')
  await stop(page, what).getByRole('button', { name: 'Done' }).click()
  await stop(page, what).getByRole('button', { name: 'Report' }).click()
  const report = page.getByRole('form', { name: 'Report' })
  await report.getByLabel('What was done').fill('New seal on the cabinet door')
  await report.getByRole('button', { name: 'Add a part' }).click()
  await report.getByLabel('Part 1', { exact: true }).fill('Door seal')
  await report.getByLabel('How many of part 1').fill('2 m')
  const picture = { name: 'door.png', mimeType: 'image/png', buffer: Buffer.from('a picture of a door') }
  await report.getByLabel('Pictures').setInputFiles(picture)
  await report.getByLabel('Who signs').fill('Ines Varga')
  const pad = report.getByRole('img', { name: 'Signature' })
  // Off the foot of the page, where it is told for a while what was done.
  await pad.evaluate((it) => it.scrollIntoView({ block: 'start' }))
  const box = (await pad.boundingBox())!
  await page.mouse.move(box.x + 40, box.y + 70)
  await page.mouse.down()
  for (const [x, y] of [
    [90, 30],
    [140, 100],
    [200, 60],
  ] as const)
    await page.mouse.move(box.x + x, box.y + y, { steps: 4 })
  await page.mouse.up()
  await expect(report.getByRole('button', { name: 'Clear it' })).toBeVisible()
  await report.getByRole('button', { name: 'Keep the report' }).click()
  await expect(page.getByText('4 things wait to be sent')).toBeVisible()

  // Shut and opened again, still without a connection: nothing is lost.
  await page.reload()
  await expect(page.getByText('4 things wait to be sent')).toBeVisible()
  await expect(stop(page, what)).toContainText('New seal on the cabinet door')
  expect(await findings(page)).toEqual([])

  await context.setOffline(false)
  await expect(page.getByText(/waits? to be sent/)).toHaveCount(0, { timeout: 60_000 })
  await page.reload()
  await expect(stop(page, what)).toContainText('signed by Ines Varga')
  const found = (await (await lead.get(`/api/tickets/${reference}`)).json()) as {
    bookings: { state: string; report: { parts: object[]; signature: string; pictures: string[] } }[]
  }
  expect(found.bookings).toMatchObject([
    {
      ...{ state: 'finished', steps: { onWay: expect.anything() as unknown } },
      report: { parts: [{ what: 'Door seal', count: '2 m' }], signedBy: 'Ines Varga' },
    },
  ])
  expect(found.bookings[0]?.report.pictures).toHaveLength(1)
  await lead.dispose()

  // Whoever reads the ticket has it there.
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`/desk/${reference}`)
  const time = leaf(page).getByRole('region', { name: 'Time', exact: true })
  await expect(time).toContainText('New seal on the cabinet door')
  await expect(time.getByRole('link', { name: 'signature of Ines Varga' })).toBeVisible()
})

test('what is kept for the day goes when somebody signs out', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/day')
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('yare-day-pages')).keys()).length))
    .toBe(2)
  await page.getByRole('button', { name: /theme, sign out/ }).click()
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(page).toHaveURL(/sign-in/)
  expect(await page.evaluate(() => caches.keys())).toEqual([])
})
