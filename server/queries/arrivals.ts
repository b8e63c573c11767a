import { sql } from 'kysely'
import { dueAt } from '../../core/clock'
import type { CompiledDesign, Directory } from '../../core/design'
import { answersInWords } from '../../core/intake'
import { lacksOf, type Acceptance, type Actor, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { becauseInWords, becausesInWords } from '../../core/explain'
import { similarTo } from './similar'
import { seenSql, sightOf } from './sight'
import type { Reading } from './reading'
import { STATE_COLUMNS, wholeState } from '../db/rows'

/** How many open tickets are shown into which an arrival might be merged. */
const MOST_ALIKE = 5

/** Whether the desk has asked something that the requester has not answered yet. */
const WAITS = sql<boolean>`coalesce((state->'held'->>'askedAt')::bigint, 0) > coalesce((state->'held'->>'answeredAt')::bigint, 0)`

export interface ArrivalsQuery {
  after?: string
  limit: number
}

/** What waits in Arrivals: what the desk can decide on first, the longest waiting on top. Pages go by key. */
export async function listArrivals(desk: Reading, { after, limit }: ArrivalsQuery, person: string) {
  const [waits, loggedAt, reference] = (after ?? '').split('_').map(Number)
  const sight = await sightOf(desk, person)
  const held = desk.db.selectFrom('ticket').where('held', '=', true).where(seenSql(sight))
  const page = await held
    .select([...STATE_COLUMNS, WAITS.as('waits')])
    .$if(after !== undefined, (q) =>
      q.where(
        sql<boolean>`(${WAITS}, logged_at, reference) > (${waits === 1}, ${loggedAt}::bigint, ${reference}::bigint)`,
      ),
    )
    .orderBy(WAITS)
    .orderBy('logged_at')
    .orderBy('reference')
    .limit(limit + 1)
    .execute()
  const { total } = await held.select((e) => e.fn.countAll<number>().as('total')).executeTakeFirstOrThrow()
  const directory = await desk.knowledge.directory()
  const rows = await Promise.all(
    page.slice(0, limit).map(async ({ waits, ...row }) => {
      const state = wholeState(row)
      const design = await desk.knowledge.editionOf(state)
      return rowOf(state, waits, design, directory)
    }),
  )
  const last = page[limit - 1]
  const next = last && `${Number(last.waits)}_${last.state.loggedAt}_${last.state.reference}`
  return { rows, total, now: deskNow(), ...(page.length > limit && { next }) }
}

function rowOf(state: TicketState, waits: boolean, design: CompiledDesign, directory: Directory) {
  const now = deskNow()
  const hours = design.calendar(design.design.desk.calendar)
  return {
    reference: state.reference,
    summary: state.summary,
    requester: directory.nameOf(state.requester),
    organisation: directory.organisations.get(state.organisation ?? '')?.name ?? 'no organisation',
    item: design.item(state.item).name,
    portal: state.portal === null ? null : (design.findPortal(state.portal)?.name ?? state.portal),
    channel: state.channel,
    loggedAt: state.loggedAt,
    /** Milliseconds in the hours of the desk. */
    /** Milliseconds in the hours of the desk. */
    waited: hours.between(state.held!.since, Math.max(now, state.held!.since)),
    waitsForRequester: waits,
    answeredAt: state.held!.answeredAt ?? null,
    lacks: lacksOf(state, design, directory, now),
  }
}

export type ArrivalRow = ReturnType<typeof rowOf>

/** Everything that is needed to decide on one held ticket; undefined when it is not held. */
export async function arrivalPage(desk: Reading, reference: number, person: string) {
  const row = await desk.db
    .selectFrom('ticket')
    .select([...STATE_COLUMNS, WAITS.as('waits')])
    .where('reference', '=', reference)
    .where('held', '=', true)
    .executeTakeFirst()
  if (!row) return undefined
  const state = wholeState(row)
  const [design, directory, alike] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
    similarTo(desk, state, person, { most: MOST_ALIKE }),
  ])
  const { design: document } = design
  return {
    ...rowOf(state, row.waits, design, directory),
    alike,
    suggested: { ticketKind: state.kind, category: state.category },
    choices: {
      ticketKind: document.kinds.map(({ id, name }) => ({ value: id, label: name })),
      category: document.categories.map(({ id }) => ({ value: id, label: design.categoryPath(id) })),
      priority: document.priorities
        .filter((one) => one.active)
        .map(({ id, name, numeral }) => ({ value: id, label: `${numeral} ${name}` })),
      level: document.serviceLevels.map(({ id, name }) => ({ value: id, label: name })),
    },
  }
}

/**
 * What would become of a held ticket if it were accepted now: where it would go, and what would be promised.
 * @throws Refused when it could not be accepted like this
 */
export async function outlook(desk: Reading, reference: number, choice: Acceptance, actor: Actor) {
  const { decided, design } = await desk.preview(reference, { kind: 'accept', ...choice }, actor)
  const directory = await desk.knowledge.directory()
  const { state, entries } = decided
  const started = entries.flatMap((entry) => (entry.kind === 'clocksStarted' ? entry.clocks : []))
  const priority = design.priority(state.priority)
  const reader = await desk.knowledge.readerOf(state.because, started)
  return {
    edition: state.edition,
    kind: design.kind(state.kind).name,
    category: design.categoryPath(state.category),
    numeral: priority.numeral,
    priority: priority.name,
    queue: directory.queues.get(state.queue)?.name ?? state.queue,
    team: directory.teams.get(state.team)?.name ?? state.team,
    technician: state.technician ? directory.nameOf(state.technician) : null,
    because: becausesInWords(state.because, reader),
    promises: started.map((clock) => ({
      target: clock.target,
      label: clock.label,
      dueAt: dueAt(clock, design.hoursOf(clock)) ?? null,
      because: becauseInWords(clock.because, reader),
    })),
  }
}

/** What the other ticket keeps of one that is merged into it: who asked, and what was answered. */
export async function mergedText(desk: Reading, state: TicketState): Promise<string> {
  const [design, directory] = await Promise.all([desk.knowledge.editionOf(state), desk.knowledge.directory()])
  const form = design.form(design.item(state.item).form)
  const answers = answersInWords(
    form,
    design.questions,
    state.answers,
    design.nameOf(directory, state.attachments),
  )
  return answers.map(({ label, answer }) => `${label} ${answer}`).join('\n')
}
