import { sql } from 'kysely'
import type { Role } from '../../core/design'
import { freeId } from '../../core/naming'
import { flattenCalendar } from '../../core/time'
import { Refused } from '../../core/ticket'
import { hashPassword } from '../http/secrets'
import type { Desk } from './desk'

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

export async function directoryChanged(desk: Desk): Promise<void> {
  desk.knowledge.forget('directory')
  await sql`select pg_notify('yare_directory', '')`.execute(desk.db)
}
