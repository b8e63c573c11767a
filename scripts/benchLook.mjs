// What somebody in front of the screen waits for: the first rows of a cold place, and the next paint after a key. Part of
// scripts/bench.mjs.
import { chromium } from '@playwright/test'

const PASSWORD = 'sound-of-hallin'
const LEAD = { mail: 'olin-brandt@commons.sound.example', password: PASSWORD }
const REQUESTER = { mail: 'ines-varga@merrow.sound.example', password: PASSWORD, portal: 'merrow' }
const ROWS = 10_000
const COLD_TIMES = 5

export const launch = () =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })

/** Somebody who is signed in, with nothing in the cache of their browser. */
export async function visitor(browser, address, account) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  if (account)
    await context.request.post(`${address}/api/sign-in`, { headers: { origin: address }, data: account })
  return { context, page: await context.newPage() }
}

/** Each place, and what its first row is. */
const PLACES = [
  ['the Desk', '/desk', LEAD, 'a[href^="/desk/"]'],
  ['Deadlines', '/deadlines', LEAD, '[data-index]'],
  ['Messages', '/messages', LEAD, 'tbody tr'],
  ['Knowledge', '/knowledge', LEAD, 'main h2'],
  ['a portal', '/portal/merrow', REQUESTER, '.groups li a'],
]

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]

async function coldPlace(browser, address, [name, path, account, row], note) {
  const times = []
  for (let time = 0; time < COLD_TIMES; time++) {
    const { context, page } = await visitor(browser, address, account)
    const began = performance.now()
    await page.goto(address + path, { waitUntil: 'commit' })
    await page.locator(row).first().waitFor({ timeout: 30_000 })
    times.push(performance.now() - began)
    await context.close()
  }
  times.sort((a, b) => a - b)
  note(
    `first rows of ${name}, nothing cached`,
    `${at(times, 0.5).toFixed(0)} ms, most ${times.at(-1).toFixed(0)} ms`,
  )
}

/** From a key to the next paint, as the browser measures it (Event Timing); what is below its 16 ms counts as that. */
async function scrolling(browser, address, note) {
  const { context, page } = await visitor(browser, address, LEAD)
  await page.goto(`${address}/deadlines`)
  await page.locator('[data-index]').first().waitFor()
  await page.evaluate(() => {
    window.paints = []
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) if (one.name === 'keydown') window.paints.push(one.duration)
    }).observe({ type: 'event', durationThreshold: 16 })
  })
  const list = page.getByRole('list', { name: 'Running promises' })
  await list.hover()
  const PRESSES = 200
  await page.keyboard.press('j')
  for (let press = 0; press < PRESSES; press++) {
    await page.mouse.wheel(0, 900)
    await page.keyboard.press('ArrowDown')
    await page.waitForTimeout(40)
  }
  const rows = await page.locator('[data-index]').last().getAttribute('data-index')
  const paints = await page.evaluate(() => window.paints)
  const all = [...paints, ...Array(Math.max(0, PRESSES - paints.length)).fill(16)].sort((a, b) => a - b)
  note(
    `from a key to the next paint, scrolling Deadlines to row ${rows}`,
    `p50 ${at(all, 0.5)} ms, p95 ${at(all, 0.95)} ms, most ${all.at(-1)} ms`,
  )
  await context.close()
}

/** How long somebody waits in front of the screen. */
export async function look({ note, address, openTickets }) {
  await openTickets(ROWS)
  const browser = await launch()
  for (const place of PLACES) await coldPlace(browser, address, place, note)
  await scrolling(browser, address, note)
  await browser.close()
}
