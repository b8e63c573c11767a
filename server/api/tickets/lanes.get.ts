import { statusOf } from '../../../core/lifecycle'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'seeTickets', summary: 'Statuses of every ticket kind and the ways between them, for boards' },
  async ({ desk }) => {
    const current = await desk.knowledge.currentEdition()
    return {
      kinds: current.design.kinds.map(({ id, name, transitions }) => ({
        ...{ id, name },
        statuses: current.kind(id).statuses.map((one) => ({ id: one.id, name: one.name, group: one.group })),
        ways: transitions.map((way) => ({
          ...way,
          gate: statusOf(current.kind(id), way.to).gate,
          tells: statusOf(current.kind(id), way.to).tell !== undefined,
        })),
      })),
    }
  },
)
