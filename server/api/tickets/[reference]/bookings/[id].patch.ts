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
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'Begin, end or call off a fixed time, or put it at another time or on another person',
    body: BookingChange,
  },
  async ({ desk, caller, body: { state, person, from, to }, path }) => {
    const command = { kind: 'changeBooking', id: path.id, state, person, from, to } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
