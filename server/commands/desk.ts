import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import type { Directory } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import { decide, Refused, type Actor, type Command, type Decided, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { isUnreachable, type Connection, type Trx } from '../db/connection'
import { Knowledge } from '../db/knowledge'
import { Estimates } from '../queries/estimates'
import { OpenTickets } from '../queries/openTickets'
import { RunningClocks } from '../queries/runningClocks'
import { Learnt, textOf } from '../queries/learnt'
import { lockedState, noTicket } from './lockedState'
import { Signals } from './signals'
import { Together, settle, type Settled } from './together'
import { store, type Decision, type RequestKey } from './store'
import type { Workloads } from '../../core/triage'
import { NO_WORK, Workload } from '../queries/workload'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { isRecord, oneAt, oneBy } from '../../core/lookup'

type LogCommand = Omit<Extract<Command, { kind: 'log' }>, 'kind' | 'reference'>

interface LogRequest {
  command: LogCommand
  actor: Actor
  requestKey?: RequestKey
}

/** How many new tickets are stored in one statement at most, and how many such statements run at once. */
const TOGETHER = { most: 24, atOnce: 1 }

/** One desk: the one way in for every change. */
export class Desk {
  readonly knowledge: Knowledge
  /** What the list of deadlines is reckoned from. */
  readonly clocks: RunningClocks
  readonly open: OpenTickets
  readonly signals = new Signals(this)
  readonly learnt: Learnt
  readonly estimates: Estimates
  private readonly workload: Workload
  /** Reference numbers that were taken for requests which were refused. */
  private spare: number[] = []
  private changed: number[] = []
  private notifying = false
  private readonly logging = new Together<LogRequest, TicketState>(TOGETHER, (requests) =>
    this.logTogether(requests),
  )

  constructor(readonly connection: Connection) {
    this.knowledge = new Knowledge(connection.db)
    this.learnt = new Learnt(connection.db)
    this.estimates = new Estimates(connection.db, this.knowledge)
    this.workload = new Workload(connection.db, this.knowledge)
    this.clocks = new RunningClocks(connection.db, this.knowledge)
    this.open = new OpenTickets(connection.db)
  }

  /** What people have on their hands, and who helped these requesters last. */
  workOf(requesters: readonly string[]): Promise<Workloads> {
    return this.workload.of(requesters)
  }

  get db() {
    return this.connection.db
  }

  /**
   * Logs a new ticket.
   * @param idempotencyKey the same key with the same content gives the ticket that was made the first time
   * @throws Refused when the input is wrong or the key was used for something else
   */
  async log(
    command: LogCommand,
    actor: Actor,
    idempotencyKey?: string,
  ): Promise<{ state: TicketState; replayed: boolean }> {
    const requestKey = idempotencyKey ? requestKeyOf(command, actor, idempotencyKey) : undefined
    if (requestKey) {
      const earlier = await this.replayed(requestKey)
      if (earlier) return { state: earlier, replayed: true }
    }
    try {
      const state = await this.logging.add({ command, actor, requestKey })
      return { state, replayed: false }
    } catch (error) {
      // The same request came twice at once: the other one was stored first.
      const earlier = requestKey && isRepeat(error) ? await this.replayed(requestKey) : undefined
      if (!earlier) throw error
      return { state: earlier, replayed: true }
    }
  }

  /** Decides new tickets and stores them together; one that is refused does not keep the others. */
  private async logTogether(requests: LogRequest[]): Promise<Settled<TicketState>[]> {
    const [design, directory, work, references] = await Promise.all([
      this.knowledge.currentEdition(),
      this.knowledge.directory(),
      this.workload.of(requests.map(({ command }) => command.requester)),
      this.takeReferences(requests.length),
    ])
    const outcomes = requests.map(({ command, actor, requestKey }, index) =>
      settle(() => {
        const { item, summary, answers } = command
        const suggestion = this.learnt.suggest(design, item, textOf(summary, answers))
        const log: Command = { kind: 'log', reference: oneAt(references, index), ...command, suggestion }
        const decided = decide(undefined, log, design, directory, { now: deskNow(), actor, work })
        this.workload.moved(null, decided.state.technician)
        return { decided, design, requestKey }
      }),
    )
    this.spare.push(...references.filter((_, index) => 'error' in oneAt(outcomes, index)))
    const decisions = outcomes.flatMap((one) => ('value' in one ? [one.value] : []))
    const failures = await this.storeAll(decisions)
    return outcomes.map((one) => {
      if ('error' in one) return one
      const { state } = one.value.decided
      const error = failures.get(one.value)
      if (error !== undefined) {
        this.workload.moved(state.technician, null)
        return { error }
      }
      this.announce(state.reference)
      return { value: state }
    })
  }

  /**
   * Stores decisions in one go. Where one of them cannot be stored (it repeats a request, or holds what the database
   * does not take), each goes by itself, so that only that one fails.
   */
  private async storeAll(decisions: Decision[]): Promise<Map<Decision, unknown>> {
    const failures = new Map<Decision, unknown>()
    if (!decisions.length) return failures
    try {
      await store(this.db, decisions)
    } catch (error) {
      if (decisions.length === 1 || isUnreachable(error)) {
        for (const one of decisions) failures.set(one, error)
        return failures
      }
      for (const one of decisions) await store(this.db, [one]).catch((its: unknown) => failures.set(one, its))
    }
    return failures
  }

  private async takeReferences(count: number): Promise<number[]> {
    const spare = this.spare.splice(0, count)
    const { rows } = await sql<{
      reference: number
    }>`select nextval('ticket_reference') as reference from generate_series(1, ${count - spare.length}::int)`.execute(
      this.db,
    )
    return [...spare, ...rows.map((row) => row.reference)]
  }

  /**
   * Does something to a ticket, in a transaction that holds the ticket.
   * @returns the state afterwards
   * @throws Refused when it cannot be done; nothing has changed then
   */
  async run(
    reference: number,
    command: Exclude<Command, { kind: 'log' }>,
    actor: Actor,
    also?: (trx: Trx, decided: Decided) => Promise<void>,
  ): Promise<TicketState> {
    const directory = await this.knowledge.directory()
    const work = await this.workFor(reference, command)
    const decided = await this.db.transaction().execute(async (trx) => {
      const state = await lockedState(trx, reference)
      const decided = await this.decideOn(state, command, actor, directory, work)
      if (decided.decided.entries.length) await store(trx, [decided])
      await also?.(trx, decided.decided)
      return decided.decided
    })
    if (decided.entries.length) this.announce(reference)
    return decided.state
  }

  /** Logs a ticket within a transaction of the caller, who announces it afterwards. */
  async logWithin(trx: Trx, command: LogCommand, actor: Actor): Promise<TicketState> {
    const [design, directory, work, references] = await Promise.all([
      this.knowledge.currentEdition(),
      this.knowledge.directory(),
      this.workload.of([command.requester]),
      this.takeReferences(1),
    ])
    const reference = oneAt(references, 0)
    const log: Command = { kind: 'log', reference, ...command }
    const outcome = settle(() => decide(undefined, log, design, directory, { now: deskNow(), actor, work }))
    if ('error' in outcome) {
      this.spare.push(reference)
      throw outcome.error
    }
    const decided = outcome.value
    await store(trx, [{ decided, design }])
    this.workload.moved(null, decided.state.technician)
    return decided.state
  }

  /** Does something to a ticket within a transaction of the caller, who announces it afterwards. */
  async runWithin(
    trx: Trx,
    state: TicketState,
    command: Exclude<Command, { kind: 'log' }>,
    actor: Actor,
  ): Promise<TicketState> {
    const directory = await this.knowledge.directory()
    const decided = await this.decideOn(state, command, actor, directory, NO_WORK)
    if (decided.decided.entries.length) await store(trx, [decided])
    return decided.decided.state
  }

  /**
   * What a command would lead to if it were given now. Nothing changes.
   * @throws Refused when it could not be done
   */
  async preview(
    reference: number,
    command: Exclude<Command, { kind: 'log' }>,
    actor: Actor,
  ): Promise<Decision> {
    const row = await this.db
      .selectFrom('ticket')
      .select(STATE_COLUMNS)
      .where('reference', '=', reference)
      .executeTakeFirst()
    if (!row) throw noTicket(reference)
    const before = wholeState(row)
    const [directory, work] = await Promise.all([
      this.knowledge.directory(),
      this.workFor(reference, command),
    ])
    const design = await this.knowledge.editionOf(before)
    return {
      ...{ before, design },
      decided: decide(before, command, design, directory, { now: deskNow(), actor, work }),
    }
  }

  /**
   * Merges a ticket into another: one ends, the other takes it in; both or neither.
   * @param text what the one that takes it in keeps of it
   * @throws Refused when either cannot be
   */
  async merge(
    reference: number,
    into: number,
    actor: Actor,
    text: (state: TicketState) => Promise<string>,
  ): Promise<void> {
    const directory = await this.knowledge.directory()
    await this.db.transaction().execute(async (trx) => {
      // Always in the order of their numbers, so that two merges never wait for each other.
      const states = new Map<number, TicketState>()
      for (const one of [...new Set([reference, into])].sort((a, b) => a - b))
        states.set(one, await lockedState(trx, one))
      const from = oneBy(states, reference)
      const merged = await this.decideOn(from, { kind: 'merge', into }, actor, directory, NO_WORK)
      const command: Command = {
        kind: 'takeIn',
        from: reference,
        summary: from.summary,
        requesters: [from.requester, ...(from.others ?? [])],
        text: await text(from),
      }
      const took = await this.decideOn(oneBy(states, into), command, actor, directory, NO_WORK)
      await store(trx, [merged, took])
    })
    this.announce(reference)
    this.announce(into)
  }

  /** What people have on their hands, for the commands that may find somebody for a ticket. */
  private async workFor(reference: number, command: Command): Promise<Workloads> {
    if (command.kind !== 'accept') return NO_WORK
    const row = await this.db
      .selectFrom('ticket')
      .select('requester')
      .where('reference', '=', reference)
      .executeTakeFirst()
    return this.workload.of(row ? [row.requester] : [])
  }

  /**
   * Rings what is due on some tickets, in order and once, however many workers try. All ring or none.
   * @returns how many rang; not those that another worker holds or was quicker with
   */
  async ring(references: number[]): Promise<number> {
    const directory = await this.knowledge.directory()
    const rang = await this.db.transaction().execute(async (trx) => {
      const rows = await trx
        .selectFrom('ticket')
        .select(STATE_COLUMNS)
        .where('reference', 'in', references)
        .orderBy('reference')
        .forUpdate()
        .skipLocked()
        .execute()
      const decisions: Decision[] = []
      for (const before of rows.map(wholeState)) {
        const design = await this.knowledge.editionOf(before)
        const decided = decide(before, { kind: 'ring' }, design, directory, {
          now: deskNow(),
          actor: { system: 'alarm' },
          work: NO_WORK,
        })
        if (decided.entries.length) decisions.push({ before, decided, design })
      }
      if (decisions.length) await store(trx, decisions)
      return decisions
    })
    for (const { decided } of rang) this.announce(decided.state.reference)
    return rang.length
  }

  private async decideOn(
    state: TicketState,
    command: Command,
    actor: Actor,
    directory: Directory,
    work: Workloads,
  ): Promise<Decision> {
    const design = await this.knowledge.editionOf(state)
    const decided = decide(state, command, design, directory, { now: deskNow(), actor, work })
    const owner = (one: TicketState) =>
      statusOf(design.kind(one.kind), one.status).group === 'done' ? null : one.technician
    this.workload.moved(owner(state), owner(decided.state))
    return { before: state, decided, design }
  }

  private async replayed(request: RequestKey): Promise<TicketState | undefined> {
    const row = await this.db
      .selectFrom('request_key')
      .innerJoin('ticket', 'ticket.reference', 'request_key.reference')
      .select([...STATE_COLUMNS, 'request_key.body_hash'])
      .where('request_key.person', '=', request.person)
      .where('request_key.key', '=', request.key)
      .executeTakeFirst()
    if (row && row.body_hash !== request.bodyHash)
      throw new Refused(
        'conflict',
        'This Idempotency-Key was used for another request; take a new key for a new request.',
      )
    return row && wholeState(row)
  }

  /** What this process keeps of these tickets is read again; of all tickets if none is named. */
  touch(references?: readonly number[]): void {
    for (const kept of [this.clocks, this.open])
      if (references) kept.touch(references)
      else kept.forget()
  }

  /** Tells all processes which tickets changed, a few at a time, so that a busy desk does not wait for notices. */
  announce(reference: number): void {
    this.touch([reference])
    this.changed.push(reference)
    if (this.notifying) return
    this.notifying = true
    setTimeout(() => void this.notify(), 40).unref()
  }

  private async notify(): Promise<void> {
    const references = [...new Set(this.changed.splice(0, 500))]
    this.notifying = this.changed.length > 0
    if (this.notifying) setTimeout(() => void this.notify(), 40).unref()
    await sql`select pg_notify('yare_tickets', ${JSON.stringify(references)})`
      .execute(this.db)
      .catch(() => undefined)
  }
}

function requestKeyOf(command: LogCommand, actor: Actor, key: string): RequestKey {
  const person = 'person' in actor ? actor.person : actor.system
  return { person, key, bodyHash: createHash('sha256').update(JSON.stringify(command)).digest('hex') }
}

/** Whether storing failed because the same request was stored before. */
function isRepeat(error: unknown): boolean {
  return isRecord(error) && error.constraint === 'request_key_pkey'
}
