import type { DirectoryData, Person } from '../core/design'
import type { Trx } from '../server/db/connection'

// How people and places of the sample world come into a database.

/** Whatever is named stands before what names it; who an organisation's contact is comes last. */
export async function fillDirectory(trx: Trx, data: DirectoryData, password: string): Promise<void> {
  const words = ['skill', 'cover', 'agreement_type', 'equipment_type'] as const
  const lists = [data.skills, data.covers, data.agreementTypes, data.equipmentTypes]
  for (const [at, table] of words.entries())
    if (lists[at]?.length) await trx.insertInto(table).values(lists[at]).execute()
  await trx
    .insertInto('organisation')
    .values(data.organisations.map(({ contact: _, ...one }) => one))
    .execute()
  await trx
    .insertInto('site')
    .values(data.sites.map(({ manager: _, ways = {}, ...site }) => ({ ...site, ways: JSON.stringify(ways) })))
    .execute()
  await trx
    .insertInto('person')
    .values(data.people.map((person) => personRow(person, password)))
    .execute()
  for (const { id, manager } of data.people)
    if (manager) await trx.updateTable('person').set({ manager }).where('id', '=', id).execute()
  for (const { id, manager } of data.sites)
    if (manager) await trx.updateTable('site').set({ manager }).where('id', '=', id).execute()
  for (const { id, contact } of data.organisations)
    if (contact) await trx.updateTable('organisation').set({ contact }).where('id', '=', id).execute()
  await fillWork(trx, data)
}

/** Who works what, by which agreements, on which machines. */
async function fillWork(trx: Trx, data: DirectoryData): Promise<void> {
  await trx.insertInto('team').values(data.teams).execute()
  if (data.desks?.length) await trx.insertInto('desk').values(data.desks).execute()
  if (data.queues?.length)
    await trx
      .insertInto('queue')
      .values(data.queues.map(({ seenBy = [], ...one }) => ({ ...one, seen_by: seenBy })))
      .execute()
  if (data.agreements.length) await trx.insertInto('agreement').values(data.agreements).execute()
  if (data.equipment?.length)
    await trx
      .insertInto('equipment')
      .values(
        data.equipment.map(({ warrantyUntil = null, user = null, extra = {}, ...one }) => ({
          ...one,
          extra: JSON.stringify(extra),
          warranty_until: warrantyUntil,
          used_by: user,
        })),
      )
      .execute()
}

function personRow(person: Person, password: string) {
  const {
    shift,
    notify,
    organisation = null,
    site = null,
    priority = null,
    manager: _,
    grades,
    ...rest
  } = person
  return {
    ...rest,
    grades: JSON.stringify(grades ?? {}),
    organisation,
    site,
    priority,
    shift: shift ? JSON.stringify(shift) : null,
    notify: notify ? JSON.stringify(notify) : null,
    password_hash: password,
  }
}
