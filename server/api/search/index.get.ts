import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { findEverything } from '../../queries/everything'

class SearchQuery {
  /** A number, words, and words that stand for a filter: open, mine, in Networks, of Merrow Line. */
  @IsString()
  @MaxLength(200)
  words!: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(100)
  limit: number = 12
}

export default defineRoute(
  {
    who: 'staff',
    summary:
      'Looks for words in every record: tickets with all that was said, people, equipment, agreements, articles, design',
    query: SearchQuery,
  },
  ({ desk, caller, query: { words, limit } }) => findEverything(desk, words, caller.id, limit),
)
