import { IsBoolean } from 'class-validator'
import { defineRoute } from '../../../http/route'

class WatchBody {
  /** Whether you want to be told of it. */
  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    may: 'seeTickets',
    path: { reference: 'number' },
    summary: 'Watch a ticket, or watch it no longer',
    body: WatchBody,
  },
  async ({ desk, caller, body, path }) => {
    const command = { kind: 'watch', person: caller.id, on: body.on } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
