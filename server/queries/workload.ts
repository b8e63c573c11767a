import { sql, type NotNull } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import { assignmentOf, type Workloads } from '../../core/triage'
import type { Database } from '../db/connection'
import { deskNow, machineNow } from '../clock/deskClock'
import type { Knowledge } from '../db/knowledge'

const KEEP = 1000

/** For commands that find nobody for a ticket. */
export const NO_WORK: Workloads = { openCounts: new Map() }

/**
 * What technicians have on their hands. Counting it for each new ticket would slow a busy desk down, so it is read once
 * a second and kept up to date with what this process does in between.
 */
export class Workload {
  private counts = new Map<string, number>()
  private weights = new Map<string, number>()
  private newest = new Map<string, number>()
  private readAt = 0
  private reading: Promise<void> | undefined

  constructor(
    private readonly db: Database,
    private readonly knowledge: Knowledge,
  ) {}

  /** What people have on their hands, and who helped these requesters last where a team asks that. */
  async of(requesters: readonly string[]): Promise<Workloads> {
    const design = await this.knowledge.currentEdition()
    if (machineNow() - this.readAt > KEEP) {
      this.reading ??= this.read(design).finally(() => (this.reading = undefined))
      await this.reading
    }
    const { counts, weights, newest } = this
    const lastOf = asksWhoHelped(design) ? await this.lastOf(requesters) : undefined
    return { openCounts: counts, weights, newest, ...(lastOf && { lastOf }) }
  }

  /** Takes a change of this process into account until the next count. */
  moved(before: string | null, after: string | null): void {
    if (before === after) return
    for (const counts of [this.counts, this.weights]) {
      if (before) counts.set(before, (counts.get(before) ?? 1) - 1)
      if (after) counts.set(after, (counts.get(after) ?? 0) + 1)
    }
    // Whose turn it was is last in turn now, though the next count has not been taken.
    if (after) this.newest.set(after, Math.max(deskNow(), (this.newest.get(after) ?? 0) + 1))
  }

  private async read({ design }: CompiledDesign): Promise<void> {
    const rows = await this.db
      .selectFrom('ticket')
      .select(['technician', 'priority', (e) => e.fn.countAll<number>().as('open')])
      .where('status_group', '<>', 'done')
      .where('technician', 'is not', null)
      .$narrowType<{ technician: NotNull }>()
      .groupBy(['technician', 'priority'])
      .execute()
    const weightOf = new Map(design.priorities.map((one) => [one.id, one.weight ?? 1]))
    const [counts, weights] = [new Map<string, number>(), new Map<string, number>()]
    for (const { technician, priority, open } of rows) {
      counts.set(technician, (counts.get(technician) ?? 0) + open)
      weights.set(technician, (weights.get(technician) ?? 0) + open * (weightOf.get(priority) ?? 1))
    }
    this.counts = counts
    this.weights = weights
    this.newest = await this.newestOf()
    this.readAt = machineNow()
  }

  /** When each technician's newest ticket was logged, one look at the index for each. */
  private async newestOf(): Promise<Map<string, number>> {
    const { rows } = await sql<{ id: string; at: number }>`
      select person.id, last.logged_at as at from person, lateral (
        select logged_at from ticket where technician = person.id order by logged_at desc limit 1) as last
      where person.role <> 'requester'`.execute(this.db)
    return new Map(rows.map(({ id, at }) => [id, at]))
  }

  private async lastOf(requesters: readonly string[]): Promise<Map<string, string>> {
    const rows = await this.db
      .selectFrom('ticket')
      .distinctOn('requester')
      .select(['requester', 'technician'])
      .where('requester', 'in', requesters.length ? [...requesters] : [''])
      .where('technician', 'is not', null)
      .$narrowType<{ technician: NotNull }>()
      .orderBy('requester')
      .orderBy('reference', 'desc')
      .execute()
    return new Map(rows.map((row) => [row.requester, row.technician]))
  }
}

const asksWhoHelped = (design: CompiledDesign) =>
  Object.keys(design.design.triage.assignment).some((team) =>
    assignmentOf(design.design.triage, team).ways.includes('sameAsLast'),
  )
