import { Refused, type Actor, type Command, type Decided, type TicketState } from '../../core/ticket'
import { fieldOf, sees, type FieldValue } from '../../core/fields'
import { canonicalJson } from '../../core/json'
import { isSeen } from '../../core/rights'
import { sightOf } from '../queries/sight'
import type { FieldColumn } from '../../core/work'
import type { Desk } from './desk'
import { STATE_COLUMNS, wholeState } from '../db/rows'

/** What is changed on many tickets at once: one thing. */
export type ManyChange =
  | { field: 'technician'; value: string | null }
  | { field: 'category' | 'priority' | 'queue' | 'team'; value: string }
  /** A field of ticket kinds: `field.NAME`; null empties it. */
  | { field: FieldColumn; value: FieldValue | null }

export interface ManyLine {
  reference: number
  summary: string
  /** How it was; to take it back. */
  before: FieldValue | null
  /** Whether it changes, or would; if not, why. */
  changes: boolean
  why?: string
  /** How many messages went out, or would; nothing takes these back. */
  sent?: number
}

/** Whether a change is one of a field of ticket kinds. */
const isOfField = (change: ManyChange): change is Extract<ManyChange, { field: FieldColumn }> =>
  fieldOf(change.field) !== undefined

function commandOf(change: ManyChange): Exclude<Command, { kind: 'log' }> {
  if (isOfField(change)) return { kind: 'setFields', values: { [fieldOf(change.field)!]: change.value } }
  if (change.field === 'technician') return { kind: 'assign', technician: change.value }
  return { kind: 'resort', field: change.field, value: change.value }
}

const valueOf = (state: TicketState, change: ManyChange): FieldValue | null =>
  isOfField(change) ? (state.fields?.[fieldOf(change.field)!] ?? null) : state[change.field]

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
    .select(['reference', ...STATE_COLUMNS])
    .where('reference', 'in', [...references])
    .execute()
  const isHidden = isOfField(change) && !(await mayKnow(desk, change, actor))
  const sight = 'person' in actor ? await sightOf(desk, actor.person) : undefined
  const seen = rows.map(wholeState).filter((one) => !sight || isSeen(sight, one))
  const states = new Map(seen.map((one) => [one.reference, one]))
  const lines: ManyLine[] = []
  for (const reference of new Set(references)) {
    const state = states.get(reference)
    if (!state) {
      lines.push({ reference, summary: '', before: null, changes: false, why: 'there is no such ticket' })
      continue
    }
    if (isHidden) {
      const why = 'you see no such field on it'
      lines.push({ reference, summary: state.summary, before: null, changes: false, why })
      continue
    }
    lines.push(await changeOne(desk, state, change, actor, isTrial))
  }
  return lines
}

/** Whether somebody sees a field; of one that they do not see not even its value before is told. */
async function mayKnow(desk: Desk, { field }: { field: FieldColumn }, actor: Actor): Promise<boolean> {
  const [current, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const person = 'person' in actor ? directory.people.get(actor.person) : undefined
  const found = current.fields.get(fieldOf(field) ?? '')
  return found !== undefined && person !== undefined && sees(found, person)
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
  if (canonicalJson(line.before) === canonicalJson(change.value))
    return { ...line, changes: false, why: 'it is so already' }
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
