import { setResponseHeaders } from 'h3'
import { csvOf } from '../../../core/clock'
import { AGREEMENT_COLUMNS, agreementLines } from '../../directory/agreements'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'All agreements as CSV (RFC 4180)', produces: 'text/csv' },
  async ({ event, desk }) => {
    const [directory, edition] = await Promise.all([
      desk.knowledge.directory(),
      desk.knowledge.currentEdition(),
    ])
    setResponseHeaders(event, {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': 'attachment; filename="agreements.csv"',
    })
    return csvOf([[...AGREEMENT_COLUMNS], ...agreementLines(directory, edition.design.desk.zone)])
  },
)
