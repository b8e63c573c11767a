import { AxeBuilder } from '@axe-core/playwright'
import { expect, type APIRequest, type APIRequestContext, type Locator, type Page } from '@playwright/test'

export const PASSWORD = 'sound-of-hallin'
export const LEAD = 'olin-brandt@commons.sound.example'
export const TECHNICIAN = 'tora-aas@commons.sound.example'
export const REQUESTER = 'ines-varga@merrow.sound.example'
export const ADMINISTRATOR = 'ada-thorne@commons.sound.example'

/** Signs in by the door, as a person does. */
export async function signIn(page: Page, mail: string, door = '/sign-in'): Promise<void> {
  await page.goto(door)
  await page.getByLabel('Mail address').fill(mail)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).not.toHaveURL(/sign-in/)
}

/** Signs a request context in; every later request carries the session. */
export async function signInByApi(
  request: APIRequestContext,
  origin: string,
  mail: string,
  portal?: string,
): Promise<void> {
  const answer = await request.post('/api/sign-in', {
    headers: { origin },
    data: { mail, password: PASSWORD, ...(portal && { portal }) },
  })
  expect(answer.status()).toBe(200)
}

/** Throws the draft away, so that what one test leaves in it stands in the way of no other. */
export async function leaveNoDraft({ request }: { request: APIRequest }, origin: string): Promise<void> {
  const lead = await request.newContext({ baseURL: origin })
  await signInByApi(lead, origin, LEAD)
  await lead.delete('/api/draft', { headers: { origin } })
  await lead.dispose()
}

/** Lets the desk go by an edition again that was in force before, so that what a test published is not the next one's. */
export async function goBackTo(
  edition: number,
  { request }: { request: APIRequest },
  origin: string,
): Promise<void> {
  const lead = await request.newContext({ baseURL: origin, extraHTTPHeaders: { origin } })
  await signInByApi(lead, origin, LEAD)
  const [newest] = (await (await lead.get('/api/editions')).json()) as { number: number }[]
  if (newest && newest.number > edition) {
    await lead.delete('/api/draft')
    const { version } = (await (await lead.get('/api/draft')).json()) as { version: number }
    const back = await lead.post(`/api/editions/${edition}/take-back`, { data: { version } })
    const page = (await back.json()) as { version: number }
    const data = { version: page.version, note: 'As it was before', openTickets: 'keep' }
    expect((await lead.post('/api/draft/publish', { data })).ok()).toBe(true)
  }
  await lead.dispose()
}

/**
 * What axe finds against WCAG 2.2 AA on the page as it is, in few words; empty is what is wanted.
 * @param rules `colours` asks only for contrast, which is all that another theme changes
 */
export async function findings(page: Page, rules: 'all' | 'colours' = 'all'): Promise<string[]> {
  // Without movement: a button that just came to be pressed has its colour at once and is not met halfway.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  // In one go and with violations only: gathering what passes in a page of its own takes three times as long, and no
  // screen has frames.
  const builder = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode()
  const { violations } = await (
    rules === 'all'
      ? builder.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
      : builder.withRules(['color-contrast'])
  ).analyze()
  return violations.map(
    (one) =>
      `${one.id}: ${one.nodes
        .slice(0, 3)
        .map((node) => `${node.target.join(' ')} ${node.failureSummary?.split('\n')[1] ?? ''}`)
        .join(' | ')}`,
  )
}

/** Waits until something is where it was half a second ago: pointing at it before that meets what stood beside it. */
export async function standsStill(thing: Locator): Promise<void> {
  let before: unknown
  await expect
    .poll(
      async () => {
        const last = before
        before = JSON.stringify(await thing.boundingBox())
        return before === last
      },
      { intervals: [0, 500] },
    )
    .toBe(true)
}
