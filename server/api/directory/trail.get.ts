import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { LIST_NAMES, type ListName } from '../../../core/directory'
import { refuseWithout } from '../../commands/directory'
import { trailOf } from '../../directory/listing'
import { defineRoute } from '../../http/route'

class TrailQuery {
  /** Of one list. */
  @IsOptional()
  @IsIn(LIST_NAMES, { message: `choose one of ${LIST_NAMES.join(', ')}` })
  list?: ListName

  /** Of one thing of that list. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  id?: string

  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  before?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 50
}

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    summary: 'Who changed what of the directory, newest first, a page at a time',
    query: TrailQuery,
  },
  ({ desk, caller, query }) => {
    // Whoever puts roles together alone reads of those.
    if (query.list !== 'roles') refuseWithout(query.list ?? 'people', caller)
    return trailOf(desk, query)
  },
)
