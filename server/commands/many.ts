import type { CompiledDesign } from '../../core/design'
import { fieldOf, sees, type FieldValue } from '../../core/fields'
import { canonicalJson } from '../../core/json'
import { isSeen } from '../../core/rights'
import {
  followsOf,
  Refused,
  type Actor,
  type Command,
  type Decided,
  type Follows,
  type TicketState,
} from '../../core/ticket'
import type { FieldColumn } from '../../core/work'
import { MINUTE } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { sightOf } from '../queries/sight'
import type { Desk } from './desk'
import { linkTickets } from './work'

/** What is done with many tickets at once: one thing. */
export type ManyChange =
  | { field: 'technician'; value: string | null }
  | { field: 'category' | 'priority' | 'queue' | 'team'; value: string }
  /** A field of ticket kinds: `field.NAME`; null empties it. */
  | { field: FieldColumn; value: FieldValue | null }
  /** Through its gate, which gets of the fields what it asks for. */
  | { field: 'status'; value: string; fields: Readonly<Record<string, FieldValue | null>> }
  /** Words to each requester. */
  | { field: 'reply'; value: string }
  /** Whether whoever does it is told of them. */
  | { field: 'watch'; value: boolean }
  /** Number of a ticket that each is linked with; a negative one takes the link away. */
  | { field: 'link'; value: number }

export interface ManyLine {
  reference: number
  summary: string
  /** How it was; to take it back. */
  before: FieldValue | null
  /** Whether it changes, or would; if not, why. */
  changes: boolean
  why?: string
  /** What follows, or would. */
  follows?: Follows
}

/** Whether a change is one of a field of ticket kinds. */
const isOfField = (change: ManyChange): change is Extract<ManyChange, { field: FieldColumn }> =>
  fieldOf(change.field) !== undefined

function commandOf(
  change: ManyChange,
  state: TicketState,
  design: CompiledDesign,
  actor: Actor,
): Exclude<Command, { kind: 'log' }> {
  if (isOfField(change)) return { kind: 'setFields', values: { [fieldOf(change.field)!]: change.value } }
  switch (change.field) {
    case 'technician':
      return { kind: 'assign', technician: change.value }
    case 'status': {
      const gate = design.kind(state.kind).statuses.find((one) => one.id === change.value)?.gate ?? []
      const asked = gate.flatMap(({ name }) => {
        const value = change.fields[name]
        return value === undefined || value === null ? [] : [[name, value] as const]
      })
      return { kind: 'move', from: state.status, to: change.value, fields: Object.fromEntries(asked) }
    }
    case 'reply':
      return { kind: 'reply', text: change.value }
    case 'watch':
      return { kind: 'watch', person: personOf(actor), on: change.value }
    case 'link':
      return { kind: 'link', to: Math.abs(change.value), as: 'related', on: change.value > 0 }
    default:
      return { kind: 'resort', field: change.field, value: change.value }
  }
}

const personOf = (actor: Actor) => ('person' in actor ? actor.person : '')

/** How it was before, as it can be set again; nothing for what is said, which nothing takes back. */
function valueOf(state: TicketState, change: ManyChange, actor: Actor): FieldValue | null {
  if (isOfField(change)) return state.fields?.[fieldOf(change.field)!] ?? null
  switch (change.field) {
    case 'reply':
      return null
    case 'watch':
      return (state.watchers ?? []).includes(personOf(actor))
    case 'link': {
      const has = (state.links ?? []).some((one) => one.reference === Math.abs(change.value))
      return has ? Math.abs(change.value) : -Math.abs(change.value)
    }
    default:
      return state[change.field]
  }
}

/**
 * Does one thing with several tickets, each by itself; one that cannot be is named with why.
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

/** So long the same words to many are said once: whoever was cut off in the middle tries again. */
const TOLD_FOR = 15 * MINUTE

/** Whether somebody has told the requester of a ticket these very words last, a moment ago. */
async function isTold(desk: Desk, reference: number, text: string, actor: Actor): Promise<boolean> {
  if (!('person' in actor)) return false
  const last = await desk.db
    .selectFrom('entry')
    .select(['actor', 'at', 'body'])
    .where('reference', '=', reference)
    .where('kind', '=', 'replied')
    .orderBy('sequence', 'desc')
    .limit(1)
    .executeTakeFirst()
  const said = last && 'text' in last.body ? last.body.text : undefined
  return (
    last !== undefined &&
    last.actor === `person:${actor.person}` &&
    said === text.trim() &&
    deskNow() - last.at < TOLD_FOR
  )
}

async function changeOne(
  desk: Desk,
  state: TicketState,
  change: ManyChange,
  actor: Actor,
  isTrial: boolean,
): Promise<ManyLine> {
  const { reference, summary } = state
  const line = { reference, summary, before: valueOf(state, change, actor) }
  if (change.field !== 'reply' && canonicalJson(line.before) === canonicalJson(change.value))
    return { ...line, changes: false, why: 'it is so already' }
  if (change.field === 'reply' && (await isTold(desk, reference, change.value, actor)))
    return { ...line, changes: true }
  try {
    const design = await desk.knowledge.editionOf(state)
    const command = commandOf(change, state, design, actor)
    const follows = (decided: Decided) => followsOf(state, decided, design, deskNow())
    if (isTrial) {
      const { decided } = await desk.preview(reference, command, actor)
      return { ...line, changes: true, follows: follows(decided) }
    }
    if (command.kind === 'link') {
      await linkTickets(desk, reference, command, actor)
      return { ...line, changes: true }
    }
    let came: Follows | undefined
    await desk.run(reference, command, actor, async (_, decided) => void (came = follows(decided)))
    return { ...line, changes: true, ...(came && { follows: came }) }
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return {
      ...line,
      changes: false,
      why: [error.message, ...new Set(error.fields.map((one) => one.message))].join(' '),
    }
  }
}
