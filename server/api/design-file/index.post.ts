import { IsBoolean, IsInt, IsOptional, IsString, MaxLength, ValidateIf } from 'class-validator'
import { previewFile, takeFile } from '../../commands/draft'
import { defineRoute } from '../../http/route'

class DesignFileBody {
  /** The text of the file. */
  @IsString()
  @MaxLength(8_000_000)
  text!: string

  /** Takes it into the draft; otherwise it is only said what it would change. */
  @IsOptional()
  @IsBoolean()
  take = false

  /** The version of the draft that was seen. */
  @ValidateIf((body: DesignFileBody) => body.take)
  @IsInt()
  version?: number
}

export default defineRoute(
  {
    who: 'lead',
    summary: 'What a design file would change, and what in it is not known here; or take it into the draft',
    body: DesignFileBody,
    bodyLimit: 10 * 1024 * 1024,
  },
  ({ desk, caller, body: { text, take, version } }) =>
    take ? takeFile(desk, text, version!, caller.id) : previewFile(desk, text),
)
