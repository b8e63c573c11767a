import { IsIn } from 'class-validator'
import { FILE_LIMIT } from '../../../../core/intake'
import { readFile } from '../../../http/door'
import { defineRoute } from '../../../http/route'
import { tableFromDmn } from '../../../tables/dmn'
import { tableInUse } from '../../../tables/parts'
import { linesOfCsv, linesOfWorkbook, tableFromLines } from '../../../tables/sheet'

class FormatQuery {
  @IsIn(['csv', 'xlsx', 'dmn'], { message: 'choose csv, xlsx or dmn' })
  as!: 'csv' | 'xlsx' | 'dmn'
}

export default defineRoute(
  {
    may: 'changeDesign',
    path: { part: 'text' },
    summary:
      'Read a decision table from a CSV, XLSX or DMN file, sent as application/octet-stream: the rows, and what cannot be taken over',
    query: FormatQuery,
  },
  async ({ event, desk, query, path }) => {
    const { namesOf } = await tableInUse(desk, path.part)
    const content = await readFile(event, FILE_LIMIT)
    if (query.as === 'dmn') return tableFromDmn(content.toString('utf8'), namesOf)
    const lines = await (query.as === 'csv' ? linesOfCsv(content.toString('utf8')) : linesOfWorkbook(content))
    return tableFromLines(lines, namesOf)
  },
)
