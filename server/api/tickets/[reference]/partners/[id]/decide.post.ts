import type { TakenTarget } from '../../../../../../core/partner'
import { DecideBody } from '../../../../../http/partnerBodies'
import { defineRoute } from '../../../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number', id: 'number' },
    summary: 'Decide whose stays of something that both desks changed at once',
    body: DecideBody,
  },
  async ({ desk, caller, body, path: { reference, id } }) => {
    const { sequence } = await desk.run(
      reference,
      { kind: 'decideCounterpart', id, target: body.target as TakenTarget, keeps: body.keeps },
      { person: caller.id },
    )
    return { sequence }
  },
)
