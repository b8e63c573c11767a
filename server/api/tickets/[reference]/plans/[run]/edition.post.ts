import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', run: 'number' },
    summary: 'Follow a plan from here on as the edition of its ticket has it',
  },
  async ({ desk, caller, path: { reference, run } }) => {
    const { sequence } = await desk.run(reference, { kind: 'followPlanEdition', run }, { person: caller.id })
    return { sequence }
  },
)
