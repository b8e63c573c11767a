import { Transform } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsOptional, IsString, MaxLength } from 'class-validator'
import { LIST_NAMES } from '../../../../../core/directory'
import { byCaller } from '../../../../commands/directory'
import { mergerPage } from '../../../../directory/merger'
import { defineRoute } from '../../../../http/route'

class MergerQuery {
  /** The thing that stays. */
  @IsString()
  @MaxLength(120)
  into!: string

  /** Fields in which the one that goes has it right, with commas between them. */
  @IsOptional()
  @Transform(({ value }) => String(value).split(',').filter(Boolean))
  @IsArray()
  @ArrayMaxSize(40)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  chosen?: string[]
}

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES, id: 'text' },
    summary: 'What would become of a thing and another that are one; nothing is changed',
    query: MergerQuery,
  },
  ({ desk, caller, path, query }) => mergerPage(desk, { ...path, ...query }, byCaller(caller)),
)
