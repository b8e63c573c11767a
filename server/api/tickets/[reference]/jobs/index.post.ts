import { plainJob } from '../../../../commands/dispatch'
import { JobBody, jobWords } from '../../../../http/jobBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Say that work of a ticket wants somebody and a time; what is left out follows from the ticket',
    body: JobBody,
  },
  async ({ desk, caller, body, path: { reference } }) => {
    const words = jobWords(await plainJob(desk, reference), body)
    const { sequence } = await desk.run(reference, { kind: 'wantJob', words }, { person: caller.id })
    return { id: sequence }
  },
)
