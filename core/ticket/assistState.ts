import type { AssistDeed, AssistSession } from '../assist'
import type { Entry } from './entry'
import type { AssistEntry } from './assistWords'
import type { TicketState } from './state'

type Held = Pick<TicketState, 'assists' | 'rang'>
type Apply = {
  [K in AssistEntry['kind']]: (state: Held, entry: Extract<Entry, { kind: K }>) => Partial<Held>
}

/** One session otherwise; whatever happens in it is a sign of life. */
const changed = (
  { assists = [] }: Held,
  { assist, at }: { assist: number; at: number },
  change: (session: AssistSession) => Partial<AssistSession>,
) => ({
  assists: assists.map((one) => (one.id === assist ? { ...one, heardAt: at, ...change(one) } : one)),
})

/** What takes a machine away for a while. */
const AWAY: ReadonlySet<AssistDeed['is']> = new Set(['restart', 'lost'])

/** How a ticket stands after each entry of its assist sessions. */
export const ASSIST_ENTRIES: Apply = {
  assistOffered: (
    { assists = [] },
    { assist: id, key, guest, host, machine, allows, recorded, until, at },
  ) => ({
    assists: [
      ...assists,
      {
        ...{ id, key, guest, host, ...(machine && { machine }), allows, recorded, state: 'offered', until },
        ...{ offeredAt: at, heardAt: at, people: [], invited: [], shows: [], deeds: 0 },
      },
    ],
  }),
  assistAnswered: (state, entry) =>
    changed(state, entry, () => (entry.yes ? { state: 'agreed', agreedAt: entry.at } : {})),
  assistInvited: (state, entry) =>
    changed(state, entry, ({ invited, heardAt }) => ({ heardAt, invited: [...invited, entry.person] })),
  assistJoined: (state, entry) =>
    changed(state, entry, ({ people }) => ({
      people: [...people, { person: entry.person, from: entry.at }],
    })),
  assistLeft: (state, entry) =>
    changed(state, entry, ({ people, heardAt }) => ({
      // Where somebody was found to be gone only later, that is no sign of life.
      heardAt: entry.to === entry.at ? entry.at : heardAt,
      people: people.map((one) =>
        one.person === entry.person && one.to === undefined ? { ...one, to: entry.to } : one,
      ),
    })),
  assistSeen: (state, entry) =>
    changed(state, entry, ({ deeds }) => ({
      ...{ seen: { at: entry.at, facts: entry.facts }, deeds: deeds + 1 },
    })),
  assistDid: (state, entry) =>
    changed(state, entry, ({ deeds, heardAt }) => ({
      deeds: deeds + 1,
      ...(AWAY.has(entry.did.is) ? { lostAt: entry.at } : { lostAt: undefined }),
      // That it cannot be reached is no sign of life.
      ...(entry.did.is === 'lost' && { heardAt }),
    })),
  assistEnded: (state, entry) => ({
    ...changed(state, entry, ({ heardAt }) => ({
      ...{ heardAt, state: 'ended', endedAt: entry.at, why: entry.why, shows: entry.shows },
    })),
    ...(entry.alarm !== undefined && { rang: [...state.rang, entry.alarm] }),
  }),
}

/** A session as its own entries leave it, oldest first; nothing where none of them offers it. */
export function assistFrom(entries: readonly AssistEntry[]): AssistSession | undefined {
  let held: Held = { rang: [] }
  for (const entry of entries) {
    const apply = ASSIST_ENTRIES[entry.kind] as (state: Held, of: AssistEntry) => Partial<Held>
    held = { ...held, ...apply(held, entry) }
  }
  return held.assists?.[0]
}
