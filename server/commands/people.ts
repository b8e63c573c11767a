import { sql } from 'kysely'
import { ABSENCE, isAbsence, type Role } from '../../core/design'
import type { Preferences } from '../../core/notification'
import { freeId } from '../../core/naming'
import { DAY, dayNumberOf, flattenCalendar, isoDate } from '../../core/time'
import { Refused } from '../../core/ticket'
import { hashPassword } from '../base/secrets'
import type { Language } from '../../core/words'
import type { Desk } from './desk'
import { endAccess } from './endAccess'

export interface NewPerson {
  name: string
  mail: string
  role: Role
  password: string
  team?: string
  site?: string
}

/** Adds a person to the directory. @returns the new id */
export async function addPerson(
  desk: Desk,
  { name, mail, role, password, team, site: siteId }: NewPerson,
): Promise<string> {
  const directory = await desk.knowledge.directory()
  const site = siteId ? directory.sites.get(siteId) : undefined
  const problems = [
    ...(siteId && !site ? [{ field: 'site', message: 'there is no such site; choose another' }] : []),
    ...(team && !directory.teams.has(team)
      ? [{ field: 'team', message: 'there is no such team; choose another' }]
      : []),
    ...([...directory.people.values()].some((one) => one.mail.toLowerCase() === mail.toLowerCase())
      ? [{ field: 'mail', message: 'somebody has this mail address already' }]
      : []),
  ]
  if (problems.length) throw new Refused('invalid', 'Some fields need another look.', problems)
  const { design } = await desk.knowledge.currentEdition()
  const id = freeId(name, (one) => directory.people.has(one), 'person')
  const zone = site?.zone ?? design.desk.zone
  const find = (wanted: string) => design.calendars.find((one) => one.id === wanted)
  // A shift stands by itself: what the desk's hours build on is written out in it.
  const desks = flattenCalendar(find(design.desk.calendar)!, find)
  const shift = team ? JSON.stringify({ ...desks, id: `shift-${id}`, name: 'desk hours' }) : null
  await desk.db
    .insertInto('person')
    .values({
      id,
      name,
      mail,
      role,
      zone,
      organisation: site?.organisation ?? null,
      site: site?.id ?? null,
      priority: null,
      teams: team ? [team] : [],
      shift,
      password_hash: await hashPassword(password),
    })
    .execute()
  await directoryChanged(desk)
  return id
}

/** What of a person can be changed; what is left out stays. */
export interface PersonChanges {
  priority?: string | null
  department?: string | null
  skills?: string[]
  capacity?: number | null
  active?: boolean
}

/**
 * Changes what the directory says of a person.
 * @throws Refused when there is no such person or priority, or somebody would shut out themselves or who is above them
 */
export async function changePerson(
  desk: Desk,
  id: string,
  changes: PersonChanges,
  by: string,
): Promise<void> {
  await checkPriority(desk, changes.priority)
  if (changes.active !== undefined) await checkSwitch(desk, id, changes.active, by)
  const { priority, department, skills, capacity, active } = changes
  const set = {
    ...(priority !== undefined && { priority }),
    ...(department !== undefined && { department: department?.trim() || null }),
    ...(skills !== undefined && { skills: [...new Set(skills.map((one) => one.trim()).filter(Boolean))] }),
    ...(capacity !== undefined && { capacity }),
    ...(active !== undefined && { active }),
  }
  if (!Object.keys(set).length) return
  const { numUpdatedRows } = await desk.db
    .updateTable('person')
    .set(set)
    .where('id', '=', id)
    .executeTakeFirst()
  if (!numUpdatedRows) throw new Refused('missing', 'There is no such person.')
  if (active === false) await endAccess(desk.db, id)
  await directoryChanged(desk)
}

/** Nobody switches off themselves, and only administrators switch administrators. */
async function checkSwitch(desk: Desk, id: string, active: boolean, by: string): Promise<void> {
  if (id === by && !active)
    throw new Refused('conflict', 'You cannot switch yourself off; ask somebody else who leads the desk.')
  const { people } = await desk.knowledge.directory()
  if (people.get(id)?.role === 'administrator' && people.get(by)?.role !== 'administrator')
    throw new Refused('forbidden', 'Only an administrator switches an administrator on or off.')
}

/** @throws Refused when there is no such site or priority */
export async function changeSite(
  desk: Desk,
  id: string,
  { priority, manager }: { priority?: string | null; manager?: string | null },
): Promise<void> {
  await checkPriority(desk, priority)
  if (manager && !(await desk.knowledge.directory()).people.get(manager)?.active)
    throw new Refused('invalid', 'There is no such person.', [
      { field: 'manager', message: 'choose somebody of the directory who is active' },
    ])
  if (priority === undefined && manager === undefined) return
  const { numUpdatedRows } = await desk.db
    .updateTable('site')
    .set({ ...(priority !== undefined && { priority }), ...(manager !== undefined && { manager }) })
    .where('id', '=', id)
    .executeTakeFirst()
  if (!numUpdatedRows) throw new Refused('missing', 'There is no such site.')
  await directoryChanged(desk)
}

async function checkPriority(desk: Desk, priority: string | null | undefined): Promise<void> {
  if (priority === null || priority === undefined) return
  const design = await desk.knowledge.currentEdition()
  if (!design.hasPriority(priority))
    throw new Refused('invalid', 'There is no such priority.', [
      { field: 'priority', message: 'choose one of the edition in force' },
    ])
}

export async function directoryChanged(desk: Desk): Promise<void> {
  desk.knowledge.forget('directory')
  await sql`select pg_notify('yare_directory', '')`.execute(desk.db)
}

/** How somebody wants to be told from now on. */
export async function changeWays(desk: Desk, id: string, notify: Preferences): Promise<void> {
  await desk.db
    .updateTable('person')
    .set({ notify: JSON.stringify(notify) })
    .where('id', '=', id)
    .execute()
  await directoryChanged(desk)
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
  if (!person || person.role === 'requester')
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
  await directoryChanged(desk)
}
