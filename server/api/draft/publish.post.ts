import { IsArray, IsIn, IsInt, IsOptional, IsString, MaxLength, MinLength } from 'class-validator'
import { publishDraft } from '../../commands/draft'
import { defineRoute } from '../../http/route'

class PublishBody {
  /** The version of the draft that was read; refused when somebody changed it since. */
  @IsInt()
  version!: number

  @IsString()
  @MinLength(3, { message: 'please say in a few words what changes' })
  @MaxLength(500)
  note!: string

  /** Whether open tickets keep the edition that decided about them, or follow the new one. */
  @IsOptional()
  @IsIn(['keep', 'follow'], { message: 'choose keep or follow' })
  openTickets: 'keep' | 'follow' = 'keep'

  /** Keys of the changes to publish, as the draft names them; the others stay in the draft. All if left out. */
  @IsOptional()
  @IsArray()
  @IsString({ each: true })
  only?: string[]
}

export default defineRoute(
  { may: 'publishDesign', summary: 'Publish the draft as the next edition', body: PublishBody },
  ({ desk, caller, body }) => publishDraft(desk, body, caller.id),
)
