import type { Selectable } from 'kysely'
import type { Agreement, Equipment, Person, Queue } from '../../core/design'
import type { Tables } from './tables'

/** A row as a thing that has what is set, and nothing in place of what is not. */
export type WithoutNulls<T> = { [K in keyof T as null extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as null extends T[K] ? K : never]?: Exclude<T[K], null>
}
export const withoutNulls = <T extends object>(row: T) =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)) as WithoutNulls<T>

type Row<T extends keyof Tables> = Selectable<Tables[T]>

export const personOf = ({ password_hash: _, ...person }: Row<'person'>): Person => withoutNulls(person)

export const queueOf = ({ seen_by: seenBy, ...queue }: Row<'queue'>): Queue =>
  withoutNulls({ ...queue, seenBy })

export const agreementOf = ({ amount, ...one }: Row<'agreement'>): Agreement =>
  withoutNulls({ ...one, amount: amount === null ? null : Number(amount) })

export const equipmentOf = ({
  warranty_until: warrantyUntil,
  used_by: user,
  ...one
}: Row<'equipment'>): Equipment => withoutNulls({ ...one, warrantyUntil, user })
