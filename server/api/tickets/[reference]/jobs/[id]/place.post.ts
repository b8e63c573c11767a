import { placeJob } from '../../../../../commands/dispatch'
import { PlaceBody } from '../../../../../http/jobBodies'
import { defineRoute } from '../../../../../http/route'
import { bookingOfJob } from '../../../../../queries/hands'

export default defineRoute(
  {
    may: 'planPeople',
    path: { reference: 'number', id: 'number' },
    summary:
      'Place a job with somebody at a time, or move it; it is refused where something speaks against it and nobody insists',
    body: PlaceBody,
  },
  async ({ desk, caller, body, path: { reference, id } }) => {
    const state = await placeJob(desk, { ...body, reference, job: id }, { person: caller.id })
    return { booking: bookingOfJob(state, id) }
  },
)
