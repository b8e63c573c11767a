import { sql } from 'kysely'
import { dueAt } from '../../core/clock'
import type { CompiledDesign, Directory } from '../../core/design'
import { valueInWords } from '../../core/fields'
import { answersInWords } from '../../core/intake'
import { statusOf, type CompiledKind } from '../../core/lifecycle'
import {
  answeredLater,
  asksVerdict,
  happenedTo,
  readsRequest,
  saidToRequester,
  type Entry,
  type Happened,
  type Reads,
  type TicketState,
} from '../../core/ticket'
import { say, type Language } from '../../core/words'
import { likePattern } from '../db/likePattern'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { assistForGuest } from './assist'
import { readyBy, stepsShown } from './plans'
import type { Reading } from './reading'
import { loadTicket } from './tickets'
import { visitsOf } from './visits'

/** A ticket as somebody reads it who is no one of the desk; undefined where it is nothing of theirs. */
async function loadRequest(desk: Reading, reference: number, person: string) {
  const found = await loadTicket(desk, reference)
  const current = await desk.knowledge.currentEdition()
  const reads = found && readsRequest(found.state, person, current, found.directory)
  return found && reads && { ...found, reads }
}

/** What a requester sees of a ticket: status in plain words, when it will be done, the conversation. */
export async function requestPage(
  desk: Reading,
  reference: number,
  person: string,
  language: Language = 'en',
) {
  const found = await loadRequest(desk, reference, person)
  if (!found) return undefined
  const { state, directory, entries, reads } = found
  const design = found.design.inLanguage(language)
  const kind = design.kind(state.kind)
  const item = design.item(state.item)
  return {
    ...requestOf(state, design, { language, reads, directory }),
    /** Who has it. */
    technician: state.technician === null ? null : directory.nameOf(state.technician),
    /** Whether its requester is asked how it was done. */
    asksVerdict: reads === 'own' && asksVerdict(state, kind, entries),
    confirmed: state.confirmedAt !== undefined,
    rating: state.rating ?? null,
    steps: stepsShown(state, design),
    /** When somebody comes, and the other times that are free. */
    visits: reads === 'own' && !state.held ? await visitsOf(desk, state, directory) : [],
    readyBy: readyBy(state, design, directory),
    assist: reads === 'own' ? await assistForGuest(desk, state, directory) : { asks: null, past: [] },
    happened: happenedTo(entries, kind).map((one) => ({
      at: one.at,
      says: happenedSaid(one, kind, directory, language),
    })),
    fields: design.fieldsOf(state.kind).flatMap((field) => {
      const value = field.toRequester ? state.fields?.[field.name] : undefined
      if (value === undefined) return []
      const answer = valueInWords(field, value, design.nameOf(directory), language)
      return [{ name: field.name, label: field.label, answer }]
    }),
    answers: answersInWords(
      design.form(item.form),
      design.questions,
      state.answers,
      design.nameOf(directory, state.attachments),
      language,
    ),
    /** What others answered for it later on, where the requester sees it. */
    answeredLater: answeredLater(state, design, directory, language).filter((one) => one.shown),
    conversation: [...entries, ...(await saidSinceMerge(desk, state, entries, person))].flatMap((entry) => {
      const by =
        'person' in entry.actor ? directory.nameOf(entry.actor.person) : say(language, 'request.desk')
      const mine = 'person' in entry.actor && entry.actor.person === person
      const said = entry.kind === 'answered' ? entry : saidToRequester(entry, kind, state)
      if (!said) return []
      const { text, attachments } = said
      const quoted = entry.kind === 'answered' ? entry.quoted : undefined
      return [{ at: entry.at, by, text, mine, attachments, quoted, isOurs: entry.kind !== 'answered' }]
    }),
  }
}

function happenedSaid(one: Happened, kind: CompiledKind, directory: Directory, language: Language): string {
  if (one.is === 'has')
    return one.person === null
      ? say(language, 'happened.nobody')
      : say(language, 'happened.has', { name: directory.nameOf(one.person) })
  if (one.is !== 'status') return say(language, `happened.${one.is}`)
  const status = kind.statuses.find(({ id }) => id === one.status)?.plainly ?? one.status
  return one.again ? say(language, 'happened.opened', { status }) : status
}

/** What was said to and by a requester where their merged request is handled; what others said there is not theirs. */
async function saidSinceMerge(
  desk: Reading,
  { mergedInto }: TicketState,
  entries: Entry[],
  person: string,
): Promise<Entry[]> {
  const since = entries.findLast((one) => one.kind === 'merged')?.at
  if (mergedInto === undefined || since === undefined) return []
  const there = await loadTicket(desk, mergedInto)
  if (!there) return []
  const kind = there.design.kind(there.state.kind)
  const isTheirs = (entry: Entry) =>
    saidToRequester(entry, kind, there.state) !== undefined ||
    (entry.kind === 'answered' && 'person' in entry.actor && entry.actor.person === person)
  return there.entries.filter((entry) => entry.at >= since && isTheirs(entry))
}

interface Reader {
  language: Language
  reads: Reads
  directory: Directory
}

function requestOf(state: TicketState, design: CompiledDesign, { language, reads, directory }: Reader) {
  const status = statusOf(design.kind(state.kind), state.status)
  const asks = state.held && (state.held.askedAt ?? 0) > (state.held.answeredAt ?? 0)
  const due = (target: string) => {
    const clock = state.clocks.findLast((one) => one.target === target)
    if (!clock) return { due: null, ended: null }
    return { due: dueAt(clock, design.hoursOf(clock)) ?? null, ended: clock.outcome ?? null }
  }
  return {
    reference: state.reference,
    summary: design.said(state.summary),
    /** How its reader comes to read it, and who asked. */
    reads,
    requester: directory.nameOf(state.requester),
    /** In words, how long such things usually take; what the item says comes before what the priority says. */
    expected: design.findItem(state.item)?.expected ?? design.priority(state.priority).expected ?? null,
    loggedAt: state.loggedAt,
    status: plainly(state, status.plainly, { language, reads, directory }),
    /** Whether it waits in Arrivals. */
    held: state.held !== undefined,
    /** With which it is handled. */
    mergedInto: state.mergedInto ?? null,
    group: status.group,
    // A status in which the requester is told and the desk waits is one that waits for the requester.
    waitsForMe: asks ?? (status.group === 'waiting' && status.tell !== undefined),
    respond: due('respond'),
    resolve: due('resolve'),
  }
}

/** Where a request stands, for its requester. */
function plainly(
  { held, rejected, mergedInto, requester }: TicketState,
  status: string,
  { language, reads, directory }: Reader,
): string {
  if (mergedInto !== undefined) return say(language, 'stands.together', { reference: String(mergedInto) })
  if (rejected) return say(language, 'stands.rejected')
  if (!held) return status
  if ((held.askedAt ?? 0) <= (held.answeredAt ?? 0)) return say(language, 'stands.held')
  return reads === 'own'
    ? say(language, 'stands.asked')
    : say(language, 'stands.waitsForThem', { name: directory.nameOf(requester) })
}

export type MyRequest = ReturnType<typeof requestOf>

/** Which requests are listed. */
export interface RequestsWanted {
  /** Those of colleagues that the portals show, or one's own with those one watches. */
  of: 'own' | 'colleagues'
  /** Part of what it is about or of an answer, or its number. */
  words: string
  /** The last one of the page before. */
  after?: { isDone: boolean; reference: number }
  most: number
}

/** Where somebody reads those of colleagues: which portals show them, and which items are for whoever asks alone. */
export function sharedAmongColleagues({ design }: CompiledDesign) {
  const portals = design.portals.filter((one) => one.colleagues?.includes('see')).map((one) => one.id)
  return { portals, confidential: design.items.filter((one) => one.confidential).map((one) => one.id) }
}

/** Whether an organisation's people see each other's requests at a portal of theirs. */
export const seeColleagues = (design: CompiledDesign, organisation: string | undefined): boolean =>
  organisation !== undefined &&
  design.design.portals.some(
    ({ organisations, colleagues }) =>
      colleagues?.includes('see') && (!organisations.length || organisations.includes(organisation)),
  )

async function rowsOf(desk: Reading, person: string, wanted: RequestsWanted) {
  const design = await desk.knowledge.currentEdition()
  const organisation = (await desk.knowledge.directory()).people.get(person)?.organisation ?? null
  const { portals, confidential } = sharedAmongColleagues(design)
  const { of, after, most } = wanted
  const words = wanted.words.trim()
  const like = likePattern(words)
  const isDone = sql<boolean>`(status_group = 'done')`
  return desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where(sql<boolean>`state->'internal' is null`)
    .$if(of === 'own', (q) =>
      q.where((e) =>
        e.or([
          e('requester', '=', person),
          e.and([
            sql<boolean>`state->'watchers' @> ${JSON.stringify([person])}::jsonb`,
            e('organisation', '=', organisation),
          ]),
        ]),
      ),
    )
    .$if(of === 'colleagues', (q) =>
      q
        .where('organisation', '=', organisation)
        .where('requester', '<>', person)
        .where(sql<boolean>`portal = any(${portals}::text[])`)
        .where(sql<boolean>`item <> all(${confidential}::text[])`),
    )
    .$if(words !== '', (q) =>
      q.where((e) =>
        e.or([
          ...(/^\d{1,15}$/.test(words) ? [e('reference', '=', Number(words))] : []),
          e('summary', 'ilike', like),
          // What was answered, and not what was asked; what the desk notes for itself finds nothing here.
          sql<boolean>`exists (select 1 from jsonb_each_text(state->'answers') as answer where answer.value ilike ${like})`,
        ]),
      ),
    )
    .$if(after !== undefined, (q) =>
      q.where(
        sql<boolean>`(${isDone}, -reference) > (${after!.isDone}::boolean, ${-after!.reference}::bigint)`,
      ),
    )
    .orderBy(isDone)
    .orderBy('reference', 'desc')
    .limit(most)
    .execute()
}

/** Requests that somebody reads as a requester, open ones first, then newest first. */
export async function requestsFor(
  desk: Reading,
  person: string,
  wanted: RequestsWanted,
  language: Language = 'en',
): Promise<MyRequest[]> {
  const rows = await rowsOf(desk, person, wanted)
  return requestsRead(desk, rows.map(wholeState), person, language)
}

/** Requests as somebody reads them; those that they do not read are left out. */
export async function requestsRead(
  desk: Reading,
  states: readonly TicketState[],
  person: string,
  language: Language,
): Promise<MyRequest[]> {
  const [current, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const found = await Promise.all(
    states.map(async (state) => {
      const reads = readsRequest(state, person, current, directory)
      const design = (await desk.knowledge.editionOf(state)).inLanguage(language)
      return reads ? [requestOf(state, design, { language, reads, directory })] : []
    }),
  )
  return found.flat()
}
