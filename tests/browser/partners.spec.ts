import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type BrowserContext, type Page } from '@playwright/test'
import { freePort } from '../../cli/cluster.mjs'
import { OwnDesk } from './aDesk'
import { PASSWORD, TECHNICIAN } from './people'

// Two desks as ./yare demo --partner starts them, in two browsers: a ticket goes over, and both stay in step.
test.describe.configure({ mode: 'serial' })

const folder = mkdtempSync(join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-partners-'))
chmodSync(folder, 0o711)
const HARBOUR = 'Varnes Harbour Works'
let desk: OwnDesk
let there: string

test.beforeAll(async () => {
  test.setTimeout(240_000)
  desk = new OwnDesk(folder, await freePort(), ['demo', '--partner', '--tickets', '60'])
  await desk.start()
  there = /Varnes Harbour Works is open at (\S+)/.exec(desk.output)![1]!
})

test.afterAll(async () => {
  await desk.stop('SIGINT')
  rmSync(folder, { recursive: true, force: true, maxRetries: 3 })
})

/** What somebody does there, signed in in the same browser as the other one: each desk keeps its own. */
const hands = (context: BrowserContext, origin: string) => ({
  async post(path: string, data: object) {
    const answer = await context.request.post(`${origin}${path}`, { headers: { origin }, data })
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true)
    return (await answer.json()) as { reference: number }
  },
})

const beside = (page: Page) => page.getByRole('region', { name: 'Counterpart', exact: true })

test('a ticket goes over, is worked on there, and both tickets say so', async ({ context, page }) => {
  const [a, b] = [desk.address, there]
  const [tora, eskil] = [hands(context, a), hands(context, b)]
  await tora.post('/api/sign-in', { mail: TECHNICIAN, password: PASSWORD })
  await eskil.post('/api/sign-in', { mail: 'eskil-naust@harbour.sound.example', password: PASSWORD })
  const summary = `Lamp 3 of the ramp is dark ${test.info().retry}`
  const { reference } = await tora.post('/api/tickets', {
    ...{ item: 'barrier', requester: 'aud-myhre', summary },
    answers: { details: 'The pole hums and stays dark.' },
  })
  await page.goto(`${a}/desk/${reference}`)
  await page.getByRole('button', { name: /^Ask a partner/ }).click()
  const slip = page.getByRole('form', { name: 'Ask a partner desk' })
  await expect(slip).toContainText(summary)
  await expect(slip).toContainText('The pole hums and stays dark.')
  await page.getByRole('button', { name: /^Ask Varnes/ }).click()
  await expect(beside(page)).toContainText('linked: all of it is there')
  await expect(beside(page)).toContainText('Handed in')

  const other = await context.newPage()
  await other.goto(`${b}/desk`)
  await other.getByText(summary, { exact: true }).first().click()
  await expect(beside(other)).toContainText(new RegExp(`The Sound Commons\\s*${reference}`))
  await expect(other.getByText('The pole hums and stays dark.').first()).toBeVisible()
  await other.getByRole('button', { name: 'Start s', exact: true }).click()
  await expect(beside(page)).toContainText('On the slip')
  await expect(page.getByText('Waiting for others').first()).toBeVisible()

  const order = Number(new URL(other.url()).pathname.split('/').at(-1))
  await eskil.post(`/api/tickets/${order}/reply`, { text: 'The cable under the ramp is cut.' })
  await expect(page.getByText('The cable under the ramp is cut.').first()).toBeVisible()
  await expect(page.getByText(`Eskil Naust (${HARBOUR})`).first()).toBeVisible()
  await tora.post(`/api/tickets/${reference}/reply`, { text: 'Take the one from store two.' })
  await expect(other.getByText('Take the one from store two.').first()).toBeVisible()

  // Whatever dies on their side, what is said meanwhile is there in the end.
  for (const pid of ['server', 'worker'].flatMap((part) => desk.partPids(part))) process.kill(pid, 'SIGKILL')
  await expect
    .poll(
      () =>
        eskil
          .post(`/api/tickets/${order}/move`, {
            ...{ from: 'on-slip', to: 'made-good' },
            fields: { solvedBy: 'eskil-naust', remarks: 'New cable, lamp burns.' },
          })
          .then(
            () => true,
            () => false,
          ),
      { timeout: 60_000 },
    )
    .toBe(true)
  await expect(beside(page)).toContainText('Made good')
  await expect(page.getByText('In hand').first()).toBeVisible()
})
