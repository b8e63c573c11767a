import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, Min } from 'class-validator'
import { STANDIN_CHANNELS } from '../../../core/notification'
import { defineRoute } from '../../http/route'
import { accountsMade } from '../../standins/accounts'
import { behaviours, readMessages } from '../../standins/messageStore'

class Query {
  @IsOptional()
  @IsIn(STANDIN_CHANNELS, { message: `choose one of ${STANDIN_CHANNELS.join(', ')}` })
  channel?: string

  /** Only messages before this one, for the next page. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  before?: number
}

export default defineRoute(
  {
    may: 'seeMessages',
    summary: 'What the stand-ins of chat, text messages, pagers and another system have got, newest first',
    query: Query,
  },
  async ({ desk, query }) => ({
    messages: await readMessages(desk.db, query),
    behaviours: await behaviours(desk.db),
    accounts: query.channel === 'call' ? await accountsMade(desk.db) : [],
  }),
)
