import { mustSee } from '../../../queries/sight'
import { IsInt, Min } from 'class-validator'
import { defineRoute } from '../../../http/route'
import { mergedText } from '../../../queries/arrivals'

class MergeBody {
  /** Number of the ticket that takes this one in. */
  @IsInt({ message: 'give the number of a ticket' })
  @Min(0)
  into!: number
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Merge a ticket into another, which is handled for both from then on',
    body: MergeBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustSee(desk, caller, [body.into])
    const keep = (state: Parameters<typeof mergedText>[1]) => mergedText(desk, state)
    await desk.merge(path.reference, body.into, { person: caller.id }, keep)
    return { into: body.into }
  },
)
