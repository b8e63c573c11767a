import { answeredLater } from '../../core/ticket'
import { sql } from 'kysely'
import { answersInWords } from '../../core/intake'
import { statusOf } from '../../core/lifecycle'
import { isOneOf } from '../../core/lookup'
import { valueInWords, type TicketField } from '../../core/fields'
import type { CompiledDesign, Directory } from '../../core/design'
import type { Entry } from '../../core/ticket'
import { plainWords } from '../../core/writing'
import type { Database } from '../db/connection'
import type { Knowledge } from '../db/knowledge'
import { entriesFromRows } from '../db/rows'
import type { KeptState } from '../db/tables'
import { comparedOf } from '../queries/compared'
import { deskNow } from '../clock/deskClock'
import { HOUR } from '../../core/time'
import { SAYING } from './store'

const BATCH = 200
/** What is older when it is first seen is not held against what is open: it came from elsewhere, or long ago. */
const NEW = HOUR
/** Longest text of one ticket that is searched, in characters; the rest of a very long conversation is not. */
const LONGEST = 60_000

function wordsOfEntry(entry: Entry, design: CompiledDesign): string[] {
  switch (entry.kind) {
    case 'replied':
    case 'noted':
    case 'majorUpdated':
      return [plainWords(entry.text)]
    case 'answered':
      return [entry.text, entry.quoted ?? '']
    case 'tookIn':
      return [entry.summary, entry.text]
    case 'statusMoved':
      return entry.fields.flatMap(({ field, after }) => {
        const known = design.fields.get(field)
        return typeof after === 'string' && (!known || isForAll(known)) ? after : []
      })
    case 'tasksAdded':
      return entry.tasks.flatMap(({ text, description = '' }) => [text, description])
    default:
      return []
  }
}

/** The fields of a ticket in words; one that not everybody of the desk sees is found by nobody. */
function fieldWords(
  { kind, fields = {} }: KeptState,
  design: CompiledDesign,
  directory: Directory,
): string[] {
  const nameOf = design.nameOf(directory)
  return design.fieldsOf(kind).flatMap((field) => {
    const value = fields[field.name]
    return value === undefined || !isForAll(field) ? [] : valueInWords(field, value, nameOf)
  })
}

const isForAll = ({ sees }: TicketField) => !sees?.roles?.length && !sees?.teams?.length

/** What of a ticket is searched: first what stands in its first lines, then everything that was said. */
function wordsOf(state: KeptState, entries: Entry[], design: CompiledDesign, directory: Directory) {
  const item = design.item(state.item)
  const answers = answersInWords(
    design.form(item.form),
    design.questions,
    state.answers,
    design.nameOf(directory, state.attachments),
  )
  const title = [
    state.summary,
    directory.nameOf(state.requester),
    directory.organisations.get(state.organisation ?? '')?.name ?? '',
    directory.sites.get(state.site ?? '')?.name ?? '',
  ]
  const body = [
    item.name,
    ...answers.map((one) => one.answer),
    ...answeredLater({ ...state, because: {} }, design, directory).flatMap((one) =>
      one.answers.map(({ answer }) => answer),
    ),
    ...fieldWords(state, design, directory),
    ...entries.flatMap((one) => wordsOfEntry(one, design)),
    ...(state.attachments ?? []).map((one) => one.name),
    statusOf(design.kind(state.kind), state.status).name,
  ]
  const join = (texts: string[]) => texts.filter(Boolean).join('\n').slice(0, LONGEST)
  const isOpen = statusOf(design.kind(state.kind), state.status).group !== 'done'
  return { title: join(title), body: join(body), is_open: isOpen }
}

/** The tickets that people have called the same as one: its duplicates, its cause and what it caused, what it was merged into. */
const calledSame = ({ links = [], mergedInto }: Pick<KeptState, 'links' | 'mergedInto'>): number[] => [
  ...(mergedInto === undefined ? [] : [mergedInto]),
  ...links.flatMap(({ as, reference }) => (isOneOf(CALLED_SAME, as) ? [reference] : [])),
]
const CALLED_SAME = ['duplicateOf', 'duplicatedBy', 'causedBy', 'causes'] as const

/** What of a ticket is compared with others, as it is kept. */
function likenessRow(state: KeptState, design: CompiledDesign, directory: Directory) {
  const { at, ...compared } = comparedOf(state, design, directory)
  const isOut = state.mergedInto !== undefined || state.rejected === true
  return { ...compared, logged_at: at, is_out: isOut, same: calledSame(state) }
}

/**
 * Brings what is searched up to date for some of the tickets that have changed. Several workers may do this at once.
 * @returns how many tickets were taken
 */
export async function indexSome(db: Database, knowledge: Knowledge): Promise<number> {
  const directory = await knowledge.directory()
  return db.transaction().execute(async (trx) => {
    const { rows: taken } = await sql<{ reference: number }>`delete from search_behind where reference in (
      select reference from search_behind limit ${BATCH} for update skip locked) returning reference`.execute(
      trx,
    )
    if (!taken.length) return 0
    const references = taken.map((one) => one.reference)
    const [tickets, entries] = await Promise.all([
      trx.selectFrom('ticket').select(['reference', 'state']).where('reference', 'in', references).execute(),
      trx
        .selectFrom('entry')
        .selectAll()
        .where('reference', 'in', references)
        .where('kind', 'in', SAYING)
        .orderBy('reference')
        .orderBy('sequence')
        .execute(),
    ])
    const said = new Map<number, Entry[]>()
    for (const row of entries)
      said.set(row.reference, [...(said.get(row.reference) ?? []), ...entriesFromRows([row]).entries])
    const rows = await Promise.all(
      tickets.map(async ({ reference, state }) => {
        const design = await knowledge.editionOf(state)
        return {
          ...{ reference, ...wordsOf(state, said.get(reference) ?? [], design, directory) },
          ...likenessRow(state, design, directory),
        }
      }),
    )
    const all = JSON.stringify(rows)
    await sql`with rows as (select * from jsonb_to_recordset(${all}::jsonb) as r (reference bigint, title text, body text,
        is_open boolean, is_out boolean, same bigint[], summary int[], said int[], item text, site text, requester text, machine text, logged_at bigint)),
      l as (insert into ticket_likeness (reference, summary, said, item, site, requester, machine, logged_at, is_open, is_out, same)
        select reference, summary, said, item, site, requester, machine, logged_at, is_open, is_out, same from rows
        on conflict (reference) do update set summary = excluded.summary, said = excluded.said, item = excluded.item,
          site = excluded.site, requester = excluded.requester, machine = excluded.machine, is_open = excluded.is_open,
          is_out = excluded.is_out, same = excluded.same
        returning reference, xmax = 0 and is_open and not is_out and logged_at > ${deskNow() - NEW} as is_new),
      due as (insert into likeness_due select reference from l where is_new on conflict do nothing),
      w as (insert into ticket_words (reference, title, body, is_open) select reference, title, body, is_open from rows
        on conflict (reference) do update set title = excluded.title, body = excluded.body, is_open = excluded.is_open),
      said as (select distinct word from rows, regexp_split_to_table(lower(title || ' ' || body), '[^[:alnum:]]+') as word
        where length(word) between 3 and 40 and word !~ '^[0-9]+$')
      insert into search_word (word) select word from said order by word on conflict do nothing`.execute(trx)
    return taken.length
  })
}

/** Brings everything that is searched up to date. */
export async function indexAll(db: Database, knowledge: Knowledge): Promise<number> {
  let sum = 0
  for (let count = await indexSome(db, knowledge); count > 0; count = await indexSome(db, knowledge))
    sum += count
  return sum
}
