import { createEventStream } from 'h3'
import { sql } from 'kysely'
import { deskNow } from '../clock/deskClock'
import { unseenOf } from '../queries/sight'
import { defineRoute, isStaff } from '../http/route'
import { services } from '../http/services'
import { isStillIn } from '../http/session'
import type { Notice } from '../http/stream'

const KEEP_ALIVE = 20_000

export default defineRoute(
  { who: 'signedIn', summary: 'What changes, as server-sent events', produces: 'text/event-stream' },
  async ({ event, desk, caller }) => {
    const events = createEventStream(event)
    // Rights are as they are now, not as they were when the stream was opened.
    const seenOnes = async (references: number[]) => {
      const directory = await desk.knowledge.directory()
      if (!directory.may(caller.id, 'seeTickets') && !directory.may(caller.id, 'acceptArrivals')) return []
      const hidden = new Set(await unseenOf(desk, caller, references))
      return references.filter((one) => !hidden.has(one))
    }
    const mine = async (references: number[]) => {
      if (isStaff(caller.role)) return seenOnes(references)
      const rows = await desk.db
        .selectFrom('ticket')
        .select('reference')
        .where('requester', '=', caller.id)
        .where(sql<boolean>`state->'internal' is null`)
        .where('reference', 'in', references)
        .execute()
      return rows.map((row) => row.reference)
    }
    // A browser that goes just then cannot be written to: nobody waits for what it does not hear.
    const tell = (data: string, event?: string) =>
      void events.push({ data, ...(event && { event }) }).catch(() => undefined)
    const hear = (notice: Notice) => {
      if (notice.kind === 'here') {
        if (!isStaff(caller.role)) return
        return void seenOnes([notice.reference]).then(
          (seen) => seen.length && tell(JSON.stringify({ ...notice, now: deskNow() })),
          () => undefined,
        )
      }
      if (notice.kind !== 'tickets') return tell(JSON.stringify({ ...notice, now: deskNow() }))
      void mine(notice.references)
        .then((references) => references.length && tell(JSON.stringify({ kind: 'tickets', references })))
        .catch(() => undefined)
    }
    const end = () => void events.close().catch(() => undefined)
    const { id: person, credential } = caller
    const remove = services().stream.add({ person, credential, hear, end })
    const beat = () => tell(String(deskNow()), 'alive')
    const alive = setInterval(() => {
      beat()
      // A session that ended by itself, or while this process could hear of nothing, ends its stream too.
      void isStillIn(desk.db, caller).then(
        (isIn) => isIn || end(),
        () => undefined,
      )
    }, KEEP_ALIVE)
    events.onClosed(() => {
      remove()
      clearInterval(alive)
    })
    // Not as a change of the time: whoever listens from now on would ask for everything that it has just asked for.
    beat()
    return events.send()
  },
)
