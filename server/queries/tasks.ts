import type { Caller } from '../base/caller'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** Most tasks that are listed; nobody has more to do. */
const MOST_LISTED = 200

/**
 * What somebody has to do on tickets one by one: what is theirs by name, and what is any of their teams', the first due
 * first. Tickets that they do not see, that are done or that nobody has let in are left out.
 */
export async function tasksFor(desk: Reading, caller: Pick<Caller, 'id' | 'teams'>) {
  const [sight, directory] = await Promise.all([sightOf(desk, caller.id), desk.knowledge.directory()])
  const rows = await desk.db
    .selectFrom('ticket_task')
    .innerJoin('ticket', 'ticket.reference', 'ticket_task.reference')
    .select(['ticket_task.reference', 'task', 'text', 'person', 'ticket_task.team as of', 'required'])
    .select(['came_at', 'ticket_task.due_at as due', 'summary', 'requester'])
    .where('done_at', 'is', null)
    .where('left_at', 'is', null)
    .where('status_group', '<>', 'done')
    .where('held', '=', false)
    .where(seenSql(sight))
    .where((e) =>
      e.or([
        e('person', '=', caller.id),
        ...(caller.teams.length
          ? [e.and([e('person', '=', ''), e('ticket_task.team', 'in', [...caller.teams])])]
          : []),
      ]),
    )
    .orderBy('ticket_task.due_at', (order) => order.asc().nullsLast())
    .orderBy('ticket_task.reference')
    .orderBy('task')
    .limit(MOST_LISTED)
    .execute()
  return rows.map(({ reference, task, text, person, of, required, came_at, due, summary, requester }) => ({
    ...{ reference, task, text, required, summary, due },
    cameAt: came_at,
    isMine: person === caller.id,
    team: of ? (directory.teams.get(of)?.name ?? of) : null,
    requester: directory.nameOf(requester),
  }))
}
