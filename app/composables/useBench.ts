/** A ticket on a bench: when it would be worked on, and what comes of it. */
export type BenchRow = BenchPage['tickets'][number]

export type FixedTime = BenchPage['fixed'][number]

export type BenchDay = BenchPage['day']

export type BenchOrder = BenchPage['order']

export type BenchPage = AnswerOf<'GET /api/bench'>

/** What the orders are called. */
export const BENCH_ORDERS: Record<BenchOrder, string> = {
  desk: 'As the desk orders it',
  earliestDue: 'Earliest due first',
  fewestLate: 'Fewest late',
}
