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
  logged: 1,
  sorted: 1,
  accepted: 1,
  rejected: 1,
  heldAgain: 1,
  merged: 1,
  tookIn: 1,
  clocksStarted: 1,
  clocksPaused: 1,
  clocksResumed: 1,
  clockExtended: 1,
  resorted: 1,
  signalRepeated: 1,
  signalCleared: 1,
  calmRang: 1,
  clockChanged: 1,
  clockStopped: 1,
  clockReopened: 1,
  editionAdopted: 1,
  rungsPassed: 1,
  statusMoved: 1,
  assigned: 1,
  replied: 1,
  noted: 1,
  answered: 1,
  overdrawn: 1,
  rungRang: 3,
  ladderBegan: 1,
  ladderEnded: 1,
  chainStopped: 1,
  acknowledged: 1,
  watched: 1,
  majorDeclared: 1,
  gathered: 1,
  followed: 1,
  majorUpdated: 1,
  majorEnded: 1,
  majorHeard: 1,
  idleRang: 1,
  timerStarted: 1,
  timerDropped: 1,
  timeRecorded: 1,
  timeDropped: 1,
  estimated: 1,
  booked: 1,
  bookingChanged: 1,
  tasksAdded: 1,
  taskChanged: 1,
  taskDropped: 1,
  linked: 1,
  unlinked: 1,
  moveMade: 2,
  moveTakenBack: 2,
  messagesQueued: 1,
  messageDelivery: 1,
}

/** By kind: how version 1 is read as version 2, that as version 3, and so on. */
const UPCASTS: Partial<Record<EntryKind, readonly Upcast[]>> = {
  // The first releases kept the share alone, and no words of the moment.
  rungRang: [
    ({ share, ...body }) => ({
      ...body,
      moment: body.moment ?? `${Math.round(Number(share ?? 1) * 100)} % of “${String(body.target)}” is spent`,
    }),
    // After that the words alone, and no more what they were made of.
    ({ moment, ...body }) => ({ ...body, moment: { at: 'words', words: moment } }),
  ],
  // Which one it was got lost: its number was written over by the entry's own.
  moveTakenBack: [(body) => ({ ...body, made: null })],
  // The record that a stopped timer became is found by its beginning.
  moveMade: [
    ({ before, ...body }) => {
      const { timer, ...rest } = before as { timer?: { since: Instant } }
      return { ...body, before: timer ? { ...rest, timer: { since: timer.since } } : rest }
    },
  ],
}

/** Every kind of entry there is. */
export const ENTRY_KINDS = Object.keys(VERSIONS) as readonly EntryKind[]

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
