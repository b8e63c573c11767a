import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { BENCH_ORDERS, benchPage, type BenchOrder } from '../../queries/bench'

class BenchQuery {
  /** Whose bench; your own if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  person?: string

  @IsOptional()
  @IsIn(BENCH_ORDERS, { message: `choose one of ${BENCH_ORDERS.join(', ')}` })
  order: BenchOrder = 'desk'
}

export default defineRoute(
  {
    may: 'seeTickets',
    summary: 'A bench: what is next up and what comes of the order, fixed times, the day, timers',
    query: BenchQuery,
  },
  async ({ desk, caller, query: { person, order } }) => {
    const page = await benchPage(desk, person ?? caller.id, order)
    if (!page) throw new HttpProblem(404, 'There is no such person.')
    return page
  },
)
