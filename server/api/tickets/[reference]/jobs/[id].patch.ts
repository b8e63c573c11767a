import { jobNow } from '../../../../commands/dispatch'
import { JobChangeBody, jobWords } from '../../../../http/jobBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'Change what a job is, or call it off',
    body: JobChangeBody,
  },
  async ({ desk, caller, body: { calledOff, series, ...body }, path: { reference, id } }) => {
    const says = Object.values(body).some((one) => one !== undefined)
    const words = says ? jobWords(await jobNow(desk, reference, id), body) : undefined
    const command = { kind: 'changeJob', id, words, calledOff, series } as const
    const { sequence } = await desk.run(reference, command, { person: caller.id })
    return { sequence }
  },
)
