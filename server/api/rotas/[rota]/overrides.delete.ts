import { Transform } from 'class-transformer'
import { IsInt, Min } from 'class-validator'
import { removeOverride } from '../../../commands/rotas'
import { defineRoute } from '../../../http/route'

class Query {
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  id!: number
}

export default defineRoute(
  {
    may: ['planPeople', 'workTickets'],
    path: { rota: 'text' },
    summary: 'Take a swap back: the turns hold again',
    query: Query,
  },
  async ({ desk, query }) => {
    await removeOverride(desk, query.id)
    return {}
  },
)
