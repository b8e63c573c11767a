import { sql, type RawBuilder } from 'kysely'
import type { Caller } from '../base/caller'

/** Who reads articles: the visitors of a portal, somebody of the desk, or the desk itself, to which nothing is hidden. */
export type Readers =
  | { portal: string }
  | {
      teams: readonly string[]
      /** Whether those of other teams are theirs to read as well. */
      every: boolean
      /** Whether they read what is not out yet. */
      drafts: boolean
    }
  | 'all'

/** What somebody of the desk may read: who takes articles out looks after those of every team; who writes them, after drafts. */
export const readerOf = ({ teams, rights }: Pick<Caller, 'teams' | 'rights'>): Readers => ({
  ...{ teams, every: rights.has('retireKnowledge'), drafts: rights.has('writeKnowledge') },
})

/** The same as a condition on a row of `article` that is not taken out. */
export function readSql(readers: Readers): RawBuilder<boolean> {
  if (readers === 'all') return sql`not removed`
  if ('portal' in readers)
    return sql`(not removed and not draft and audience = 'requesters'
      and (portals = '{}' or ${readers.portal} = any(portals)))`
  const teams = readers.every ? sql`true` : sql`(team is null or team = any(${[...readers.teams]}::text[]))`
  return sql`(not removed and ${teams} and ${readers.drafts ? sql`true` : sql`not draft`})`
}
