import { timeLedger, type Clock, type SheetOf, type TimeLedger } from '../../core/clock'
import { withWords } from '../../core/explain'
import type { Instant } from '../../core/time'
import type { Reading } from './reading'
import { rowOf } from './ticketList'

/** The account of one target of a ticket. */
export interface Account {
  /** Its reasons in words. */
  clock: Clock
  ledger: TimeLedger
  /** Whose it is. */
  of: SheetOf
  nameOf: (person: string) => string
}

/**
 * The account of one target of a ticket, up to `now` or to where it stopped. A target may have run more than once; the
 * last is the one that counts.
 * @returns undefined where the ticket has no such target
 */
export async function accountOf(
  desk: Reading,
  reference: number,
  target: string,
  now: Instant,
): Promise<Account | undefined> {
  const row = await desk.db
    .selectFrom('ticket')
    .select('state')
    .where('reference', '=', reference)
    .executeTakeFirst()
  const clock = row?.state.clocks.findLast((one) => one.target === target)
  if (!row || !clock) return undefined
  const [design, directory, reader] = await Promise.all([
    desk.knowledge.editionOf(row.state),
    desk.knowledge.directory(),
    desk.knowledge.readerOf(clock),
  ])
  const said = withWords(clock, reader)
  const { summary, organisation, site, requester } = rowOf(row.state, design, directory)
  const siteZone = directory.sites.get(row.state.site ?? '')?.zone ?? design.design.desk.zone
  return {
    clock: said,
    ledger: timeLedger(said, design.hoursOf(clock), now),
    of: { reference, summary, organisation, site, siteZone, requester },
    nameOf: (person) => directory.nameOf(person),
  }
}
