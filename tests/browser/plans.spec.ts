import { expect, test, type Browser, type Page } from '@playwright/test'
import { choose, pick } from './kit'
import { leaf } from './ticket'
import { findings, LEAD, leaveNoDraft, REQUESTER, signIn, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`
const KETIL = 'ketil-rasp@merrow.sound.example'
const DOOR = '/portal/merrow/sign-in'

test.afterEach(({ playwright }) => leaveNoDraft(playwright, origin()))

/** Somebody at a browser of their own. */
async function somebody(browser: Browser, mail: string, door?: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: origin() })
  const page = await context.newPage()
  await signIn(page, mail, door)
  return page
}

/** The link that a mail to somebody leads to, as the stand-in of their mailbox has it. */
async function linkIn(page: Page, address: string): Promise<string> {
  let found: string | undefined
  await expect(async () => {
    const mails = await page.request.get(`/api/standins/mail?recipient=${encodeURIComponent(address)}`)
    // The newest stands first.
    found = /\/fill\/[\w.-]+/.exec(await mails.text())?.[0]
    expect(found).toBeDefined()
  }).toPass({ timeout: 20_000 })
  return found ?? ''
}

test('a new crew member, from the request to the first day, by the hands of four people', async ({
  browser,
}) => {
  // Somebody of their own, however often this is tried.
  const joiner = `Asta Dahl ${test.info().retry + 1}`
  // Ketil asks; the first day is today, so that nothing waits for it.
  const ketil = await somebody(browser, KETIL, DOOR)
  await ketil.goto('/portal/merrow/ask/new-crew')
  await ketil.getByLabel('Name of the new crew member').fill(joiner)
  await ketil.getByLabel('First day').fill('2026-11-16')
  await ketil.getByLabel('First day').press('Tab')
  await ketil.getByRole('checkbox', { name: 'Manifest' }).check()
  await ketil.getByRole('button', { name: /^Send/ }).click()
  await ketil.goto('/portal/merrow/requests')
  await ketil
    .getByRole('link', { name: new RegExp(joiner) })
    .first()
    .click()
  const steps = ketil.getByRole('region', { name: 'What is done for it' })
  await expect(steps).toContainText('0 of 5 done; next is “Berth and duties”')
  expect(await findings(ketil)).toEqual([])
  const reference = Number(/(\d+)$/.exec(new URL(ketil.url()).pathname)?.[1])

  // Tora looks after the crew list at the desk.
  const tora = await somebody(browser, TECHNICIAN)
  await tora.goto(`/desk/${reference}`)
  const plan = leaf(tora).getByRole('region', { name: 'New crew member' })
  await expect(plan).toContainText('0 of')
  await plan.getByRole('checkbox', { name: '1.1 Check the crew list' }).check()
  await expect(plan.getByRole('checkbox', { name: '1.1 Check the crew list' })).toBeChecked()
  await pick(plan.getByRole('button', { name: 'What else of “Ask for a cabin phone”' }), 'Not needed …')
  await plan.getByLabel('Why it is not needed').fill('There is one.')
  await plan.getByRole('button', { name: 'It is not needed' }).click()
  await expect(plan).toContainText('not needed: There is one.')

  // Ines looks after the site: her task comes first, then her word.
  const ines = await somebody(browser, REQUESTER, DOOR)
  await expect(ines.getByRole('link', { name: /waits? for you/ })).toBeVisible()
  await ines.goto('/portal/merrow/requests')
  const berth = ines.getByRole('region', { name: 'Berth and duties' }).filter({ hasText: joiner })
  await berth.getByRole('link', { name: 'Answer the questions' }).click()
  await expect(ines.getByRole('heading', { name: 'Berth and duties' })).toBeVisible()
  await ines.getByRole('button', { name: 'Send the answers' }).click()
  await expect(ines.getByLabel('Where they sleep and work')).toBeFocused()
  await ines.getByLabel('Where they sleep and work').fill('Cabin 12')
  await ines.getByRole('radio', { name: 'Night' }).check()
  await ines.getByLabel('A mail address of theirs').fill('signe@home.sound.example')
  expect(await findings(ines)).toEqual([])
  await ines.getByRole('button', { name: 'Send the answers' }).click()
  await expect(ines.getByRole('status')).toContainText('your answers are with the desk')
  await ines.getByRole('link', { name: 'My requests' }).click()
  const seal = ines
    .getByRole('region', { name: 'Whoever looks after the site agrees' })
    .filter({ hasText: joiner })
  await expect(seal).toBeVisible()
  // She asks first; the answer comes back to where her word is asked for.
  await seal.getByText('Ask Ketil Rasp first').click()
  await seal.getByLabel('What you want to know').fill('Until when?')
  await seal.getByRole('button', { name: 'Ask it' }).click()
  await expect(seal).toContainText('Ketil Rasp has not answered yet')
  await ketil.reload()
  await expect(ketil.getByText('Until when?')).toBeVisible()
  await ketil.getByLabel('Your answer').fill('Until spring.')
  await ketil.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(ketil.getByText('Until spring.')).toBeVisible()
  await ines.reload()
  await expect(seal).toContainText('Ketil Rasp answered: Until spring.')
  await seal.getByRole('button', { name: 'No' }).click()
  await expect(seal).toContainText('Say why not')
  await seal.getByLabel('What you say to it').fill('Gladly.')
  await seal.getByRole('button', { name: 'Yes' }).click()
  await expect(seal).toHaveCount(0)

  // On the board of plans she stands in the stage that is open now.
  const lead = await somebody(browser, LEAD)
  await lead.goto('/plans/joining')
  const equip = lead.getByRole('listitem', { name: '3 Equip' })
  await expect(equip).toContainText(joiner)
  expect(await findings(lead)).toEqual([])
  await equip.getByRole('link', { name: String(reference) }).click()
  await expect(leaf(lead)).toContainText(joiner)
  await lead.context().close()

  // The desk sees the seal without asking, and equips her; a lead gives one of the tasks to somebody.
  await expect(plan).toContainText(/2 Approve\s*through/)
  await expect(plan.getByRole('checkbox', { name: '3.1 Account and mail' })).toBeVisible()
  await plan.getByRole('button', { name: '2 Approve' }).click()
  await expect(plan).toContainText('Gladly.')
  expect(await findings(tora)).toEqual([])
  const olin = await somebody(browser, LEAD)
  await olin.goto(`/desk/${reference}`)
  const his = leaf(olin).getByRole('region', { name: 'New crew member' })
  await pick(his.getByRole('button', { name: 'What else of “Laptop, set up”' }), 'Give it to somebody …')
  await choose(his, 'Who does it', /^Tora Aas/)
  await his.getByRole('button', { name: 'Give it to somebody' }).click()
  await expect(plan).toContainText('Tora Aas, due')
  // The account service that ships with it has been called, and its answer stands in a field.
  await expect(plan.getByRole('checkbox', { name: '3.1 Account and mail' })).toBeChecked({ timeout: 30_000 })
  for (const task of ['3.2 Laptop, set up', '3.5 Access to the manifest', '4.1 Hand over at the landing']) {
    const box = plan.getByRole('checkbox', { name: task })
    await box.check()
    await expect(box).toBeChecked()
  }
  await expect(plan).toContainText('all is done')
  await ketil.reload()
  await expect(steps).toContainText('5 of 6 done')

  // She herself answers by the link of a mail, in a browser without scripts, and it can be used once.
  const link = await linkIn(olin, 'signe@home.sound.example')
  const context = await browser.newContext({ baseURL: origin(), javaScriptEnabled: false })
  const signe = await context.newPage()
  await signe.goto(link)
  await signe.getByRole('radio', { name: 'No' }).check()
  await signe.getByRole('button', { name: 'Send the answers' }).click()
  await signe.getByLabel('What does not?').fill('The bunk light.')
  await signe.getByRole('button', { name: 'Send the answers' }).click()
  await expect(signe.getByRole('status')).toContainText('your answers are with the desk')
  await signe.goto(link)
  await expect(signe.locator('main')).toContainText('answered already, by signe@home.sound.example')
  await context.close()
  await ketil.reload()
  await expect(steps).toContainText('6 of 6 done')
  await expect(ketil.getByText('The bunk light.')).toBeVisible()
  for (const page of [ketil, tora, ines, olin]) await page.context().close()
})

test('a plan is designed in place, with what is wrong beside it', async ({ page }) => {
  await signIn(page, LEAD)
  await page.goto('/design/plans')
  await page.getByRole('button', { name: 'New plan' }).click()
  await expect(page).toHaveURL(/\/design\/plans\/plan/)
  await page.getByLabel('Name', { exact: true }).fill('Somebody leaves')
  await page.getByLabel('Name', { exact: true }).press('Tab')
  await expect(page.getByRole('heading', { level: 1, name: 'Somebody leaves' })).toBeVisible()
  // An approval of whoever asks is none.
  await pick(page.getByRole('button', { name: 'Add to First stage …' }), 'an approval')
  const terms = page.getByRole('group', { name: 'Terms of “New approval”' })
  await choose(terms, 'Asks for the word of', 'the requester')
  await expect(page.getByText('they may not say yes to their own request')).toBeVisible()
  await choose(terms, 'Asks for the word of', 'the lead of its team')
  await expect(page.getByText('they may not say yes to their own request')).toHaveCount(0)
  await terms.getByLabel('What is to do').fill('The lead agrees')
  await terms.getByLabel('What is to do').press('Tab')
  const named = page.getByRole('group', { name: 'Terms of “The lead agrees”' })
  await choose(named, 'Due', 'some working time after it begins')
  await named.getByLabel('Working time after it begins').fill('1:30')
  await named.getByLabel('Working time after it begins').press('Tab')
  await named.getByRole('button', { name: 'that is all' }).click()
  await expect(page.getByRole('region', { name: 'Stage 1: First stage' })).toContainText('1:30')
  await page.getByRole('button', { name: 'New stage' }).click()
  const second = page.getByRole('region', { name: 'Stage 2: New stage' })
  await expect(second).toContainText('opens when 1 is through')
  await second.getByRole('button', { name: 'New stage', exact: true }).click()
  await page
    .getByRole('group', { name: 'Terms of the stage “New stage”' })
    .getByRole('checkbox', { name: 'First stage' })
    .uncheck()
  await expect(second).toContainText('opens at once')
  expect(await findings(page)).toEqual([])
})
