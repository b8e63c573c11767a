import { IsIn } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { csvOf } from '../../../../core/clock'
import { defineRoute } from '../../../http/route'
import { tableToDmn } from '../../../tables/dmn'
import { tableInUse } from '../../../tables/parts'
import { SHEET_TYPES, tableToLines, workbookOf } from '../../../tables/sheet'

class TableFileQuery {
  @IsIn(['csv', 'xlsx', 'dmn'], { message: 'choose csv, xlsx or dmn' })
  as: 'csv' | 'xlsx' | 'dmn' = 'csv'
}

const TYPES = { ...SHEET_TYPES, dmn: 'application/xml; charset=utf-8' }

export default defineRoute(
  {
    may: 'changeDesign',
    path: { part: 'text' },
    summary: 'A decision table of the draft (what, weight, routing, skills) as CSV, XLSX or DMN 1.4',
    query: TableFileQuery,
    produces: 'application/octet-stream',
  },
  async ({ event, desk, query, path }) => {
    const part = path.part
    const { table, namesOf, title } = await tableInUse(desk, part)
    setResponseHeaders(event, {
      'content-type': TYPES[query.as],
      'content-disposition': `attachment; filename="${part}.${query.as}"`,
    })
    if (query.as === 'dmn') return tableToDmn(table, title)
    const lines = tableToLines(table, namesOf)
    return query.as === 'csv' ? csvOf(lines) : workbookOf(table.name, lines)
  },
)
