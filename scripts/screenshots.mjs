// Takes the pictures of docs/screenshots from a running demo: node scripts/screenshots.mjs ADDRESS [FOLDER] [NAME …]
import { mkdirSync } from 'node:fs'
import { chromium } from '@playwright/test'

const [address = 'http://127.0.0.1:4203', folder = 'docs/screenshots', ...only] = process.argv.slice(2)
const LEAD = 'olin-brandt@commons.sound.example'
const REQUESTER = 'ines-varga@merrow.sound.example'

const VIEWS = [
  ['sign-in', null, '/sign-in'],
  ['desk', LEAD, '/desk/OVER'],
  ['desk-night', LEAD, '/desk/OVER', { night: true }],
  ['desk-narrow', LEAD, '/desk', { width: 420 }],
  ['ticket-narrow', LEAD, '/desk/OVER', { width: 420 }],
  ['ticket-full', LEAD, '/desk/OVER?page=full'],
  ['bench', 'tora-aas@commons.sound.example', '/bench'],
  ['board', LEAD, '/desk?as=eyJib2FyZCI6dHJ1ZX0'],
  ['find', LEAD, '/find?words=scaner%20merow'],
  ['design-moves', LEAD, '/design/moves', { height: 1000 }],
  ['arrivals', LEAD, '/arrivals/HELD'],
  ['knowledge', LEAD, '/knowledge?article=1'],
  ['agreements', LEAD, '/directory/agreements'],
  ['dispatch', LEAD, '/dispatch?job=JOB'],
  ['day', 'tora-aas@commons.sound.example', '/day', { width: 420, height: 900 }],
  ['design-kind', LEAD, '/design/kinds/fault'],
  ['deadlines', LEAD, '/deadlines'],
  ['deadlines-night', LEAD, '/deadlines?band=over', { night: true }],
  ['deadlines-narrow', LEAD, '/deadlines', { width: 420 }],
  ['design', LEAD, '/design'],
  ['design-catalog', LEAD, '/design/catalog/gate-scanner'],
  ['design-triage', LEAD, '/design/triage/where-it-goes'],
  ['design-signals', LEAD, '/design/triage/signals'],
  ['design-plan', LEAD, '/design/plans/joining', { height: 900 }],
  ['design-calendars', LEAD, '/design/working-time'],
  ['design-calendar', LEAD, '/design/working-time/CALENDAR', { height: 1500 }],
  ['design-levels', LEAD, '/design/service-levels', { height: 1100 }],
  ['design-ladders', LEAD, '/design/ladders', { height: 1000 }],
  ['mailbox', LEAD, '/standins/mailbox'],
  ['messages', LEAD, '/messages'],
  ['rota', LEAD, '/directory/rota'],
  ['team', 'ada-thorne@commons.sound.example', '/directory/teams/networks', { height: 1000 }],
  ['portal', REQUESTER, '/portal/merrow'],
  ['portal-form', REQUESTER, '/portal/merrow/ask/gate-scanner'],
  ['portal-narrow', REQUESTER, '/portal/merrow', { width: 420 }],
  ['portal-requests', REQUESTER, '/portal/merrow/requests'],
]

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
mkdirSync(folder, { recursive: true })
const contexts = new Map()

async function contextFor(who) {
  if (contexts.has(who)) return contexts.get(who)
  const context = await browser.newContext({ timezoneId: 'Europe/London', locale: 'en-GB' })
  if (who) {
    const portal = who === REQUESTER ? 'merrow' : undefined
    await context.request.post(`${address}/api/sign-in`, {
      headers: { origin: address },
      data: { mail: who, password: 'sound-of-hallin', ...(portal && { portal }) },
    })
  }
  contexts.set(who, context)
  return context
}

for (const [name, who, path, { night = false, width = 1280, height = 800 } = {}] of VIEWS) {
  if (only.length && !only.includes(name)) continue
  const context = await contextFor(who)
  let target = path
  if (path.includes('CALENDAR')) {
    const { document } = await (await context.request.get(`${address}/api/editions/1`)).json()
    target = path.replace('CALENDAR', document.desk.calendar)
  }
  if (path.includes('JOB')) {
    const { rows } = await (await context.request.get(`${address}/api/dispatch/jobs`)).json()
    target = path.replace('JOB', `${rows[1].reference}-${rows[1].id}`)
  }
  if (path.includes('HELD')) {
    const { rows } = await (await context.request.get(`${address}/api/arrivals`)).json()
    target = path.replace('HELD', rows[0].reference)
  }
  if (path.includes('OVER')) {
    const { rows } = await (await context.request.get(`${address}/api/tickets?limit=20`)).json()
    const row = rows.find((one) => one.summary.startsWith('Wi-Fi')) ?? rows[2]
    target = path.replace('OVER', row.reference)
  }
  const page = await context.newPage()
  page.on('pageerror', (error) => console.log(`${name}: ${error.message}`))
  page.on('console', (message) => message.type() === 'error' && console.log(`${name}: ${message.text()}`))
  await page.setViewportSize({ width, height })
  await page.addInitScript((theme) => localStorage.setItem('yare-theme', theme), night ? 'night' : 'day')
  await page.goto(address + target)
  await page.waitForLoadState('load')
  await page.locator('h1').first().waitFor()
  await page.waitForTimeout(1200)
  await page.screenshot({ path: `${folder}/${name}.png` })
  await page.close()
}
await browser.close()
