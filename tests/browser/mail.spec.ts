import { expect, test } from '@playwright/test'
import { LEAD, REQUESTER, signIn } from './people'

test('a mail becomes a ticket, its answer an answer, and a file goes with a request', async ({
  page,
  browser,
}) => {
  await signIn(page, LEAD)
  await page.goto('/standins/mailbox')
  const write = async (subject: string, text: string) => {
    await page.getByRole('button', { name: 'Write a mail …' }).click()
    await page.getByLabel('From').fill(REQUESTER)
    await page.getByLabel('To', { exact: true }).fill('help@merrow.sound.example')
    await page.getByLabel('Subject').fill(subject)
    await page.getByLabel('Text').fill(text)
    await page.getByRole('button', { name: 'Send it' }).click()
    await expect(page.getByText('Sent. The desk takes it in a moment.')).toBeVisible()
  }
  await write('The kiosk door squeaks', 'Since the gale.')
  const fate = page.locator('tr', { hasText: 'help@merrow.sound.example' }).first()
  await expect(async () => {
    await page.getByRole('button', { name: 'Show', exact: true }).click()
    await expect(fate).toContainText(/became ticket \d+/, { timeout: 1000 })
  }).toPass()
  const reference = (await fate.getByRole('link').textContent())!.trim()

  // With the number alone anybody could write; an answer to a mail of ours is theirs.
  await write(`Re: [${reference}] The kiosk door squeaks`, 'It was the cat.')
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await page.getByRole('button', { name: `[${reference}] We have it` }).click()
  await page.getByRole('button', { name: `Answer as ${REQUESTER} …` }).click()
  await page.getByLabel('Text').fill('Oil helped.\n\nOn Monday you wrote:\n> Which door?')
  await page.getByRole('button', { name: 'Send it' }).click()
  await expect(page.getByText('Sent. The desk takes it in a moment.')).toBeVisible()
  await page.goto(`/desk/${reference}`)
  const leaf = page.getByRole('article', { name: `Ticket ${reference}` })
  await expect(leaf.getByText('Oil helped.', { exact: true })).toBeVisible()
  await expect(leaf.getByText(/^Unproven: .*It was the cat\.$/s)).toBeVisible()
  await expect(leaf.getByText('On Monday you wrote:')).toBeHidden()
  await leaf.getByText('What was quoted below').click()
  await expect(leaf.getByText('On Monday you wrote:')).toBeVisible()

  // The requester adds a file in the portal; the desk can fetch it.
  const portal = await (await browser.newContext()).newPage()
  await signIn(portal, REQUESTER, '/portal/merrow/sign-in')
  await portal.goto(`/portal/merrow/requests/${reference}`)
  await portal
    .getByLabel('Files, if they help')
    .setInputFiles({ name: 'door.txt', mimeType: 'text/plain', buffer: Buffer.from('squeak') })
  await expect(portal.getByRole('button', { name: 'Take out door.txt' })).toBeVisible()
  await portal.getByLabel('Your answer').fill('Here is what it says')
  await portal.getByRole('button', { name: 'Send' }).click()
  await expect(portal.getByRole('link', { name: 'door.txt' })).toBeVisible()
  await portal.getByRole('button', { name: 'I need it no more …' }).click()
  await portal.getByRole('button', { name: 'Call it off' }).click()
  await expect(portal.getByText('Called off').first()).toBeVisible()
  const download = page.waitForEvent('download')
  await leaf.getByRole('link', { name: 'door.txt' }).click()
  const stream = await (await download).createReadStream()
  const parts: Buffer[] = []
  for await (const part of stream) parts.push(part as Buffer)
  expect(Buffer.concat(parts).toString()).toBe('squeak')
  // Somebody else's files are nobody's business.
  const file = await leaf.getByRole('link', { name: 'door.txt' }).getAttribute('href')
  const other = await (await browser.newContext()).newPage()
  await signIn(other, 'ivo-lade@port.sound.example', '/portal/port/sign-in')
  expect((await other.request.get(file!)).status()).toBe(404)
})
