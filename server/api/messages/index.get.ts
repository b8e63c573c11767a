import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { MESSAGE_CHANNELS } from '../../../core/notification'
import { DELIVERY_STATES } from '../../../core/ticket'
import { messagesPage, type MessagesQuery } from '../../queries/messages'

const NAMES = Object.keys(MESSAGE_CHANNELS)

class Query implements MessagesQuery {
  @IsOptional()
  @IsIn(DELIVERY_STATES, { message: `choose one of ${DELIVERY_STATES.join(', ')}` })
  state?: MessagesQuery['state']

  @IsOptional()
  @IsIn(NAMES, { message: `choose one of ${NAMES.join(', ')}` })
  channel?: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  person?: string

  @IsOptional()
  @IsString()
  @MaxLength(100)
  words?: string

  /** `next` of the page before. */
  @IsOptional()
  @Matches(/^\d{1,16} [\w~-]{1,60}$/, { message: 'take “next” of the page before' })
  before?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 60
}

export default defineRoute(
  { may: 'seeMessages', summary: 'Every message that went or will go, newest first', query: Query },
  ({ desk, caller, query }) => messagesPage(desk, query, caller.id),
)
