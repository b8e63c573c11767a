import { isSeen, type Sight } from '../../core/rights'
import type { Database } from '../db/connection'
import { Kept } from './kept'

interface OpenTicket {
  team: string
  queue: string
  technician: string | null
  dueAt: number | null
}

/** Whose tickets are counted, and when. */
export interface Asking {
  person: string
  teams: readonly string[]
  now: number
  /** Which of them whoever asks sees; all if left out. */
  sight?: Sight
}

/** How many tickets the views of open ones hold. */
export type ViewCounts = Record<'open' | 'mine' | 'team' | 'unassigned' | 'over', number>

/** The open tickets of the Desk, for counting: each page of it says how many there are in every view. */
export class OpenTickets extends Kept<OpenTicket> {
  constructor(private readonly db: Database) {
    super()
  }

  async counts({ person, teams, now, sight }: Asking): Promise<ViewCounts> {
    const counts = { open: 0, mine: 0, team: 0, unassigned: 0, over: 0 }
    for (const one of (await this.now()).values()) {
      if (sight && !isSeen(sight, one)) continue
      const { team, technician, dueAt } = one
      counts.open++
      if (technician === person) counts.mine++
      if (technician === null) counts.unassigned++
      if (teams.includes(team)) counts.team++
      if (dueAt !== null && dueAt <= now) counts.over++
    }
    return counts
  }

  protected override async read(references?: number[]): Promise<Map<number, OpenTicket>> {
    // What waits in Arrivals is not the Desk's yet.
    let question = this.db
      .selectFrom('ticket')
      .select(['reference', 'team', 'queue', 'technician', 'due_at'])
      .where('status_group', '<>', 'done')
      .where('held', '=', false)
    if (references) question = question.where('reference', 'in', references)
    const rows = await question.execute()
    return new Map(rows.map(({ reference, due_at: dueAt, ...row }) => [reference, { ...row, dueAt }]))
  }
}
