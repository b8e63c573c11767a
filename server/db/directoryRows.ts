import type { Selectable } from 'kysely'
import type { Agreement, DirectoryData, Equipment, Person, Queue } from '../../core/design'
import type { ListName } from '../../core/directory'
import type { Tables } from './tables'

/** A row as a thing that has what is set, and nothing in place of what is not. */
export type WithoutNulls<T> = { [K in keyof T as null extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as null extends T[K] ? K : never]?: Exclude<T[K], null>
}
export function withoutNulls<T extends object>(row: T): WithoutNulls<T> {
  const kept: Record<string, unknown> = {}
  for (const [name, value] of Object.entries(row)) if (value !== null) kept[name] = value
  return kept as WithoutNulls<T>
}

type Row<T extends keyof Tables> = Selectable<Tables[T]>

/** A row as a thing, under the names that the core has for its columns. */
const listed = <T extends { merged_into: string | null }>({ merged_into: mergedInto, ...row }: T) =>
  withoutNulls({ ...row, mergedInto })

const personOf = ({ password_hash: _, ...person }: Row<'person'>): Person => listed(person)

const queueOf = ({ seen_by: seenBy, ...queue }: Row<'queue'>): Queue => listed({ ...queue, seenBy })

const agreementOf = ({ amount, ...one }: Row<'agreement'>): Agreement =>
  listed({ ...one, amount: amount === null ? null : Number(amount) })

const equipmentOf = ({ warranty_until: warrantyUntil, used_by: user, ...one }: Row<'equipment'>): Equipment =>
  listed({ ...one, warrantyUntil, user })

/** Where a list of the directory is kept, and how a row of it is read. */
export interface KeptList {
  table: keyof Tables & string
  /** Those with numbers have no ids. */
  key: 'id' | 'number'
  /** A row as the directory has it. */
  read(row: never): object
  /** Where it stands in the directory. */
  of: keyof DirectoryData
}

const plain = (table: keyof Tables & string, of: keyof DirectoryData): KeptList => ({
  ...{ table, key: 'id', of },
  read: listed,
})

export const KEPT_LISTS: Readonly<Record<ListName, KeptList>> = {
  organisations: plain('organisation', 'organisations'),
  sites: plain('site', 'sites'),
  teams: plain('team', 'teams'),
  people: { ...plain('person', 'people'), read: personOf },
  queues: { ...plain('queue', 'queues'), read: queueOf },
  desks: plain('desk', 'desks'),
  roles: plain('role', 'roles'),
  skills: plain('skill', 'skills'),
  covers: plain('cover', 'covers'),
  'agreement-types': plain('agreement_type', 'agreementTypes'),
  'equipment-types': plain('equipment_type', 'equipmentTypes'),
  agreements: { table: 'agreement', key: 'number', of: 'agreements', read: agreementOf },
  equipment: { table: 'equipment', key: 'number', of: 'equipment', read: equipmentOf },
}
