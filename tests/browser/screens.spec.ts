import { expect, test, type Locator, type Page } from '@playwright/test'
import { ADMINISTRATOR, findings, LEAD, REQUESTER, signIn, TECHNICIAN } from './people'
import { openAccount } from './ticket'

const BOARD = Buffer.from(JSON.stringify({ board: true })).toString('base64url')

// Every screen against WCAG 2.2 AA, by day and by night; axe is to find nothing.
const SCREENS: [name: string, who: string | null, path: string][] = [
  ['sign-in', null, '/sign-in'],
  ['nothing there', null, '/no-such-place'],
  ['desk', LEAD, '/desk'],
  ['ticket', LEAD, '/desk/TICKET'],
  ['done', LEAD, '/desk?view=done'],
  ['empty list', LEAD, '/desk?find=nothing-is-called-this'],
  ['design', LEAD, '/design'],
  ['catalog', LEAD, '/design/catalog'],
  ['item', LEAD, '/design/catalog/gate-scanner'],
  ['kinds', LEAD, '/design/kinds'],
  ['kind', LEAD, '/design/kinds/fault'],
  ['arrivals', LEAD, '/arrivals'],
  ['knowledge', LEAD, '/knowledge'],
  ['dispatch', LEAD, '/dispatch'],
  ['two weeks of dispatch', LEAD, '/dispatch?days=14'],
  ['agreements', LEAD, '/directory/agreements/1042'],
  ['equipment', LEAD, '/directory/equipment/5001'],
  ['team', LEAD, '/directory/teams/networks'],
  ['labels', LEAD, '/directory/labels?numbers=5001,5002'],
  ['access', LEAD, '/my/access'],
  ['categories', LEAD, '/design/triage/categories'],
  ['priorities', LEAD, '/design/triage/priorities'],
  ['what it is', LEAD, '/design/triage/what'],
  ['skills', LEAD, '/design/triage/skills'],
  ['signals', LEAD, '/design/triage/signals'],
  ['past tickets', LEAD, '/design/triage/rehearsal'],
  ['monitor', LEAD, '/standins/monitor'],
  ['weight', LEAD, '/design/triage/how-bad'],
  ['source order', LEAD, '/design/triage/source-order'],
  ['routing', LEAD, '/design/triage/where-it-goes'],
  ['assignment', LEAD, '/design/triage/who-gets-it'],
  ['deadlines', LEAD, '/deadlines'],
  ['working time', LEAD, '/design/working-time'],
  ['calendar', LEAD, '/design/working-time/hallin'],
  ['levels', LEAD, '/design/service-levels'],
  ['ladders', LEAD, '/design/ladders'],
  ['templates', LEAD, '/design/templates'],
  ['messages', LEAD, '/messages'],
  ['for me', LEAD, '/my/messages'],
  ['rota', LEAD, '/directory/rota'],
  ['pager', LEAD, '/standins/pager'],
  ['portals', LEAD, '/design/portals'],
  ['languages', LEAD, '/design/languages'],
  ['mailbox', LEAD, '/standins/mailbox'],
  ['board', LEAD, `/desk?as=${BOARD}`],
  ['find', LEAD, '/find?words=scanner'],
  ['decided', LEAD, '/desk?rule=triage/source-order%23category'],
  ['moves', LEAD, '/design/moves'],
  ['checklists', LEAD, '/design/plans/checklists'],
  ['bench', TECHNICIAN, '/bench'],
  ['directory', ADMINISTRATOR, '/directory'],
  ['people', ADMINISTRATOR, '/directory/people/tora-aas'],
  ['role', ADMINISTRATOR, '/directory/roles/technician'],
  ['sites', ADMINISTRATOR, '/directory/sites'],
  ['partner desks', ADMINISTRATOR, '/partners'],
  ['new site', ADMINISTRATOR, '/directory/sites?new=1'],
  ['portal door', null, '/portal/merrow/sign-in'],
  ['portal', REQUESTER, '/portal/merrow'],
  ['form', REQUESTER, '/portal/merrow/ask/gate-scanner'],
  ['my requests', REQUESTER, '/portal/merrow/requests'],
  ['my access', REQUESTER, '/portal/merrow/access'],
]

/** All colours are tokens; by night the screens on which all of them are used say enough. */
const BY_NIGHT = new Set([
  ...['sign-in', 'desk', 'ticket', 'item', 'kind', 'routing', 'deadlines', 'calendar', 'levels', 'ladders'],
  ...['nothing there', 'partner desks', 'messages', 'for me', 'rota', 'bench', 'board', 'find'],
  ...['arrivals', 'knowledge', 'agreements', 'directory', 'team', 'portal', 'form', 'my requests'],
])

/** Places that stand on the kit, at 200 %: half the window, as far as the page knows. */
const AT_TWICE = new Set([
  ...[
    'sign-in',
    'deadlines',
    'knowledge',
    'messages',
    'portal door',
    'portal',
    'form',
    'my requests',
    'my access',
  ],
  ...['agreements', 'equipment', 'team', 'directory', 'people', 'new site', 'rota', 'access'],
  ...['role', 'sites'],
])

/** The screens of each person, a few to a test, so that each has time enough on a slow machine. */
const AT_ONCE = 11
const PARTS = [null, LEAD, TECHNICIAN, ADMINISTRATOR, REQUESTER].flatMap((who) => {
  const own = SCREENS.filter(([, whose]) => whose === who)
  const count = Math.ceil(own.length / AT_ONCE)
  return Array.from({ length: count }, (_, part) => ({
    who,
    part: part + 1,
    screens: own.slice(part * AT_ONCE, (part + 1) * AT_ONCE),
  }))
})

// The screens are only looked at, so their tests may go to both desks.
test.describe.configure({ mode: 'parallel' })

for (const { who, part, screens } of PARTS) {
  test(`axe finds nothing by day and by night for ${who ?? 'a stranger'}, part ${part}`, async ({ page }) => {
    const faults: string[] = []
    page.on('pageerror', (error) => faults.push(error.message))
    if (who) await signIn(page, who, who === REQUESTER ? '/portal/merrow/sign-in' : '/sign-in')
    for (const [name, , path] of screens) {
      const reference = path.includes('TICKET') ? await firstOpen(page.request) : ''
      await page.goto(path.replace('TICKET', reference))
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
      expect.soft(await findings(page), `${name} by day`).toEqual([])
      if (AT_TWICE.has(name)) {
        await page.setViewportSize({ width: 640, height: 400 })
        expect.soft(await isCutOff(page), `${name} at 200 % is as wide as its window`).toBe(false)
        expect.soft(await findings(page), `${name} at 200 %`).toEqual([])
        await page.setViewportSize({ width: 1280, height: 800 })
      }
      if (!BY_NIGHT.has(name)) continue
      await night(page)
      expect.soft(await findings(page, 'colours'), `${name} by night`).toEqual([])
    }
    expect(faults).toEqual([])
  })
}

/** The page as it is by night, once its colours have come to rest. */
async function night(page: Page): Promise<void> {
  await page.evaluate(async () => {
    document.documentElement.classList.add('night')
    const changing = document.getAnimations().filter((one) => one instanceof CSSTransition)
    await Promise.allSettled(changing.map((one) => one.finished))
  })
}

/** Whether the page is wider than its window, so that a line has to be moved to be read. */
const isCutOff = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth > innerWidth)

async function firstOpen(request: import('@playwright/test').APIRequestContext): Promise<string> {
  const { rows } = await (await request.get('/api/tickets?limit=1')).json()
  return String(rows[0].reference)
}

test('the list is worked by keyboard, on a narrow screen one page at a time', async ({ page }) => {
  await signIn(page, LEAD)
  await page.locator('.row').first().focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/desk\/\d+/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Help' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.setViewportSize({ width: 420, height: 800 })
  await expect(page.locator('.list')).toHaveCount(0)
  await page.getByRole('link', { name: '← Back to the list' }).click()
  await expect(page.locator('.list')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
})

test('on a phone every place is in sight of one press, and what is looked for has the whole line', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, LEAD)
  const within = async (part: Locator) => {
    const { x, width } = (await part.boundingBox())!
    return x >= 0 && x + width <= 390
  }
  const places = page.getByRole('navigation', { name: 'Places' }).getByRole('button')
  await expect(places).toHaveText('Desk …')
  expect(await within(places)).toBe(true)
  await places.click()
  const deadlines = page.getByRole('menuitem', { name: 'Deadlines' })
  expect(await within(deadlines)).toBe(true)
  await deadlines.click()
  await expect(page.getByRole('heading', { level: 1, name: 'Deadlines' })).toBeVisible()
  await expect(places).toHaveText('Deadlines …')

  const line = page.getByRole('combobox', { name: 'Go to, find or do' })
  await line.fill('agreement 1042')
  expect((await line.boundingBox())!.width).toBeGreaterThan(300)
  const found = page.getByRole('option', { name: /1042/ }).first()
  await expect(found).toBeVisible()
  expect(await within(found)).toBe(true)
  await page.keyboard.press('Escape')

  // An account is read whole: no figure of it lies beyond the edge.
  await page.getByRole('listitem').first().getByRole('link').click()
  const account = await openAccount(page)
  for (const cell of await account.locator('tbody td:visible').all()) expect(await within(cell)).toBe(true)
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
})

test('on a phone the end of a long article of Design is reached', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 700 })
  await signIn(page, LEAD)
  await page.goto('/design/triage/similar')
  const last = page.getByText('such times')
  await expect(last).toBeVisible()
  await expect(last).not.toBeInViewport()
  await last.scrollIntoViewIfNeeded()
  await expect(last).toBeInViewport()
})
