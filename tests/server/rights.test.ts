import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { FIRST_ROLES, LETTING_IN, RIGHT_NAMES, type Right } from '../../core/rights'
import type { Values } from '../../core/directory'
import { keepFile } from '../../server/commands/attachments'
import { saveThing, setAway, type By } from '../../server/commands/directory'
import { indexAll } from '../../server/commands/searchWords'
import { operationOf, type Operation } from '../../server/http/operation'
import { rightsAsked, wordPart, type Route } from '../../server/http/route'
import { makeTokenOf } from '../../server/http/session'
import { ROUTES, serveRoutes } from './routes'
import { ADA, SCANNER } from './world'

let served: Awaited<ReturnType<typeof serveRoutes>>
beforeAll(async () => {
  served = await serveRoutes('rights', 30)
}, 60_000)
afterAll(() => served.close())

/** Every operation with the route that answers it. */
const OPERATIONS = ROUTES.flatMap(([file, route]): [Operation, Route][] => {
  const operation = operationOf(file)
  return operation ? [[operation, route]] : []
})

async function call(
  token: string | undefined,
  { method, path }: Pick<Operation, 'method' | 'path'>,
  body?: unknown,
) {
  const response = await fetch(served.url + path, {
    method: method.toUpperCase(),
    headers: {
      ...(token !== undefined && { authorization: `Bearer ${token}` }),
      ...(method !== 'get' && { 'content-type': 'application/json' }),
    },
    ...(method !== 'get' && { body: JSON.stringify(body ?? {}) }),
  })
  return { status: response.status, text: await response.text() }
}

/** An address of a route with something in the places that are not fixed. */
function addressOf({ path }: Operation, { statement }: Route, parts: Record<string, string | number> = {}) {
  const word = wordPart(statement.path)
  const words = statement.path?.[word ?? '']
  return path.replace(/\{(\w+)\}/g, (_, name: string) =>
    String(parts[name] ?? (name === word && typeof words === 'object' ? words[0] : 1)),
  )
}

/** Somebody who has a role, with a token of theirs. */
async function somebody(
  name: string,
  role: string,
  more: Values = {},
): Promise<{ id: string; token: string }> {
  const given = { name, mail: `${name.toLowerCase().replaceAll(' ', '-')}@rights.example`, role, ...more }
  const { id } = await saveThing(served.desk, { list: 'people', given }, ADA)
  return { id, token: await makeTokenOf(served.db, id, {}) }
}
const roleOf = async (name: string, rights: readonly Right[], reach = 'all') =>
  (await saveThing(served.desk, { list: 'roles', given: { name, rights, reach } }, ADA)).id

/** Streams have no end to wait for. */
const isEndless = ({ path }: Operation) => path === '/api/stream'
const ofDesk = OPERATIONS.filter(([one, { statement }]) => statement.who !== 'anyone' && !isEndless(one))

describe('every route and every right', () => {
  it('are one table, in which each change is seen', async () => {
    const lines = OPERATIONS.map(
      ([{ name }, { statement }]) => `${name}: ${statement.who ?? rightsAsked(statement).join(' or ')}`,
    ).sort()
    await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('rights.table.txt')
    // Each right opens something by itself, or is asked for where a route goes by what is said.
    const asked = new Set(OPERATIONS.flatMap(([, { statement }]) => rightsAsked(statement)))
    const within: Right[] = [
      'everyQueue',
      'manageTime',
      'makeQuestions',
      'everyDesk',
      'changePeople',
      'shareViews',
    ]
    for (const right of RIGHT_NAMES)
      expect([right, asked.has(right) || within.includes(right)]).toEqual([right, true])
  })

  it('go together as the table says: with one right alone, what asks for it opens and nothing else', async () => {
    const wrong: string[] = []
    for (const right of RIGHT_NAMES) {
      const { token } = await somebody(`Only ${right}`, await roleOf(`Only ${right}`, [right]))
      const tries = ofDesk.map(async ([operation, route]) => {
        const { statement } = route
        // The demo's own doors are for whoever is of the desk.
        const opens = statement.who !== undefined || rightsAsked(statement).includes(right)
        // Ending one's own access would end this test.
        if (opens && operation.path.startsWith('/api/my/')) return
        if (opens && operation.path === '/api/sign-out') return
        const { status, text } = await call(token, { ...operation, path: addressOf(operation, route) })
        const isShut = status === 403 && text.includes('an administrator gives it')
        if (isShut === opens || status >= 500)
          wrong.push(`${right}: ${operation.name} → ${status} ${text.slice(0, 120)}`)
      })
      await Promise.all(tries)
    }
    expect(wrong).toEqual([])
  }, 240_000)

  it('are shut to requesters and to strangers, but for what is theirs', async () => {
    const ines = await served.token('ines-varga')
    const wrong: string[] = []
    for (const [operation, route] of ofDesk) {
      const address = { ...operation, path: addressOf(operation, route) }
      const stranger = await call(undefined, address)
      if (stranger.status !== 401) wrong.push(`stranger: ${operation.name} → ${stranger.status}`)
      if (route.statement.who === 'signedIn') continue
      const { status, text } = await call(ines, address)
      if (status !== 403 || !text.includes('people of the desk'))
        wrong.push(`requester: ${operation.name} → ${status}`)
    }
    expect(wrong).toEqual([])
  }, 60_000)
})

describe('a ticket', () => {
  /** Everything but what opens every queue, or goes with all tickets only. */
  const WORK = RIGHT_NAMES.filter((one) => one !== 'everyQueue' && !LETTING_IN.includes(one))
  const HIDDEN = 'your role does not reach as far'
  let near: { id: string; token: string }
  let desk: typeof near
  let everywhere: typeof near
  let own: number, other: number, inHand: number, closed: number, beside: number

  async function ticket(name: string, team: string, queue: string, technician: string | null = null) {
    const { state } = await served.desk.log({ ...SCANNER, summary: `tern ${name}` }, { person: 'ines-varga' })
    const { reference } = state
    const by = { person: 'ada-thorne' }
    await served.desk.run(reference, { kind: 'resort', field: 'team', value: team }, by)
    await served.desk.run(reference, { kind: 'resort', field: 'queue', value: queue }, by)
    await served.desk.run(reference, { kind: 'assign', technician }, by)
    return reference
  }

  beforeAll(async () => {
    const queue = async (given: Values) => (await saveThing(served.desk, { list: 'queues', given }, ADA)).id
    const theirs = await queue({ name: 'Of the crew', team: 'field-crew' })
    const shut = await queue({ name: 'Shut', team: 'booking-tills', seenBy: ['booking-tills'] })
    near = await somebody('Near Hand', await roleOf('Near', WORK, 'teams'), {
      teams: ['networks'],
    })
    desk = await somebody('Whole Desk', await roleOf('Desk', WORK, 'desks'), { teams: ['networks'] })
    everywhere = await somebody('Every Where', await roleOf('Everywhere', WORK))
    own = await ticket('kittiwake', 'networks', theirs)
    other = await ticket('fulmar', 'field-crew', theirs)
    inHand = await ticket('gannet', 'field-crew', theirs, near.id)
    closed = await ticket('petrel', 'booking-tills', shut)
    const directory = await served.desk.knowledge.directory()
    const [house] = directory.teams.get('networks')!.desks!
    const colleague = [...directory.teams.values()].find(
      (one) => one.id !== 'networks' && one.desks?.includes(house!),
    )!
    beside = await ticket('puffin', colleague.id, theirs)
  }, 60_000)

  const ofTickets = OPERATIONS.filter(
    ([, { statement }]) => statement.path?.reference === 'number' && rightsAsked(statement).length > 0,
  )
  /** Whether the door of a ticket is shut, as if it were not there. */
  async function isShut(token: string, [operation, route]: (typeof OPERATIONS)[number], reference: number) {
    const path = addressOf(operation, route, { reference })
    const { status, text } = await call(token, { ...operation, path })
    return status === 404 && text.includes(HIDDEN)
  }

  it('is hidden from each route alike where it is out of reach, and found where it is near', async () => {
    expect(ofTickets.length).toBeGreaterThan(30)
    for (const one of ofTickets) {
      const { name } = one[0]
      const shut = async (who: typeof near, reference: number) => isShut(who.token, one, reference)
      const found = {
        ownTeam: await shut(near, own),
        otherTeam: await shut(near, other),
        inHand: await shut(near, inHand),
        ofTheDesk: await shut(desk, beside),
        closedQueue: await shut(everywhere, closed),
        notThere: await shut(near, 999_999),
        otherTeamFromAfar: await shut(everywhere, other),
      }
      expect([name, found]).toEqual([
        name,
        {
          ...{ ownTeam: false, otherTeam: true, inHand: false },
          ...{ ofTheDesk: false, closedQueue: true, notThere: true, otherTeamFromAfar: false },
        },
      ])
    }
  }, 60_000)

  it('is in no list, search, sheet, message or link of somebody who does not see it', async () => {
    await indexAll(served.db, served.desk.knowledge)
    const ask = async (who: typeof near, path: string) =>
      (await call(who.token, { method: 'get', path })).text
    const since = `from=0&to=${served.begins + 86_400_000 * 3}`
    const lists = [
      '/api/tickets?view=open&limit=200',
      '/api/tickets?view=all&limit=200',
      '/api/tickets/sheet?view=open&as=csv',
      `/api/search?words=${other}`,
      '/api/search?words=tern&limit=60',
      '/api/clocks?limit=500',
      '/api/messages?words=tern',
      `/api/time-records?whose=all&${since}`,
    ]
    for (const path of lists)
      expect([path, (await ask(near, path)).includes('fulmar')]).toEqual([path, false])
    for (const path of lists.slice(0, 3).concat(lists.slice(4, 6))) {
      expect([path, (await ask(near, path)).includes('kittiwake')]).toEqual([path, true])
      expect([path, (await ask(everywhere, path)).includes('fulmar')]).toEqual([path, true])
      expect([path, (await ask(everywhere, path)).includes('petrel')]).toEqual([path, false])
    }
    const counts = async ({ token }: typeof near) =>
      (
        JSON.parse((await call(token, { method: 'get', path: '/api/tickets?limit=1' })).text) as {
          counts: { open: number }
        }
      ).counts.open
    expect(await counts(near)).toBeLessThan(await counts(everywhere))
  })

  it('stands on the board of plans only for those who see it', async () => {
    for (const reference of [own, other, closed])
      await served.desk.run(reference, { kind: 'beginPlan', plan: 'joining' }, { person: 'ada-thorne' })
    const board = async ({ token }: typeof near) =>
      (await call(token, { method: 'get', path: '/api/plans/board?plan=joining' })).text
    const seen = (text: string) => ['kittiwake', 'fulmar', 'petrel'].filter((one) => text.includes(one))
    expect(seen(await board(near))).toEqual(['kittiwake'])
    expect(seen(await board(everywhere))).toEqual(['kittiwake', 'fulmar'])
  })

  it('is neither linked nor merged nor changed with others by those who do not see it', async () => {
    const path = `/api/tickets/${own}`
    const refused = { status: 404, text: expect.stringContaining(HIDDEN) as string }
    expect(
      await call(
        near.token,
        { method: 'post', path: `${path}/links` },
        { to: other, as: 'related', on: true },
      ),
    ).toMatchObject(refused)
    expect(await call(near.token, { method: 'post', path: `${path}/merge` }, { into: other })).toMatchObject(
      refused,
    )
    const many = { references: [own, other], field: 'priority', value: 'p2', trial: true }
    const { text } = await call(near.token, { method: 'post', path: '/api/tickets/many' }, many)
    expect((JSON.parse(text) as { lines: object[] }).lines[1]).toMatchObject({
      ...{ reference: other, summary: '', why: 'there is no such ticket' },
    })
  })
})

describe('what is another’s', () => {
  it('is not there for a requester of another organisation', async () => {
    const [ines, perpetua] = [await served.token('ines-varga'), await served.token('perpetua-glim')]
    const { state } = await served.desk.log(SCANNER, { person: 'ines-varga' })
    const { reference } = state
    const file = (
      await keepFile(served.db, 'ines-varga', {
        ...{ name: 'a.txt', type: 'text/plain', content: Buffer.from('x') },
      })
    ).id
    const parts = { reference, file, portal: 'merrow', item: 'gate-scanner', article: 1, number: 1 }
    const theirs = OPERATIONS.filter(
      ([{ parameters, path }, { statement }]) =>
        statement.who === 'signedIn' &&
        parameters.length > 0 &&
        !path.startsWith('/api/my/') &&
        !path.startsWith('/api/choices'),
    )
    for (const [operation, route] of theirs) {
      const { status } = await call(perpetua, { ...operation, path: addressOf(operation, route, parts) })
      expect([operation.name, [404, 422].includes(status)]).toEqual([operation.name, true])
    }
    const mine = await call(ines, { method: 'get', path: `/api/requests/${reference}` })
    expect(mine.status).toBe(200)
  })
})

describe('giving rights', () => {
  const by = async (rights: readonly Right[]): Promise<By> => ({
    ...{ person: 'olin-brandt', way: 'hand', rights: new Set(rights) },
  })
  const change = (list: 'people' | 'roles', id: string | undefined, given: Values, who: By) =>
    saveThing(served.desk, { list, ...(id && { id }), given }, who)

  it('is for those who have them themselves', async () => {
    const clerk = await by(['changeDirectory', 'changePeople', 'composeRoles', 'seeTickets'])
    await expect(change('people', 'tora-aas', { role: 'administrator' }, clerk)).rejects.toMatchObject({
      fields: [{ field: 'role', message: expect.stringContaining('which your own role has not') as string }],
    })
    await expect(change('people', 'tora-aas', { role: 'lead' }, clerk)).rejects.toMatchObject({
      reason: 'invalid',
    })
    await expect(
      change(
        'roles',
        undefined,
        { name: 'Sly', rights: ['seeTickets', 'manageAccess'], reach: 'all' },
        clerk,
      ),
    ).rejects.toMatchObject({ fields: [{ field: 'rights' }] })
    const { id } = await change(
      'roles',
      undefined,
      { name: 'Looker', rights: ['seeTickets'], reach: 'teams' },
      clerk,
    )
    await change('people', 'tora-aas', { role: id }, clerk)
    expect((await served.desk.knowledge.directory()).may('tora-aas', 'workTickets')).toBe(false)
    await change('people', 'tora-aas', { role: 'technician' }, ADA)
  })

  it('is for those alone who may, and whoever lets others in is changed by such', async () => {
    await expect(
      change('roles', undefined, { name: 'X', reach: 'all' }, await by(['changeDirectory'])),
    ).rejects.toMatchObject({ reason: 'forbidden' })
    await expect(
      change('people', 'tora-aas', { role: 'requester' }, await by(['changeDirectory'])),
    ).rejects.toMatchObject({ reason: 'invalid' })
    await expect(
      change('people', 'ada-thorne', { name: 'Mine' }, await by(['changeDirectory'])),
    ).rejects.toMatchObject({ reason: 'forbidden' })
  })

  it('goes with all tickets: whoever lets others in could give a wider reach than their own', async () => {
    for (const right of LETTING_IN)
      await expect(
        change('roles', undefined, { name: `Far ${right}`, rights: [right], reach: 'teams' }, ADA),
      ).rejects.toMatchObject({ fields: [{ field: 'reach' }] })
  })

  it('leaves the role of those who ask, and of administrators, as they are', async () => {
    for (const id of ['requester', 'administrator']) {
      await expect(change('roles', id, { rights: ['seeTickets'] }, ADA)).rejects.toMatchObject({
        reason: 'invalid',
      })
      await expect(setAway(served.desk, { list: 'roles', id, away: true }, ADA)).rejects.toMatchObject({
        reason: 'conflict',
      })
    }
    await change('roles', 'administrator', { name: 'Harbour master' }, ADA)
    expect((await served.desk.knowledge.directory()).roles.get('administrator')?.name).toBe('Harbour master')
  })

  it('holds at once, also for those who are signed in', async () => {
    const { id, token } = await somebody('Soon Less', 'technician')
    const articles = { method: 'post', path: '/api/articles' }
    expect((await call(token, articles)).status).toBe(422)
    await change('people', id, { role: await roleOf('Less', ['seeTickets']) }, ADA)
    expect((await call(token, articles)).status).toBe(403)
  })
})

describe('the roles of the first day', () => {
  it('are in a new desk, and may what they could in one of before', async () => {
    const directory = await served.desk.knowledge.directory()
    for (const { id, rights, reach } of FIRST_ROLES)
      expect([id, [...directory.rightsOf(id)], directory.roles.get(id)?.reach]).toEqual([
        id,
        [...rights],
        reach,
      ])
  })
})
