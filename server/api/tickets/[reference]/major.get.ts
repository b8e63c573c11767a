import { Transform } from 'class-transformer'
import { IsBoolean, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { mayBelong, toldOf } from '../../../queries/major'

class MajorQuery {
  /** Only one of the two; both if left out. */
  @IsOptional()
  @IsIn(['offered', 'told'], { message: 'choose offered or told' })
  what?: 'offered' | 'told'

  /** Words, or a number, by which tickets are sought that may belong to it; those like it if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  words?: string

  /** Seeks among those that are done as well. */
  @IsOptional()
  @Transform(({ value }) => value === true || value === 'true')
  @IsBoolean()
  evenDone: boolean = false
}

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'Of a major incident: tickets that may belong to it, and who was told what',
    query: MajorQuery,
  },
  async ({ desk, caller, path: { reference }, query }) => {
    const [offered, told] = await Promise.all([
      query.what === 'told' ? [] : mayBelong(desk, reference, caller, query),
      query.what === 'offered' ? [] : toldOf(desk, reference, caller),
    ])
    if (!offered || !told) throw new HttpProblem(404, 'There is no such ticket.')
    return { offered, told }
  },
)
