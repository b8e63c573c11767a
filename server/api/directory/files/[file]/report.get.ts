import { setResponseHeaders } from 'h3'
import { byCaller } from '../../../../commands/directory'
import { reportOf } from '../../../../commands/listFile'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { file: 'text' },
    summary: 'What becomes of each line of a file that one sent, as CSV (RFC 4180)',
    produces: 'text/csv',
  },
  async ({ event, desk, caller, path }) => {
    setResponseHeaders(event, {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="report.csv"',
    })
    return reportOf(desk, path.file, byCaller(caller))
  },
)
