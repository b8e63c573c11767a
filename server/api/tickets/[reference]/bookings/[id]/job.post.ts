import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'planPeople',
    path: { reference: 'number', id: 'number' },
    summary: 'Plan a fixed time that was said on its ticket: it is a job of the board from now on',
  },
  async ({ desk, caller, path: { reference, id } }) => {
    const { jobs = [] } = await desk.run(reference, { kind: 'planBooking', id }, { person: caller.id })
    return { id: jobs.find((one) => one.booking === id)!.id }
  },
)
