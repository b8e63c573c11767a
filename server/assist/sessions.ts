import { randomUUID } from 'node:crypto'
import {
  ASSIST_CODE_GROUPS,
  assistRules,
  isWithin,
  openAssist,
  type AssistMeans,
  type AssistSession,
} from '../../core/assist'
import { messageOf } from '../../core/error/messageOf'
import { Refused, type Actor, type TicketState } from '../../core/ticket'
import { deskAddress } from '../base/links'
import { log } from '../base/log'
import { newCode } from '../base/secrets'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Trx } from '../db/connection'
import { ticketState } from '../queries/ticketState'
import { callService, linkIn, type ServiceCall } from './service'

/** What somebody of the desk asks for. */
export interface AssistAsked {
  allows: AssistMeans[]
  recorded: boolean
  /** Number of the piece of equipment that it is about. */
  machine?: string
}

const GUEST: Actor = { system: 'assist' }

async function serviceOf(desk: Desk, state: TicketState): Promise<string> {
  const { design } = await desk.knowledge.editionOf(state)
  return assistRules(design.desk.assist).service ?? ''
}

/** Tells the service something that does not keep the desk from going on. @returns whether it heard */
async function tell(desk: Desk, state: TicketState, call: ServiceCall): Promise<boolean> {
  try {
    await callService(desk.db, await serviceOf(desk, state), call)
    return true
  } catch (error) {
    log.warn({ reference: state.reference, call: call.type, error: messageOf(error) }, 'assist service')
    return false
  }
}

/**
 * Begins a session: the service makes it, the ticket keeps it, and its requester is told how to come.
 * @returns its number on the ticket
 * @throws Refused where it cannot be begun, or the service does not take it; nothing has changed then
 */
export async function beginAssist(
  desk: Desk,
  reference: number,
  asked: AssistAsked,
  person: string,
): Promise<{ id: number }> {
  const [key, code] = [randomUUID(), newCode(ASSIST_CODE_GROUPS)]
  const [state, directory] = await Promise.all([ticketState(desk, reference), desk.knowledge.directory()])
  const found = asked.machine === undefined ? undefined : directory.equipment.get(asked.machine)
  if (asked.machine !== undefined && !found)
    throw new Refused('invalid', 'There is no such piece of equipment.', [
      { field: 'machine', message: 'choose another one' },
    ])
  const machine = found && { number: String(found.number), name: found.name }
  const { allows, recorded } = asked
  const command = {
    ...{ kind: 'offerAssist' as const, key, allows, recorded, ...(machine && { machine }) },
    join: `${deskAddress()}/assist/${code}`,
  }
  const actor = { person }
  const planned = await desk.preview(reference, command, actor)
  const session = openAssist(planned.decided.state.assists)!
  const answer = await callService(desk.db, await serviceOf(desk, state), {
    ...{ type: 'assist.begin', session: key },
    data: {
      ...{ ticket: reference, desk: planned.design.design.desk.name, technician: directory.nameOf(person) },
      ...{ requester: directory.nameOf(session.guest), machine: machine?.name ?? null },
      ...{ allows: session.allows, recorded, until: new Date(session.until).toISOString() },
      events: `${deskAddress()}/api/assist/events`,
    },
  })
  const link = linkIn(answer, 'guest')
  try {
    const after = await desk.run(reference, command, actor, (trx, { state: { assists } }) =>
      keepSession(trx, { key, reference, id: openAssist(assists)!.id, code, link }),
    )
    return { id: openAssist(after.assists)!.id }
  } catch (error) {
    await tell(desk, state, { type: 'assist.end', session: key })
    throw error
  }
}

interface Kept {
  key: string
  reference: number
  id: number
  code: string
  link: string
}

async function keepSession(trx: Trx, { link: guest_link, ...row }: Kept): Promise<void> {
  await trx
    .insertInto('assist_session')
    .values({ ...row, guest_link })
    .execute()
}

/** @throws Refused where the ticket has no such session */
async function sessionOn(desk: Desk, reference: number, id: number) {
  const state = await ticketState(desk, reference)
  const session = state.assists?.find((one) => one.id === id)
  if (!session) throw new Refused('missing', 'There is no such assist session on this ticket.')
  return { state, session }
}

/**
 * Somebody of the desk comes in.
 * @returns the address of the window in which they see the machine
 */
export async function joinAssist(desk: Desk, reference: number, id: number, person: string): Promise<string> {
  const { state, session } = await sessionOn(desk, reference, id)
  const command = { kind: 'joinAssist' as const, id }
  await desk.preview(reference, command, { person })
  const directory = await desk.knowledge.directory()
  const answer = await callService(desk.db, await serviceOf(desk, state), {
    ...{ type: 'assist.join', session: session.key },
    data: { person: { id: person, name: directory.nameOf(person) } },
  })
  const window = linkIn(answer, 'window')
  await desk.run(reference, command, { person })
  return window
}

/** Somebody of the desk goes, the machine restarts, or all of it is over: the ticket knows, and the service is told. */
export async function doInAssist(
  desk: Desk,
  reference: number,
  id: number,
  deed: 'leave' | 'restart' | 'end',
  person: string,
): Promise<void> {
  const { state, session } = await sessionOn(desk, reference, id)
  const actor = { person }
  if (deed === 'restart') return restart(desk, state, session, person)
  if (deed === 'leave') await desk.run(reference, { kind: 'leaveAssist', id, person }, actor)
  else await desk.run(reference, { kind: 'endAssist', id, why: 'done' }, actor)
  if (session.state === 'ended') return
  const type = deed === 'leave' ? ('assist.leave' as const) : ('assist.end' as const)
  await tell(desk, state, { type, session: session.key, data: { person: { id: person } } })
}

async function restart(
  desk: Desk,
  state: TicketState,
  session: AssistSession,
  person: string,
): Promise<void> {
  if (!isWithin(session, person))
    throw new Refused('conflict', 'Come into the session before you restart the machine.')
  if (!session.allows.includes('restart'))
    throw new Refused('conflict', 'Whoever sits at the machine was not asked for a restart.')
  await callService(desk.db, await serviceOf(desk, state), { type: 'assist.restart', session: session.key })
}

/** Most lines of one session, and the longest of them. */
const MOST_LINES = 1000
export const LINE_LIMIT = 2000
/** A session of which nothing was heard for so long has a sign of life written down, in milliseconds. */
const QUIET = 10 * 60_000

/**
 * Somebody says something in a session: of the desk, or whoever sits at the machine.
 * @param person nobody for whoever sits at the machine
 * @param isHeard whether the service has it already
 * @throws Refused where the session is over, nothing is said, or too much was
 */
export async function sayInAssist(
  desk: Desk,
  key: string,
  { person, text }: { person: string | null; text: string },
  isHeard = false,
): Promise<{ brought: boolean }> {
  const row = await desk.db.selectFrom('assist_session').selectAll().where('key', '=', key).executeTakeFirst()
  if (!row) throw new Refused('missing', 'There is no such assist session.')
  const { state, session } = await sessionOn(desk, row.reference, row.id)
  if (session.state === 'ended')
    throw new Refused(
      'conflict',
      'This session is over. Ask the desk to begin another one.',
      [],
      'assistOver',
    )
  const said = text.trim()
  if (!said)
    throw new Refused(
      'invalid',
      'Nothing is said.',
      [{ field: 'text', message: 'write something' }],
      'textEmpty',
    )
  await keepLine(desk, key, person, said.slice(0, LINE_LIMIT))
  if (session.state === 'agreed' && deskNow() - session.heardAt >= QUIET)
    await desk.run(row.reference, { kind: 'assistDid', id: row.id, did: { is: 'goesOn' } }, GUEST)
  desk.announce(row.reference)
  if (isHeard) return { brought: true }
  const directory = await desk.knowledge.directory()
  const name = directory.nameOf(person ?? session.guest)
  const data = { person: person === null ? null : { id: person, name }, text: said }
  return { brought: await tell(desk, state, { type: 'assist.said', session: key, data }) }
}

async function keepLine(desk: Desk, key: string, person: string | null, text: string): Promise<void> {
  await desk.db.transaction().execute(async (trx) => {
    // One after the other: the session's row is held while its line is numbered.
    await trx.selectFrom('assist_session').select('key').where('key', '=', key).forUpdate().execute()
    const { lines } = await trx
      .selectFrom('assist_line')
      .select((e) => e.fn.countAll<number>().as('lines'))
      .where('key', '=', key)
      .executeTakeFirstOrThrow()
    const line = Number(lines) + 1
    if (line > MOST_LINES)
      throw new Refused(
        'conflict',
        `More than ${MOST_LINES} lines were said in this session: begin another one.`,
      )
    await trx.insertInto('assist_line').values({ key, line, person, text, at: deskNow() }).execute()
  })
}

/**
 * Whoever sits at the machine agrees, does not, or ends it.
 * @param by somebody who has signed in; nobody where the code alone is known
 * @returns where the service has their machine, once they have agreed
 */
export async function guestDoes(
  desk: Desk,
  { key, reference, id }: { key: string; reference: number; id: number },
  deed: 'agree' | 'refuse' | 'end',
  by: string | undefined,
): Promise<void> {
  const { state } = await sessionOn(desk, reference, id)
  const actor: Actor = by === undefined ? GUEST : { person: by }
  if (deed === 'end') await desk.run(reference, { kind: 'endAssist', id, why: 'left' }, actor)
  else await desk.run(reference, { kind: 'answerAssist', id, yes: deed === 'agree' }, actor)
  await tell(desk, state, { type: deed === 'agree' ? 'assist.agreed' : 'assist.end', session: key })
}

/** Keeps what the machine says of itself as what is known of that piece of equipment. @throws Refused where nothing is known */
export async function keepMachine(desk: Desk, reference: number, id: number): Promise<void> {
  const { session } = await sessionOn(desk, reference, id)
  const { machine, seen } = session
  if (!machine || !seen)
    throw new Refused(
      'conflict',
      'There is nothing to keep: the machine has said nothing, or is not known here.',
    )
  const row = { at: seen.at, facts: JSON.stringify(seen.facts), reference }
  await desk.db
    .insertInto('machine_seen')
    .values({ equipment: machine.number, ...row })
    .onConflict((on) => on.column('equipment').doUpdateSet(row))
    .execute()
  desk.announce(reference)
}
