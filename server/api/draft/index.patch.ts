import { IsObject, IsString, MaxLength, ValidateIf } from 'class-validator'
import { changeDraft } from '../../commands/draft'
import { defineRoute } from '../../http/route'

class DraftChangeBody {
  /** Which list of the design (`questions`, `serviceLevels`, …) or `triage`. */
  @IsString()
  @MaxLength(60)
  list!: string

  /** Which thing of the list, or which part of triage. */
  @IsString()
  @MaxLength(120)
  id!: string

  /** The thing as it was when the change was begun; null when it is new. */
  @ValidateIf((body: DraftChangeBody) => body.before !== null && !Array.isArray(body.before))
  @IsObject()
  before!: object | null

  /** The thing as it shall be; null takes it away. */
  @ValidateIf((body: DraftChangeBody) => body.after !== null && !Array.isArray(body.after))
  @IsObject()
  after!: object | null
}

export default defineRoute(
  {
    who: 'lead',
    summary: 'Change one thing in the draft; refused when somebody else changed it meanwhile',
    body: DraftChangeBody,
  },
  ({ desk, caller, body }) => changeDraft(desk, body, caller.id),
)
