import { IsIn, IsOptional } from 'class-validator'
import { LIST_NAMES } from '../../../../core/directory'
import { byCaller } from '../../../commands/directory'
import { takeFile } from '../../../directory/file'
import { readFile } from '../../../http/door'
import { defineRoute } from '../../../http/route'

class TakeQuery {
  @IsIn(['csv', 'xlsx'], { message: 'choose csv or xlsx' })
  as!: 'csv' | 'xlsx'

  /** Takes in the lines that are right; without it only the report is made. */
  @IsOptional()
  @IsIn(['true', 'false'], { message: 'choose true or false' })
  take?: 'true' | 'false'
}

const MOST_BYTES = 16 * 1024 * 1024

export default defineRoute(
  {
    who: 'lead',
    path: { list: LIST_NAMES },
    summary:
      'Look at a file of a list line by line, or take in the lines that are right; sent as application/octet-stream',
    query: TakeQuery,
  },
  async ({ event, desk, caller, path, query: { as, take } }) => {
    const content = await readFile(event, MOST_BYTES)
    return takeFile(desk, { list: path.list, content, as, take: take === 'true' }, byCaller(caller))
  },
)
