import { plainJob } from '../../../../commands/dispatch'
import { jobWords, WantedBody } from '../../../../http/jobBodies'
import { defineRoute } from '../../../../http/route'
import { standingJob } from '../../../../queries/dispatch'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary:
      'Say that work of a ticket wants somebody and a time; what is left out follows from the ticket. The day is that of its fixed time, where it is placed',
    body: WantedBody,
  },
  async ({ desk, caller, body: { repeats, once, ...body }, path: { reference } }) => {
    const before = once && (await standingJob(desk, reference))
    if (before) return before
    const words = jobWords(await plainJob(desk, reference), body)
    const command = repeats
      ? ({ kind: 'wantSeries', words, ...repeats } as const)
      : ({ kind: 'wantJob', words } as const)
    const { jobs = [] } = await desk.run(reference, command, { person: caller.id })
    const last = jobs.at(-1)!
    return { id: last.series ?? last.id, day: null }
  },
)
