import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'Statuses of every ticket kind and the ways between them, for boards' },
  async ({ desk }) => {
    const { design } = await desk.knowledge.currentEdition()
    return {
      kinds: design.kinds.map(({ id, name, statuses, transitions }) => ({
        ...{ id, name },
        statuses: statuses.map((one) => ({ id: one.id, name: one.name, group: one.group })),
        ways: transitions.map((way) => ({
          ...way,
          gate: statuses.find((one) => one.id === way.to)?.gate ?? [],
          tells: statuses.find((one) => one.id === way.to)?.tell !== undefined,
        })),
      })),
    }
  },
)
