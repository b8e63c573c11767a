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

const SCROLLED_MS = 4000
const HOUR = 3_600_000
/** A board of Dispatch with a hundred people and two weeks, four fixed times a day, scrolled down and across. */
async function board(browser, address, note) {
  const { context, page } = await visitor(browser, address, LEAD)
  await page.route('**/api/dispatch/board*', async (route) => {
    const real = await (await route.fetch()).json()
    const one = real.people[0]
    const shifts = Array.from({ length: 14 }, (_, day) => real.from + (day * 24 + 8) * HOUR)
    const visit = (person, start, at) => ({
      ...{ id: `${person}-${at}`, reference: 1000 + at, booking: at, job: at, start, end: start + HOUR },
      ...{
        state: 'booked',
        untold: at % 3 === 0,
        isSeen: true,
        what: 'Look at the mast',
        summary: 'It leans',
      },
      ...{ site: null, siteName: 'Varnes Quay', insisted: '', skill: null, earliest: null, latest: null },
      ...{ due: null, way: HOUR / 3, answer: '', heard: '', visit: false, series: null },
    })
    const people = Array.from({ length: 100 }, (_, person) => ({
      ...one,
      ...{ id: `person-${person}`, name: `Person ${person}`, away: [] },
      free: shifts.map((start) => ({ start, end: start + 8 * HOUR })),
      visits: shifts.flatMap((start, day) =>
        [0, 2, 4, 6].map((after) => visit(person, start + after * HOUR, day * 8 + after)),
      ),
    }))
    await route.fulfill({ json: { ...real, people } })
  })
  await page.goto(`${address}/dispatch?days=14`)
  await page.getByRole('listitem').filter({ hasText: 'Person 1' }).first().waitFor()
  const list = page.getByRole('group', { name: 'People and their hours' })
  await list.hover()
  const frames = page.evaluate(
    (ms) =>
      new Promise((done) => {
        const began = performance.now()
        const times = []
        let before = began
        requestAnimationFrame(function frame(now) {
          times.push(now - before)
          before = now
          if (now - began < ms) requestAnimationFrame(frame)
          else done(times)
        })
      }),
    SCROLLED_MS,
  )
  for (let step = 0; step < SCROLLED_MS / 50; step++) {
    await page.mouse.wheel(step % 40 < 20 ? 60 : -60, step % 40 < 20 ? 120 : -120)
    await page.waitForTimeout(30)
  }
  const times = (await frames).slice(2).sort((a, b) => a - b)
  note(
    'a board of 100 people and 14 days while it scrolls',
    `${((times.length / SCROLLED_MS) * 1000).toFixed(0)} frames a second; a frame p50 ${at(times, 0.5).toFixed(0)} ms, p95 ${at(times, 0.95).toFixed(0)} ms`,
  )
  await context.close()
}

/** How long somebody waits in front of the screen. */
export async function look({ note, address, openTickets }) {
  await openTickets(ROWS)
  const browser = await launch()
  for (const place of PLACES) await coldPlace(browser, address, place, note)
  await scrolling(browser, address, note)
  await board(browser, address, note)
  await browser.close()
}
