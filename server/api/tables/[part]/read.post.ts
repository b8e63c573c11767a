import { IsBase64, IsIn, IsString, MaxLength } from 'class-validator'
import { getRouterParam } from 'h3'
import { defineRoute } from '../../../http/route'
import { tableFromDmn } from '../../../tables/dmn'
import { tableInUse } from '../../../tables/parts'
import { linesOfCsv, linesOfWorkbook, tableFromLines } from '../../../tables/sheet'

class TableBody {
  @IsIn(['csv', 'xlsx', 'dmn'], { message: 'choose csv, xlsx or dmn' })
  as!: 'csv' | 'xlsx' | 'dmn'

  /** The file, in base64. */
  @IsString()
  @MaxLength(12_000_000)
  @IsBase64({}, { message: 'give the file in base64' })
  content!: string
}

export default defineRoute(
  {
    who: 'lead',
    summary: 'Read a decision table from a CSV, XLSX or DMN file: the rows, and what cannot be taken over',
    body: TableBody,
    bodyLimit: 14 * 1024 * 1024,
  },
  async ({ event, desk, body }) => {
    const { namesOf } = await tableInUse(desk, getRouterParam(event, 'part') ?? '')
    const content = Buffer.from(body.content, 'base64')
    if (body.as === 'dmn') return tableFromDmn(content.toString('utf8'), namesOf)
    const lines = await (body.as === 'csv' ? linesOfCsv(content.toString('utf8')) : linesOfWorkbook(content))
    return tableFromLines(lines, namesOf)
  },
)
