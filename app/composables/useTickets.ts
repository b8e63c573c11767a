import type { FieldValue } from '~~/core/fields'

/** One row of the Desk. */
export type Row = AnswerOf<'GET /api/tickets'>['rows'][number]

export type TicketList = AnswerOf<'GET /api/tickets'>

/** One running promise, as the Deadlines show it. */
export type ClockRow = AnswerOf<'GET /api/clocks'>['rows'][number]

export type ClockList = AnswerOf<'GET /api/clocks'>

export type Delivery = Ticket['deliveries'][number]

/** Everything on the page of a ticket. */
export type Ticket = AnswerOf<'GET /api/tickets/{reference}'>

/** A field of a ticket: what it is, what it says, and whether one may change it. */
export type KeptField = Ticket['kept'][number]

/** What a ticket has in its fields, by name. */
export const hadBy = ({ kept }: Pick<Ticket, 'kept'>): Record<string, FieldValue | null> =>
  Object.fromEntries(kept.map((one) => [one.name, one.value]))

/**
 * What is given where fields are asked: what is filled in, and what is emptied that was there. What one left alone is not
 * sent, so that what the ticket has answers for it, seen or not.
 */
export const givenFields = (
  asked: readonly { name: string }[],
  fields: Readonly<Record<string, FieldValue | null>>,
  had: Readonly<Record<string, FieldValue | null>> = {},
): Record<string, FieldValue | null> =>
  Object.fromEntries(
    asked.flatMap(({ name }) => {
      const value = fields[name] ?? null
      return value === null && (had[name] ?? null) === null ? [] : [[name, value]]
    }),
  )

/** A move of one's shelf, with what it would do to the ticket. */
export type TicketMove = Ticket['moves'][number]
