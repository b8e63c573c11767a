import {
  ASSIST_CODE_GROUPS,
  assistInWords,
  assistRules,
  chatPaper,
  factChanges,
  factLines,
  openAssist,
  reportPaper,
  type AssistPaper,
  type AssistSession,
} from '../../core/assist'
import { readPlainCode } from '../../core/code'
import type { Directory } from '../../core/design'
import {
  designNames,
  entryInWords,
  isOfAssist,
  Refused,
  type Entry,
  type TicketState,
} from '../../core/ticket'
import type { Language } from '../../core/words'
import { deskAddress } from '../base/links'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { ticketState } from './ticketState'
import { loadTicket } from './tickets'

/** So many of what was said last are shown. */
const MOST_SHOWN = 200

async function linesOf(
  { db }: Pick<Reading, 'db'>,
  key: string,
  directory: Directory,
  guest: string,
  most?: number,
) {
  const rows = await db
    .selectFrom('assist_line')
    .select(['line', 'person', 'text', 'at'])
    .where('key', '=', key)
    .orderBy('line', 'desc')
    .$if(most !== undefined, (q) => q.limit(most ?? 0))
    .execute()
  return rows.reverse().map(({ line, person, text, at }) => ({
    ...{ line, person, text, at, by: directory.nameOf(person ?? guest) },
  }))
}

/** The assist sessions of a ticket, and what can be asked for; the one that goes on with its code and what was said. */
export async function assistsOn(desk: Reading, reference: number) {
  const state = await ticketState(desk, reference)
  const [{ design }, directory] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
  ])
  const { service, offers } = assistRules(design.desk.assist)
  const now = deskNow()
  const open = openAssist(state.assists)
  const nameOf = (id: string) => directory.nameOf(id)
  return {
    /** Whether a service is attached. */
    attached: service !== undefined,
    offers,
    /** What may be looked at: what the ticket is about, and what its requester uses. */
    machines: machinesFor(state, directory),
    open: open ? await openPart(desk, open, directory, design.desk.zone) : null,
    past: (state.assists ?? [])
      .filter((one) => one.state === 'ended')
      .reverse()
      .map((one) => ({
        ...{
          id: one.id,
          says: assistInWords(one, nameOf, now),
          endedAt: one.endedAt!,
          isPaper: one.agreedAt !== undefined,
        },
      })),
  }
}

function machinesFor({ equipment, requester }: TicketState, directory: Directory) {
  const used = [...directory.equipment.values()].filter(
    (one) => one.user === requester && one.active !== false,
  )
  const own = equipment ? [{ number: equipment.number, name: equipment.name }] : []
  const more = used
    .map(({ number, name }) => ({ number: String(number), name }))
    .filter((one) => own.every((each) => each.number !== one.number))
  return [...own, ...more].slice(0, 50)
}

async function openPart(desk: Reading, session: AssistSession, directory: Directory, zone: string) {
  const [row, lines, known] = await Promise.all([
    desk.db.selectFrom('assist_session').select('code').where('key', '=', session.key).executeTakeFirst(),
    linesOf(desk, session.key, directory, session.guest, MOST_SHOWN),
    session.machine ? machineSeen(desk, session.machine.number) : undefined,
  ])
  const now = deskNow()
  const code = row?.code ?? ''
  return {
    ...session,
    code,
    link: `${deskAddress()}/assist/${code}`,
    hostName: directory.nameOf(session.host),
    guestName: directory.nameOf(session.guest),
    people: session.people.map((one) => ({ ...one, name: directory.nameOf(one.person) })),
    invited: session.invited.map((id) => directory.nameOf(id)),
    lines,
    /** What the machine says of itself. */
    facts: session.seen ? factLines(session.seen.facts, zone, now) : [],
    /** What is otherwise than the desk knew, where it knew something. */
    changes: session.seen && known ? factChanges(known.facts, session.seen.facts, zone, now) : [],
    knownAt: known?.at ?? null,
    /** Whether what the machine says now is what is kept. */
    isKept: known !== undefined && known.at === session.seen?.at,
  }
}

/** What a piece of equipment said of itself when somebody took it over last. */
export const machineSeen = ({ db }: Pick<Reading, 'db'>, equipment: string) =>
  db
    .selectFrom('machine_seen')
    .select(['at', 'facts', 'reference'])
    .where('equipment', '=', equipment)
    .executeTakeFirst()

/**
 * The session that a code is for.
 * @throws Refused where there is none: it was typed wrongly, or its session is over
 */
export async function assistOfCode(desk: Reading, typed: string) {
  const code = readPlainCode(typed, ASSIST_CODE_GROUPS)
  const row =
    code === undefined
      ? undefined
      : await desk.db.selectFrom('assist_session').selectAll().where('code', '=', code).executeTakeFirst()
  if (!row) throw noSession()
  const state = await ticketState(desk, row.reference)
  const session = state.assists?.find((one) => one.id === row.id)
  if (!session) throw noSession()
  return { ...row, state, session }
}

const noSession = () =>
  new Refused(
    'missing',
    'There is no session for this code: look at it again, or ask the desk for another one.',
    [],
    'assistOver',
  )

/** What whoever sits at the machine sees of a session before they agree, and while it goes on. */
export async function guestPage(
  desk: Reading,
  { key, session, state, guest_link }: Awaited<ReturnType<typeof assistOfCode>>,
  language: Language,
) {
  const [{ design }, directory] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
  ])
  const { allows, recorded, until, host, guest, machine, people } = session
  return {
    language,
    ...{ reference: state.reference, desk: design.desk.name, host: directory.nameOf(host) },
    ...{ guest: directory.nameOf(guest), machine: machine?.name ?? null },
    ...{ allows, recorded, until, state: session.state },
    isLate: session.state === 'offered' && deskNow() >= until,
    within: people.filter((one) => one.to === undefined).map((one) => directory.nameOf(one.person)),
    /** Where the service has their machine, once they have agreed. */
    link: session.state === 'agreed' ? guest_link : null,
    lines: session.state === 'ended' ? [] : await linesOf(desk, key, directory, guest, MOST_SHOWN),
  }
}

/** What of its assist sessions a requester sees on their request: who asks to look at their machine, and what they may read. */
export async function assistForGuest(
  { db }: Pick<Reading, 'db'>,
  { assists = [] }: TicketState,
  directory: Directory,
) {
  const open = openAssist(assists)
  const isAsked = open !== undefined && (open.state === 'agreed' || deskNow() < open.until)
  const row = isAsked
    ? await db.selectFrom('assist_session').select('code').where('key', '=', open.key).executeTakeFirst()
    : undefined
  return {
    asks:
      row && open
        ? { code: row.code, host: directory.nameOf(open.host), agreed: open.state === 'agreed' }
        : null,
    past: assists
      .filter((one) => one.state === 'ended' && one.agreedAt !== undefined)
      .map(({ id, agreedAt, endedAt, shows }) => ({ id, from: agreedAt!, to: endedAt!, shows })),
  }
}

/** A paper of a session, as a text file. @throws Refused where there is none */
export async function assistPaper(desk: Reading, reference: number, id: number, paper: AssistPaper) {
  const found = await loadTicket(desk, reference)
  const session = found?.state.assists?.find((one) => one.id === id)
  if (!found || !session) throw new Refused('missing', 'There is no such assist session on this ticket.')
  const { design, directory, entries } = found
  const { zone } = design.design.desk
  const text =
    paper === 'chat'
      ? chatPaper(await linesOf(desk, session.key, directory, session.guest), zone)
      : reportPaper(reference, session, eventsOf(entries, id, found), {
          nameOf: (one) => directory.nameOf(one),
          zone,
        })
  return { name: `${reference}-assist-${paper}.txt`, text }
}

function eventsOf(
  entries: readonly Entry[],
  id: number,
  { design, directory }: { design: { design: Parameters<typeof designNames>[0] }; directory: Directory },
) {
  const people = Object.fromEntries([...directory.people.values()].map((one) => [one.id, one.name]))
  const names = { ...designNames(design.design), people, category: '' }
  return entries.flatMap((entry) =>
    isOfAssist(entry) && entry.assist === id
      ? [{ at: entry.at, text: entryInWords(entry, names) ?? '' }]
      : [],
  )
}
