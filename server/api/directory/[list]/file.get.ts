import { IsIn } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { LIST_NAMES } from '../../../../core/directory'
import { fileOfList } from '../../../directory/file'
import { defineRoute } from '../../../http/route'
import { SHEET_TYPES } from '../../../tables/sheet'

class ListFileQuery {
  @IsIn(['csv', 'xlsx'], { message: 'choose csv or xlsx' })
  as: 'csv' | 'xlsx' = 'csv'
}

export default defineRoute(
  {
    may: 'seeDirectory',
    path: { list: LIST_NAMES },
    summary: 'A list of the directory as a file: CSV (RFC 4180) or XLSX, as it can be taken in again',
    query: ListFileQuery,
    produces: 'application/octet-stream',
  },
  ({ event, desk, path, query }) => {
    setResponseHeaders(event, {
      'content-type': SHEET_TYPES[query.as],
      'content-disposition': `attachment; filename="${path.list}.${query.as}"`,
    })
    return fileOfList(desk, path.list, query.as)
  },
)
