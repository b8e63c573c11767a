import { IsOptional, IsString, MaxLength } from 'class-validator'
import { setResponseStatus } from 'h3'
import { FILE_LIMIT } from '../../../core/intake'
import { keepFile } from '../../commands/attachments'
import { readFile } from '../../http/door'
import { defineRoute } from '../../http/route'

class FileQuery {
  /** Name of the file. */
  @IsString({ message: 'give the name of the file' })
  @MaxLength(300)
  name!: string

  /** Media type, as the sender calls it. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  type: string = 'application/octet-stream'
}

export default defineRoute(
  {
    who: 'signedIn',
    summary: 'Send a file, as application/octet-stream; a request or an answer names its id within a week',
    query: FileQuery,
  },
  async ({ event, desk, caller, query }) => {
    const content = await readFile(event, FILE_LIMIT)
    setResponseStatus(event, 201)
    return keepFile(desk.db, caller.id, { ...query, content })
  },
)
