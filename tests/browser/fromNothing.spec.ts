import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Browser, type Locator, type Page } from '@playwright/test'
import { freePort } from '../../cli/cluster.mjs'
import { OwnDesk } from './aDesk'
import { choose, findOne } from './kit'

// From an empty machine to the first real ticket, step by step as the README says, on the screens alone.
const folder = mkdtempSync(join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-nothing-'))
chmodSync(folder, 0o711)
const ADMINISTRATOR = 'mirela-thorn@quay.example'
const PASSWORD = 'twelve-lanterns-lit'
let desk: OwnDesk

test.beforeAll(async () => {
  desk = new OwnDesk(folder, await freePort())
  await desk.start()
})
test.afterAll(async () => {
  await desk.stop('SIGINT')
  rmSync(folder, { recursive: true, force: true, maxRetries: 3 })
})

const leaf = (page: Page) => page.getByRole('article')
async function newPage(browser: Browser): Promise<Page> {
  return (await browser.newContext({ baseURL: desk.address })).newPage()
}
async function signIn(page: Page, mail: string, door = '/sign-in') {
  await page.goto(desk.address + door)
  await page.getByLabel('Mail address').fill(mail)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).not.toHaveURL(/sign-in/)
}

/** Adds something in People and places, and opens it. */
async function add(page: Page, what: string, fill: (form: Locator) => Promise<void>, title: string) {
  await page.getByRole('link', { name: `Add ${what}`, exact: true }).click()
  const kind = what.replace(/^an? /, '')
  const form = page.getByRole('form', { name: `A new ${kind}` })
  await fill(form)
  await form.getByRole('button', { name: `Add the ${kind}` }).click()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText(title)
}
const named = (form: Locator, label: string, text: string) =>
  form.getByLabel(label, { exact: true }).fill(text)

/** The newest mail to somebody, as the mailbox stand-in has it. */
async function mailTo(page: Page, mail: string, subject: RegExp): Promise<string> {
  await page.goto(`${desk.address}/standins/mailbox`)
  const row = page.getByRole('row').filter({ hasText: mail }).filter({ hasText: subject })
  await expect(async () => {
    await page.getByRole('button', { name: 'Show', exact: true }).click()
    await expect(row.first()).toBeVisible({ timeout: 2000 })
  }).toPass()
  await row.first().getByRole('button').click()
  await expect(page.locator('pre').first()).toBeVisible()
  return await page.locator('main').innerText()
}
/** Chooses a password by the link of an invitation. */
async function accept(browser: Browser, page: Page, mail: string) {
  const text = await mailTo(page, mail, /./)
  const [address] = /\/\S*password\/\S+/.exec(text.replace(/https?:\/\/[^/\s]+/g, ''))!
  const own = await newPage(browser)
  await own.goto(address)
  await own.getByLabel('New password').fill(PASSWORD)
  await own.getByRole('button', { name: 'Keep it' }).click()
  await expect(own.getByText('Your new password holds.')).toBeVisible()
  await own.context().close()
}

test('a desk from nothing: people and places, a design, a portal, a ticket with promise, technician and mail', async ({
  page,
  browser,
}) => {
  await test.step('the first visit', async () => {
    await page.goto(desk.address)
    const fill = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text)
    await fill('Name of the desk', 'Lantern Quay')
    await fill('Your name', 'Mirela Thorn')
    await fill('Your mail address', ADMINISTRATOR)
    await fill('Your password', PASSWORD)
    await page.getByRole('button', { name: 'Open the desk' }).click()
    await expect(page).toHaveURL(/\/desk$/)
  })

  await test.step('for whom the desk works', async () => {
    await page.getByRole('banner').getByRole('button', { name: 'More …' }).click()
    await page.getByRole('menuitem', { name: /^People and places/ }).click()
    await add(page, 'an organisation', (form) => named(form, 'Name', 'Brent Bakery'), 'Brent Bakery')
    await add(
      page,
      'a site',
      async (form) => {
        await named(form, 'Name', 'Bakehouse')
        await findOne(form, 'Organisation', 'Brent Bakery')
        await choose(form, 'Hours', 'Office hours')
      },
      'Bakehouse',
    )
  })

  await test.step('who works: a team with a shift, its people, a queue', async () => {
    await add(page, 'a team', (form) => named(form, 'Name', 'Ovens'), 'Ovens')
    for (const name of ['Una Ember', 'Olaf Kiln']) {
      await leaf(page).getByRole('button', { name: 'Add a person' }).last().click()
      const person = page.getByRole('dialog', { name: 'A new person' })
      await named(person, 'Name', name)
      await named(person, 'Mail', `${name.toLowerCase().replace(' ', '-')}@quay.example`)
      await person.getByRole('button', { name: 'Add the person' }).click()
      const row = leaf(page)
        .getByRole('row', { name: new RegExp(name) })
        .first()
      await expect(row).toBeVisible()
      // The story is told at any hour, so that this team works at every hour.
      await row.getByRole('button', { name: /^Change the hours of/ }).click()
      await leaf(page).getByLabel('In words').fill('Mon-Sun 00:00-24:00')
      await leaf(page).getByLabel('From', { exact: true }).fill(new Date().toISOString().slice(0, 10))
      await leaf(page).getByRole('button', { name: 'Keep these hours' }).click()
      await expect(row).toContainText('always open')
    }
    await findOne(leaf(page), 'Led by', 'Olaf Kiln')
    await add(
      page,
      'a queue',
      async (form) => {
        await named(form, 'Name', 'Kitchen')
        await findOne(form, 'Worked by', 'Ovens')
      },
      'Kitchen',
    )
    await add(
      page,
      'a person',
      async (form) => {
        await named(form, 'Name', 'Piet Crumb')
        await named(form, 'Mail', 'piet-crumb@brent.example')
        await findOne(form, 'Site', 'Bakehouse')
      },
      'Piet Crumb',
    )
  })

  await test.step('what may be asked for', async () => {
    await page.getByRole('link', { name: 'Design', exact: true }).click()
    await page.goto(`${desk.address}/design/catalog`)
    await page.getByRole('button', { name: 'New item in Something does not work' }).click()
    await page.getByLabel('Name, as requesters read it').fill('An oven stays cold')
    await choose(page.getByRole('form', { name: 'New item' }), 'Category', /./)
    await page.getByRole('button', { name: 'Add it and make its form' }).click()
    await expect(page.getByRole('heading', { name: 'An oven stays cold' })).toBeVisible()
    await page.getByLabel('Description').fill('It does not get warm, or not warm enough.')
    await page.getByRole('button', { name: 'Ask something new …' }).first().click()
    await page.getByLabel('New question in step 1').fill('Which oven is it?')
    await choose(page, 'Answer', 'text')
    await page.getByRole('button', { name: 'Add the question' }).click()
    await expect(page.getByRole('button', { name: 'Which oven is it?: change' })).toBeVisible()
  })

  await test.step('where it goes, and who gets it', async () => {
    await page.goto(`${desk.address}/design/triage/where-it-goes`)
    await page.getByRole('button', { name: 'Add a row', exact: true }).click()
    await choose(page, 'Row 1, queue', 'Kitchen')
    await choose(page, 'Row 1, team', 'Ovens')
    await page.goto(`${desk.address}/design/triage/who-gets-it`)
    await choose(page, 'Assignment of Ovens', 'in turn, to whoever is on shift')
  })

  await test.step('what is promised, and who is warned', async () => {
    await page.goto(`${desk.address}/design/service-levels`)
    const answer = page.getByLabel(/^Office hours, Answer, priority III$/)
    await answer.fill('0:30')
    await answer.press('Tab')
    await page.goto(`${desk.address}/design/ladders`)
    await page.getByRole('button', { name: 'Add a ladder' }).click()
    await expect(page.locator('input[value="A new ladder"]')).toBeVisible()
  })

  await test.step('where it is asked', async () => {
    await page.goto(`${desk.address}/design/portals`)
    await page.getByRole('button', { name: /^Copy / }).click()
    await page.getByLabel('Name of the new portal').fill('Brent Bakery')
    await page.getByRole('button', { name: 'Make it' }).click()
    const portal = page.getByRole('region', { name: 'Brent Bakery' })
    await portal.getByLabel('Mails come from').fill('bakery@quay.example')
    await page.keyboard.press('Tab')
    await page.getByRole('button', { name: /^Publish edition/ }).click()
    await page.getByRole('dialog').getByLabel('What changes').fill('Ovens of the bakery')
    await page.getByRole('dialog').getByRole('button', { name: 'Publish' }).click()
    await expect(page.getByText(/Edition \d+ is published/)).toBeVisible()
  })

  await test.step('who works and who asks come in by their invitations', async () => {
    await accept(browser, page, 'olaf-kiln@quay.example')
    await accept(browser, page, 'piet-crumb@brent.example')
  })

  const requester = await newPage(browser)
  await test.step('a request, with what is promised', async () => {
    await signIn(requester, 'piet-crumb@brent.example', '/portal/brent-bakery/sign-in')
    await requester.getByLabel('What do you need?').fill('oven')
    await requester.getByRole('link', { name: 'An oven stays cold' }).first().click()
    await requester.getByLabel('Which oven is it?').fill('The big one')
    await requester.getByRole('button', { name: 'Send the request' }).click()
    await expect(requester.getByRole('heading', { name: 'We have it' })).toBeVisible()
    await expect(requester.getByRole('region', { name: 'We have it' })).toContainText('We answer by')
  })

  await test.step('a technician has it, and answers', async () => {
    const technician = await newPage(browser)
    await signIn(technician, 'olaf-kiln@quay.example')
    await technician.locator('.ledger-rows a.row').first().click()
    const ticket = technician.getByRole('article', { name: /^Ticket/ })
    await expect(ticket.getByRole('heading', { level: 1 })).toHaveText('An oven stays cold')
    await expect(ticket).toContainText('Kitchen')
    await ticket.getByRole('button', { name: 'Why: technician' }).click()
    await expect(technician.getByText('Olaf Kiln is on shift')).toBeVisible()
    await ticket.getByRole('button', { name: /^Reply/ }).click()
    await ticket.getByLabel('Reply to Piet Crumb').fill('Is its fuse in place?')
    await ticket.getByRole('button', { name: 'Send the reply' }).click()
    await expect(ticket.getByText('Is its fuse in place?').first()).toBeVisible()
    await technician.context().close()
  })

  await test.step('the mail reaches whoever asked', async () => {
    await expect(async () => {
      expect(await mailTo(page, 'piet-crumb@brent.example', /oven/i)).toContain('Is its fuse in place?')
    }).toPass()
  })
})
