/** A ticket on a bench: when it would be worked on, and what comes of it. */
export interface BenchRow {
  reference: number
  summary: string
  numeral: string
  priority: string
  priorityOrder: number
  category: string
  organisation: string
  site: string
  isToAnswer: boolean
  band: 'over' | 'close' | 'fine' | 'paused'
  takes: number
  estimate: 'typed' | 'median' | 'unknown'
  from: number | null
  to: number | null
  broken: ('answer' | 'solution')[]
  thenLeft: number | null
  because: string
}

export interface FixedTime {
  reference: number
  id: number
  starts: number
  ends: number
  what: string
  state: string
  summary: string
  isLate: boolean
}

export interface BenchDay {
  from: number
  until: number
  zone: string
  shifts: { from: number; to: number }[]
  worked: number
  records: { from: number; to: number }[]
  planned: { reference: number; from: number; to: number }[]
  promised: number
  free: number
}

export type BenchOrder = 'desk' | 'earliestDue' | 'fewestLate'

export interface BenchPage {
  person: { id: string; name: string; zone: string }
  now: number
  order: BenchOrder
  keys: string[]
  orders: { id: BenchOrder; late: number[] }[]
  tickets: BenchRow[]
  /** How many more there are than are shown. */
  more: number
  fixed: FixedTime[]
  day: BenchDay
  timers: {
    reference: number
    summary: string
    since: number
    forgotten: { until: number; why: string } | null
  }[]
}

/** What the orders are called. */
export const BENCH_ORDERS: Record<BenchOrder, string> = {
  desk: 'As the desk orders it',
  earliestDue: 'Earliest due first',
  fewestLate: 'Fewest late',
}
