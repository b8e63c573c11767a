import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { Hands } from './hands'
import { choose, pick, tick } from './kit'
import { act, leaf } from './ticket'
import { LEAD, leaveNoDraft, signIn, standsStill, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
const MIKA = 'mika-okoro@commons.sound.example'

test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

const state = (page: Page) => leaf(page).locator('.state')
const open = (page: Page) => Number(/\/(\d+)/.exec(new URL(page.url()).pathname)?.[1])

/** Keys do something where the ticket has the focus. */
const hasFocus = (page: Page, after?: string) =>
  expect(leaf(page).getByRole('heading', { level: 1 }), after).toBeFocused()
const writes = (page: Page) => expect(leaf(page).locator('.tiptap')).toBeFocused()

test('the measured morning: a technician’s acts take under thirty presses beside the words', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/bench')
  // What is to be done now lies open.
  await expect(page).toHaveURL(/\/bench\/\d+/)
  await expect(leaf(page).getByRole('button', { name: 'Start s' })).toBeVisible()
  const hands = new Hands(page)
  const first = open(page)
  const isAnother = (than: number) => expect.poll(() => open(page)).not.toBe(than)

  await hands.press('s')
  await expect(state(page)).toContainText('In hand')
  await hasFocus(page)

  await hands.press('r')
  await writes(page)
  await hands.say('Found it: the cable by the door.')
  await hands.press('Control+Enter')
  await expect(leaf(page).locator('.say').getByText('Found it')).toBeVisible()
  await hasFocus(page)

  // Waiting asks what the gate asks for, and stops the timer.
  await hands.press('q')
  await expect(
    leaf(page).getByRole('form', { name: 'Wait for requester' }).getByRole('textbox'),
  ).toBeFocused()
  await hands.say('Which door is it?')
  await hands.press('Enter')
  await expect(state(page)).toContainText('Waiting for the requester')
  await expect(page.getByText('Your timer runs on')).toHaveCount(0)

  await hands.press('j', 'Enter')
  await isAnother(first)
  const second = open(page)
  await expect(leaf(page).getByRole('heading', { level: 1 })).toBeVisible()
  await hands.press('n')
  await writes(page)
  await hands.say('The mast was mended last week.')
  await hands.press('Control+Enter')
  await expect(leaf(page).locator('.say.note').getByText('The mast was mended')).toBeVisible()

  // A critical one comes in, and is gone to without leaving the Bench.
  const post = (path: string, data: object) =>
    page.request.post(path, { data, headers: { origin: origin() } })
  const made = await post('/api/tickets', {
    ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga' },
    ...{ answers: { gates: 1 }, summary: 'Nobody comes on board' },
  })
  expect(made.status()).toBe(201)
  const { reference } = (await made.json()) as { reference: number }
  for (const [deed, data] of [
    ['sort', { field: 'priority', value: 'p1' }],
    ['assign', { technician: 'tora-aas' }],
  ] as const)
    expect((await post(`/api/tickets/${reference}/${deed}`, data)).status(), deed).toBe(200)
  await expect(page.locator('a.line.fresh')).toContainText('Nobody comes on board')
  await hands.press('Control+k')
  await hands.say(String(reference))
  await expect(page.getByRole('option', { name: new RegExp(`^${reference} `) })).toBeVisible()
  await hands.press('Enter')
  await expect(page).toHaveURL(new RegExp(`/bench/${reference}`))
  await expect(leaf(page).getByRole('button', { name: 'Start s' })).toBeVisible()
  await hands.press('s')
  await expect(state(page)).toContainText('In hand')

  await hands.press('f')
  await expect(leaf(page).getByRole('form', { name: 'Finish' }).getByRole('textbox')).toBeFocused()
  await hands.press('Enter')
  await expect(page.getByText('Your timer runs on')).toHaveCount(0)
  await hasFocus(page)

  await hands.press('v')
  const handing = leaf(page).getByRole('form', { name: 'Hand over' })
  await expect(handing.getByRole('textbox')).toBeFocused()
  await hands.say('All gates at once; the switch is the first to look at.')
  await hands.press('Tab', 'ArrowDown')
  await hands.say('Mika Okoro')
  await expect(page.getByRole('option', { name: /^Mika Okoro/ })).toBeVisible()
  await hands.press('Enter')
  await expect(handing.getByRole('combobox')).toBeFocused()
  await hands.press('Control+Enter')
  await expect(state(page)).toContainText('Mika Okoro')

  await hands.press('j', 'Enter')
  await isAnother(reference)
  await expect(leaf(page).getByRole('button', { name: 'Start s' })).toBeVisible()
  await hands.press('s')
  await expect(leaf(page).getByRole('button', { name: /^Solve … / })).toBeVisible()
  await hands.press('Shift+S')
  await expect(leaf(page).getByRole('form', { name: 'Solve' }).getByRole('textbox')).toBeFocused()
  await hands.say('Put in anew.')
  await hands.press('Control+Enter')
  await expect(state(page)).toContainText('Solved')
  await hasFocus(page)
  expect(second).toBeGreaterThan(0)
  console.log(`the measured morning: ${hands.presses} presses`)
  expect(hands.presses).toBeLessThan(30)
})

test('a move is taken back by its key, and the Bench is worked in another order by another', async ({
  page,
}) => {
  await signIn(page, TECHNICIAN)
  await page.goto('/bench')
  await expect(page).toHaveURL(/\/bench\/\d+/)
  await page.keyboard.press('o')
  await expect(page).toHaveURL(/order=earliestDue/)
  await page.keyboard.press('o')
  await expect(page).toHaveURL(/order=fewestLate/)
  await page.keyboard.press('o')
  await expect(page).not.toHaveURL(/order=/)
  const before = await state(page).innerText()
  await page.keyboard.press('s')
  await expect(leaf(page).getByRole('button', { name: /^Take it back/ })).toBeVisible()
  await page.keyboard.press('z')
  await expect(leaf(page).getByRole('button', { name: /^Take it back/ })).toHaveCount(0)
  expect(await state(page).innerText()).toBe(before)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Help' })).toContainText('take the last move back')
})

test('after every act the focus is where the work goes on', async ({ page }) => {
  await signIn(page, LEAD)
  const { rows } = await (await page.request.get('/api/tickets?limit=30')).json()
  const { reference } = rows.find((one: { statusGroup: string }) => one.statusGroup === 'new')
  await page.goto(`/desk/${reference}`)
  await expect(leaf(page).getByRole('heading', { level: 1 })).toBeVisible()
  const isInField = () =>
    page.evaluate(() => {
      const at = document.activeElement
      const isField = at?.matches('input, textarea, [contenteditable], [role=combobox]') ?? false
      return isField && Boolean(at?.closest('article.leaf'))
    })
  // What asks something first has the cursor in its first field; left again, the ticket has the focus.
  for (const key of ['r', 'n', 'q', 'v', 'w', 'p', 'e', 'i', 'd']) {
    await page.keyboard.press(key)
    await expect.poll(isInField, key).toBe(true)
    await page.keyboard.press('Escape')
    await expect.poll(isInField, key).toBe(false)
    await hasFocus(page, key)
  }
  // What is done at once leaves the focus at the ticket.
  await leaf(page).getByRole('heading', { level: 1 }).focus()
  for (const key of ['s', 'z', 'y', 'y', 't', 't', 'a', 'a']) {
    await page.keyboard.press(key)
    await page.waitForTimeout(600)
    await hasFocus(page, key)
  }
  // From the ticket to its row, and back.
  await page.keyboard.press('Escape')
  await expect(page.locator('.ledger-rows a.row.on')).toBeFocused()
  await page.keyboard.press('Enter')
  await hasFocus(page)
})

test('a ticket has tasks, time, fixed times and other tickets on its page', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  const { rows } = await (await page.request.get('/api/tickets?view=mine&limit=5')).json()
  const [one, other] = rows as { reference: number }[]
  await page.goto(`/desk/${one!.reference}`)
  const tasks = page.getByRole('region', { name: 'To do' })
  await tasks.getByLabel(/^Add what is to do/).focus()
  for (const text of ['Look at the fuse', 'Call the pier']) {
    await page.keyboard.type(text)
    if (text.startsWith('Call'))
      await tasks.getByRole('checkbox', { name: 'the ticket is not done before' }).check()
    await tasks.getByLabel(/^Add what is to do/).press('Enter')
  }
  await tasks.getByRole('checkbox', { name: 'Look at the fuse' }).check()
  await expect(tasks).toContainText('1 of 2')
  await pick(tasks.getByRole('button', { name: 'Lists for what is to do' }), 'A checklist or a plan …')
  await tasks.getByRole('button', { name: /Before a visit/ }).click()
  await expect(tasks).toContainText('1 of 5')

  const time = page.getByRole('region', { name: 'Time', exact: true })
  await pick(time.getByRole('button', { name: 'Add to the time …' }), 'Write time down …')
  await page
    .getByRole('form', { name: 'Time that was worked' })
    .getByLabel('What was done')
    .fill('Traced the cable')
  await time.getByRole('button', { name: 'Write it down' }).click()
  await expect(time).toContainText('Traced the cable')
  await pick(time.getByRole('button', { name: 'Add to the time …' }), 'Fixed time …')
  await time.getByLabel('Who waits for what').fill('Purser on the phone')
  await time.getByRole('button', { name: 'Book it' }).click()
  await expect(time).toContainText('Purser on the phone')
  await page.goto('/bench')
  await expect(page.getByRole('link', { name: /Purser on the phone/ })).toBeVisible()

  await page.goto(`/desk/${one!.reference}`)
  const links = page.getByRole('region', { name: 'Other tickets' })
  await pick(links.getByRole('button', { name: 'Add a ticket …' }), 'Link with another …')
  await choose(links, 'This ticket is', 'caused by')
  await links.getByLabel('Number of the other ticket').fill(String(other!.reference))
  await links.getByRole('button', { name: 'Link them' }).click()
  await expect(links).toContainText('caused by')
  await links.getByRole('link', { name: new RegExp(String(other!.reference)) }).click()
  await expect(page.getByRole('region', { name: 'Other tickets' })).toContainText('causes')
  await pick(links.getByRole('button', { name: 'Add a ticket …' }), 'Part off …')
  await page.getByLabel('What of it is a ticket of its own?').fill('Only the second gate')
  await page.getByRole('button', { name: 'Part it off' }).click()
  await expect(page.getByRole('heading', { name: 'Only the second gate' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Other tickets' })).toContainText('part of')
})

test('a view is built by choosing, kept, shared and opened; many tickets are changed with a look before and a way back', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/desk')
  await page.getByRole('button', { name: 'This view …' }).click()
  const panel = page.getByRole('region', { name: 'This view' })
  await choose(panel, 'Which tickets: ask something', 'organisation')
  await tick(panel, 'Which tickets, organisation, value', 'Merrow Line')
  await choose(panel, 'under', 'team')
  await expect(page.locator('h2.heading').first()).toBeVisible()
  await expect(page.getByText('not kept')).toBeVisible()
  // The address holds it all.
  const address = page.url()
  await page.goto(address)
  await expect(page.locator('h2.heading').first()).toBeVisible()
  await page.getByRole('button', { name: 'This view …' }).click()
  await panel.getByLabel('Name').fill('Merrow by team')
  await panel.getByRole('checkbox', { name: 'for everybody of the desk' }).check()
  await panel.getByRole('button', { name: 'Keep this view' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Merrow by team' })).toBeVisible()

  // Rows are chosen by key, changed after a look, and changed back.
  const rows = page.locator('.ledger-rows a.row')
  await rows.first().focus()
  await page.keyboard.press('x')
  await page.keyboard.press('j')
  await page.keyboard.press('j')
  await page.keyboard.press('Shift+X')
  const many = page.getByRole('region', { name: 'The chosen tickets' })
  await expect(many).toContainText('3 chosen')
  const chosen = (await page.locator('.ledger-rows a.row.chosen').allInnerTexts()).map((text) =>
    Number(/\d+/.exec(text)![0]),
  )
  const before = await Promise.all(
    chosen.map(async (one) => (await (await page.request.get(`/api/tickets/${one}`)).json()).sorted.queue),
  )
  await choose(many, 'set the', 'queue')
  await many.getByRole('combobox', { name: 'Value for all of them' }).click()
  await page.getByRole('option').filter({ visible: true }).nth(1).click()
  await many.getByRole('button', { name: 'What would that do?' }).click()
  await expect(many).toContainText(/change/)
  await many.getByRole('button', { name: /^Change (it|them)$/ }).click()
  await expect(many).toContainText(/changed/)
  await many.getByRole('button', { name: 'Take it back' }).click()
  await expect(many).toContainText('Taken back: 3 tickets are as they were')
  const after = await Promise.all(
    chosen.map(async (one) => (await (await page.request.get(`/api/tickets/${one}`)).json()).sorted.queue),
  )
  expect(after).toEqual(before)

  const fetched = page.waitForEvent('download')
  const list = page.getByRole('region', { name: 'Tickets' })
  await pick(list.getByRole('button', { name: 'Rows, files …' }), 'As a table of text (CSV)')
  const sheet = { text: async () => readFileSync(await (await fetched).path(), 'utf8') }
  const lines = (await sheet.text()).trim().split(/\r?\n/)
  expect(lines[0]).toContain('Summary')
  expect(lines.length).toBeGreaterThan(5)
  expect(lines.slice(1).every((line) => line.includes('Merrow Line'))).toBe(true)

  // Others of the desk have it too; taken away it is gone.
  await page.getByRole('button', { name: 'This view …' }).click()
  await panel.getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByRole('link', { name: 'Merrow by team' })).toHaveCount(0)
})

// Where a column begins: the middle of a long one is out of sight, and going there scrolls what is dragged away.
const TOP = { targetPosition: { x: 40, y: 20 } }

test('a board moves tickets through their gates, and refuses ways that are none', async ({ page }) => {
  await signIn(page, LEAD)
  const post = (url: string, data: object) => page.request.post(url, { data, headers: { origin: origin() } })
  const made = await (
    await post('/api/tickets', {
      item: 'gate-scanner',
      portal: 'merrow',
      requester: 'ines-varga',
      answers: { gates: 1 },
      summary: 'A card for the board',
    })
  ).json()
  const where = { all: [{ fact: 'item', op: 'is', value: 'gate-scanner' }] }
  const view = Buffer.from(JSON.stringify({ where, sort: 'logged', columns: ['requester'] })).toString(
    'base64url',
  )
  await page.goto(`/desk?as=${view}`)
  await expect(page.locator('.ledger-rows a.row').first()).toBeVisible()
  await page.keyboard.press('b')
  const card = page.locator(`[data-reference="${made.reference}"]`)
  await expect(page.getByRole('region', { name: 'Logged' }).locator(card)).toBeVisible()
  await card.dragTo(page.getByRole('region', { name: 'In hand' }).locator('.cards'), TOP)
  await expect(page.getByRole('region', { name: 'In hand' }).locator(card)).toBeVisible()
  // By keyboard: the same way, with what its gate asks for.
  await pick(card.getByRole('button', { name: `Move ${made.reference} on` }), 'Wait for others')
  const slip = page.getByRole('form', { name: new RegExp(String(made.reference)) })
  await slip.getByRole('button', { name: 'Wait for others' }).click()
  await expect(slip).toContainText('please fill this in')
  await slip.getByRole('textbox').fill('The spare part')
  await slip.getByRole('button', { name: 'Wait for others' }).click()
  await expect(page.getByRole('region', { name: 'Waiting for others' }).locator(card)).toBeVisible()
  // The slip goes and the board is told of the move meanwhile: a card is taken up once it stands.
  await standsStill(card)
  await card.dragTo(page.getByRole('region', { name: 'Logged' }).locator('.cards'), TOP)
  await expect(page.getByRole('alert')).toContainText('has no such way')
  await expect(page.getByRole('region', { name: 'Waiting for others' }).locator(card)).toBeVisible()
})

test('a search finds what was said, with typing errors, and says why', async ({ page }) => {
  await signIn(page, TECHNICIAN)
  const { rows } = await (await page.request.get('/api/tickets?view=mine&limit=1')).json()
  const { reference } = rows[0]
  await page.request.post(`/api/tickets/${reference}/note`, {
    data: { text: 'The zephyrometer is upside down' },
    headers: { origin: origin() },
  })
  const hits = async () => (await (await page.request.get('/api/search?words=zephyrometer')).json()).tickets
  await expect.poll(hits).toBe(1)
  await page.goto('/find?words=zephyrometer')
  await expect(page.getByRole('link', { name: new RegExp(`^${reference} `) })).toBeVisible()
  await expect(page.locator('mark').first()).toHaveText('zephyrometer')
  await page.goto('/find?words=zefyrometer')
  await expect(page.getByText('No record has “zefyrometer”')).toBeVisible()
  await expect(page.getByRole('link', { name: new RegExp(`^${reference} `) })).toBeVisible()
  await page.goto('/find?words=qqqqzzzz')
  await expect(page.getByText('Nothing has all of these words')).toBeVisible()
})

test('two people on a ticket see each other; what one changes is not overwritten by the other', async ({
  page,
  browser,
}) => {
  await signIn(page, TECHNICIAN)
  const { rows } = await (await page.request.get('/api/tickets?view=mine&limit=1')).json()
  const { reference } = rows[0]
  await page.goto(`/desk/${reference}`)
  await expect(leaf(page)).toBeVisible()
  const other = await (await browser.newContext({ baseURL: origin() })).newPage()
  await signIn(other, MIKA)
  await other.goto(`/desk/${reference}`)
  await expect(page.getByText('Mika Okoro has it open')).toBeVisible()
  await expect(other.getByText('Tora Aas has it open')).toBeVisible()
  await other.keyboard.press('n')
  await expect(page.getByText('Mika Okoro is writing here')).toBeVisible()
  await other.keyboard.type('Please look, @Tora')
  await other.getByRole('option', { name: 'Tora Aas' }).click()
  await other.keyboard.press('Control+Enter')
  await expect(page.getByText('Please look, @Tora Aas', { exact: true })).toBeVisible()
  const { watchers } = await (await page.request.get(`/api/tickets/${reference}`)).json()
  expect(watchers).toContain('tora-aas')

  // Both are about to sort it; who comes second is told, and nothing is changed.
  await page.keyboard.press('w')
  const headers = { origin: origin() }
  const sorted = (await (await other.request.get(`/api/tickets/${reference}`)).json()).sorted.priority
  const next = sorted === 'p3' ? 'p2' : 'p3'
  await other.request.post(`/api/tickets/${reference}/sort`, {
    data: { field: 'priority', value: next },
    headers,
  })
  const again = await page.request.post(`/api/tickets/${reference}/sort`, {
    data: { field: 'priority', value: 'p5', from: sorted },
    headers,
  })
  expect([again.status(), (await again.json()).detail]).toEqual([409, expect.stringContaining('meanwhile')])
  await other.context().close()
  await expect(page.getByText('Mika Okoro is writing here')).toHaveCount(0)
})

test('a lead makes a move, puts it on a shelf, and it is there once published', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/moves')
  await page.getByRole('button', { name: 'New move' }).click()
  const name = page.getByLabel('Name of move 7')
  await expect(name).toBeVisible()
  await name.fill('Greet')
  await name.press('Tab')
  const step = page.getByRole('group', { name: 'Greet, step 1' })
  await choose(step, 'Greet, step 1: what is done', 'note for the desk')
  await step.getByLabel('the words').fill('{nonsense}')
  await step.getByLabel('the words').press('Tab')
  await expect(page.getByText('{nonsense} is no field of a ticket')).toBeVisible()
  await step.getByLabel('the words').fill('Greeted {requester}')
  await step.getByLabel('the words').press('Tab')
  await expect(page.getByText('{nonsense} is no field of a ticket')).toHaveCount(0)
  await page.getByRole('button', { name: /^Publish edition/ }).click()
  await page.getByLabel('What changes, in a few words').fill('A greeting')
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Publish/ })
    .click()
  await expect(page.getByRole('dialog')).toHaveCount(0)

  const { rows } = await (await page.request.get('/api/tickets?limit=1')).json()
  await page.goto(`/desk/${rows[0].reference}`)
  await leaf(page).getByRole('button', { name: /^More/ }).click()
  await expect(page.getByRole('menuitem', { name: /^Greet/ })).toContainText(
    'Greet will add a note for the desk.',
  )
  await page.keyboard.press('Escape')
  await act(page, 'Greet')
  await expect(leaf(page)).toContainText(/Greeted \w+/)
})
