import { SplitBody } from '../../../../../http/jobBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'planPeople',
    path: { reference: 'number', id: 'number' },
    summary: 'Split a job: it takes so long, and what is left is a job of its own',
    body: SplitBody,
  },
  async ({ desk, caller, body: { first }, path: { reference, id } }) => {
    const { sequence, jobs = [] } = await desk.run(
      reference,
      { kind: 'splitJob', id, first },
      { person: caller.id },
    )
    return { sequence, rest: jobs.at(-1)!.id }
  },
)
