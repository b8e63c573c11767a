import { IsInt, IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../../../http/route'

class TimeBody {
  /** Epoch milliseconds. */
  @IsInt()
  from!: number

  @IsInt()
  to!: number

  @IsString()
  @MaxLength(300)
  what!: string
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Write down time that you worked on a ticket',
    body: TimeBody,
  },
  async ({ desk, caller, body: { from, to, what }, path }) => {
    const command = { kind: 'recordTime', from, to, what } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
