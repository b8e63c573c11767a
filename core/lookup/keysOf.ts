/** The names under which a record of ours holds something: it has no others, since it was made here. */
export const keysOf = <K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] =>
  Object.keys(record) as K[]
