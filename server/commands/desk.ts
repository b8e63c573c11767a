import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import { statusOf } from '../../core/lifecycle'
import { decide, Refused, type Actor, type Command, type Decided, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Connection, Trx } from '../db/connection'
import { Knowledge } from './design'
import { store, type RequestKey } from './store'
import { Workload } from './workload'

type LogCommand = Omit<Extract<Command, { kind: 'log' }>, 'kind' | 'reference'>

/** One desk: the one way in for every change. */
export class Desk {
  readonly knowledge: Knowledge
  private readonly workload: Workload
  private changed: number[] = []
  private notifying = false

  constructor(readonly connection: Connection) {
    this.knowledge = new Knowledge(connection.db)
    this.workload = new Workload(connection.db)
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
    const [design, directory, openCounts] = await Promise.all([
      this.knowledge.currentEdition(),
      this.knowledge.directory(),
      this.workload.openCounts(),
    ])
    const decideWith = (reference: number) =>
      decide(undefined, { kind: 'log', reference, ...command }, design, directory, {
        now: deskNow(),
        actor,
        openCounts,
      })
    const { rows } = await sql<{
      reference: number
    }>`select nextval('ticket_reference') as reference`.execute(this.db)
    const decided = decideWith(rows[0]!.reference)
    try {
      await store(this.db, decided, design, requestKey)
    } catch (error) {
      // The same request came twice at once: the other one was stored first.
      if (!requestKey || (error as { constraint?: string }).constraint !== 'request_key_pkey') throw error
      return { state: (await this.replayed(requestKey))!, replayed: true }
    }
    this.workload.moved(null, decided.state.technician)
    this.announce(decided.state.reference)
    return { state: decided.state, replayed: false }
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
    const decided = await this.db.transaction().execute(async (trx) => {
      const row = await trx
        .selectFrom('ticket')
        .select('state')
        .where('reference', '=', reference)
        .forUpdate()
        .executeTakeFirst()
      if (!row) throw new Refused('missing', `There is no ticket ${reference}.`)
      return this.decideAndStore(trx, row.state, command, actor, directory, also)
    })
    if (decided.entries.length) this.announce(reference)
    return decided.state
  }

  /**
   * Rings what is due on one ticket, in order and once, however many workers try.
   * @returns whether anything rang; false when another worker holds the ticket or was quicker
   */
  async ring(reference: number): Promise<boolean> {
    const directory = await this.knowledge.directory()
    const rang = await this.db.transaction().execute(async (trx) => {
      const row = await trx
        .selectFrom('ticket')
        .select('state')
        .where('reference', '=', reference)
        .forUpdate()
        .skipLocked()
        .executeTakeFirst()
      if (!row) return false
      const decided = await this.decideAndStore(
        trx,
        row.state,
        { kind: 'ring' },
        { system: 'alarm' },
        directory,
      )
      return decided.entries.length > 0
    })
    if (rang) this.announce(reference)
    return rang
  }

  private async decideAndStore(
    trx: Trx,
    state: TicketState,
    command: Command,
    actor: Actor,
    directory: Awaited<ReturnType<Knowledge['directory']>>,
    also?: (trx: Trx, decided: Decided) => Promise<void>,
  ): Promise<Decided> {
    const design = await this.knowledge.edition(state.edition)
    const decided = decide(state, command, design, directory, {
      now: deskNow(),
      actor,
      openCounts: new Map(),
    })
    if (decided.entries.length) await store(trx, decided, design)
    await also?.(trx, decided)
    const owner = (one: TicketState) =>
      statusOf(design.kind(one.kind), one.status).group === 'done' ? null : one.technician
    this.workload.moved(owner(state), owner(decided.state))
    return decided
  }

  private async replayed(request: RequestKey): Promise<TicketState | undefined> {
    const row = await this.db
      .selectFrom('request_key')
      .innerJoin('ticket', 'ticket.reference', 'request_key.reference')
      .select(['ticket.state', 'request_key.body_hash'])
      .where('request_key.person', '=', request.person)
      .where('request_key.key', '=', request.key)
      .executeTakeFirst()
    if (row && row.body_hash !== request.bodyHash)
      throw new Refused(
        'conflict',
        'This Idempotency-Key was used for another request; take a new key for a new request.',
      )
    return row?.state
  }

  /** Tells all processes which tickets changed, a few at a time, so that a busy desk does not wait for notices. */
  private announce(reference: number): void {
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
