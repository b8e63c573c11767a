import { setResponseHeaders } from 'h3'
import { csvOf } from '../../../core/clock'
import { EQUIPMENT_COLUMNS, equipmentLines } from '../../directory/equipment'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'All equipment as CSV (RFC 4180)', produces: 'text/csv' },
  async ({ event, desk }) => {
    const [directory, edition] = await Promise.all([
      desk.knowledge.directory(),
      desk.knowledge.currentEdition(),
    ])
    setResponseHeaders(event, {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': 'attachment; filename="equipment.csv"',
    })
    return csvOf([[...EQUIPMENT_COLUMNS], ...equipmentLines(directory, edition.design.desk.zone)])
  },
)
