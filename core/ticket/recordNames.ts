import type { Entry } from './entry'

/** What the record of a ticket calls by ids, by name; `designNames` gives those of a design. */
export interface RecordNames {
  people: Readonly<Record<string, string>>
  statuses: Readonly<Record<string, string>>
  /** The ids of those in which a ticket is done. */
  ended: readonly string[]
  targets: Readonly<Record<string, string>>
  ladders: Readonly<Record<string, string>>
  levels: Readonly<Record<string, string>>
  /** The category as it is shown. */
  category: string
}

/** Somebody's name, or their id where they are not known. */
export const personName = ({ people }: Pick<RecordNames, 'people'>, id: string): string => people[id] ?? id

/** Who made an entry: a person by name, somebody of a partner desk, or the desk itself. */
export const by = ({ actor }: Pick<Entry, 'actor'>, names: Pick<RecordNames, 'people'>): string =>
  'person' in actor ? personName(names, actor.person) : (actor.called ?? 'the desk')
