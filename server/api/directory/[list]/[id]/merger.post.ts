import { ArrayMaxSize, IsArray, IsInt, IsOptional, IsString, MaxLength, Min } from 'class-validator'
import { LIST_NAMES } from '../../../../../core/directory'
import { byCaller } from '../../../../commands/directory'
import { mergeThings } from '../../../../commands/merge'
import { defineRoute } from '../../../../http/route'

class MergerBody {
  /** The thing that stays: everything that names this one names that one then. */
  @IsString()
  @MaxLength(120)
  into!: string

  /** Fields in which the one that goes has it right; in all others the one that stays has, where it says anything. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  chosen?: string[]

  /** The version of the one that goes that was on the screen. */
  @IsOptional()
  @IsInt()
  @Min(1)
  version?: number

  /** That of the one that stays. */
  @IsOptional()
  @IsInt()
  @Min(1)
  intoVersion?: number
}

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES, id: 'text' },
    summary:
      'Merge a thing into another that is the same: it is put away, and whatever named it names the other; tickets follow in batches',
    body: MergerBody,
  },
  ({ desk, caller, path, body }) => mergeThings(desk, { ...path, ...body }, byCaller(caller)),
)
