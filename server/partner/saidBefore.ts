import { saidBefore, type Entry, type TicketWord } from '../../core/ticket'
import type { Desk } from '../commands/desk'
import { entriesFromRows } from '../db/rows'

/** What of a record says something, and when the partner was asked. */
const SAYS: Entry['kind'][] = ['logged', 'replied', 'answered', 'noted', 'partnerLinked']
/** So many entries are read at most: the latest. */
const MOST_READ = 1000

/** A word with what was said of its ticket before, where it asks a partner to take it and our map lets that go over. */
export async function withSaidBefore(
  desk: Desk,
  { partner, reference, counterpart }: { partner: string; reference: number; counterpart: number },
  word: TicketWord,
): Promise<TicketWord> {
  if (!word.begins) return word
  const directory = await desk.knowledge.directory()
  const sends = directory.partners.get(partner)?.exchange.sends
  if (!sends?.earlier) return word
  const rows = await desk.db
    .selectFrom('entry')
    .selectAll()
    .where('reference', '=', reference)
    .where('kind', 'in', SAYS)
    .orderBy('sequence', 'desc')
    .limit(MOST_READ)
    .execute()
  const { entries } = entriesFromRows(rows.reverse())
  const asked = entries.findIndex((one) => one.kind === 'partnerLinked' && one.counterpart === counterpart)
  // What was said with the word itself is in it already.
  const ids = new Set(word.tiding.said.map(({ id }) => id))
  const before = entries.slice(0, Math.max(0, asked)).filter(({ sequence }) => !ids.has(String(sequence)))
  const { zone } = (await desk.knowledge.currentEdition()).design.desk
  const said = saidBefore(before, sends, { nameOf: (person) => directory.nameOf(person), zone })
  return said.length ? { ...word, tiding: { ...word.tiding, said: [...said, ...word.tiding.said] } } : word
}
