import { IsIn, IsInt, IsOptional, IsString, MaxLength } from 'class-validator'
import { startTimer } from '../../../commands/work'
import { defineRoute } from '../../../http/route'

class TimerBody {
  /** `drop` stops it without keeping the time. */
  @IsIn(['start', 'stop', 'drop'], { message: 'choose start, stop or drop' })
  turn!: 'start' | 'stop' | 'drop'

  /** When it is to have stopped, in epoch milliseconds; now if left out. */
  @IsOptional()
  @IsInt()
  until?: number

  /** What was done. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  what?: string
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Start your timer on a ticket (it stops elsewhere), stop it into a time record, or drop it',
    body: TimerBody,
  },
  async ({ desk, caller, body: { turn, until, what }, path }) => {
    const reference = path.reference
    const { sequence } =
      turn === 'start'
        ? await startTimer(desk, reference, caller.id)
        : await desk.run(
            reference,
            { kind: 'stopTimer', until, what, ...(turn === 'drop' && { drop: true }) },
            { person: caller.id },
          )
    return { sequence }
  },
)
