import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { operationOf } from '../../server/http/operation'
import { unheard } from './recorded'
import { ROUTES, serveRoutes } from './routes'
import { Webhook } from 'standardwebhooks'
import { ASSIST_SECRET } from '../../server/assist/service'
import { deskNow, machineNow } from '../../server/clock/deskClock'
import { webhookSecrets } from '../../server/delivery/webhookSecrets'
import { keepFile } from '../../server/commands/attachments'
import { carry } from '../../server/partner/outgoing'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { ticketState } from '../../server/queries/ticketState'
import { ASKS, partnerDesk, publishMaps, TAKES } from './twoDesks'
import { startMailbox } from '../../server/standins/mailbox'
import { INES as INES_HERE, SCANNER, setting, TORA as TORA_HERE } from './world'
import { linkToken } from '../../server/base/links'
import { doFile } from '../../server/commands/listFile'

describe('The contract of routes', () => {
  it('states each part of a path that is not fixed, and no other', () => {
    for (const [file, { statement }] of ROUTES)
      expect([file, Object.keys(statement.path ?? {})]).toEqual([file, operationOf(file)?.parameters ?? []])
  })
})

describe('What routes answer', () => {
  let served: Awaited<ReturnType<typeof serveRoutes>>
  let tokens: Record<string, string>
  beforeAll(async () => {
    served = await serveRoutes('contract', 40)
    const people = ['ada-thorne', 'olin-brandt', 'tora-aas', 'ines-varga', 'corin-vale']
    const made = await Promise.all(people.map(served.token))
    tokens = Object.fromEntries(people.map((one, at) => [one, made[at]!]))
  }, 120_000)
  afterAll(() => served.close())

  type Asked = { path?: object; query?: object; body?: unknown; as?: string; type?: string }
  /** Calls a route, which succeeds; what it answers is held to its type on the way. */
  async function call<T = Record<string, never>>(
    name: string,
    { path = {}, query = {}, body, as, type }: Asked = {},
  ) {
    const [method, pattern] = name.split(' ') as [string, string]
    const address = pattern.replace(/\{(\w+)\}/g, (_, part: string) =>
      encodeURIComponent(String(path[part as keyof typeof path])),
    )
    const asked = new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)]))
    const isWhole = typeof body === 'string'
    const response = await fetch(`${served.url}${address}?${asked}`, {
      method,
      headers: {
        ...(as !== '' && { authorization: `Bearer ${tokens[as ?? 'ada-thorne']}` }),
        ...(body !== undefined && { 'content-type': type ?? 'application/json' }),
      },
      ...(body !== undefined && { body: isWhole ? body : JSON.stringify(body) }),
    })
    const answer = (await response.json()) as T
    expect.soft([name, response.status < 300 ? 'done' : answer]).toEqual([name, 'done'])
    return answer
  }
  /** Gives somebody a session or a token. @returns its number */
  async function madeAccess(what: 'session' | 'token', person: string): Promise<number> {
    const { rows } = await (
      what === 'session'
        ? sql<{
            id: number
          }>`insert into session (token_hash, person, inactivity_minutes) values (${randomUUID()}, ${person}, 15) returning id`
        : sql<{
            id: number
          }>`insert into api_token (token_hash, person) values (${randomUUID()}, ${person}) returning id`
    ).execute(served.db)
    return rows[0]!.id
  }
  const TORA = { as: 'tora-aas' }
  const INES = { as: 'ines-varga' }
  const log = async () =>
    (
      await call<{ reference: number }>('POST /api/tickets', {
        ...INES,
        body: { item: 'gate-scanner', portal: 'merrow', answers: { gates: 1 } },
      })
    ).reference

  it('fits what is stated: looks at machines', async () => {
    const reference = await log()
    const ticket = { path: { reference } }
    setting('YARE_URL', served.url)
    const outside = await startMailbox(0)
    setting('GATEWAY_URL', `http://127.0.0.1:${outside.gateway}`)
    const faults = { guest: 'asks', line: 'steady', end: 'says' }
    await call('POST /api/standins/assist', { body: faults })
    const [machine] = [...(await served.desk.knowledge.directory()).equipment.keys()]
    const { id } = await call<{ id: number }>('POST /api/tickets/{reference}/assists', {
      ...{ ...TORA, ...ticket, body: { allows: ['control'], recorded: false, machine } },
    })
    const page = () =>
      call<{ open: { code: string; key: string } }>('GET /api/tickets/{reference}/assists', {
        ...TORA,
        ...ticket,
      })
    const { code, key: session } = (await page()).open
    const guest = { as: '', path: { code } }
    await call('GET /api/assist/{code}', guest)
    await call('POST /api/assist/{code}/say', { ...guest, body: { text: 'Hello' } })
    const { link } = await call<{ link: string }>('POST /api/assist/{code}/{deed}', {
      ...{ as: '', path: { code, deed: 'agree' } },
    })
    await call('GET /api/requests/{reference}', { ...INES, ...ticket })
    const { pathname, searchParams } = new URL(link)
    const key = pathname.split('/').at(-1)
    await call('POST /api/standins/machine/{key}', {
      ...{ as: '', path: { key }, body: { as: searchParams.get('as'), deed: 'clear' } },
    })
    const one = (deed: string, body?: object) => ({
      ...TORA,
      path: { reference, id, deed },
      ...(body && { body }),
    })
    await call('POST /api/tickets/{reference}/assists/{id}/{deed}', one('join'))
    await call('POST /api/tickets/{reference}/assists/{id}/say', one('', { text: 'I look now.' }))
    await call('POST /api/tickets/{reference}/assists/{id}/invite', one('', { person: 'mika-okoro' }))
    await call('POST /api/tickets/{reference}/assists/{id}/{deed}', one('keep'))
    const word = JSON.stringify({ type: 'assist.lost', session })
    const [secret = ''] = await webhookSecrets(served.db, ASSIST_SECRET)
    const at = Math.floor(machineNow() / 1000)
    const heard = await fetch(`${served.url}/api/assist/events`, {
      method: 'POST',
      headers: {
        ...{ 'content-type': 'application/json', 'webhook-id': 'w1', 'webhook-timestamp': String(at) },
        'webhook-signature': new Webhook(secret).sign('w1', new Date(at * 1000), word),
      },
      body: word,
    })
    expect(await heard.json()).toEqual({ goesOn: true })
    await page()
    await call('GET /api/standins/assist')
    await call('POST /api/tickets/{reference}/assists/{id}/{deed}', one('end'))
    await page()
    await call('GET /api/requests/{reference}', { ...INES, ...ticket })
    await outside.stop()
  })

  it('fits what is stated: what is placed', async () => {
    const reference = await log()
    const { id } = await call<{ id: number }>('POST /api/tickets/{reference}/jobs', {
      ...{ path: { reference }, body: { takes: 3_600_000, site: null } },
    })
    const one = { path: { reference, id } }
    await call('PATCH /api/tickets/{reference}/jobs/{id}', { ...one, body: { meets: 'the purser' } })
    await call('GET /api/dispatch/jobs')
    const { places } = await call<{ places: { person: string; start: number }[] }>(
      'GET /api/dispatch/places',
      {
        query: { reference, job: id },
      },
    )
    const { person, start: from } = places[0]!
    const body = { person, from, tell: false }
    const { booking } = await call<{ booking: number }>('POST /api/tickets/{reference}/jobs/{id}/place', {
      ...{ ...one, body },
    })
    await call('GET /api/dispatch/board', { query: { days: 14 } })
    await call('GET /api/dispatch/work', { query: { days: 14 } })
    const visit = await call<{ id: number }>('POST /api/tickets/{reference}/jobs', {
      ...{ path: { reference }, body: { takes: 3_600_000, site: null, visit: true } },
    })
    const placed = await call<{ booking: number }>('POST /api/tickets/{reference}/jobs/{id}/place', {
      path: { reference, id: visit.id },
      body: { person, from: from + 4 * 3_600_000, tell: true, insists: 'so it is heard of' },
    })
    await call('POST /api/requests/{reference}/visits/{job}', {
      ...INES,
      path: { reference, job: visit.id },
      body: { says: 'suits', booking: placed.booking, from: from + 4 * 3_600_000 },
    })
    await call('POST /api/dispatch/tell', { body: {} })
    const own = { person: 'tora-aas', from: from + 8 * 3_600_000, to: from + 9 * 3_600_000, what: 'Look' }
    const { sequence } = await call<{ sequence: number }>('POST /api/tickets/{reference}/bookings', {
      ...{ ...TORA, path: { reference }, body: own },
    })
    await call('POST /api/tickets/{reference}/bookings/{id}/job', { path: { reference, id: sequence } })
    const deed = () => ({ key: randomUUID(), reference, booking: sequence, at: from })
    await call('POST /api/my/day', { ...TORA, body: { ...deed(), step: 'onWay' } })
    const report = { words: 'Seen', parts: [{ what: 'Belt', count: '2' }], signedBy: 'Ines Varga' }
    await call('POST /api/my/day', { ...TORA, body: { ...deed(), report } })
    const day = new Date(own.from).toISOString().slice(0, 10)
    await call('GET /api/my/day', { ...TORA, query: { day } })
    await call('POST /api/my/calendar')
    await call('GET /api/my/calendar')
    await call('DELETE /api/my/calendar')
    await call('POST /api/tickets/{reference}/jobs/{id}/split', { ...one, body: { first: 1_800_000 } })
    await call('POST /api/tickets/{reference}/jobs/{id}/free', { ...one, body: { booking } })
  })

  it('fits what is stated: what is only read', async () => {
    const reference = await log()
    const page = await call<{ deliveries: { key: string }[] }>('GET /api/tickets/{reference}', {
      path: { reference },
    })
    expect(page.deliveries.length).toBeGreaterThan(0)
    for (const name of [
      ...['GET /api/adoption', 'GET /api/arrivals', 'GET /api/articles', 'GET /api/bench'],
      ...[
        'GET /api/catalog/use',
        'GET /api/clock',
        'GET /api/clocks',
        'GET /api/design-file',
        'GET /api/draft',
      ],
      ...['GET /api/editions', 'GET /api/health', 'GET /api/ladders/figures', 'GET /api/mail-in'],
      ...[
        'GET /api/me',
        'GET /api/messages',
        'GET /api/messages/mine',
        'GET /api/my/ways',
        'GET /api/notices',
      ],
      ...[
        'GET /api/openapi.json',
        'GET /api/directory',
        'GET /api/requests',
        'GET /api/setup',
        'GET /api/signals',
      ],
      ...[
        'GET /api/standins/mail',
        'GET /api/technicians',
        'GET /api/glance',
        'GET /api/tickets',
        'GET /api/tickets/board',
        'GET /api/tickets/lanes',
      ],
      ...[
        'GET /api/triage/corrections',
        'GET /api/triage/decided',
        'GET /api/triage/learnt',
        'GET /api/similar/past',
        'GET /api/views',
      ],
      ...['GET /api/views/words', 'GET /api/webhooks', 'GET /api/standins/gateway'],
    ])
      await call(name)
    await call('GET /api/requests', INES)
    await call('GET /api/tickets', {
      query: { view: 'all', group: 'team', rule: 'triage/where-it-goes#gates' },
    })
    await call('GET /api/articles', { query: { search: 'scanner' } })
    await call('GET /api/calendars/holidays')
    await call('GET /api/calendars/holidays', { query: { country: 'NO', from: 2026 } })
    await call('GET /api/choices/{type}', { path: { type: 'person' } })
    await call('GET /api/editions/{number}', { path: { number: 1 } })
    await call('GET /api/editions/compare', { query: { from: 1, to: 1 } })
    await call('GET /api/rotas', { query: { from: served.begins, to: served.begins + 7 * 86_400_000 } })
    await call('GET /api/search', { query: { words: 'gate' } })
    await call('GET /api/intake', { query: { requester: 'ines-varga' } })
    await call('GET /api/intake', { query: { requester: 'ines-varga', item: 'gate-scanner' } })
    await call('GET /api/intake/agreements/{number}', { path: { number: 1042 } })
    const merrow = { path: { portal: 'merrow' }, ...INES }
    await call('GET /api/portals/{portal}', { ...merrow, as: '' })
    await call('GET /api/portals/{portal}', merrow)
    await call('GET /api/portals/{portal}/help', { ...merrow, query: { words: 'The scanner is dirty' } })
    await call('GET /api/portals/{portal}/items/{item}', {
      ...INES,
      path: { portal: 'merrow', item: 'gate-scanner' },
    })
    await call('GET /api/portals/{portal}/search', { ...merrow, query: { words: 'gate scanner' } })
    await call('GET /api/portals/{portal}/first', {
      ...merrow,
      query: { item: 'gate-scanner', words: 'gate scanner reads' },
    })
    const here = { path: { reference } }
    await call('GET /api/requests/{reference}', { ...here, ...INES })
    await call('GET /api/tickets/{reference}/facts', here)
    await call('GET /api/tickets/{reference}/replies', here)
    await call('GET /api/tickets/{reference}/beside', here)
    await call('GET /api/tickets/{reference}/similar', here)
    const { id: suspicion } = await served.db
      .insertInto('suspicion')
      .values({
        ...{ ticket: reference, print: 'p', words: ['gate'], began_at: 0, last_at: deskNow(), count: 5 },
        ...{ span: 3_600_000, usual: 0.1, chance: 1e-6, settled_at: null, settled_by: null, cause: null },
      })
      .returning('id')
      .executeTakeFirstOrThrow()
    await call('GET /api/suspicions')
    await call('POST /api/suspicions/{number}', {
      path: { number: Number(suspicion) },
      body: { cause: false },
    })
    await call('GET /api/tickets/{reference}/statement', { ...here, query: { target: 'resolve' } })
    await call('POST /api/ladders/trial', { body: { reference } })
    await call('POST /api/triage/trial', { body: { reference } })
    await call('POST /api/triage/rehearsal', { body: { days: 400 } })
    await call('POST /api/templates/preview', { body: { reference, subject: 'About {number}', body: 'x' } })
    await call('POST /api/working-time/between', {
      body: { calendar: 'varnes', start: '2026-11-16T08:00', end: '2026-11-17T08:00' },
    })
    await call('POST /api/working-time/due', {
      body: { calendar: 'varnes', start: '2026-11-16T08:00', duration: 'PT2H' },
    })
  }, 120_000)

  it('fits what is stated: the life of tickets', async () => {
    const reference = await log()
    const other = await log()
    const ticket = <T = object>(name: string, body?: unknown, more: object = {}) => {
      const [method, rest] = name.split(' ') as [string, string]
      const address = `${method} /api/tickets/{reference}${rest && '/'}${rest}`
      return call<T>(address, { ...TORA, path: { reference, ...more }, body })
    }
    await ticket('POST assign', { technician: 'tora-aas' })
    await ticket('POST reply', { text: 'We look' })
    await ticket('POST note', { text: 'A note' })
    await ticket('POST here', { doing: 'reads' })
    await ticket('POST watch', { on: true })
    await ticket('POST estimate', { minutes: 20 })
    await ticket('POST title', { summary: 'Gate 3 reads nothing' })
    const { rows: known } = await call<{ rows: { id: number }[] }>('GET /api/articles')
    await ticket('POST articles', { article: known[0]!.id, on: true })
    const { id: steps } = await call<{ id: number }>('POST /api/articles', {
      body: { title: 'The scanner’s round', body: '- [ ] Wake it', audience: 'desk' },
    })
    await ticket('POST procedures/{article}', {}, { article: steps })
    await ticket('POST procedures/{article}/steps/{step}', { on: true }, { article: steps, step: 1 })
    await ticket('DELETE procedures/{article}', undefined, { article: steps })
    await ticket('GET as-article')
    await ticket('POST missing-article', { text: 'How a turnstile is set back' })
    const { rows: missing } = await call<{ rows: { id: number }[] }>('GET /api/missing-articles')
    await call('POST /api/missing-articles/{number}', { path: { number: missing[0]!.id }, body: {} })
    await ticket('POST clocks', { do: 'pause', targets: [], why: 'a storm' })
    await ticket('POST clocks', { do: 'resume', targets: [] })
    await ticket('POST sort', { field: 'category', value: 'gates/barriers' })
    await ticket('POST fields', { values: { remarks: 'x' } })
    await ticket('POST links', { to: other, as: 'related', on: true })
    const part = await call<{ reference: number }>('POST /api/tickets/{reference}/part', {
      ...TORA,
      path: { reference },
      body: { summary: 'A part', as: 'part' },
    })
    await ticket('POST tasks', { tasks: [{ text: 'Look' }, { text: 'Think' }] })
    const joining = await call<{ reference: number }>('POST /api/tickets', {
      ...INES,
      body: {
        ...{ item: 'new-crew', portal: 'merrow' },
        answers: { joinerName: 'Signe Dahl', startsOn: '2026-12-01', joinerNeeds: ['mail'] },
      },
    })
    const planned = (name: string, body: unknown, of: object, as = TORA) => {
      const [method, part] = name.split(' ')
      const path = { reference: joining.reference, ...of }
      return call(`${method} /api/tickets/{reference}/plans${part ? `/${part}` : ''}`, { ...as, path, body })
    }
    const found = await call<{ plans: { run: number }[] }>('GET /api/tickets/{reference}', { path: joining })
    const { run } = found.plans[0]!
    const of = (task: string) => ({ run, task })
    await planned('PATCH {run}/tasks/{task}', { done: true }, of('crew-list'))
    await planned('GET {run}/tasks/{task}/form', undefined, of('berth'))
    const berth = { answers: { berth: 'Cabin 12', watch: 'day' } }
    await planned('POST {run}/tasks/{task}/form', berth, of('berth'))
    const linked = async (template: string, is: 'word' | 'form') => {
      const { key } = await served.db
        .selectFrom('outbox')
        .select('key')
        .where('reference', '=', joining.reference)
        .where('template', '=', template)
        .orderBy('sequence', 'desc')
        .executeTakeFirstOrThrow()
      return { path: { token: await linkToken(served.db, is, key) }, as: '' }
    }
    const word = await linked('sealAsked', 'word')
    await call('GET /api/words/{token}', word)
    await call('POST /api/words/{token}/question', { ...word, body: { text: 'For how long?' } })
    const asked = await served.db
      .selectFrom('plan_task')
      .select('person')
      .where('reference', '=', joining.reference)
      .where('task', '=', 'seal')
      .executeTakeFirstOrThrow()
    await planned('POST {run}/tasks/{task}/hand', { from: asked.person, to: 'corin-vale' }, of('seal'))
    await call('GET /api/plans/mine', { as: 'corin-vale' })
    await call('GET /api/plans/board', TORA)
    await planned('POST {run}/tasks/{task}/question', { text: 'Why?' }, of('seal'), { as: 'corin-vale' })
    await planned('POST {run}/tasks/{task}/word', { yes: true, text: 'Gladly' }, of('seal'), {
      as: 'corin-vale',
    })
    const { key } = await served.db
      .selectFrom('outbox')
      .select('key')
      .where('reference', '=', joining.reference)
      .where('channel', '=', 'call')
      .executeTakeFirstOrThrow()
    await served.desk.run(
      joining.reference,
      { kind: 'recordDelivery', key, state: 'givenUp', attempt: 5, detail: 'in trouble' },
      { system: 'messages' },
    )
    await planned('POST {run}/tasks/{task}/again', {}, of('account'))
    await planned('POST {run}/back', { stage: 'prepare', text: 'The name is wrong' }, { run })
    const form = await linked('formAsked', 'form')
    await call('GET /api/forms/{token}', form)
    await call('POST /api/forms/{token}', { ...form, body: berth })
    await planned('PATCH {run}/tasks/{task}', { done: true }, of('crew-list'))
    await call('POST /api/words/{token}', { ...(await linked('sealAsked', 'word')), body: { yes: true } })
    await planned('POST {run}/end', { text: 'She does not come' }, { run })
    await planned('POST ', { plan: 'joining' }, {})
    await ticket('POST timer', { turn: 'start' })
    await ticket('POST timer', { turn: 'stop' })
    const { now } = await call<{ now: number }>('GET /api/clock')
    await ticket('POST time', { from: now - 600_000, to: now - 300_000, what: 'looked' })
    await ticket('POST bookings', {
      person: 'tora-aas',
      from: now + 3_600_000,
      to: now + 7_200_000,
      what: 'a visit',
    })
    const page = await ticket<{
      times: { id: number }[]
      bookings: { id: number }[]
      tasks: { id: string }[]
      statusId: string
      deliveries: { key: string; person: string }[]
    }>('GET ')
    await ticket('PATCH bookings/{id}', { state: 'calledOff' }, { id: page.bookings[0]!.id })
    await ticket('DELETE time/{id}', undefined, { id: page.times[0]!.id })
    await ticket('PATCH tasks/{task}', { done: true }, { task: page.tasks[0]!.id })
    await ticket('POST tasks/order', { order: page.tasks.map((one) => one.id).reverse() })
    const kept = { name: 'Twice', team: 'networks', reference }
    const { number } = await call<{ number: number }>('POST /api/checklists', {
      as: 'olin-brandt',
      body: kept,
    })
    await call('PATCH /api/checklists/{number}', {
      as: 'olin-brandt',
      path: { number },
      body: { team: null },
    })
    await ticket('POST tasks', { checklist: `kept:${number}` })
    await call('GET /api/checklists', TORA)
    await call('GET /api/checklists/counts', TORA)
    await call('GET /api/plans/lived', { ...TORA, query: { plan: 'joining' } })
    await call('GET /api/tasks/mine', TORA)
    await call('DELETE /api/checklists/{number}', { as: 'olin-brandt', path: { number } })
    await ticket('DELETE tasks/{task}', undefined, { task: page.tasks[1]!.id })
    const { made } = await ticket<{ made: number }>('POST moves', { move: 'start', from: page.statusId })
    await ticket('DELETE moves/{sequence}', undefined, { sequence: made })
    await ticket('POST major', { step: 'declare', text: 'All gates are dark' })
    await ticket('POST major', { step: 'gather', tickets: [other] })
    await ticket('POST major', { step: 'update', text: 'The cable is found' })
    await call('GET /api/tickets/{reference}/major', { path: { reference } })
    await ticket('POST major', { step: 'end', text: 'It is mended' })
    const third = await log()
    await call('POST /api/tickets/{reference}/merge', {
      ...TORA,
      path: { reference: third },
      body: { into: part.reference },
    })
    const fourth = { path: { reference: await log() }, ...TORA }
    const solved = { from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'Mended' } }
    await call('POST /api/tickets/{reference}/move', { ...fourth, body: solved })
    await call('POST /api/requests/{reference}/confirm', { ...fourth, ...INES })
    const verdict = { verdict: 'well', text: 'Quick' }
    await call('POST /api/requests/{reference}/rate', { ...fourth, ...INES, body: verdict })
    const corin = { person: 'corin-vale' }
    await served.desk.run(fourth.path.reference, { kind: 'watch', ...corin, on: true }, corin)
    const watching = { ...fourth, as: corin.person, body: { on: true } }
    await call('POST /api/requests/{reference}/watch', watching)
    await call('POST /api/requests/{reference}/answer', { ...fourth, ...INES, body: { text: 'It is not' } })
    await call('POST /api/requests/{reference}/withdraw', { ...fourth, ...INES, body: { text: 'It is' } })
    const many = { references: [other, part.reference], field: 'queue', value: 'boarding' }
    await call('POST /api/tickets/many', { ...TORA, body: { ...many, trial: true } })
    await call('POST /api/tickets/many', { ...TORA, body: many })
  }, 120_000)

  it('fits what is stated: Arrivals, alarms and messages', async () => {
    const draft = await call<{ version: number; design: Record<'portals' | 'plans', { id: string }[]> }>(
      'GET /api/draft',
    )
    const before = draft.design.portals.find((one) => one.id === 'merrow')!
    const change = { list: 'portals', id: 'merrow', before, after: { ...before, holds: true } }
    const plan = draft.design.plans.find((one) => one.id === 'joining')!
    const renamed = { list: 'plans', id: 'joining', before: plan, after: { ...plan, name: 'Joining' } }
    const { version } = await call<{ version: number }>('PATCH /api/draft', {
      body: { changes: [change, renamed] },
    })
    await call('POST /api/draft/publish', { body: { version, note: 'Merrow is looked at first' } })
    const running = await served.db
      .selectFrom('plan_run')
      .select(['reference', 'run'])
      .where('ended_at', 'is', null)
      .executeTakeFirstOrThrow()
    await sql`update ticket set state = jsonb_set(state, '{edition}', '2'), edition = 2
      where reference = ${running.reference}`.execute(served.db)
    await call('POST /api/tickets/{reference}/plans/{run}/edition', { ...TORA, path: running })
    const held = { path: { reference: await log() }, ...TORA }
    await call('GET /api/arrivals', TORA)
    await call('GET /api/arrivals/{reference}', held)
    await call('POST /api/arrivals/{reference}/outlook', { ...held, body: {} })
    await call('POST /api/tickets/{reference}/reject', { ...held, body: { text: 'Ask the ferry' } })
    await call('POST /api/tickets/{reference}/hold', held)
    await call('POST /api/tickets/{reference}/accept', { ...held, body: {} })
    await call('POST /api/clock/forward', { body: { by: '1h' } })
    await call('POST /api/messages/seen')
    const climbs = { path: { reference: await log() }, ...TORA }
    await call('POST /api/tickets/{reference}/accept', { ...climbs, body: {} })
    for (let hours = 0; hours < 6; hours++) await call('POST /api/clock/forward', { body: { by: '1h' } })
    await call('POST /api/tickets/{reference}/acknowledge', climbs)
    await served.db
      .updateTable('outbox')
      .set({ state: 'givenUp' })
      .where('reference', '=', held.path.reference)
      .execute()
    const { key } = await served.db
      .selectFrom('outbox')
      .select('key')
      .where('reference', '=', held.path.reference)
      .where('template', '=', 'confirmation')
      .executeTakeFirstOrThrow()
    await served.desk.run(
      held.path.reference,
      { kind: 'recordDelivery', key, state: 'givenUp', attempt: 3, detail: 'x' },
      { system: 'delivery' },
    )
    await call('POST /api/messages/{key}/again', { path: { key } })
    const message = { path: { token: await linkToken(served.db, 'acknowledge', key) }, as: '' }
    await call('GET /api/acknowledgements/{token}', message)
    await call('POST /api/acknowledgements/{token}', message)
    await call('POST /api/delivery-reports/{token}', {
      as: '',
      path: { token: await linkToken(served.db, 'report', key) },
      body: { state: 'delivered' },
    })
    await served.at(served.begins + 100 * 60_000)
    const adoption = await call<{ edition: number }>('GET /api/adoption')
    await call('POST /api/adoption', { body: { edition: adoption.edition } })
    await call('DELETE /api/adoption')
  }, 120_000)

  it('fits what is stated: design, directory and knowledge', async () => {
    const leads = { authorization: `Bearer ${tokens['ada-thorne']}` }
    const file = await fetch(`${served.url}/api/design-file?edition=1`, { headers: leads })
    const text = await file.text()
    await call('GET /api/draft/directory')
    await call('POST /api/design-file/preview', { body: { text } })
    const { version } = await call<{ version: number }>('GET /api/draft')
    const taken = await call<{ version: number }>('POST /api/design-file', { body: { text, version } })
    await call('POST /api/editions/{number}/take-back', {
      path: { number: 1 },
      body: { version: taken.version },
    })
    await call('DELETE /api/draft')
    const table = await fetch(`${served.url}/api/tables/routing/file?as=csv`, { headers: leads })
    const csv = await table.text()
    await call('POST /api/tables/{part}/read', {
      path: { part: 'routing' },
      query: { as: 'csv' },
      body: csv,
      type: 'application/octet-stream',
    })
    await call('POST /api/calendars/read', {
      body: { text: 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nEND:VCALENDAR\r\n' },
    })
    await call('POST /api/webhooks/{webhook}/secret', { path: { webhook: 'quay-board' } })
    await call('GET /api/webhooks')
    const lists: Record<string, object> = {
      agreements: {
        organisation: 'merrow',
        cover: 'Round the clock',
        first: '2027-01-01',
        type: 'maintenance',
      },
      equipment: { name: 'Gate scanner', organisation: 'merrow', parts: ['Lens'], extra: { Firmware: '4' } },
      people: { name: 'Una Vane', mail: 'una-vane@merrow.sound.example', role: 'requester', site: 'varnes' },
      teams: { name: 'Night Watch', lead: 'tora-aas', desks: ['house'] },
      sites: {
        name: 'Far Pier',
        organisation: 'merrow',
        zone: 'Europe/Oslo',
        calendar: 'varnes',
        ways: { hallin: 5 },
      },
      queues: { name: 'Night', team: 'networks' },
    }
    const made: Record<string, string> = {}
    for (const [list, body] of Object.entries(lists)) {
      const { id } = await call<{ id: string }>('POST /api/directory/{list}', { path: { list }, body })
      const path = { list, id }
      made[list] = id
      await call('PATCH /api/directory/{list}/{id}', { path, body: { remarks: 'new' } })
      await call('GET /api/directory/{list}/{id}', { path })
      await call('GET /api/directory/{list}/{id}/uses', { path })
      await call('POST /api/directory/{list}/{id}/away', { path })
      await call('POST /api/directory/{list}/{id}/back', { path })
      await call('GET /api/directory/{list}', { path: { list }, query: { limit: 3 } })
    }
    await call('GET /api/directory/trail', { query: { limit: 9 } })
    await call('GET /api/directory/missing')
    await call('GET /api/directory/lists')
    await call('GET /api/directory/week', { query: { team: 'networks', from: served.begins } })
    const gear = { path: { number: Number(made.equipment) } }
    await call('POST /api/equipment/{number}/repair', {
      ...gear,
      body: { shop: 'The quay workshop', expected: '2026-12-01' },
    })
    await call('GET /api/directory/{list}', { path: { list: 'equipment' }, query: { out: true } })
    await call('POST /api/equipment/{number}/back', { ...gear, body: { remarks: 'New lens', cost: 12.5 } })
    await call('GET /api/equipment/{number}/history', gear)
    await call('GET /api/portals/{portal}/about/{number}', {
      ...INES,
      path: { portal: 'merrow', number: 5001 },
    })
    const sent = await call<{ id: string }>('POST /api/directory/{list}/file', {
      path: { list: 'equipment' },
      query: { as: 'csv' },
      body: 'number,name\n1,x\n',
      type: 'application/octet-stream',
    })
    const listFile = { path: { file: sent.id } }
    await call('GET /api/directory/{list}/sent', { path: { list: 'equipment' } })
    await doFile(served.desk, sent.id, true)
    await call('GET /api/directory/files/{file}', listFile)
    await call('POST /api/directory/files/{file}/take', listFile)
    await call('DELETE /api/directory/files/{file}', listFile)
    const merger = { path: { list: 'teams', id: made.teams! } }
    await call('GET /api/directory/{list}/{id}/merger', {
      ...merger,
      query: { into: 'networks', chosen: 'lead' },
    })
    await call('POST /api/directory/{list}/{id}/merger', { ...merger, body: { into: 'networks' } })
    const una = { person: made.people! }
    await call('POST /api/people/{person}/invitation', { path: una })
    await call('GET /api/people/{person}/access', { path: una })
    const link = await sql<{ id: string }>`select id from access_link where person = ${una.person}`.execute(
      served.db,
    )
    const token = await linkToken(served.db, 'access', link.rows[0]!.id)
    await call('GET /api/password/{token}', { path: { token }, as: '' })
    const headers = { origin: served.url, 'content-type': 'application/json' }
    const send = (path: string, body: object) =>
      fetch(`${served.url}${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
    expect((await send(`/api/password/${token}`, { password: 'a few words here' })).status).toBe(200)
    expect((await send('/api/password/forgotten', { mail: 'nobody@x.example' })).status).toBe(200)
    const script = await madeAccess('token', 'tora-aas')
    await call('GET /api/my/access', TORA)
    await call('DELETE /api/my/tokens/{id}', { ...TORA, path: { id: script } })
    await call('DELETE /api/my/sessions', TORA)
    const [before, after] = ['sound-of-hallin', 'sound-of-hallin again']
    await call('POST /api/my/password', { ...TORA, body: { before, after } })
    await call('POST /api/my/password', { ...TORA, body: { before: after, after: before } })
    for (const what of ['session', 'token'] as const) {
      const id = await madeAccess(what, 'rhea-munk')
      await call(
        what === 'session'
          ? 'DELETE /api/people/{person}/sessions/{id}'
          : 'DELETE /api/people/{person}/tokens/{id}',
        {
          path: { person: 'rhea-munk', id },
        },
      )
    }
    const mine = await madeAccess('session', 'tora-aas')
    await call('DELETE /api/my/sessions/{id}', { ...TORA, path: { id: mine } })
    await call('DELETE /api/people/{person}/access', { path: { person: 'rhea-munk' } })
    await call('POST /api/people/{person}/shift', {
      path: { person: 'pia-lund' },
      body: { week: 'Mon–Fri 08:00–16:00', from: '2026-12-01' },
    })
    await call('POST /api/people/{person}/absence', {
      path: { person: 'pia-lund' },
      body: { from: '2026-11-17', to: '2026-11-18', why: 'away' },
    })
    await call('POST /api/people/{person}/hand-over', { path: { person: 'pia-lund' }, body: {} })
    const override = { from: served.begins, to: served.begins + 3_600_000, person: 'tora-aas', why: 'swap' }
    const { ids } = await call<{ ids: number[] }>('POST /api/rotas/{rota}/overrides', {
      path: { rota: 'watch' },
      body: override,
    })
    await call('GET /api/rotas', { query: { from: served.begins, to: served.begins + 7 * 86_400_000 } })
    await call('DELETE /api/rotas/{rota}/overrides', { path: { rota: 'watch' }, query: { id: ids[0] } })
    await call('POST /api/rotas/{rota}/calendar', {
      path: { rota: 'watch' },
      body: { text: 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nEND:VCALENDAR\r\n' },
    })
    const article = { title: 'The scanner sleeps', body: 'Wake it.', audience: 'requesters' }
    const { id } = await call<{ id: number }>('POST /api/articles', { body: article })
    const one = { path: { article: id } }
    await call('PATCH /api/articles/{article}', {
      ...one,
      body: { ...article, body: 'Wake it up.', version: 1 },
    })
    await call('GET /api/articles/{article}/versions', one)
    await call('GET /api/articles/{article}/versions/{version}', { path: { ...one.path, version: 1 } })
    const norwegian = { path: { ...one.path, language: 'nb' } }
    const said = { title: 'Skanneren sover', body: 'Vekk den.' }
    await call('PUT /api/articles/{article}/translations/{language}', { ...norwegian, body: said })
    await call('GET /api/articles/{article}/translations/{language}', norwegian)
    await call('DELETE /api/articles/{article}/translations/{language}', norwegian)
    await call('POST /api/articles/{article}/related', { ...one, body: { article: 1, on: true } })
    await call('POST /api/articles/{article}/still-true', { ...one, body: { until: null } })
    await call('POST /api/articles/{article}/verdict', { ...one, body: { helped: true } })
    const there = { portal: 'merrow', article: id }
    await call('POST /api/portals/{portal}/articles/{article}/verdict', {
      ...INES,
      path: there,
      body: { helped: false, words: 'Which key?' },
    })
    await call('POST /api/portals/{portal}/missed', {
      ...INES,
      path: { portal: 'merrow' },
      body: { words: 'zephyr quoin' },
    })
    await call('POST /api/missing-articles/searched', { body: { words: 'zephyr quoin' } })
    await call('POST /api/articles/{article}/offer', { ...one, body: { categories: ['gates'], on: true } })
    await call('GET /api/articles/{article}', one)
    await call('GET /api/portals/{portal}/articles/{article}', {
      ...INES,
      path: { portal: 'merrow', article: id },
    })
    await call('POST /api/portals/{portal}/at-hand', {
      ...INES,
      path: { portal: 'merrow' },
      body: { item: 'gate-scanner', on: true },
    })
    await call('POST /api/portals/{portal}/solved', {
      ...INES,
      path: { portal: 'merrow' },
      body: { article: id },
    })
    await call('DELETE /api/articles/{article}', one)
    await call('POST /api/articles/{article}/back', one)
    const notice = await call<{ id: number }>('POST /api/notices', {
      body: { title: 'Gates are slow', body: 'We know.' },
    })
    await call('POST /api/notices/{notice}/end', { path: { notice: notice.id } })
    const view = { name: 'Gates', definition: {} }
    const kept = await call<{ id: number }>('POST /api/views', { ...TORA, body: view })
    await call('PATCH /api/views/{view}', { ...TORA, path: { view: kept.id }, body: view })
    await call('POST /api/views/opens', { ...TORA, body: { view: kept.id } })
    await call('GET /api/views', TORA)
    await call('DELETE /api/views/{view}', { ...TORA, path: { view: kept.id } })
  }, 120_000)

  it('fits what is stated: oneself, files and the outside', async () => {
    await call('POST /api/my/ways', { ...TORA, body: { ways: null, quiet: null } })
    await call('GET /api/my/ways', TORA)
    await call('POST /api/my/ways', { ...TORA, body: { ways: [{ channel: 'mail', hours: null }] } })
    await call('GET /api/my/ways', TORA)
    await call('POST /api/my/language', { ...INES, body: { language: 'nb' } })
    await call('POST /api/attachments', {
      ...INES,
      query: { name: 'gate.txt' },
      body: 'It beeps',
      type: 'application/octet-stream',
    })
    const event = {
      specversion: '1.0',
      source: 'contract',
      type: 'sound.gate.silent',
      data: { text: 'no answer' },
    }
    await call('POST /api/signals', {
      body: JSON.stringify({ ...event, id: randomUUID() }),
      type: 'application/cloudevents+json',
    })
    await call('POST /api/standins/gateway', { body: { channel: 'chat', behaviour: 'takes' } })
    await call('POST /api/standins/mail', { body: { refuse: false } })
    await call('POST /api/standins/monitor', { body: { fixes: 'works' } })
    const origin = { origin: served.url, 'content-type': 'application/json' }
    const body = JSON.stringify({ mail: 'tora-aas@commons.sound.example', password: 'sound-of-hallin' })
    const signedIn = await fetch(`${served.url}/api/sign-in`, { method: 'POST', headers: origin, body })
    const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!
    const token = JSON.stringify({ name: 'a script', days: 2 })
    const make = (more: object) =>
      fetch(`${served.url}/api/my/tokens`, { method: 'POST', headers: { ...origin, ...more }, body: token })
    expect(await (await make({ cookie })).json()).toMatchObject({ token: expect.stringMatching(/^yare_/) })
    expect((await make({ authorization: `Bearer ${tokens['tora-aas']}` })).status).toBe(403)
    await fetch(`${served.url}/api/sign-out`, { method: 'POST', headers: { ...origin, cookie } })
  })

  it('pairs with another desk, by a code of either side', async () => {
    const other = await partnerDesk('contract_partner')
    setting('YARE_URL', served.url)
    setting('YARE_PRIVATE_CALLS', [other.here.address, served.url].map((one) => new URL(one).host).join(' '))
    try {
      const { code } = await makeCode(other.desk, 'ada-thorne')
      const { id } = await call<{ id: string }>('POST /api/partners', {
        body: { address: other.here.address, code },
      })
      await call('GET /api/partners')
      const made = await call<{ code: string; address: string }>('POST /api/partners/code')
      await pairWith(other.here, made, 'ada-thorne')
      const [theirs] = await other.db.selectFrom('partner').select('id').execute()
      await carry(other.desk, theirs!.id)
      const settle = async () => {
        for (const [desk, partner] of [
          [served.desk, id],
          [other.desk, theirs!.id],
        ] as const)
          await carry(desk, partner)
      }
      const [state, weight] = ASKS.takes.fields
      const takes = {
        ...ASKS.takes,
        files: true as const,
        fields: [{ ...state!, conflict: 'ask' as const }, weight!],
      }
      await publishMaps(served, { id, name: 'Harbour', ...ASKS, takes })
      const sends = { ...TAKES.sends, files: true as const }
      await publishMaps(other, { id: theirs!.id, name: 'Commons', ...TAKES, sends })
      await settle()
      const { reference } = (await served.desk.log({ ...SCANNER, channel: 'desk' }, INES_HERE)).state
      const path = { reference }
      await call('POST /api/partners/{id}/trial', {
        path: { id },
        body: { reference, says: { stage: 'working' } },
      })
      const which = { all: [{ fact: 'channel', op: 'is', value: 'desk' }] }
      const lead = { path: { id }, as: 'olin-brandt' }
      await call('GET /api/partners/{id}/backlog', lead)
      await call('POST /api/partners/{id}/backlog/look', { ...lead, body: { which } })
      await call('POST /api/partners/{id}/backlog', { ...lead, body: { which } })
      for (const deed of ['stop', 'go-on'])
        await call('POST /api/partners/{id}/backlog/{deed}', { ...lead, path: { id, deed } })
      await call('GET /api/partners/{id}/backlog', lead)
      await call('GET /api/tickets/{reference}/partners', { path, as: 'tora-aas' })
      await call('POST /api/tickets/{reference}/partners', { path, body: { partner: id }, as: 'tora-aas' })
      await settle()
      // Both change it before either has heard of the other.
      const there = (await ticketState(served.desk, reference)).counterparts![0]!
      await served.desk.run(reference, { kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, TORA_HERE)
      const fields = { reason: 'Which one?' }
      await other.desk.run(
        there.reference!,
        { kind: 'move', from: 'logged', to: 'ask-requester', fields },
        TORA_HERE,
      )
      const content = Buffer.from('It is dark.')
      const file = await keepFile(other.db, 'tora-aas', { name: 'ramp.txt', type: 'text/plain', content })
      const reply = { kind: 'reply' as const, text: 'See for yourself.', attachments: [file] }
      await other.desk.run(there.reference!, reply, TORA_HERE)
      await carry(other.desk, theirs!.id)
      const shown = await call<{ counterparts: { open: unknown[] }[] }>(
        'GET /api/tickets/{reference}/partners',
        {
          path,
        },
      )
      expect(shown.counterparts[0]!.open).toHaveLength(1)
      const of = { reference, id: there.id }
      const body = { target: 'status', keeps: 'ours' }
      await call('POST /api/tickets/{reference}/partners/{id}/decide', { path: of, body, as: 'tora-aas' })
      await call('POST /api/tickets/{reference}/partners/{id}/end', { path: of, as: 'tora-aas' })
      for (const deed of ['renew', 'retry', 'end'])
        await call('POST /api/partners/{id}/{deed}', { path: { id, deed } })
    } finally {
      setting('YARE_PRIVATE_CALLS')
      setting('YARE_URL')
      await other.close()
    }
  }, 60_000)

  /** What needs a desk, a mailbox or a mail that this one has not; their own tests call them. */
  const ELSEWHERE = ['POST /api/mail-in/{mail}/take', 'POST /api/setup', 'POST /api/standins/mail/send']

  it('has been heard of every route that answers JSON', () => {
    expect(unheard()).toEqual(ELSEWHERE)
  })
})
