import { TICKET_FACTS, type TicketPart } from '~~/core/work'

/** Parts that stand right of the conversation. */
export const BESIDE = [
  'tasks',
  'articles',
  'similar',
  'open',
  'equipment',
  'links',
  'time',
  'fields',
  'impactUrgency',
  'decided',
] as const satisfies readonly TicketPart[]
export type BesidePart = (typeof BESIDE)[number]

/** Parts that are rows of the page, above the acts. */
const ROWS = ['requester', 'asked', 'account'] as const satisfies readonly TicketPart[]
export type RowPart = (typeof ROWS)[number]

const among = <P extends TicketPart>(parts: readonly P[], one: TicketPart): one is P =>
  (parts as readonly TicketPart[]).includes(one)

/** The parts of somebody's layout, by where they stand on the page. */
export interface Arranged {
  /** In the line below the title. */
  head: TicketPart[]
  rows: RowPart[]
  /** What comes before everything else in their layout stands before the rows. */
  first: BesidePart[]
  beside: BesidePart[]
  /** Whether the record and the messages to the desk can be seen in the conversation. */
  history: boolean
  messages: boolean
}

/**
 * Where the parts of a layout stand: the order of reading is that of the page, the order among equals that of the layout.
 * @param layout the parts that somebody sees, in their order
 * @example arranged(['tasks', 'asked', 'talk']).first // ['tasks']
 */
export function arranged(layout: readonly TicketPart[]): Arranged {
  const begins = layout.findIndex((part) => !among(BESIDE, part))
  const first = layout.slice(0, Math.max(0, begins)).filter((part) => among(BESIDE, part))
  const left = layout.filter((part) => among(BESIDE, part)).filter((part) => !first.includes(part))
  const isFact = (part: TicketPart) => among(TICKET_FACTS, part)
  return {
    head: layout.filter((part) => isFact(part) && !among(BESIDE, part) && !among(ROWS, part)),
    rows: ROWS.filter((part) => layout.includes(part)),
    first,
    // What it is comes after what is done with it.
    beside: [...left.filter((part) => !isFact(part)), ...left.filter(isFact)],
    history: layout.includes('history'),
    messages: layout.includes('messages'),
  }
}
