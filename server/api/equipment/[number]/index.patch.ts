import { EquipmentBody } from '../../../directory/bodies'
import { saveEquipment } from '../../../directory/equipment'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Change equipment: all that is said of it, as it shall be', body: EquipmentBody },
  async ({ desk, body, number }) => ({ number: await saveEquipment(desk, body, number('number')) }),
)
