import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { ABSENCE, isAbsence } from '../../core/design'
import type { Preferences } from '../../core/notification'
import { REQUESTER } from '../../core/rights'
import { DAY, dayNumberOf, isoDate } from '../../core/time'
import { Refused } from '../../core/ticket'
import type { Language } from '../../core/words'
import type { DirectoryPart } from '../db/knowledge'
import type { Desk } from './desk'

/** A notice of the database holds no more. */
const MOST_TOLD = 50
/** What is more is quicker read as a whole. */
const MOST_BY_ITSELF = 5000

/** Tells every process what of the directory has changed; where much has, all of it is read anew. */
export async function directoryChanged(desk: Desk, parts: readonly DirectoryPart[] = []): Promise<void> {
  const told = parts.length <= MOST_TOLD ? parts : []
  const isFew = parts.length > 0 && parts.length <= MOST_BY_ITSELF
  await (isFew ? desk.knowledge.renew(parts) : desk.knowledge.refresh())
  await sql`select pg_notify('yare_directory', ${JSON.stringify({ from: nameOf(desk), parts: told })})`.execute(
    desk.db,
  )
}

const NAMES = new WeakMap<Desk, string>()
/** By which a desk knows its own notices: it has read the change already. */
function nameOf(desk: Desk): string {
  const name = NAMES.get(desk) ?? randomUUID()
  NAMES.set(desk, name)
  return name
}

/** Does what another process told of the directory. */
export function hearDirectory(desk: Desk, payload: string): void {
  const { from, parts } = JSON.parse(payload) as { from: string; parts: DirectoryPart[] }
  if (from === nameOf(desk)) return
  void (parts.length ? desk.knowledge.renew(parts) : desk.knowledge.refresh())
}

/** How somebody wants to be told from now on. */
export async function changeWays(desk: Desk, id: string, notify: Preferences): Promise<void> {
  await desk.db
    .updateTable('person')
    .set({ notify: JSON.stringify(notify) })
    .where('id', '=', id)
    .execute()
  await directoryChanged(desk, [['people', id]])
}

/** In which language somebody reads and is written to from now on. */
export async function changeLanguage(desk: Desk, id: string, language: Language): Promise<void> {
  const notify = (await desk.knowledge.directory()).people.get(id)?.notify
  if (notify?.language !== language) await changeWays(desk, id, { ...notify, language })
}

const LONGEST_ABSENCE = 92

/**
 * Somebody is away on whole days: nobody gives them a ticket then, and the next on a rota has it.
 * @param from first day, and `to` the last, such as 2026-11-18; `null` as `why` takes the absence back
 * @throws Refused when the person or the days are wrong
 */
export async function setAbsence(
  desk: Desk,
  id: string,
  { from, to, why }: { from: string; to: string; why: string | null },
): Promise<void> {
  const person = (await desk.knowledge.directory()).people.get(id)
  if (!person || person.role === REQUESTER)
    throw new Refused('missing', 'There is no such person at the desk.')
  const [first, last] = [dayNumberOf(from), dayNumberOf(to)]
  const wrong = (message: string) =>
    new Refused('invalid', 'These days are wrong.', [{ field: 'to', message }])
  if (last < first) throw wrong('ends before it begins; choose a later day')
  if (last - first >= LONGEST_ABSENCE)
    throw wrong(`is longer than ${LONGEST_ABSENCE} days; choose an earlier day`)
  const days = Array.from({ length: last - first + 1 }, (_, index) => isoDate((first + index) * DAY, 'UTC'))
  // Who has no shifts, such as a lead, can be away all the same.
  const shift = person.shift ?? {
    ...{ id: `shift-${id}`, name: 'no shifts', zone: person.zone, week: [], exceptions: [] },
  }
  const others = shift.exceptions.filter((one) => !days.includes(one.date) || !isAbsence(one))
  const name = why ? `${ABSENCE}: ${why}` : ABSENCE
  const added =
    why === null
      ? []
      : days
          .filter((date) => !others.some((one) => one.date === date))
          .map((date) => ({ date, name, shut: 'all day' as const }))
  const exceptions = [...others, ...added].sort((a, b) => (a.date < b.date ? -1 : 1))
  await desk.db
    .updateTable('person')
    .set({ shift: JSON.stringify({ ...shift, exceptions }) })
    .where('id', '=', id)
    .execute()
  await directoryChanged(desk, [['people', id]])
}
