import { periodOf } from '../../core/agreement'
import type { ListName, Values } from '../../core/directory'
import { isRecord } from '../../core/lookup'
import { agreementOf, equipmentOf, personOf, queueOf, withoutNulls } from '../db/directoryRows'
import type { Tables } from '../db/tables'

/** How the things of a list are kept. */
export interface Stored {
  table: keyof Tables & string
  /** Those with numbers have no ids. */
  key: 'id' | 'number'
  /** A row as the directory has it. */
  read(row: never): object
  /** The columns of some values; those that are left out stay. @param zone of the desk, in which days are meant */
  columns(values: Values, zone: string, before: Record<string, unknown> | undefined): Record<string, unknown>
  /** Columns in which words are looked for. */
  words: readonly string[]
}

const plain = (values: Values): Record<string, unknown> => ({ ...values })
const inJson = (values: Values, ...names: string[]) => ({
  ...values,
  ...Object.fromEntries(
    names.filter((name) => values[name] !== undefined).map((name) => [name, JSON.stringify(values[name])]),
  ),
})
const word = (table: keyof Tables & string): Stored => ({
  ...{ table, key: 'id', words: ['name', 'remarks'] },
  read: withoutNulls,
  columns: plain,
})

/** Where each list is kept. */
export const STORED: Readonly<Record<ListName, Stored>> = {
  organisations: { ...word('organisation'), words: ['name', 'mail'] },
  sites: {
    ...word('site'),
    words: ['name', 'address'],
    columns: (values) => inJson(values, 'ways'),
  },
  teams: word('team'),
  people: {
    ...{ table: 'person', key: 'id', words: ['name', 'mail', 'department', 'identifier'] },
    read: personOf,
    columns: personColumns,
  },
  queues: {
    ...word('queue'),
    read: queueOf,
    columns: ({ seenBy, ...values }) => ({ ...values, ...(seenBy !== undefined && { seen_by: seenBy }) }),
  },
  desks: word('desk'),
  skills: word('skill'),
  covers: word('cover'),
  'agreement-types': word('agreement_type'),
  'equipment-types': word('equipment_type'),
  agreements: {
    ...{ table: 'agreement', key: 'number', words: ['number', 'cover', 'type', 'contact', 'remarks'] },
    read: agreementOf,
    columns: ({ first, last, ...values }, zone) => ({
      ...values,
      ...(first !== undefined &&
        last !== undefined &&
        periodOf({ first: String(first), last: String(last) }, zone)),
    }),
  },
  equipment: {
    ...{ table: 'equipment', key: 'number', words: ['number', 'name', 'maker', 'model', 'serial'] },
    read: equipmentOf,
    columns: ({ warranty, user, agreement, extra, ...values }, zone) => ({
      ...values,
      ...(extra !== undefined && { extra: JSON.stringify(extra) }),
      ...(user !== undefined && { used_by: user }),
      ...(agreement !== undefined && { agreement: agreement === null ? null : Number(agreement) }),
      ...(warranty !== undefined && {
        warranty_until:
          warranty === null ? null : periodOf({ first: String(warranty), last: String(warranty) }, zone).ends,
      }),
    }),
  },
}

/** How well somebody knows something is written down only where it is not just sure; shifts are laid down by `setShift`. */
function personColumns(
  { skills, language, shift: _, ...values }: Values,
  __: string,
  before?: Record<string, unknown>,
) {
  const notify = isRecord(before?.notify) ? before.notify : {}
  const graded = isRecord(skills) ? Object.entries(skills) : undefined
  return {
    ...values,
    ...(graded && {
      skills: graded.map(([id]) => id),
      grades: JSON.stringify(Object.fromEntries(graded.filter(([, grade]) => grade !== 'sure'))),
    }),
    ...(language !== undefined &&
      (language !== null || notify.language !== undefined) && {
        notify: JSON.stringify({ ...notify, language: language ?? undefined }),
      }),
  }
}
