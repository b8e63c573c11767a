import { extractText, getDocumentProxy } from 'unpdf'
import { expect, test, type Page } from '@playwright/test'
import { choose, lookFor } from './kit'
import { act, leaf, openAccount } from './ticket'
import { LEAD, leaveNoDraft, signIn, signInByApi, standsStill, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

// Whatever a test leaves in the draft is not the next one's.
test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

/** Opens the Deadlines and gives the first row that runs. */
async function firstRow(page: Page) {
  await page.goto('/deadlines')
  const row = page.getByRole('listitem').first()
  await expect(row).toBeVisible()
  return row.getByRole('link')
}

test('a lead pauses, resumes and extends a promise by keyboard, seeing beforehand what it does', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const row = await firstRow(page)
  const reference = /\d+/.exec(await row.innerText())![0]
  await row.focus()
  await page.keyboard.press('p')
  const form = page.getByRole('form', { name: 'Pause a promise' })
  await expect(form).toContainText('stands still at')
  await form.getByRole('button', { name: 'Pause' }).click()
  await expect(form).toContainText('please say why')
  await form.getByLabel('Why? It stands in the statement.').fill('Ferry is at sea')
  await page.keyboard.press('Enter')
  await expect(form).toHaveCount(0)

  await page.goto(`/desk/${reference}`)
  const account = await openAccount(page)
  await expect(account).toContainText('paused by Olin Brandt: Ferry is at sea')
  const promises = page.getByRole('region', { name: 'By when' })
  await expect(promises).toContainText('paused')
  await act(page, 'Resume promises')
  const resume = page.getByRole('form', { name: 'Resume a promise' })
  await resume.getByRole('button', { name: 'Resume' }).click()
  await expect(resume).toHaveCount(0)

  await page.keyboard.press('e')
  const extend = page.getByRole('form', { name: 'Extend a promise' })
  await extend.getByLabel('By how much working time?').fill('90')
  await expect(extend).toContainText('becomes')
  await extend.getByLabel('Why? It stands in the statement.').fill('Agreed by phone')
  await extend.getByRole('button', { name: 'Extend' }).click()
  await expect(account).toContainText('extended by Olin Brandt: Agreed by phone')

  const link = page.getByRole('link', { name: 'Statement as CSV' })
  const csv = await page.request.get((await link.getAttribute('href'))!)
  expect(csv.headers()['content-type']).toContain('text/csv')
  expect(await csv.text()).toContain('extended by Olin Brandt: Agreed by phone,1:30')
  const sheet = page.getByRole('link', { name: 'Statement as PDF' })
  const pdf = await page.request.get((await sheet.getAttribute('href'))!)
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(await pdf.body())))
  expect(text.join(' ')).toContain(reference)
  expect(text.join(' ').replace(/\s+/g, ' ')).toContain('extended by Olin Brandt: Agreed by phone +1:30')
})

test('a statement on paper says whose it is, and its lines add up by hand', async ({ page }) => {
  await signIn(page, LEAD)
  const row = await firstRow(page)
  const reference = /\d+/.exec(await row.innerText())![0]
  await page.goto(`/desk/${reference}`)
  const account = await openAccount(page)
  // A browser without a screen prints nothing: what stands on the paper is read at that moment.
  await page.evaluate(() => {
    window.print = () => {
      const sheet = document.querySelector('.statement')!
      const rows = [...sheet.querySelectorAll('tbody tr')].map((row) =>
        [...row.querySelectorAll('td')].map((cell) => cell.textContent!.trim()),
      )
      const head = sheet.querySelector('.only-print')!.textContent!.replace(/\s+/g, ' ')
      Object.assign(window, { printed: { part: document.documentElement.dataset.print, head, rows } })
    }
  })
  await account.getByRole('button', { name: 'Print it' }).click()
  const { part, head, rows } = await page.evaluate(
    () => (window as unknown as { printed: { part: string; head: string; rows: string[][] } }).printed,
  )
  expect(part).toBe('statement')
  expect(head).toMatch(
    new RegExp(`^ ?${reference} .+ \\(\\w+/\\w+\\) · .+printed \\d+ \\w{3} \\d{4} \\d\\d:\\d\\d`),
  )
  expect(rows[0]![0]).toMatch(/^\d+ \w{3} \d{4} \d\d:\d\d$/)
  await page.evaluate(() => (document.documentElement.dataset.print = 'statement'))
  await page.emulateMedia({ media: 'print' })
  await expect(account.locator('.only-print')).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toBeHidden()
  await expect(page.getByRole('navigation').first()).toBeHidden()
  const cells = rows.map((row) => row.slice(-2))
  const minutes = (text: string) => {
    const [, sign, hours, rest] = /^([+−]?)(\d+):(\d\d)$/.exec(text)!
    return (sign === '−' ? -1 : 1) * (Number(hours) * 60 + Number(rest))
  }
  const sum = cells.pop()!
  let [balance, spent] = [0, 0]
  for (const [amount, left] of cells) {
    balance += minutes(amount!)
    if (minutes(amount!) < 0) spent -= minutes(amount!)
    expect(minutes(left!)).toBe(balance)
  }
  expect(cells.length).toBeGreaterThan(1)
  expect([minutes(sum[0]!), minutes(sum[1]!)]).toEqual([-spent, balance])
})

test('a technician sorts a ticket otherwise: the promise follows and time spent stays spent', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  const { rows } = await (await page.request.get('/api/clocks?target=resolve&band=fine&limit=50')).json()
  const row = rows.find((one: { priorityOrder: number }) => one.priorityOrder > 1)
  await page.goto(`/desk/${row.reference}`)
  await act(page, 'Sort otherwise')
  const form = page.getByRole('form', { name: 'Sort it otherwise' })
  await expect(form.getByRole('button', { name: 'Set it' })).toBeDisabled()
  await choose(form, 'to', 'I Critical')
  await form.getByRole('button', { name: 'Set it' }).click()
  await expect(form).toHaveCount(0)
  await expect(leaf(page).locator('.state')).toContainText('I Critical')
  await expect(await openAccount(page)).toContainText('changed: Critical')
  const answer = await page.request.post(`/api/tickets/${row.reference}/sort`, {
    headers: { origin: origin() },
    data: { field: 'priority', value: 'moon' },
  })
  expect([answer.status(), (await answer.json()).fields[0].field]).toEqual([422, 'value'])
})

test('Deadlines filter by band, team and words, and the address holds it all', async ({ page }) => {
  await signIn(page, LEAD)
  await firstRow(page)
  await page.getByRole('button', { name: /^Paused/ }).click()
  await expect(page).toHaveURL(/band=paused/)
  for (const row of (await page.getByRole('listitem').all()).slice(0, 3))
    await expect(row).toContainText('rests:')
  await choose(page, 'Only this team', 'Networks')
  await expect(page).toHaveURL(/team=networks/)
  await page.reload()
  await expect(page.getByRole('combobox', { name: 'Only this team' })).toHaveText('Networks')
  await page.getByLabel('Find a ticket here').fill('nothing-is-called-this')
  await page.keyboard.press('Enter')
  await expect(page.getByText('No running promise fits.')).toBeVisible()
  await page.getByRole('link', { name: 'Show all' }).first().click()
  await expect(page.getByRole('listitem').first()).toBeVisible()
})

test('a technician may pause but not extend, and is told why', async ({ request }) => {
  await signInByApi(request, origin(), TECHNICIAN)
  const { rows } = await (await request.get('/api/clocks?band=fine&limit=2')).json()
  const act = (body: object) =>
    request.post(`/api/tickets/${rows[0].reference}/clocks`, { headers: { origin: origin() }, data: body })
  const refused = await act({ do: 'extend', targets: [rows[0].clock.target], minutes: 30, why: 'x' })
  expect([refused.status(), (await refused.json()).detail]).toEqual([
    403,
    expect.stringContaining('Your role does not extend'),
  ])
  expect((await act({ do: 'stop', targets: [] })).status()).toBe(422)
  expect((await act({ do: 'pause', targets: [], why: 'Part ordered' })).status()).toBe(200)
  const again = await act({ do: 'pause', targets: [], why: 'Part ordered' })
  expect(again.status()).toBe(409)
  expect((await act({ do: 'resume', targets: [] })).status()).toBe(200)
})

test('working time by API: due and between with a statement, by name or with a calendar written out', async ({
  request,
}) => {
  await signInByApi(request, origin(), TECHNICIAN)
  const ask = async (path: string, data: object) => {
    const answer = await request.post(`/api/working-time/${path}`, { headers: { origin: origin() }, data })
    return { status: answer.status(), body: await answer.json() }
  }
  const calendar = { zone: 'Europe/Oslo', week: [{ day: 1, from: '09:00', to: '17:00' }] }
  const due = await ask('due', { calendar, start: '2026-11-16T16:00', duration: 'PT2H' })
  expect(due).toMatchObject({
    status: 200,
    body: { due: '2026-11-23T10:00:00+01:00', statement: { spent: 'PT2H' } },
  })
  const between = await ask('between', { calendar, start: '2026-11-16T00:00', end: '2026-11-24T00:00' })
  expect(between.body).toMatchObject({ duration: 'PT16H', milliseconds: 57_600_000 })
  expect(
    (await ask('due', { calendar: 'Round the clock', start: '2026-11-16T12:00Z', duration: 'PT2H' })).body
      .due,
  ).toBe('2026-11-16T14:00:00+00:00')
  for (const [data, field] of [
    [{ calendar: 'moon', start: '2026-11-16T12:00', duration: 'PT2H' }, 'calendar'],
    [{ calendar, start: 'now', duration: 'PT2H' }, 'start'],
    [{ calendar, start: '2026-11-16T12:00', duration: '2h' }, 'duration'],
    [{ calendar: { ...calendar, week: [] }, start: '2026-11-16T12:00', duration: 'PT2H' }, 'calendar'],
    [
      { calendar: { ...calendar, zone: 'Nowhere' }, start: '2026-11-16T12:00', duration: 'PT2H' },
      'calendar.zone',
    ],
  ] as const) {
    const { status, body } = await ask('due', data)
    expect([status, body.fields[0].field], JSON.stringify(data)).toEqual([422, field])
  }
})

test('a lead copies a level into a family, changes its condition, and tries it on a ticket', async ({
  page,
}) => {
  await signIn(page, LEAD)
  const { rows } = await (await page.request.get('/api/tickets?limit=1')).json()
  await page.goto('/design/service-levels')
  const levels = page.getByRole('textbox', { name: /^Name of level/ })
  const names = () => levels.evaluateAll((inputs) => inputs.map((one) => (one as HTMLInputElement).value))
  await expect(levels.first()).toBeVisible()
  const before = await names()
  await page.getByRole('button', { name: 'make it one for each priority' }).last().click()
  // They stand in place of the one that was for all: behind them it would never apply.
  await expect.poll(names).toHaveLength(before.length + 4)
  expect((await names()).filter((one) => one.startsWith(`${before.at(-1)}, `))).toHaveLength(5)
  expect(await names()).not.toContain(before.at(-1))

  // A condition on an answer of a form, then one that is costly, which says so and why.
  await page.getByRole('button', { name: 'copy', exact: true }).first().click()
  await expect.poll(names).toContain('Boarding stopped, copy')
  const when = page.getByRole('group', { name: 'Condition of Boarding stopped, copy' })
  const name = 'Condition of Boarding stopped, copy'
  await choose(when, `${name}: ask something more`, 'How many gates do not read?')
  await expect(when.getByLabel(`${name}, How many gates do not read?, value`)).toHaveValue('1')
  await choose(when, `${name}: ask something more`, 'requester')
  await choose(when, `${name}, requester, how`, /^contains$/)
  await when.getByLabel(`${name}, requester, value`).fill('varga')
  await page.keyboard.press('Enter')
  await expect(when).toContainText('Costly: reads the whole text')

  await page.getByLabel('A promise is close in the last').fill('30')
  await page.keyboard.press('Tab')
  await page.getByLabel('Which level would ticket').fill(String(rows[0].reference))
  await page.getByRole('button', { name: 'Try' }).click()
  const trial = page.getByRole('region', { name: 'A trial' })
  await expect(trial).toContainText('promise')
  await expect(trial).toContainText('but it is')
  const known = await (await page.request.get(`/api/tickets/${rows[0].reference}/facts`)).json()
  expect(known.facts).toMatchObject({
    category: expect.any(String),
    priority: expect.any(String),
    signals: 0,
  })
  await page.getByLabel('Which level would ticket').fill('999999')
  await page.getByRole('button', { name: 'Try' }).click()
  await expect(trial).toContainText('There is no ticket 999999.')

  const { changes } = await (await page.request.get('/api/draft')).json()
  expect(changes.map((one: { part: string }) => one.part)).toContain('desk')
})

test('a lead paints a week, adds a special day, brings in holidays and a file, and tries it out', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/working-time')
  await page.getByRole('button', { name: 'Add a calendar' }).click()
  await expect(page.getByText('hours of the calendar it builds on')).toBeVisible()
  await lookFor(page, 'Zone in which the hours are meant', 'Europe/Oslo')
  await expect(page.getByRole('combobox', { name: 'Zone in which the hours are meant' })).toHaveText(
    'Europe/Oslo',
  )

  // By keyboard: shut Monday 09:00, then by pointer open the whole Saturday forenoon.
  await page.getByLabel('Monday 09:00 open').focus()
  await page.keyboard.press('Space')
  await expect(page.getByLabel('Monday 09:00 shut')).toBeVisible()
  await expect(page.getByText('hours of the calendar it builds on')).toHaveCount(0)
  await page.getByLabel('Saturday 08:00 shut').hover()
  await standsStill(page.getByLabel('Saturday 08:00 shut'))
  await page.getByLabel('Saturday 08:00 shut').hover()
  await page.mouse.down()
  await page.getByLabel('Saturday 11:30 shut').hover()
  await page.mouse.up()
  await expect(page.getByRole('button', { name: '08:00–12:00' })).toBeVisible()

  await page.getByRole('button', { name: /^2026-12-24: open/ }).click()
  const day = page.getByRole('form', { name: 'Special day 2026-12-24' })
  await day.getByRole('button', { name: 'Keep' }).click()
  await expect(day).toContainText('say what day it is')
  await day.getByLabel('What day is it?').fill('Eve of Christmas')
  await choose(day, 'Hours', 'shut for part of the day')
  await day.getByLabel('Shut from – to').fill('13:00–24:00')
  await choose(day, 'Repeats', 'every year on 24 December')
  await day.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('row', { name: /Eve of Christmas shut 13:00–24:00 yearly/ })).toBeVisible()

  await page.getByRole('button', { name: 'Public holidays …' }).click()
  await lookFor(page, 'Country', 'Norway')
  await expect(page.getByRole('checkbox', { name: /2026-05-17/ })).toBeChecked()
  await page.getByRole('button', { name: /^Take over/ }).click()
  await expect(page.getByRole('row', { name: /2026-05-17/ })).toBeVisible()

  await page.getByRole('button', { name: 'From an iCalendar file …' }).click()
  await page
    .getByLabel('iCalendar file (.ics)')
    .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('hello') })
  await expect(page.getByRole('alert')).toContainText('no iCalendar file')
  const file = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:1',
    'SUMMARY:Harbour day',
    'DTSTART;VALUE=DATE:20261120',
    'DTEND;VALUE=DATE:20261121',
    'END:VEVENT',
    'END:VCALENDAR',
  ]
  await page
    .getByLabel('iCalendar file (.ics)')
    .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from(file.join('\r\n')) })
  await page.getByRole('button', { name: 'Take over 1 day' }).click()
  await expect(page.getByRole('row', { name: /2026-11-20 Harbour day/ })).toBeVisible()

  // Thursday 16:00 and four hours: two that day (shut at 18:00), Friday shut, two on Saturday.
  await page.getByLabel('Logged: day').fill('2026-11-19')
  await page.getByLabel('Logged: time').fill('16:00')
  await page.getByLabel('and granted').fill('4:00')
  await page.getByLabel('and granted').press('Tab')
  await expect(page.getByText('→ due Sat 10:00')).toBeVisible()
  await expect(page.getByRole('group', { name: 'Statement of the trial' })).toContainText('Harbour day')

  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as iCalendar file' }).click()
  expect((await download).suggestedFilename()).toMatch(/\.ics$/)

  await page.getByRole('button', { name: 'Remove this calendar …' }).click()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(page).toHaveURL(/\/design\/working-time$/)
})

test('a lead changes the terms of a target, and open tickets follow the edition that says so', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/service-levels')
  await page.getByRole('button', { name: 'Office hours, Solve: change its terms' }).click()
  const terms = page.getByRole('group', { name: 'Office hours, Solve: terms' })
  await terms.getByLabel('only while its technician is on shift').check()
  await choose(terms, 'Kept by', 'something that holds …')
  const kept = terms.getByRole('group', { name: 'Office hours, Solve is kept' })
  await expect(kept).toBeVisible()
  await choose(terms, 'Kept by', 'being done')
  await expect(kept).toHaveCount(0)
  await choose(terms, 'Begins', 'once this holds …')
  const begins = terms.getByRole('group', { name: 'Office hours, Solve begins' })
  await choose(begins, 'Office hours, Solve begins: ask something', /^status$/)
  await choose(begins, 'Office hours, Solve begins, status, how', 'filled in')
  await expect(
    page.getByText('while its technician is on shift; begins when status is filled in'),
  ).toBeVisible()
  await choose(page, 'Office hours: reopened tickets', 'begin their targets anew')

  await page.getByRole('button', { name: /^Publish edition/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('follow the new hours').check()
  await dialog.getByLabel('What changes').fill('Office hours follow the shifts')
  await dialog.getByRole('button', { name: 'Publish' }).click()
  await expect(page.getByText('open ones come to it now')).toBeVisible()
  await page.goto('/design')
  await expect(page.getByText(/All open tickets follow edition \d+/)).toBeVisible({ timeout: 30_000 })

  const { rows } = await (await page.request.get('/api/tickets?limit=1')).json()
  await page.goto(`/desk/${rows[0].reference}`)
  await openAccount(page)
  const strip = page.getByRole('group', { name: /^Time strip/ })
  await strip.focus()
  await expect(strip).toContainText('balance')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('End')
  await expect(strip).toContainText('follows edition')
})
