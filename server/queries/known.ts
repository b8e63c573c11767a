import { sql } from 'kysely'
import type { CatalogItem, Portal } from '../../core/intake'
import { FIRST_WEIGHING } from '../../core/similar'
import { languagesOf, type Language } from '../../core/words'
import { deskNow } from '../clock/deskClock'
import { termCodes } from './compared'
import type { Reading } from './reading'
import { requestsRead, sharedAmongColleagues, type MyRequest } from './requests'
import { mostAlike } from './similar'

/** So many are named while somebody writes. */
const MOST = 3

/** An open request of a colleague that may be about the very thing. */
export type KnownFault = Pick<MyRequest, 'reference' | 'summary' | 'status' | 'loggedAt'>

/**
 * Open requests of somebody's organisation that are like what they are writing, as far as the portal shows people those of
 * their colleagues; none where it does not. What is for whoever asks alone is in no list.
 * @param text what they have written so far
 */
export async function knownToColleagues(
  desk: Reading,
  portal: Portal,
  person: string,
  { text, item, language }: { text: string; item?: CatalogItem; language: Language },
): Promise<KnownFault[]> {
  if (!portal.colleagues?.includes('see')) return []
  const [edition, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const asks = directory.people.get(person)
  if (!asks?.organisation) return []
  const { summary } = termCodes(text, '', languagesOf(portal)[0] ?? language)
  const { portals, confidential } = sharedAmongColleagues(edition)
  const sees = sql<boolean>`(organisation = ${asks.organisation} and requester <> ${person}
    and state->'internal' is null and portal = any(${portals}::text[]) and item <> all(${confidential}::text[]))`
  const { found } = await mostAlike(desk, sees, {
    compared: {
      ...{ summary, said: [], at: deskNow() },
      ...(item && { item: item.id }),
      ...(asks.site && { site: asks.site }),
    },
    ...{ openOnly: true, most: MOST, weighing: edition.design.triage.similar ?? FIRST_WEIGHING },
  })
  const read = await requestsRead(
    desk,
    found.map((one) => one.state),
    person,
    language,
  )
  return read.map(({ reference, summary: about, status, loggedAt }) => ({
    ...{ reference, summary: about, status, loggedAt },
  }))
}
