import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { choose, tick } from './kit'
import { ADMINISTRATOR, findings, LEAD, leaveNoDraft, REQUESTER, signIn, signInByApi } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

// Whatever a test leaves in the draft is not the next one's.
test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

test('a lead builds an item with a branching form from nothing, publishes it, and a requester uses it on a phone', async ({
  page,
  browser,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/catalog')
  await page.getByRole('button', { name: 'New item in Tills and booking' }).click()
  await page.getByLabel('Name, as requesters read it').fill('Drawer of a till is stuck')
  await choose(page.getByRole('form', { name: 'New item' }), 'Category', /Tills/)
  await page.getByRole('button', { name: 'Add it and make its form' }).click()
  await expect(page.getByRole('heading', { name: 'Drawer of a till is stuck' })).toBeVisible()
  await page.getByLabel('Description').fill('The drawer does not open or does not shut.')

  const ask = async (words: string, answer: string) => {
    await page.getByLabel('New question in step 1').fill(words)
    await choose(page, 'Answer', answer)
    await page.getByRole('button', { name: 'Add the question' }).click()
    await expect(page.getByText(`“${words}” is asked now`)).toBeVisible()
  }
  await page.getByRole('button', { name: 'Ask something new …' }).click()
  await ask('Can you open it with the key?', 'yes or no')
  await ask('Which till is it?', 'text')
  await ask('When may somebody come?', 'day and hour')
  await page.getByRole('button', { name: 'That is all' }).click()
  await page.getByRole('button', { name: 'Which till is it?: up' }).click()

  // What is asked only of those who have no key, and then must be answered.
  await page.getByRole('button', { name: 'When may somebody come?: change' }).click()
  const asks = page.getByRole('group', { name: 'When may somebody come?: what it asks' })
  await choose(asks, 'Must be answered', 'always')
  await choose(asks, 'Asked', 'only when something holds …')
  const when = asks.getByRole('group', { name: 'When may somebody come? is asked' })
  await choose(when, 'When may somebody come? is asked: ask something', 'Can you open it with the key?')
  await choose(when, 'When may somebody come? is asked, Can you open it with the key?, value', 'no')
  await expect(page.getByText('asked only when “Can you open it with the key?” is no')).toBeVisible()

  // The preview follows the answers at once.
  const preview = page.getByRole('region', { name: 'As the requester sees it' })
  const whenAsked = preview.getByRole('group', { name: 'When may somebody come?' })
  await expect(whenAsked).toHaveCount(0)
  await preview.getByLabel('No', { exact: true }).check()
  await expect(whenAsked).toBeVisible()
  await preview.getByRole('button', { name: 'Try to send it' }).click()
  await expect(preview).toContainText('please answer this')
  expect(await findings(page)).toEqual([])

  await page.getByRole('button', { name: /^Publish edition/ }).click()
  await page.getByRole('dialog').getByLabel('What changes').fill('Drawers of tills')
  await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click()
  await expect(page.getByText(/Edition \d+ is published/)).toBeVisible()

  const context = await browser.newContext({ viewport: { width: 390, height: 800 }, baseURL: origin() })
  const phone = await context.newPage()
  await signIn(phone, REQUESTER, '/portal/merrow/sign-in')
  await phone.getByLabel('What do you need?').fill('drawer')
  await phone.getByRole('link', { name: 'Drawer of a till is stuck' }).first().click()
  await phone.getByLabel('No', { exact: true }).check()
  await phone.getByRole('button', { name: 'Send the request' }).click()
  await expect(phone.getByText('please answer this')).toBeVisible()
  await phone.getByLabel('When may somebody come?: day').fill('2026-12-01')
  await phone.getByLabel('When may somebody come?: time of day').fill('14:30')
  await phone.getByRole('button', { name: 'Send the request' }).click()
  await expect(phone.getByRole('heading', { name: 'We have it' })).toBeVisible()
  await phone.getByRole('link', { name: 'See the request' }).click()
  await expect(phone.getByText('1 Dec 2026 14:30')).toBeVisible()
  await context.close()
})

test('a question that is there already is offered; groups, items and questions are put in order by keyboard', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/catalog/gate-scanner')
  await page.getByRole('button', { name: 'Ask something new …' }).click()
  await page.getByLabel('New question in step 1').fill('How many gates are not reading?')
  await expect(page.getByText('There is much the same already')).toBeVisible()
  await expect(page.getByText('this form asks it')).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await page.goto('/design/catalog')
  await page.getByRole('button', { name: 'Groups and order …' }).click()
  const names = () => page.locator('.item .name').allInnerTexts()
  await expect(page.locator('.item .name').first()).toBeVisible()
  const before = await names()
  await page.getByRole('button', { name: `${before[0]} later` }).click()
  await expect.poll(names).toEqual([before[1], before[0], ...before.slice(2)])
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(names).toEqual(before)
})

test('the design goes out as a file, comes back changed, and is taken as a whole or not at all', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design')
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Have the draft as a file' }).click()
  const text = readFileSync((await (await waiting).path())!, 'utf8')
  const bring = (content: string) =>
    page.getByLabel('Bring a file …').setInputFiles({
      name: 'design.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    })
  const region = page.getByRole('region', { name: 'What the file would change' })
  await bring(text.replace('"name": "Boarding stopped"', '"name": "Nobody can board"'))
  await expect(region).toContainText('would change 1 thing')
  await region.getByRole('button', { name: 'Take it into the draft' }).click()
  await expect(region).toBeHidden()
  await expect(page.getByText('called: “Nobody can board” instead of “Boarding stopped”')).toBeVisible()

  await bring(text.replaceAll('"name": "boardingStopped"', '"name": "boarding"'))
  await expect(region).toContainText('It cannot be taken like this')
  await expect(region.getByRole('button', { name: 'Take it into the draft' })).toHaveCount(0)
  await bring('hello')
  await expect(page.getByRole('alert')).toContainText('this is not JSON')
})

test('a lead copies a portal, chooses what it shows, and takes all of it back', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/portals')
  await page.getByRole('button', { name: 'Copy Merrow Line' }).click()
  await page.getByLabel('Name of the new portal').fill('Merrow crews')
  await page.getByRole('button', { name: 'Make it' }).click()
  // It is on a page of its own.
  const portal = page.getByRole('region', { name: 'Merrow crews' })
  await expect(portal.getByRole('link', { name: '/portal/merrow-crews' })).toBeVisible()
  // What is typed stays while a slow answer to the change before it arrives.
  await page.route('**/api/draft', async (route) => {
    await new Promise((done) => setTimeout(done, 700))
    await route.continue()
  })
  await portal.getByLabel('Words beside it').fill('help for crews')
  const answered = page.waitForResponse('**/api/draft')
  await portal.getByLabel('Mark, one or two letters').pressSequentially('Mc')
  await answered
  await expect(portal.getByLabel('Mark, one or two letters')).toHaveValue('Mc')
  await page.unrouteAll({ behavior: 'wait' })
  await portal.getByLabel('Mails come from').fill('nowhere')
  await page.keyboard.press('Tab')
  await expect(portal).toContainText('needs a mailbox')
  await portal.getByLabel('Mails come from').fill('crews@merrow.sound.example')
  await page.keyboard.press('Tab')
  await expect(portal).not.toContainText('needs a mailbox')
  const before = await portal.getByText(/things to ask for/).innerText()
  await portal
    .getByRole('button', { name: /^Leave .* out$/ })
    .first()
    .click()
  await expect(portal.getByText(/things to ask for/)).not.toHaveText(before)
  await choose(portal, 'Ink of what can be pressed', 'blue-black')
  // Step by step, down to the portal itself.
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  const gone = page.getByRole('heading', { name: 'There is no such portal' })
  await expect(async () => {
    if (!(await gone.isVisible())) await undo.click({ timeout: 1000 })
    expect(await gone.isVisible()).toBe(true)
  }).toPass()
  // The screen is ahead of the server by what is on its way.
  const changes = async () => (await (await page.request.get('/api/draft')).json()).changes as unknown[]
  await expect.poll(changes).toEqual([])
})

test('two people share a draft: each publishes what is theirs, and a desk has a kind of its own', async ({
  page,
  browser,
}) => {
  const other = await browser.newPage()
  await signIn(other, ADMINISTRATOR)
  const group = { id: 'at-night', name: 'At night' }
  const added = await other.request.patch('/api/draft', {
    headers: { origin: new URL(other.url()).origin },
    data: { changes: [{ list: 'groups', id: group.id, before: null, after: group }] },
  })
  expect(added.ok()).toBe(true)

  // A shared kind says what goes by it, and a desk gets one of its own.
  await signIn(page, LEAD)
  await page.goto('/design/kinds')
  await page.getByRole('table').first().getByRole('link', { name: 'Fault' }).first().click()
  await expect(page.getByText(/catalog items share this kind/)).toBeVisible()
  await expect(page.getByText('Goes by it:')).toBeVisible()
  await expect(page.getByLabel('Name of the kind')).toBeHidden()
  await page.getByRole('button', { name: 'Make one of its own for Crews’ desk' }).click()
  await expect(page).toHaveURL(/fault-crews/)
  await expect(page.getByRole('combobox', { name: 'Whose it is' })).toContainText('Crews’ desk’s own')

  await page.getByRole('button', { name: 'Only what you changed …' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('radio', { name: 'some of them' }).check()
  const kind = dialog.getByRole('checkbox', { name: /^Ticket kind “.*”, is new/ })
  await kind.uncheck()
  await dialog.getByLabel('What changes, in a few words').fill('A kind for the crews')
  await dialog.getByRole('button', { name: /^Publish/ }).click()
  await expect(dialog.getByRole('alert')).toContainText('does not hold without the rest')
  await kind.check()
  await dialog.getByRole('button', { name: /^Publish/ }).click()
  await expect(
    page.getByText(/is published: new tickets follow it;.*One change stays in the draft/),
  ).toBeVisible()
  await page.goto('/design')
  const left = page.getByRole('row').filter({ hasText: 'Group “At night”' })
  await expect(left).toContainText('Ada Thorne')
  await page.getByRole('button', { name: 'Throw the draft away' }).click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(left).toHaveCount(0)
  await other.close()
})

test('a level says “and” between what it asks, and says so before anything is chosen', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/service-levels')
  await page.getByRole('button', { name: 'Add a level on top' }).click()
  const when = page.getByRole('group', { name: 'Condition of New level' })
  await choose(when, 'Condition of New level: ask something', 'channel')
  await tick(when, 'Condition of New level, channel, value', 'portal')
  // Before anything more is chosen it says how that will be joined.
  await expect(when.getByText('and', { exact: true })).toBeVisible()
  await choose(when, 'Condition of New level: ask something more', 'site')
  await tick(when, 'Condition of New level, site, value', 'Hallin')
  await expect(when.getByRole('combobox', { name: /how many must hold/ })).toHaveText('All of these hold')
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled()
  const draft = (await (await page.request.get('/api/draft')).json()) as {
    design: { serviceLevels: { name: string; when: object }[] }
  }
  const level = draft.design.serviceLevels.find((one) => one.name === 'New level')!
  expect(Object.keys(level.when)).toEqual(['all'])
})

test('the words of a question that other forms share change only once that is said', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/catalog/something-else')
  const before = 'What happens, and since when?'
  const words = (of: string) => page.getByRole('textbox', { name: `Words of “${of}”` })
  await page.getByRole('button', { name: `${before}: change` }).click()
  await expect(words(before)).toHaveCount(0)
  const asks = page.getByRole('group', { name: `${before}: what it asks` })
  await expect(asks).toContainText(/In \d+ forms\./)
  await expect(asks.getByLabel('Help below it')).toHaveCount(0)
  await asks.getByRole('button', { name: `Change “${before}” everywhere` }).click()
  await asks.getByLabel('Help below it').fill('As much as you know')
  await page.keyboard.press('Tab')
  await words(before).fill('Tell us more')
  await page.keyboard.press('Tab')
  await page.goto('/design/catalog/gate-scanner')
  await expect(page.getByRole('button', { name: 'Tell us more: change' })).toBeVisible()

  // Made this form's own, it is another question, and the others stay as they are.
  await page.getByRole('button', { name: 'Tell us more: change' }).click()
  await page.getByRole('button', { name: 'Make “Tell us more” this form’s own' }).click()
  await words('Tell us more').fill('What have you tried?')
  await page.keyboard.press('Tab')
  await page.goto('/design/catalog/something-else')
  await expect(page.getByRole('button', { name: 'Tell us more: change' })).toBeVisible()
})

test('“fill” of the signal map fills its holes, and writes over what is decided when that is said', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/triage/signals')
  const row = page.getByRole('row', { name: /Till is out of paper/ })
  const cells = () => row.locator('.cell').getByRole('button').allInnerTexts()
  await page.getByRole('button', { name: 'Till is out of paper, Office hours' }).click()
  await page.getByLabel('is not decided').check()
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(row.getByText('a hole')).toBeVisible()
  const before = await cells()
  expect(before.filter((one) => one.includes('passed over'))).toHaveLength(1)
  const fill = async (also: boolean) => {
    await page.getByRole('button', { name: 'Fill the row Till is out of paper' }).click()
    await page.getByLabel('becomes a ticket').check()
    await page.getByRole('combobox', { name: 'of the item' }).click()
    await page.getByRole('searchbox').fill('loan')
    await page.getByRole('option', { name: 'Loan laptop' }).click()
    if (also) await page.getByLabel('also where something is decided already').check()
    // What that replaces is said before.
    await expect(page.getByText(/^Fills \d+ hole/)).toContainText(also ? 'Replaces:' : 'leaves')
    await page.getByRole('button', { name: also ? 'Write into all of them' : 'Fill the holes' }).click()
  }
  await fill(false)
  await expect(row.getByText('Loan laptop')).toHaveCount(before.filter((one) => one.includes('hole')).length)
  expect((await cells()).filter((one) => one.includes('passed over'))).toHaveLength(1)
  await fill(true)
  await expect(row.getByText('Loan laptop')).toHaveCount(before.length)
})

test('a team that Design chooses and the directory has not is made there, and what stands open stays open', async ({
  page,
}, { retry }) => {
  // What a first try left behind is there already.
  const name = `Lamp Room ${retry || ''}`.trim()
  await signIn(page, LEAD)
  await page.goto('/design/triage/where-it-goes')
  const row = page.getByRole('row', { name: /^1 / })
  await row.getByRole('button', { name: /site/ }).click()
  const how = row.getByRole('combobox', { name: /site, how/ })
  await choose(row, (await how.getAttribute('aria-label'))!, 'is not')
  await page.getByRole('button', { name: 'Missing in a list? Add …' }).click()
  await page.getByRole('menuitem', { name: 'a team' }).click()
  const making = page.getByRole('dialog', { name: 'A new team' })
  await making.getByLabel('Name', { exact: true }).fill(name)
  await making.getByRole('button', { name: 'Add the team' }).click()
  await expect(page.getByText(`${name} can be chosen now.`)).toBeVisible()
  // Not only the words stay: the very cell is still being changed.
  await expect(how).toHaveText('is not')
  await choose(row, 'Row 1, team', name)
  await expect(page.getByText('1 change ·')).toBeVisible()
})

test('what another lead changes shows by itself, never under the cursor, and undo outlives a reload', async ({
  page,
  playwright,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/service-levels')
  const levels = page.getByRole('textbox', { name: /^Name of level/ })
  await expect(levels.first()).toHaveValue('Boarding stopped')

  const other = await playwright.request.newContext({ baseURL: origin() })
  await signInByApi(other, origin(), ADMINISTRATOR)
  type Level = { id: string; name: string }
  const rename = async (name: string) => {
    const { design } = (await (await other.get('/api/draft')).json()) as {
      design: { serviceLevels: Level[] }
    }
    const [before] = design.serviceLevels
    const change = { list: 'serviceLevels', id: before!.id, before, after: { ...before, name } }
    const answer = await other.patch('/api/draft', {
      data: { changes: [change] },
      headers: { origin: origin() },
    })
    expect(answer.status()).toBe(200)
  }
  await rename('Nobody can board')
  await expect(levels.first()).toHaveValue('Nobody can board')

  // What is being typed stays, and what the other has made of it meanwhile is said.
  await levels.nth(1).fill('Day and nig')
  await rename('Boarding at a stand')
  await expect(page.getByText('Somebody changed the draft')).toBeVisible()
  await levels.nth(1).pressSequentially('ht')
  await page.keyboard.press('Tab')
  await expect(levels.nth(1)).toHaveValue('Day and night')
  await expect(levels.first()).toHaveValue('Boarding at a stand')

  await page.reload()
  await expect(levels.nth(1)).toHaveValue('Day and night')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(levels.nth(1)).toHaveValue('Somebody begins')
  await expect(levels.first()).toHaveValue('Boarding at a stand')
  await page.getByRole('button', { name: 'Redo', exact: true }).click()
  await expect(levels.nth(1)).toHaveValue('Day and night')
  await other.dispose()
})

test('a remark is mended by a press, or kept with a reason that the next one reads', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/service-levels')
  // Tests before this one may have left remarks.
  const outline = page.getByRole('navigation', { name: 'Articles of the design' })
  const remarks = async () => /\d+ remarks?/.exec(await outline.innerText())?.[0]
  await expect.poll(remarks).toBeDefined()
  const before = await remarks()
  await page.getByRole('button', { name: 'Add a level on top' }).click()
  const level = page.getByRole('region', { name: '6.1 New level' })
  await level.getByRole('button', { name: 'Make it always so' }).click()
  await expect(level).toContainText('Applies to every ticket')
  await expect(level).toContainText('promises nothing: none of its targets has a time')
  await level.getByRole('button', { name: 'Keep it, because …' }).click()
  await level.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(level).toContainText('Write why')
  await level.getByLabel('It is kept, because').fill('Times come in spring')
  await page.keyboard.press('Enter')
  await expect(level).toContainText('kept as it is')
  await expect.poll(remarks).toBe(before)

  // With a time it takes what those below it promise: that is an error, and one press puts it right.
  await level.getByLabel('New level, Answer, priority I', { exact: true }).fill('1:00')
  await page.keyboard.press('Tab')
  for (const priority of ['II', 'III', 'IV', 'V'])
    for (const target of ['Answer', 'Solve']) {
      await level.getByLabel(`New level, ${target}, priority ${priority}`, { exact: true }).fill('8')
      await page.keyboard.press('Tab')
    }
  await level.getByLabel('New level, Solve, priority I', { exact: true }).fill('4 h')
  await page.keyboard.press('Tab')
  const boarding = page.getByRole('region', { name: /Boarding stopped$/ })
  await expect(boarding).toContainText('never applies: “New level” above it promises the same')
  await boarding.getByRole('button', { name: 'Put it above “New level”' }).click()
  await expect(boarding).not.toContainText('never applies')
  await expect(page.getByRole('region', { name: '6.1 Boarding stopped' })).toBeVisible()
})

test('two questions that ask the same are put together in the library, and the catalog is changed many at once', async ({
  page,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/questions')
  await page.getByRole('button', { name: 'New question …' }).click()
  await page.getByLabel('What is asked?').fill('What does the light of the scanner do?')
  await choose(page, 'Answer', 'one choice')
  await page.getByRole('button', { name: 'Add the question' }).click()
  // No answers are invented: they are written, or there is no such question.
  await expect(page.getByText('Write at least one answer to choose.')).toBeVisible()
  await page.getByLabel('Answers to choose from').fill('It is off, It flickers')
  await page.getByRole('button', { name: 'Add the question' }).click()
  await expect(page.getByRole('heading', { name: 'What does the light of the scanner do?' })).toBeVisible()
  await page.getByRole('button', { name: 'Put another in its place …' }).click()
  const dialog = page.getByRole('dialog')
  await choose(dialog, 'In its place', 'What does the light on the scanner do?')
  await expect(dialog).toContainText('also offers “It flickers” then')
  await dialog.getByRole('button', { name: 'Put it in its place' }).click()
  await expect(page.getByRole('heading', { name: 'What does the light on the scanner do?' })).toBeVisible()
  await expect(page.getByLabel('Answers to choose from')).toHaveValue(/It flickers$/)
  await expect(page.getByRole('link', { name: 'Gate scanner will not read tickets' })).toBeVisible()

  await page.goto('/design/catalog?find=till')
  const rows = page.getByRole('row')
  await expect(rows.filter({ hasText: 'Till prints blank receipts' })).toBeVisible()
  await expect(rows.filter({ hasText: 'Wi-Fi on a crossing' })).toHaveCount(0)
  await page.getByRole('checkbox').first().check()
  const many = page.getByRole('group', { name: 'Change the chosen items' })
  await choose(many, 'Which part of them', 'retire, or offer again')
  await choose(many, 'To what', 'retire them')
  await many.getByRole('button', { name: /^Change \d+ items?$/ }).click()
  await expect(rows.filter({ hasText: 'Till prints blank receipts' })).toContainText('retired')
  // One act, taken back in one.
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(rows.filter({ hasText: 'Till prints blank receipts' })).not.toContainText('retired')
})

test('a portal moves to another address, the old one leads on, and its door shows what it may', async ({
  page,
  browser,
}) => {
  await signIn(page, LEAD)
  await page.goto('/design/portals')
  await page.getByRole('link', { name: 'Saltern Kelp Works' }).click()
  await page.getByLabel('Address, the end of').fill('port')
  await page.keyboard.press('Tab')
  await expect(page.getByText('This address leads to Hallin Port Trust.')).toBeVisible()
  await page.getByLabel('Address, the end of').fill('kelp-help')
  await page.keyboard.press('Tab')
  await expect(page.getByText('/portal/saltern leads on to it.')).toBeVisible()
  await page.getByLabel('The question on top').fill('What is wrong at the works?')
  await page.keyboard.press('Tab')
  await page.getByRole('checkbox', { name: 'what can be asked for' }).check()
  // The preview is the portal with the draft.
  const preview = page.getByRole('group', { name: 'The portal with the draft' })
  await expect(preview).toContainText('What is wrong at the works?')
  await page.getByRole('button', { name: /^Publish edition/ }).click()
  await page.getByRole('dialog').getByLabel('What changes').fill('Kelp works ask at an address of their own')
  await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click()
  await expect(page.getByText(/Edition \d+ is published/)).toBeVisible()

  const stranger = await browser.newPage()
  await stranger.goto(`${origin()}/portal/saltern/sign-in`)
  await expect(stranger).toHaveURL(/\/portal\/kelp-help\/sign-in/)
  await expect(stranger.getByRole('region', { name: 'What can be asked for here' })).toContainText(
    'Something else',
  )
  await stranger.close()
})
