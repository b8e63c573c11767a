import { randomBytes, randomUUID } from 'node:crypto'
import type { IncomingHttpHeaders } from 'node:http'
import {
  afterDeed,
  ASSIST_MEANS,
  factsOf,
  newMachine,
  panelsOf,
  type MachineDeed,
  type MachineDoer,
  type MachineEvent,
  type StandInMachine,
} from '../../core/assist'
import { isOneOf, isRecord } from '../../core/lookup'
import { Refused } from '../../core/ticket'
import { ASSIST_SECRET, isSigned } from '../assist/service'
import { deskAddress } from '../base/links'
import { log } from '../base/log'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { signatures, webhookSecrets } from '../delivery/webhookSecrets'

// An assist service in small, with one machine for each session. It speaks with its desk as any other service would.

/** How the stand-in behaves where nobody plays. */
export interface AssistFaults {
  guest: 'asks' | 'agrees' | 'refuses'
  /** `breaks` is cut some seconds after somebody came in. */
  line: 'steady' | 'breaks'
  /** `forgets` never says that a session is over, nor that it is alive. */
  end: 'says' | 'forgets'
}
export const PLAIN_FAULTS: AssistFaults = { guest: 'asks', line: 'steady', end: 'says' }
const KEY = 'standin.assist'

export async function assistFaults(db: Database): Promise<AssistFaults> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  return { ...PLAIN_FAULTS, ...(row?.value as Partial<AssistFaults> | undefined) }
}

export async function setAssistFaults(db: Database, faults: AssistFaults): Promise<AssistFaults> {
  const value = JSON.stringify(faults)
  await db
    .insertInto('setting')
    .values({ key: KEY, value })
    .onConflict((on) => on.column('key').doUpdateSet({ value }))
    .execute()
  return faults
}

/** What of a call matters here. */
interface Called {
  type: string
  session: string
  data: Record<string, unknown>
}

/** What the stand-in answers to a call of its desk. */
export async function takeAssist(
  db: Database,
  headers: IncomingHttpHeaders,
  body: string,
): Promise<{ status: number; answer: object }> {
  if (!(await isSigned(db, body, headers as Record<string, string>)))
    return { status: 401, answer: { said: 'not signed' } }
  const called = calledIn(body)
  if (!called) return { status: 422, answer: { said: 'no call of an assist session' } }
  if (called.type === 'assist.begin') return { status: 200, answer: await begin(db, called) }
  const row = await db
    .selectFrom('standin_machine')
    .selectAll()
    .where('key', '=', called.session)
    .executeTakeFirst()
  if (!row) return { status: 404, answer: { said: 'no such session' } }
  return { status: 200, answer: await hear(db, called) }
}

function calledIn(body: string): Called | undefined {
  try {
    const said: unknown = JSON.parse(body)
    if (!isRecord(said) || typeof said.type !== 'string' || typeof said.session !== 'string') return undefined
    return { type: said.type, session: said.session, data: isRecord(said.data) ? said.data : {} }
  } catch {
    return undefined
  }
}

const windowOf = (key: string, as: string) => `${deskAddress()}/standins/machine/${key}?as=${as}`
const textIn = (data: Record<string, unknown>, name: string) => String(data[name] ?? '')

async function begin(db: Database, { session: key, data }: Called): Promise<object> {
  const guest = randomUUID()
  const allows = (Array.isArray(data.allows) ? data.allows : []).filter((one) =>
    isOneOf(ASSIST_MEANS, String(one)),
  )
  const given = {
    ...{ name: data.machine ? textIn(data, 'machine') : 'Quay terminal', person: textIn(data, 'requester') },
    ...{ allows, recorded: data.recorded === true },
  }
  const state = newMachine(given, randomBytes(2).readUInt16BE(), deskNow())
  await db
    .insertInto('standin_machine')
    .values({ key, guest, state: JSON.stringify(state), events: textIn(data, 'events') })
    .execute()
  const { guest: plays } = await assistFaults(db)
  // The desk keeps the session once it has its answer; only then there is something to agree to.
  if (plays !== 'asks')
    later(PLAYS_AFTER, () => tellDesk(db, key, [{ type: 'assist.answered', yes: plays === 'agrees' }]))
  return { guest: windowOf(key, guest) }
}

const PLAYS_AFTER = 1500
const BREAKS_AFTER = 5000

function later(wait: number, work: () => Promise<unknown>): void {
  setTimeout(
    () => void work().catch((error: Error) => log.warn({ error: error.message }, 'assist stand-in')),
    wait,
  )
}

/** Something other than a deed of somebody at a window. */
async function hear(db: Database, { type, session: key, data }: Called): Promise<object> {
  const person = isRecord(data.person)
    ? { person: textIn(data.person, 'id'), name: textIn(data.person, 'name') }
    : null
  if (type === 'assist.join' && person) return join(db, key, person)
  if (type === 'assist.restart') {
    await change(db, key, (machine) =>
      afterDeed(machine, 'restart', { person: null, name: '' }, {}, deskNow()),
    )
    return {}
  }
  await change(db, key, (machine) => ({
    machine: { ...machine, ...heard(machine, type, person, data) },
    tells: [],
  }))
  if (type === 'assist.agreed') later(0, () => seen(db, key))
  return {}
}

function heard(
  machine: StandInMachine,
  type: string,
  person: MachineDoer | null,
  data: Record<string, unknown>,
): Partial<StandInMachine> {
  if (type === 'assist.agreed') return { agreed: true }
  if (type === 'assist.end') return { over: true }
  if (type === 'assist.leave')
    return { windows: machine.windows.filter((one) => one.person !== person?.person) }
  if (type !== 'assist.said') return {}
  const by = person ?? { person: null, name: machine.person }
  return { chat: [...machine.chat, { ...by, text: textIn(data, 'text'), at: deskNow() }].slice(-200) }
}

/** The machine says how it is. */
async function seen(db: Database, key: string): Promise<void> {
  const { machine } = await change(db, key, (machine) => ({ machine, tells: [] }))
  await tellDesk(db, key, [{ type: 'assist.seen', facts: factsOf(machine) }])
}

async function join(db: Database, key: string, { person, name }: MachineDoer): Promise<object> {
  const as = randomUUID()
  await change(db, key, (machine) => ({
    machine: { ...machine, windows: [...machine.windows.slice(-9), { person: person ?? '', name, as }] },
    tells: [],
  }))
  if ((await assistFaults(db)).line === 'breaks') later(BREAKS_AFTER, () => cut(db, key))
  return { window: windowOf(key, as) }
}

/** The line of a machine is cut. */
export async function cut(db: Database, key: string): Promise<void> {
  await change(db, key, (machine) =>
    machine.over || machine.cutAt !== undefined
      ? { machine, tells: [] }
      : { machine: { ...machine, cutAt: deskNow() }, tells: [{ type: 'assist.lost' }] },
  )
}

type After = { machine: StandInMachine; tells: MachineEvent[] } | { whyNot: string }

/** Changes a machine, one after the other, and tells its desk. @throws Refused where it cannot be done */
async function change(db: Database, key: string, work: (machine: StandInMachine) => After) {
  const after = await db.transaction().execute(async (trx) => {
    const row = await trx
      .selectFrom('standin_machine')
      .select('state')
      .where('key', '=', key)
      .forUpdate()
      .executeTakeFirst()
    if (!row) throw new Refused('missing', 'There is no such machine.')
    const done = work(row.state)
    if ('whyNot' in done) throw new Refused('conflict', done.whyNot)
    await trx
      .updateTable('standin_machine')
      .set((e) => ({ state: JSON.stringify(done.machine), version: e('version', '+', 1) }))
      .where('key', '=', key)
      .execute()
    return done
  })
  if (after.tells.length) await tellDesk(db, key, after.tells)
  return after
}

type Telling = MachineEvent | { type: 'assist.answered'; yes: boolean }

/** Says something to the desk, signed as any service would; what it does not hear is said again some times. */
async function tellDesk(db: Database, key: string, tells: readonly Telling[]): Promise<void> {
  const row = await db
    .selectFrom('standin_machine')
    .select('events')
    .where('key', '=', key)
    .executeTakeFirst()
  if (!row) return
  const forgets = (await assistFaults(db)).end === 'forgets'
  for (const one of tells) {
    if (forgets && ['assist.ended', 'assist.alive', 'assist.left'].includes(one.type)) continue
    const body = JSON.stringify({ ...one, session: key })
    const id = randomUUID()
    for (let tries = 0; tries < 4; tries++) {
      const answer = await post(db, row.events, id, body)
      if (answer !== undefined) {
        if (answer.goesOn === false) await over(db, key)
        break
      }
      await new Promise((done) => setTimeout(done, 250 * 2 ** tries))
    }
  }
}

/** What the desk answered; nothing where it did not hear. */
async function post(
  db: Database,
  events: string,
  id: string,
  body: string,
): Promise<Record<string, unknown> | undefined> {
  const [secret = ''] = await webhookSecrets(db, ASSIST_SECRET)
  const timestamp = Math.floor(machineNow() / 1000)
  try {
    const answer = await fetch(events, {
      method: 'POST',
      headers: {
        ...{ 'content-type': 'application/json', 'webhook-id': id, 'webhook-timestamp': String(timestamp) },
        'webhook-signature': signatures([secret], id, timestamp, body),
      },
      body,
      signal: AbortSignal.timeout(5000),
    })
    const said: unknown = await answer.json()
    // What it does not take it does not take the next time either.
    return answer.status < 500 ? (isRecord(said) ? said : {}) : undefined
  } catch {
    return undefined
  }
}

/** The desk says that the session is over. */
async function over(db: Database, key: string): Promise<void> {
  await change(db, key, (machine) => ({ machine: { ...machine, over: true }, tells: [] }))
}

/** Who looks at a machine, by what their window was opened with. @throws Refused where nobody was given that */
function doerOf(guest: string, { person, windows }: StandInMachine, as: string): MachineDoer {
  if (as === guest) return { person: null, name: person }
  const window = windows.find((one) => one.as === as)
  if (!window) throw new Refused('missing', 'This window is shut: the session is over, or was left.')
  return { person: window.person, name: window.name }
}

/**
 * Does something on a machine, or looks at it.
 * @param zone of whoever looks
 * @throws Refused where that cannot be done
 */
export async function onMachine(
  db: Database,
  key: string,
  { as, deed, ...words }: { as: string; deed: MachineDeed; text?: string; name?: string; size?: number },
  zone: string,
) {
  const row = await db.selectFrom('standin_machine').selectAll().where('key', '=', key).executeTakeFirst()
  if (!row) throw new Refused('missing', 'There is no such machine.')
  const by = doerOf(row.guest, row.state, as)
  const now = deskNow()
  const planned = afterDeed(row.state, deed, by, words, now)
  // Where nothing comes of it nothing is written: windows look every second.
  const { machine } =
    'machine' in planned && planned.machine === row.state
      ? planned
      : await change(db, key, (before) => afterDeed(before, deed, by, words, now))
  return shown(machine, by, zone, now)
}

function shown(machine: StandInMachine, by: MachineDoer, zone: string, now: number) {
  const {
    name,
    person,
    allows,
    recorded,
    agreed,
    chat,
    files,
    over: isOver,
    windows,
    cutAt,
    restarting,
  } = machine
  const isHelper = by.person !== null
  return {
    ...{ name, person, allows, recorded, agreed, chat, files, isOver, isHelper },
    /** Who of the desk looks at it. */
    within: [...new Set(windows.map((one) => one.name))],
    isCut: cutAt !== undefined,
    isRestarting: restarting !== undefined && restarting > now,
    panels: isHelper && cutAt !== undefined ? [] : panelsOf(machine, zone, now),
  }
}

/** How many machines are listed. */
const MOST_LISTED = 30

/** Machines of sessions, the newest first, each with where whoever sits at it sees it. */
export async function machinesNow(db: Database) {
  const rows = await db
    .selectFrom('standin_machine')
    .innerJoin('assist_session', 'assist_session.key', 'standin_machine.key')
    .select(['standin_machine.key', 'guest', 'state', 'reference'])
    .orderBy('reference', 'desc')
    .orderBy('id', 'desc')
    .limit(MOST_LISTED)
    .execute()
  return rows.map(({ key, guest, reference, state: { name, person, over, agreed } }) => ({
    ...{ key, reference, name, person, isOver: over, agreed, link: windowOf(key, guest) },
  }))
}
