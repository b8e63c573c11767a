import { expect, test, type APIRequestContext } from '@playwright/test'
import { ADMINISTRATOR, LEAD, REQUESTER, signInByApi, TECHNICIAN } from './people'

const origin = () => `http://127.0.0.1:${process.env.YARE_TEST_PORT}`

/** Who stands how high; each may do what those below may. */
const RANK = { stranger: -1, requester: 0, technician: 1, lead: 2, administrator: 3 }
const NEEDED: Record<string, number> = {
  anyone: -1,
  signedIn: 0,
  technician: 1,
  demo: 1,
  lead: 2,
  administrator: 3,
}
const PEOPLE = [
  ['stranger', null],
  ['requester', REQUESTER],
  ['technician', TECHNICIAN],
  ['lead', LEAD],
  ['administrator', ADMINISTRATOR],
] as const

/** What must never be open to more than these, whatever a route says of itself. */
const SENSITIVE: [route: string, who: string][] = [
  ['post /api/draft/publish', 'lead'],
  ['patch /api/draft', 'lead'],
  ['get /api/draft', 'lead'],
  ['post /api/design-file', 'lead'],
  ['post /api/directory/teams', 'technician'],
  ['patch /api/directory/people/{id}', 'lead'],
  ['post /api/directory/people/{id}/away', 'lead'],
  ['post /api/directory/people/file', 'lead'],
  ['post /api/directory/teams/{id}/merger', 'lead'],
  ['post /api/directory/files/{file}/take', 'lead'],
  ['post /api/people/{person}/shift', 'lead'],
  ['get /api/people/{person}/access', 'administrator'],
  ['delete /api/people/{person}/access', 'administrator'],
  ['get /api/directory/trail', 'lead'],
  ['get /api/tickets', 'technician'],
  ['get /api/tickets/{reference}', 'technician'],
  ['post /api/tickets/{reference}/note', 'technician'],
  ['post /api/tickets/{reference}/moves', 'technician'],
  ['post /api/tickets/many', 'technician'],
  ['get /api/tickets/sheet', 'technician'],
  ['get /api/search', 'technician'],
  ['get /api/bench', 'technician'],
  ['post /api/signals', 'technician'],
  ['post /api/webhooks/{webhook}/secret', 'lead'],
]

interface Operation {
  path: string
  method: string
  who: string
}

async function operations(request: APIRequestContext): Promise<Operation[]> {
  const { paths } = await (await request.get('/api/openapi.json')).json()
  return Object.entries(paths as Record<string, Record<string, { description: string }>>).flatMap(
    ([path, methods]) =>
      Object.entries(methods).map(([method, { description }]) => ({
        ...{ path, method },
        who: /Who may call: (\w+)/.exec(description)![1]!,
      })),
  )
}

test('every route states who may call it, and what is sensitive is closed to others', async ({ request }) => {
  const all = await operations(request)
  expect(all.length).toBeGreaterThan(140)
  for (const { who } of all) expect(Object.keys(NEEDED)).toContain(who)
  const byRoute = new Map(all.map((one) => [`${one.method} ${one.path}`, one.who]))
  for (const [route, who] of SENSITIVE) {
    expect([route, byRoute.has(route)]).toEqual([route, true])
    expect([route, NEEDED[byRoute.get(route)!]! >= NEEDED[who]!]).toEqual([route, true])
  }
})

test('every route refuses every role that it does not name, and reads answer those it does', async ({
  playwright,
}) => {
  const wrong: string[] = []
  for (const [role, mail] of PEOPLE) {
    const context = await playwright.request.newContext({ baseURL: origin() })
    if (mail) await signInByApi(context, origin(), mail, role === 'requester' ? 'merrow' : undefined)
    for (const { path, method, who } of await operations(context)) {
      const isAllowed = RANK[role] >= NEEDED[who]!
      // What somebody may do is not done here; what they may read, except for streams without an end, is.
      if (isAllowed && (method !== 'get' || path === '/api/stream')) continue
      const url = path.replace(/\{\w+\}/g, '1')
      const answer = await context.fetch(url, {
        method: method.toUpperCase(),
        headers: { origin: origin(), 'content-type': 'application/json' },
        ...(method !== 'get' && { data: '{}' }),
      })
      const status = answer.status()
      const isRefused = status === (mail ? 403 : 401)
      if (isAllowed ? status === 401 || status >= 500 : !isRefused)
        wrong.push(`${role}: ${method} ${path} → ${status}`)
    }
    await context.dispose()
  }
  expect(wrong).toEqual([])
})
