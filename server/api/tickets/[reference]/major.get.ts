import { Transform } from 'class-transformer'
import { IsBoolean, IsOptional, IsString, MaxLength } from 'class-validator'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { mayBelong, toldOf } from '../../../queries/major'

class MajorQuery {
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
      mayBelong(desk, reference, caller, query),
      toldOf(desk, reference, caller),
    ])
    if (!offered || !told) throw new HttpProblem(404, 'There is no such ticket.')
    return { offered, told }
  },
)
