import { keysOf, textsIn } from '../lookup'
import type { FieldChange } from '../fields'
import { said, type Because } from '../reason'
import type { Instant } from '../time'
import type { Actor, Entry, EntryBody } from './entry'

export type EntryKind = EntryBody['kind']

/** What a kind of entry held in the version before, in the words of the next one. */
type Upcast = (body: Record<string, unknown>) => Record<string, unknown>

/**
 * The version in which each kind of entry is written. An entry is a fact and is never changed, so a kind that is to hold
 * something else gets another version, a step in `UPCASTS` that reads the one before, and a sample in the golden file.
 */
const VERSIONS: Record<EntryKind, number> = {
  logged: 3,
  sorted: 2,
  accepted: 1,
  rejected: 1,
  heldAgain: 2,
  merged: 1,
  tookIn: 1,
  clocksStarted: 2,
  clocksPaused: 2,
  clocksResumed: 2,
  clockExtended: 1,
  resorted: 2,
  signalRepeated: 1,
  signalCleared: 1,
  calmRang: 1,
  clockChanged: 2,
  clockStopped: 2,
  clockReopened: 2,
  editionAdopted: 1,
  rungsPassed: 2,
  statusMoved: 3,
  assigned: 2,
  replied: 1,
  noted: 1,
  answered: 1,
  confirmed: 1,
  rated: 1,
  overdrawn: 1,
  rungRang: 4,
  ladderBegan: 1,
  ladderEnded: 2,
  chainStopped: 2,
  acknowledged: 1,
  watched: 1,
  majorDeclared: 1,
  causeSuspected: 1,
  gathered: 1,
  followed: 1,
  majorUpdated: 1,
  majorEnded: 1,
  majorHeard: 1,
  idleRang: 2,
  timerStarted: 1,
  timerDropped: 1,
  timeRecorded: 1,
  timeDropped: 1,
  procedureBegun: 1,
  stepTicked: 1,
  procedureLeft: 1,
  articleAttached: 1,
  articleDetached: 1,
  articleMissed: 1,
  retitled: 1,
  estimated: 1,
  booked: 1,
  bookingChanged: 1,
  bookingMissed: 1,
  bookingAnswered: 1,
  fieldStep: 1,
  visitReported: 1,
  assistOffered: 1,
  assistAnswered: 1,
  assistInvited: 1,
  assistJoined: 1,
  assistLeft: 1,
  assistSeen: 1,
  assistDid: 1,
  assistEnded: 1,
  partnerLinked: 1,
  partnerTold: 1,
  partnerRound: 1,
  partnerHeard: 1,
  partnerAnswered: 1,
  partnerDecided: 1,
  jobWanted: 2,
  jobChanged: 2,
  tasksAdded: 3,
  taskChanged: 2,
  tasksOrdered: 1,
  taskLate: 1,
  planBegan: 1,
  stageOpened: 2,
  stagePassed: 1,
  stageThrough: 1,
  planTasksOpened: 1,
  planTaskEnded: 1,
  planTaskReopened: 1,
  planTaskGiven: 1,
  outsideAsked: 1,
  outsideFailed: 1,
  childLogged: 1,
  childOf: 1,
  formAsked: 1,
  formFilled: 1,
  sealAsked: 2,
  sealQueried: 1,
  sealAnswered: 1,
  sealReminded: 1,
  sealSaid: 1,
  planSentBack: 1,
  planTaskLate: 1,
  planAdopted: 1,
  planEnded: 1,
  taskDropped: 1,
  linked: 2,
  unlinked: 1,
  moveMade: 4,
  moveTakenBack: 2,
  fieldsSet: 1,
  thingMerged: 1,
  messagesQueued: 3,
  messageDelivery: 2,
}

/** A reason of older releases, which kept the sentence alone, perhaps with the rule's address. */
function spoken(old: unknown): Because {
  if (typeof old === 'string') return said(old)
  const { text, nearly, article } = old as { text: string; nearly?: string; article?: string }
  return {
    edition: 0,
    why: [{ is: 'said', text, ...(article !== undefined && { article }) }],
    ...(nearly !== undefined && { nearly: [{ is: 'said', text: nearly }] }),
  }
}

/** Several finished sentences of older releases. */
const spokenEach = (texts: unknown): Because => ({
  edition: 0,
  why: textsIn(texts).map((text) => ({ is: 'said', text })),
})

/** Reads some of what a kind holds as it is kept today; what is missing stays missing. */
const reading =
  (readers: Record<string, (old: never) => unknown>): Upcast =>
  (body) => {
    const read = Object.entries(readers).flatMap(([name, reader]) =>
      body[name] === undefined || body[name] === null ? [] : [[name, reader(body[name] as never)]],
    )
    return { ...body, ...(Object.fromEntries(read) as object) }
  }
const each = (reader: (old: never) => unknown) => (list: never[]) => list.map((one) => reader(one))
/** A reader that can stand as a value of `reading`. */
const of = (readers: Parameters<typeof reading>[0]) => reading(readers) as (old: never) => unknown

/** A stretch of a ledger: what shut it stood behind “outside hours”. */
const stretch = ({ note, ...one }: { kind: string; note?: string }) => {
  if (one.kind === 'paused') return { ...one, why: spoken(note ?? '') }
  const names = one.kind === 'shut' ? (note ?? '').split('; ').slice(1) : []
  return { ...one, ...(names.length && { names }) }
}
const carried = of({ note: spoken, summed: of({ note: spoken }), stretches: each(stretch as never) })
const withBecause = reading({ because: spoken })
const withWhy = reading({ why: spoken })
const startedClock = of({
  because: spoken,
  grants: each(of({ why: spoken })),
  pauses: each(of({ why: spoken })),
  carried,
})

const toldAtGate = (fields: unknown): FieldChange[] =>
  Object.entries(fields as Record<string, string>)
    .filter(([, value]) => value.trim() !== '')
    .map(([field, after]) => ({ field, name: field, before: null, after: after.trim() }))

/** By kind: how version 1 is read as version 2, that as version 3, and so on. */
/** A version that says more, of which nothing has to be said. */
const asItWas: Upcast = (body) => body

const UPCASTS: Partial<Record<EntryKind, readonly Upcast[]>> = {
  // What the first version lacks need not be said; later it could come from a partner desk.
  logged: [asItWas, asItWas],
  // The first releases kept the share alone, and no words of the moment.
  rungRang: [
    ({ share, ...body }) => ({
      ...body,
      moment: body.moment ?? `${Math.round(Number(share ?? 1) * 100)} % of “${String(body.target)}” is spent`,
    }),
    // After that the words alone, and no more what they were made of.
    ({ moment, ...body }) => ({ ...body, moment: { at: 'words', words: moment } }),
    ({ missing, ...body }) => {
      const why = textsIn(missing).map((text) => ({ is: 'said', text }))
      return { ...body, ...(why.length && { missing: { edition: 0, why } }) }
    },
  ],
  // Reasons were kept as finished sentences.
  sorted: [
    ({ values, ...body }) => ({
      ...body,
      values: Object.fromEntries(
        Object.entries(values as Record<string, Record<string, unknown>>).map(([field, one]) => [
          field,
          withBecause(one),
        ]),
      ),
    }),
  ],
  // Nothing was said of what an edition lacks.
  // By when a stage is to be through is said by its clock.
  stageOpened: [({ dueAt: _, ...body }) => body],
  sealAsked: [asItWas],
  jobWanted: [asItWas],
  jobChanged: [asItWas],
  linked: [asItWas],
  clockStopped: [asItWas],
  rungsPassed: [asItWas],
  clocksStarted: [reading({ clocks: each(startedClock) })],
  clocksPaused: [withWhy],
  clocksResumed: [withWhy],
  resorted: [withBecause],
  clockChanged: [reading({ because: spoken, why: spoken, moved: of({ note: spoken, carried }) })],
  clockReopened: [withWhy],
  // What a gate was told was kept by the names of its fields alone.
  statusMoved: [withBecause, ({ fields, ...body }) => ({ ...body, fields: toldAtGate(fields) })],
  assigned: [withBecause],
  ladderEnded: [withWhy],
  chainStopped: [withWhy],
  idleRang: [withWhy],
  tasksAdded: [withBecause, asItWas],
  taskChanged: [asItWas],
  heldAgain: [withWhy],
  messagesQueued: [reading({ messages: each(of({ why: spoken })) }), asItWas],
  // Why a message waits again, or goes with others, was part of what the outside said.
  messageDelivery: [(body) => body],
  // Which one it was got lost: its number was written over by the entry's own.
  moveTakenBack: [(body) => ({ ...body, made: null })],
  // The record that a stopped timer became is found by its beginning.
  moveMade: [
    ({ before, ...body }) => {
      const { timer, ...rest } = before as { timer?: { since: Instant } }
      return { ...body, before: timer ? { ...rest, timer: { since: timer.since } } : rest }
    },
    ({ did, passedOver, ...body }) => ({
      ...body,
      did: spokenEach(did),
      ...(textsIn(passedOver).length && { passedOver: spokenEach(passedOver) }),
    }),
    asItWas,
  ],
}

/** Every kind of entry there is. */
export const ENTRY_KINDS = keysOf(VERSIONS)

/** The version in which a kind is written today. */
export const versionOf = (kind: EntryKind): number => VERSIONS[kind]

const isKnown = (kind: string): kind is EntryKind => Object.hasOwn(VERSIONS, kind)

/** An entry as it is kept: what is common to all, and the rest as its version of its kind holds it. */
export interface KeptEntry {
  sequence: number
  at: Instant
  actor: Actor
  kind: string
  version: number
  body: object
}

/** An entry that this release cannot read: a newer one wrote it. It stays as it is. */
export class UnreadableEntry extends Error {
  constructor(readonly entry: Pick<KeptEntry, 'sequence' | 'kind' | 'version'>) {
    super(
      `Entry ${entry.sequence} (“${entry.kind}”, version ${entry.version}) was written by a newer release, which can read it; nothing is lost.`,
    )
    this.name = 'UnreadableEntry'
  }
}

/**
 * Reads an entry as it was kept, whichever release wrote it.
 * @throws UnreadableEntry for a kind or version that is not known here
 */
export function readEntry({ sequence, at, actor, kind, version, body }: KeptEntry): Entry {
  if (!isKnown(kind) || version > VERSIONS[kind] || version < 1)
    throw new UnreadableEntry({ sequence, kind, version })
  const steps = (UPCASTS[kind] ?? []).slice(version - 1)
  const now = steps.reduce((held, step) => step(held), body as Record<string, unknown>)
  return { ...now, kind, sequence, at, actor } as Entry
}
