import { BookedBody } from '../../../../../http/jobBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'planPeople',
    path: { reference: 'number', id: 'number' },
    summary: 'Take a job from its time: it wants somebody again',
    body: BookedBody,
  },
  async ({ desk, caller, body: { booking }, path: { reference, id } }) => {
    const { sequence } = await desk.run(reference, { kind: 'freeJob', id, booking }, { person: caller.id })
    return { sequence }
  },
)
