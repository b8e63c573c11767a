import { setResponseStatus } from 'h3'
import { EquipmentBody } from '../../directory/bodies'
import { saveEquipment } from '../../directory/equipment'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Add equipment; its number is given out', body: EquipmentBody },
  async ({ event, desk, body }) => {
    const number = await saveEquipment(desk, body)
    setResponseStatus(event, 201)
    return { number }
  },
)
