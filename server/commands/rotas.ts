import { Refused } from '../../core/ticket'
import { DAY } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import { rotaOf } from '../queries/rotas'
import type { Desk } from './desk'
import { directoryChanged } from './people'
import type { Trx } from '../db/connection'

export interface Override {
  from: number
  to: number
  /** Nobody has it where it is null. */
  person: string | null
  why: string
}

const LONGEST = 366 * DAY

/**
 * Somebody else has a rota for a while. Overrides of the same rota that lie wholly within are replaced.
 * @returns their ids
 * @throws Refused when a person or the time is wrong
 */
export async function overrideRota(
  desk: Desk,
  rota: string,
  overrides: readonly Override[],
  by: string,
): Promise<number[]> {
  await rotaOf(desk, rota)
  const directory = await desk.knowledge.directory()
  for (const [index, { from, to, person }] of overrides.entries()) {
    const problem = (field: string, message: string) =>
      new Refused('invalid', 'The rota cannot be changed like this.', [
        { field: overrides.length > 1 ? `overrides.${index}.${field}` : field, message },
      ])
    if (!(to > from)) throw problem('to', 'ends before it begins; choose a later end')
    if (to - from > LONGEST) throw problem('to', 'is longer than a year; choose an earlier end')
    const who = person === null ? undefined : directory.people.get(person)
    if (person !== null && (!who?.active || who.role === 'requester'))
      throw problem('person', 'choose somebody of the desk who is active')
  }
  const ids = await desk.db.transaction().execute(async (trx) => {
    const made: number[] = []
    for (const one of overrides) made.push(await insert(trx, rota, one, by))
    return made
  })
  await rotaChanged(desk)
  return ids
}

async function insert(
  trx: Trx,
  rota: string,
  { from, to, person, why }: Override,
  by: string,
): Promise<number> {
  await trx
    .deleteFrom('rota_override')
    .where('rota', '=', rota)
    .where('starts', '>=', from)
    .where('ends', '<=', to)
    .execute()
  const { id } = await trx
    .insertInto('rota_override')
    .values({ rota, starts: from, ends: to, person, why, made_by: by, made_at: deskNow() })
    .returning('id')
    .executeTakeFirstOrThrow()
  return id
}

/** The turns hold again. */
export async function removeOverride(desk: Desk, id: number): Promise<void> {
  const gone = await desk.db
    .deleteFrom('rota_override')
    .where('id', '=', id)
    .returning('id')
    .executeTakeFirst()
  if (!gone) throw new Refused('missing', 'This swap is not there any more.')
  await rotaChanged(desk)
}

const rotaChanged = (desk: Desk) => directoryChanged(desk, [['rotas', '']])
