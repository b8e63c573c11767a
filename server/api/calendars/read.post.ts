import { IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../http/route'
import { parseApart } from '../../parsing/parse'

class FileBody {
  /** The content of an iCalendar file. */
  @IsString()
  @MaxLength(1_000_000, { message: 'the file is larger than 1 MB; take a smaller one' })
  text!: string
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'Read days and hours from an iCalendar file; nothing is kept',
    body: FileBody,
  },
  ({ body }) => parseApart('icalendar', body.text),
)
