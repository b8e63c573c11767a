import { IsInt, IsString, MaxLength } from 'class-validator'
import { defineRoute } from '../../../../http/route'

class BookingBody {
  /** Id of whoever is expected. */
  @IsString()
  @MaxLength(80)
  person!: string

  /** Epoch milliseconds. */
  @IsInt()
  from!: number

  @IsInt()
  to!: number

  /** Who waits for what. */
  @IsString()
  @MaxLength(300)
  what!: string
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Book a fixed time on a ticket; whoever it is for is told',
    body: BookingBody,
  },
  async ({ desk, caller, body: { person, from, to, what }, path }) => {
    const command = { kind: 'book', person, from, to, what } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
