import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { LIST_NAMES } from '../../../../core/directory'
import { listThings } from '../../../directory/listing'
import { defineRoute } from '../../../http/route'

class ThingsQuery {
  /** Words that stand in it. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** Those that are put away. */
  @IsOptional()
  @IsIn(['true', 'false'], { message: 'choose true or false' })
  away?: 'true' | 'false'

  /** Only what names a thing in a field: `organisation:merrow`. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  where?: string

  /** Only agreements in force that end within so many days. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(3660)
  endsWithin?: number

  /** Only equipment that is out for repair. */
  @IsOptional()
  @IsIn(['true', 'false'], { message: 'choose true or false' })
  out?: 'true' | 'false'

  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  after?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 60
}

export default defineRoute(
  {
    may: 'seeDirectory',
    path: { list: LIST_NAMES },
    summary: 'A list of the directory by name or number, a page at a time',
    query: ThingsQuery,
  },
  ({ desk, path, query: { away, out, ...query } }) =>
    listThings(desk, path.list, {
      ...query,
      ...(away === 'true' && { away: true }),
      ...(out === 'true' && { out: true }),
    }),
)
