import { MachineBody } from '../../../http/assistBodies'
import { defineRoute } from '../../../http/route'
import { onMachine } from '../../../standins/machine'

export default defineRoute(
  {
    who: 'anyone',
    path: { key: 'text' },
    summary:
      'Look at the machine of the assist stand-in, or do something on it; who asks is known by their window',
    body: MachineBody,
  },
  async ({ desk, body, path: { key } }) => {
    const { design } = await desk.knowledge.currentEdition()
    return onMachine(desk.db, key, body, design.desk.zone)
  },
)
