import { IsOptional, IsString, MaxLength } from 'class-validator'
import { getHeader, readRawBody, setResponseStatus } from 'h3'
import { FILE_LIMIT } from '../../../core/intake'
import { keepFile } from '../../commands/attachments'
import { HttpProblem } from '../../http/problem'
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
    summary: 'Send a file, as application/octet-stream; a request or an answer names its id within a day',
    query: FileQuery,
  },
  async ({ event, desk, caller, query }) => {
    if (!/^application\/octet-stream\b/.test(getHeader(event, 'content-type') ?? ''))
      throw new HttpProblem(415, 'Send the file as application/octet-stream.')
    if (Number(getHeader(event, 'content-length') ?? 0) > FILE_LIMIT)
      throw new HttpProblem(413, `A file may have ${FILE_LIMIT / 1024 / 1024} MB; send a smaller one.`)
    const content = (await readRawBody(event, false)) ?? Buffer.alloc(0)
    setResponseStatus(event, 201)
    return keepFile(desk.db, caller.id, { ...query, content })
  },
)
