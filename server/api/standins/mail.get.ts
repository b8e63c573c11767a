import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, MaxLength, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { mailFaults, readMail } from '../../standins/mailStore'

class MailQuery {
  /** Only mail to this address. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  recipient?: string

  /** Only mail before this one, for the next page. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  before?: number
}

export default defineRoute(
  { may: 'seeMessages', summary: 'What the mailbox stand-in has received, newest first', query: MailQuery },
  async ({ desk, query }) => ({ mails: await readMail(desk.db, query), faults: await mailFaults(desk.db) }),
)
