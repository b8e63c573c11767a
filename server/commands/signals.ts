import { sql } from 'kysely'
import type { CompiledDesign, Directory, SignalKind } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import type { TicketState } from '../../core/ticket'
import { chosenByMap, faultOf, kindOfSignal, placeOfSignal, type KnownSignal } from '../../core/triage'
import { deskNow } from '../clock/deskClock'
import type { Trx } from '../db/connection'
import type { SignalOutcome } from '../db/tables'
import type { Desk } from './desk'
import { lockedState } from './lockedState'
import { directoryChanged } from './people'
import { Together } from './together'
import { oneBy } from '../../core/lookup'

/** A signal as a monitor sent it. */
export interface Signal {
  source: string
  /** Unique within its source: the same one again is a repeat of the delivery, not of the fault. */
  id: string
  type: string
  subject?: string
  /** When it happened, as the monitor says. */
  at: number
  text: string
  organisation?: string
  site?: string
}

export interface SignalAnswer {
  source: string
  id: string
  outcome: SignalOutcome
  reference: number | null
  /** Set where the signal had been taken before. */
  repeated?: true
}

/** Who tickets of signals are asked for by: nobody who could be written to. */
const MONITORS = 'monitors'
const ACTOR = { system: 'signals' }

/** Signals taken in one transaction at most. One such transaction at a time: those that wait are taken together. */
const TOGETHER = { most: 1000, atOnce: 1 }

/** A signal that is new, and whose it is. */
interface Taken {
  signal: Signal
  known?: KnownSignal
  organisation: string | null
  site: string | null
  cover: string | null
}

/** One of a kind that the design knows. */
type Known = Taken & { known: KnownSignal }
const isKnown = (one: Taken): one is Known => one.known !== undefined

/** Takes signals: each once, many together, so that a storm of them is one ticket and few transactions. */
export class Signals {
  private readonly taking = new Together<Signal, SignalAnswer>(TOGETHER, async (signals) =>
    (await this.take(signals)).map((value) => ({ value })),
  )

  constructor(private readonly desk: Desk) {}

  add(signals: readonly Signal[]): Promise<SignalAnswer[]> {
    return Promise.all(signals.map((one) => this.taking.add(one)))
  }

  private async take(signals: Signal[]): Promise<SignalAnswer[]> {
    await this.ensureMonitors()
    const [design, directory] = await Promise.all([
      this.desk.knowledge.currentEdition(),
      this.desk.knowledge.directory(),
    ])
    const touched = new Set<number>()
    const answers = await this.desk.db.transaction().execute(async (trx) => {
      const fresh = await keepNew(trx, signals)
      const taken = fresh.map((one) => placed(one, design, directory))
      const outcomes = new Map<string, SignalAnswer>()
      // In the order of the faults, so that two processes never wait for each other.
      const groups = [...groupsOf(taken)].sort(([a], [b]) => (a < b ? -1 : 1))
      const answered = taken.filter((one) => !isKnown(one)).map(unplaced)
      for (const [fault, group] of groups) answered.push(...(await this.takeFault(trx, fault, group, design)))
      for (const answer of answered) outcomes.set(keyOf(answer), answer)
      await noteOutcomes(trx, taken, outcomes)
      for (const { reference } of outcomes.values()) if (reference !== null) touched.add(reference)
      return withRepeats(trx, signals, outcomes)
    })
    for (const reference of touched) this.desk.announce(reference)
    return answers
  }

  /** All signals of one fault, in the order in which they came: the first makes a ticket or joins the open one. */
  private async takeFault(
    trx: Trx,
    fault: string,
    group: Known[],
    design: CompiledDesign,
  ): Promise<SignalAnswer[]> {
    let state = await openTicketOf(trx, fault, (one) => this.desk.knowledge.editionOf(one))
    const answers: SignalAnswer[] = []
    let repeats: Taken[] = []
    const join = async () => {
      const last = repeats.at(-1)
      if (!state || !last) return
      const { text } = last.signal
      state = await this.desk.runWithin(
        trx,
        state,
        { kind: 'repeatSignals', count: repeats.length, text },
        ACTOR,
      )
      repeats = []
    }
    for (const one of group) {
      if (one.known.clears) {
        await join()
        if (state && state.signal?.clearedAt === undefined)
          state = await this.desk.runWithin(trx, state, { kind: 'clearSignal', text: one.signal.text }, ACTOR)
        answers.push(answerOf(one, state ? 'cleared' : 'calm', state))
      } else if (state) {
        repeats.push(one)
        answers.push(answerOf(one, 'joined', state))
      } else {
        const made = await this.logOne(trx, fault, one, design)
        answers.push(made.answer)
        state = made.state
      }
    }
    await join()
    return answers
  }

  private async logOne(trx: Trx, fault: string, one: Known, design: CompiledDesign) {
    const { signal, known, organisation, site, cover } = one
    const rules = design.design.triage.signals
    const cell = rules && placeOfSignal(rules, known.kind.id, cover)
    if (!cell) return { answer: answerOf(one, cell === null ? 'passedOver' : 'hole'), state: undefined }
    const state = await this.desk.logWithin(
      trx,
      {
        item: cell.item,
        portal: null,
        channel: 'signal',
        summary: `${known.kind.name}: ${signal.subject ?? signal.source}`,
        answers: answersFor(design, cell.item, signal.text),
        requester: MONITORS,
        signal: {
          origin: { kind: known.kind.id, fault, text: signal.text },
          organisation,
          site,
          chosen: chosenByMap(known, cell, cover, design),
        },
      },
      ACTOR,
    )
    await trx
      .updateTable('signal_fault')
      .set({ reference: state.reference })
      .where('fault', '=', fault)
      .execute()
    if (known.kind.tryFix) await queueFix(trx, state.reference, signal, known.kind)
    return { answer: answerOf(one, 'ticket', state), state }
  }

  /** Somebody to ask for tickets of signals: not active, so that nothing is ever sent there. */
  private async ensureMonitors(): Promise<void> {
    const directory = await this.desk.knowledge.directory()
    if (directory.people.has(MONITORS)) return
    const { design } = await this.desk.knowledge.currentEdition()
    await this.desk.db
      .insertInto('person')
      .values({
        id: MONITORS,
        name: 'Monitors',
        mail: 'monitors@signals.invalid',
        role: 'requester',
        active: false,
        zone: design.desk.zone,
        organisation: null,
        site: null,
        priority: null,
        shift: null,
        password_hash: null,
      })
      .onConflict((on) => on.doNothing())
      .execute()
    await directoryChanged(this.desk, [['people', MONITORS]])
  }
}

const keyOf = ({ source, id }: { source: string; id: string }) => JSON.stringify([source, id])

/** Notes signals that were never taken before. @returns those, in their order */
async function keepNew(trx: Trx, signals: readonly Signal[]): Promise<Signal[]> {
  const unique = [...new Map(signals.map((one) => [keyOf(one), one])).values()]
  // Always in the same order, so that two processes that are sent the same never wait for each other.
  const rows = unique
    .map(({ source, id, type, subject = null, text, at }) => ({
      ...{ source, id, type, subject, text, at },
      received_at: deskNow(),
      outcome: 'unknown' as const,
    }))
    .sort((a, b) => (keyOf(a) < keyOf(b) ? -1 : 1))
  const kept = await trx
    .insertInto('signal')
    .columns(['source', 'id', 'type', 'subject', 'text', 'at', 'received_at', 'outcome'])
    .expression((e) =>
      e
        .selectFrom(
          sql<(typeof rows)[number]>`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)`.as<'fresh'>(
            sql`fresh(source text, id text, type text, subject text, text text, at bigint, received_at bigint, outcome text)`,
          ),
        )
        .select(['source', 'id', 'type', 'subject', 'text', 'at', 'received_at', 'outcome']),
    )
    .onConflict((on) => on.doNothing())
    .returning(['source', 'id'])
    .execute()
  const fresh = new Set(kept.map(keyOf))
  return unique.filter((one) => fresh.has(keyOf(one)))
}

/** Whose a signal is: named by the monitor, or that of the equipment it is about. */
function placed(signal: Signal, design: CompiledDesign, directory: Directory): Taken {
  const rules = design.design.triage.signals
  const known = rules && kindOfSignal(rules, signal.type)
  const gear = equipmentOf(signal.subject, directory)
  const site = directory.sites.get(signal.site ?? gear?.site ?? '')
  const named = signal.organisation ?? gear?.organisation ?? site?.organisation
  const organisation = named !== undefined && directory.organisations.has(named) ? named : null
  const cover = directory.coverOf(organisation, directory.agreementAt(organisation ?? undefined, deskNow()))
  return { signal, known, organisation, site: site?.id ?? null, cover }
}

function equipmentOf(subject: string | undefined, directory: Directory) {
  if (!subject) return undefined
  return directory.equipment.get(subject) ?? directory.equipmentBySerial(subject)
}

/** Signals by fault; those whose kind is not known have none. */
function groupsOf(taken: readonly Taken[]): Map<string, Known[]> {
  const groups = new Map<string, Known[]>()
  for (const one of taken.filter(isKnown)) {
    const { known, signal } = one
    const fault = faultOf(known.kind, signal.source, signal.subject)
    groups.set(fault, [...(groups.get(fault) ?? []), one])
  }
  return groups
}

const unplaced = (one: Taken) => answerOf(one, 'unknown')

function answerOf({ signal }: Taken, outcome: SignalOutcome, state?: TicketState): SignalAnswer {
  return { source: signal.source, id: signal.id, outcome, reference: state?.reference ?? null }
}

/** The open ticket of a fault, with the fault held until the transaction ends. */
async function openTicketOf(
  trx: Trx,
  fault: string,
  editionOf: (state: TicketState) => Promise<CompiledDesign>,
): Promise<TicketState | undefined> {
  await trx
    .insertInto('signal_fault')
    .values({ fault, reference: null })
    .onConflict((on) => on.doNothing())
    .execute()
  const { reference } = await trx
    .selectFrom('signal_fault')
    .select('reference')
    .where('fault', '=', fault)
    .forUpdate()
    .executeTakeFirstOrThrow()
  if (reference === null) return undefined
  const state = await lockedState(trx, reference)
  const design = await editionOf(state)
  return statusOf(design.kind(state.kind), state.status).group === 'done' ? undefined : state
}

/** What the monitor says stands where the form asks for words. */
function answersFor(design: CompiledDesign, item: string, text: string): Record<string, string> {
  const form = design.form(design.item(item).form)
  const asked = form.steps.flatMap((step) => step.questions.map((one) => design.questions.get(one.question)))
  const place = asked.find((one) => one?.type === 'longText') ?? asked.find((one) => one?.type === 'text')
  return place && text.trim() ? { [place.name]: text.slice(0, place.maxLength ?? 200) } : {}
}

async function noteOutcomes(trx: Trx, taken: Taken[], outcomes: Map<string, SignalAnswer>): Promise<void> {
  if (!taken.length) return
  const rows = taken.map(({ signal: { source, id }, known, cover }) => ({
    ...{ source, id, cover },
    kind: known?.kind.id ?? null,
    outcome: oneBy(outcomes, keyOf({ source, id })).outcome,
    reference: oneBy(outcomes, keyOf({ source, id })).reference,
  }))
  await sql`update signal set kind = fresh.kind, cover = fresh.cover, outcome = fresh.outcome, reference = fresh.reference
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
      as fresh(source text, id text, kind text, cover text, outcome text, reference bigint)
    where signal.source = fresh.source and signal.id = fresh.id`.execute(trx)
}

/** The answers in the order of the signals; one that was taken before is answered as it was then. */
async function withRepeats(
  trx: Trx,
  signals: readonly Signal[],
  outcomes: Map<string, SignalAnswer>,
): Promise<SignalAnswer[]> {
  const earlier = signals.filter((one) => !outcomes.has(keyOf(one)))
  const rows = earlier.length
    ? await trx
        .selectFrom('signal')
        .select(['source', 'id', 'outcome', 'reference'])
        .where(
          sql<boolean>`(source, id) in (select * from jsonb_to_recordset(${JSON.stringify(
            earlier.map(({ source, id }) => ({ source, id })),
          )}::jsonb) as asked(source text, id text))`,
        )
        .execute()
    : []
  const before = new Map(rows.map((row) => [keyOf(row), row]))
  const seen = new Set<string>()
  return signals.map((one) => {
    const key = keyOf(one)
    const fresh = outcomes.get(key)
    const isFirst = fresh !== undefined && !seen.has(key)
    seen.add(key)
    return isFirst ? fresh : { ...(fresh ?? oneBy(before, key)), repeated: true }
  })
}

async function queueFix(
  trx: Trx,
  reference: number,
  { source, subject }: Signal,
  kind: SignalKind,
): Promise<void> {
  const payload = JSON.stringify({ reference, source, subject: subject ?? null, kind: kind.id })
  await sql`select graphile_worker.add_job('tryFix', ${payload}::json)`.execute(trx)
}
