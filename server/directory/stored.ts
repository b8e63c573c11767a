import { periodOf } from '../../core/agreement'
import type { ListName, Values } from '../../core/directory'
import { isRecord } from '../../core/lookup'
import { KEPT_LISTS, type KeptList } from '../db/directoryRows'

/** How the things of a list are kept. */
export interface Stored extends KeptList {
  /** The columns of some values; those that are left out stay. @param zone of the desk, in which days are meant */
  columns(values: Values, zone: string, before: Record<string, unknown> | undefined): Record<string, unknown>
  /** Columns in which words are looked for; one text of all of them has an index where a list may be long. */
  words: readonly string[]
}

const plain = (values: Values): Record<string, unknown> => ({ ...values })
const inJson = (values: Values, ...names: string[]) => ({
  ...values,
  ...Object.fromEntries(
    names.filter((name) => values[name] !== undefined).map((name) => [name, JSON.stringify(values[name])]),
  ),
})
const word = (list: ListName): Stored => ({
  ...KEPT_LISTS[list],
  words: ['name', 'remarks'],
  columns: plain,
})

/** Where each list is kept. */
export const STORED: Readonly<Record<ListName, Stored>> = {
  organisations: { ...word('organisations'), words: ['name', 'mail'] },
  sites: {
    ...word('sites'),
    words: ['name', 'address'],
    columns: (values) => inJson(values, 'ways'),
  },
  teams: word('teams'),
  people: {
    ...KEPT_LISTS.people,
    words: ['name', 'mail', 'department', 'identifier'],
    columns: personColumns,
  },
  queues: {
    ...word('queues'),
    columns: ({ seenBy, ...values }) => ({ ...values, ...(seenBy !== undefined && { seen_by: seenBy }) }),
  },
  desks: word('desks'),
  roles: word('roles'),
  skills: word('skills'),
  covers: word('covers'),
  'agreement-types': word('agreement-types'),
  'equipment-types': word('equipment-types'),
  agreements: {
    ...KEPT_LISTS.agreements,
    words: ['number', 'cover', 'type', 'contact', 'remarks'],
    columns: ({ first, last, ...values }, zone) => ({
      ...values,
      ...(first !== undefined &&
        last !== undefined &&
        periodOf({ first: String(first), last: String(last) }, zone)),
    }),
  },
  equipment: {
    ...KEPT_LISTS.equipment,
    words: ['number', 'name', 'maker', 'model', 'serial'],
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
