import { EquipmentBody } from '../../../directory/bodies'
import { saveEquipment } from '../../../directory/equipment'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    who: 'lead',
    path: { number: 'number' },
    summary: 'Change equipment: all that is said of it, as it shall be',
    body: EquipmentBody,
  },
  async ({ desk, body, path }) => ({ number: await saveEquipment(desk, body, path.number) }),
)
