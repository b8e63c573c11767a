import { expect, test, type Page } from '@playwright/test'
import { choose, findOne } from './kit'
import { ADMINISTRATOR, findings, LEAD, signIn } from './people'

const leaf = (page: Page) => page.getByRole('article')

test('a lead keeps agreements and equipment: new ones, files line by line, and what is out for repair', async ({
  page,
}, { retry }) => {
  // What a first try left behind is there already: a second one makes a type of its own.
  const type = retry ? `one season (${retry})` : 'one season'
  await signIn(page, LEAD)
  await page.getByRole('banner').getByRole('button', { name: 'More …' }).click()
  await page.getByRole('menuitem', { name: /^People and places/ }).click()
  await page.getByRole('link', { name: 'Add an agreement' }).click()
  const form = page.getByRole('form', { name: 'A new agreement' })
  await form.getByRole('button', { name: 'Add the agreement' }).click()
  await expect(form.getByText('say what is covered')).toBeVisible()
  await findOne(form, 'Holder', 'Hallin Port Trust')
  await findOne(form, 'Cover', 'Office hours')
  await form.getByLabel('First day').fill('2026-11-16')
  await form.getByLabel('First day').press('Tab')
  // A type that is missing is made here; what was filled in stays.
  await form.getByRole('button', { name: 'Say more' }).click()
  await form.getByRole('button', { name: 'Add a type of agreement' }).click()
  const inside = page.getByRole('dialog', { name: 'A new type of agreement' })
  await inside.getByLabel('Name').fill(type)
  await inside.getByRole('button', { name: 'Add the type of agreement' }).click()
  await expect(inside).toBeHidden()
  await expect(form.getByRole('combobox', { name: 'Type' })).toHaveValue(type)
  expect(await findings(page)).toEqual([])
  await form.getByRole('button', { name: 'Add the agreement' }).click()
  await expect(leaf(page).getByText('in force until 15 Nov 2027')).toBeVisible()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText('Hallin Port Trust')
  await page.getByRole('link', { name: 'Running out in 90 days' }).click()
  const list = page.getByRole('navigation', { name: 'The directory' })
  await expect(list.getByRole('link', { name: /Grey Heron Observatory/ })).toBeVisible()
  await expect(list.getByRole('link', { name: /Hallin Port Trust/ })).toHaveCount(0)

  await list.getByRole('link', { name: /^▸Equipment|^Equipment/ }).click()
  await list.getByLabel('Find pieces of equipment').fill('Gate scanner 2')
  await list.getByLabel('Find pieces of equipment').press('Enter')
  // The list as it was before it was narrowed down has others first.
  await expect(page).toHaveURL(/find=Gate/)
  await list.getByRole('link', { name: /Gate scanner 2, Hallin/ }).click()
  await leaf(page).getByRole('button', { name: 'Send it to a shop …' }).click()
  await leaf(page).getByLabel('Repair shop').fill('Petrel Works')
  await leaf(page).getByRole('button', { name: 'Send it', exact: true }).click()
  await expect(leaf(page).getByText('At Petrel Works since')).toBeVisible()
  await list.getByRole('link', { name: 'Out for repair' }).click()
  await expect(list.getByText(/at Petrel Works/)).toBeVisible()
  await list.getByRole('link', { name: /at Petrel Works/ }).click()
  await leaf(page).getByRole('button', { name: 'It is back …' }).click()
  await leaf(page).getByLabel('What was done there').fill('A new lens')
  await leaf(page).getByLabel('What it cost').fill('41.50')
  await leaf(page).getByRole('button', { name: 'It is back', exact: true }).click()
  await expect(leaf(page).getByRole('row', { name: /Repairs together/ })).toContainText('41.50')
  await expect(list.getByText('Nothing fits “Gate scanner 2”.')).toBeVisible()

  await page.goto('/directory/equipment')
  await page.getByLabel('Take in a file of pieces of equipment').setInputFiles({
    name: 'new.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,organisation\nFog horn,Lantern Rock Museum\nPump,Nowhere\n'),
  })
  const report = page.getByRole('status').filter({ hasText: 'new.csv' })
  await expect(report).toContainText('1 of 2 lines is wrong')
  await expect(report).toContainText('organisation: there is no organisation “Nowhere”')
  if (!retry) {
    await report.getByRole('button', { name: 'Take in 1 line' }).click()
    await expect(report).toContainText('taken in were 1 new')
  }
  await page.goto('/directory/equipment?find=fog')
  await expect(page.getByRole('link', { name: /Fog horn/ })).toBeVisible()
  expect(await findings(page)).toEqual([])
})

test('an administrator builds a team: its shifts painted, somebody invited, and puts it away and back', async ({
  page,
}, { retry }) => {
  const name = `Night Watch ${retry}`
  await signIn(page, ADMINISTRATOR)
  await page.goto('/directory/teams')
  await expect(page.getByText('Only Ada Thorne can let others in')).toBeVisible()
  await page.getByRole('link', { name: 'Add a team' }).click()
  const form = page.getByRole('form', { name: 'A new team' })
  await form.getByLabel('Name', { exact: true }).fill(name)
  await form.getByRole('button', { name: 'Add the team' }).click()
  await expect(page.getByText(`${name} has nobody`)).toBeVisible()
  await leaf(page).getByRole('button', { name: 'Add a person' }).last().click()
  const person = page.getByRole('dialog', { name: 'A new person' })
  await person.getByLabel('Name', { exact: true }).fill(`Siv Tarn ${retry}`)
  await person.getByLabel('Mail', { exact: true }).fill(`siv-tarn-${retry}@commons.sound.example`)
  await person.getByRole('button', { name: 'Add the person' }).click()
  const row = leaf(page)
    .getByRole('row', { name: /Siv Tarn/ })
    .first()
  await expect(row).toBeVisible()
  await row.getByRole('button', { name: /^Change the hours of/ }).click()
  await leaf(page).getByLabel('In words').fill('Mon-Sun 20:00-06:00')
  await leaf(page).getByRole('button', { name: 'Keep these hours' }).click()
  await expect(row).toContainText('Mon–Sun 20:00–06:00')
  expect(await findings(page)).toEqual([])

  // A field is changed where it stands; the record says so, and puts it back.
  await findOne(leaf(page), 'Led by', 'Mika Okoro')
  await expect(page.getByText(`${name} has no lead`)).toBeHidden()
  await expect(leaf(page).getByRole('button', { name: 'Put Led by back' })).toBeVisible()
  await leaf(page).getByRole('button', { name: 'Put away …' }).click()
  await expect(page.getByText(/name .* and go on doing so/)).toBeVisible()
  await page.getByRole('button', { name: 'Put it away' }).click()
  await expect(page.getByText('This team is put away')).toBeVisible()
  await leaf(page).getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByText('This team is put away')).toBeHidden()

  await row.getByRole('link', { name: /Siv Tarn/ }).click()
  await expect(leaf(page).getByText('Was invited, and has not chosen a password yet.')).toBeVisible()
  await leaf(page)
    .getByRole('button', { name: /^Say more/ })
    .click()
  await choose(leaf(page), 'Reads and is written to in', 'Norsk')
  await expect(leaf(page).getByText('→ Norsk')).toBeVisible()
  expect(await findings(page)).toEqual([])
})

test('somebody who is invited chooses a password by the link of a mail, and sees where they are in', async ({
  page,
}, { retry }) => {
  const mail = `una-vane-${retry}@commons.sound.example`
  await signIn(page, ADMINISTRATOR)
  await page.goto('/directory/people?new=1')
  const form = page.getByRole('form', { name: 'A new person' })
  await form.getByLabel('Name', { exact: true }).fill('Una Vane')
  await form.getByLabel('Mail', { exact: true }).fill(mail)
  await choose(form, 'Role', 'Technician')
  await form.getByRole('button', { name: 'Add the person' }).click()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText('Una Vane')
  await page.goto('/standins/mailbox')
  // Another letter may still be on its way: this one is to her.
  const row = page.getByRole('row').filter({ hasText: mail })
  await expect(async () => {
    await page.getByRole('button', { name: 'Show', exact: true }).click()
    await expect(row.first()).toBeVisible({ timeout: 1000 })
  }).toPass()
  await row.first().getByRole('button').click()
  const link = page
    .getByRole('link', { name: /\/password\// })
    .or(page.getByText(/\/password\/\S+/))
    .first()
  const address = /\/password\/\S+/.exec((await link.textContent()) ?? '')![0]
  await page.context().clearCookies()
  await page.goto(address)
  await page.getByLabel('New password').fill('short')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('use at least 12 characters')).toBeVisible()
  await page.getByLabel('New password').fill('a few words here')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Your new password holds.')).toBeVisible()
  await page.goto(address)
  await expect(page.getByText('This link holds no longer')).toBeVisible()
  await page.getByRole('link', { name: 'Ask for another link' }).click()
  await page.getByLabel('Mail address').fill('nobody@nowhere.example')
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByText('If this address is known here')).toBeVisible()
  expect(await findings(page)).toEqual([])
  await page.goto('/sign-in')
  await page.getByLabel('Mail address').fill(mail)
  await page.getByLabel('Password').fill('a few words here')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/desk/)
  await page.goto('/my/access')
  await expect(page.getByText('this one')).toBeVisible()
  await page.getByLabel('What it is for').fill('a script')
  await page.getByRole('button', { name: 'Make a token' }).click()
  await expect(page.getByText(/^yare_/)).toBeVisible()
  await page.getByRole('button', { name: 'End the token a script' }).click()
  await expect(page.getByRole('button', { name: 'End the token a script' })).toBeHidden()
  expect(await findings(page)).toEqual([])
})

test('a lead merges two sites that are one: what differs is chosen, and what named one names the other', async ({
  page,
}, { retry }) => {
  const name = `Varnes Kai ${retry}`
  await signIn(page, LEAD)
  await page.goto('/directory/sites?new=1')
  const form = page.getByRole('form', { name: 'A new site' })
  await form.getByLabel('Name', { exact: true }).fill(name)
  await findOne(form, 'Organisation', 'Merrow Line')
  await choose(form, 'Time zone', 'Europe/Oslo')
  await choose(form, 'Hours', 'Varnes Quay')
  await form.getByRole('button', { name: 'Say more' }).click()
  await form.getByLabel('Telephone').fill('+47 55 50 01 01')
  await form.getByRole('button', { name: 'Add the site' }).click()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText(name)
  await leaf(page).getByRole('button', { name: 'Merge …' }).click()
  await findOne(leaf(page), `${name} is the same as`, 'Varnes Quay')
  await expect(leaf(page).getByText('They say something different. What is right?')).toBeVisible()
  await expect(leaf(page).getByText(`Nothing names ${name}.`)).toBeVisible()
  expect(await findings(page)).toEqual([])
  await leaf(page).getByRole('button', { name: 'Merge them into Varnes Quay' }).click()
  await expect(leaf(page).getByRole('heading', { level: 1 })).toContainText('Varnes Quay')
  await expect(leaf(page).getByRole('textbox', { name: 'Telephone' })).toHaveValue('+47 55 50 01 01')
  await page
    .getByRole('navigation', { name: 'The directory' })
    .getByRole('link', { name: 'Put away' })
    .click()
  await page.getByRole('link', { name: new RegExp(name) }).click()
  await expect(leaf(page).getByText('whatever named it names that one')).toBeVisible()
  await expect(leaf(page).getByRole('button', { name: 'Take it back' })).toHaveCount(0)
})

test('an administrator sees what is missing on the first page, and on a phone finds the file of a list', async ({
  page,
}) => {
  await signIn(page, ADMINISTRATOR)
  await expect(page.getByRole('region', { name: /Before the desk can open/ })).toContainText(
    'Only Ada Thorne can let others in',
  )
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/directory/skills')
  await page.getByRole('link', { name: 'File, record …' }).click()
  await page.locator('input[type=file]').setInputFiles({
    name: 'skills.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('id,name\nlamp-glass,Lamp glass\n'),
  })
  await expect(page.getByText(/skills.csv: there would be 1 new/)).toBeVisible()
  const isWider = () => page.evaluate(() => document.documentElement.scrollWidth > innerWidth)
  expect(await isWider()).toBe(false)
  expect(await findings(page)).toEqual([])
  await page.getByRole('link', { name: 'Back to the list' }).click()
  await expect(page.getByLabel('Find skills')).toBeVisible()
})
