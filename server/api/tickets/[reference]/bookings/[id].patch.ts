import { IsIn, IsInt, IsOptional, IsString, MaxLength } from 'class-validator'
import type { BookingState } from '../../../../../core/work'
import { defineRoute } from '../../../../http/route'

class BookingChange {
  @IsOptional()
  @IsIn(['begun', 'finished', 'calledOff'], { message: 'choose begun, finished or calledOff' })
  state?: BookingState

  @IsOptional()
  @IsString()
  @MaxLength(80)
  person?: string

  /** Epoch milliseconds. */
  @IsOptional()
  @IsInt()
  from?: number

  @IsOptional()
  @IsInt()
  to?: number
}

export default defineRoute(
  {
    who: 'technician',
    summary: 'Begin, end or call off a fixed time, or put it at another time or on another person',
    body: BookingChange,
  },
  async ({ desk, caller, body: { state, person, from, to }, number }) => {
    const command = { kind: 'changeBooking', id: number('id'), state, person, from, to } as const
    const { sequence } = await desk.run(number('reference'), command, { person: caller.id })
    return { sequence }
  },
)
