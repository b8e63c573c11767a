import { Refused, type Actor, type Command, type Decided, type TicketState } from '../../core/ticket'
import type { Desk } from './desk'

/** What is changed on many tickets at once: one thing. */
export type ManyChange =
  | { field: 'technician'; value: string | null }
  | { field: 'category' | 'priority' | 'queue' | 'team'; value: string }

export interface ManyLine {
  reference: number
  summary: string
  /** How it was; to take it back. */
  before: string | null
  /** Whether it changes, or would; if not, why. */
  changes: boolean
  why?: string
  /** How many messages went out, or would; nothing takes these back. */
  sent?: number
}

const commandOf = (change: ManyChange): Exclude<Command, { kind: 'log' }> =>
  change.field === 'technician'
    ? { kind: 'assign', technician: change.value }
    : { kind: 'resort', field: change.field, value: change.value }

const valueOf = (state: TicketState, { field }: ManyChange): string | null => state[field]

/**
 * Changes one thing on several tickets, each by itself; one that cannot be is named with why.
 * @param isTrial says what would happen, and changes nothing
 */
export async function changeMany(
  desk: Desk,
  references: readonly number[],
  change: ManyChange,
  actor: Actor,
  isTrial: boolean,
): Promise<ManyLine[]> {
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'state'])
    .where('reference', 'in', [...references])
    .execute()
  const states = new Map(rows.map((one) => [one.reference, one.state]))
  const lines: ManyLine[] = []
  for (const reference of new Set(references)) {
    const state = states.get(reference)
    if (!state) {
      lines.push({ reference, summary: '', before: null, changes: false, why: 'there is no such ticket' })
      continue
    }
    lines.push(await changeOne(desk, state, change, actor, isTrial))
  }
  return lines
}

async function changeOne(
  desk: Desk,
  state: TicketState,
  change: ManyChange,
  actor: Actor,
  isTrial: boolean,
): Promise<ManyLine> {
  const { reference, summary } = state
  const line = { reference, summary, before: valueOf(state, change) }
  if (line.before === change.value) return { ...line, changes: false, why: 'it is so already' }
  try {
    let sent = 0
    const count = ({ messages }: Decided) => (sent = messages.length)
    if (isTrial) count((await desk.preview(reference, commandOf(change), actor)).decided)
    else await desk.run(reference, commandOf(change), actor, async (_, decided) => void count(decided))
    return { ...line, changes: true, sent }
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return {
      ...line,
      changes: false,
      why: [error.message, ...error.fields.map((one) => one.message)].join(' '),
    }
  }
}
