import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { LIST_NAMES } from '../../../../core/directory'
import { byCaller } from '../../../commands/directory'
import { fileNameOf, sendFile } from '../../../commands/listFile'
import { readFile } from '../../../http/door'
import { defineRoute } from '../../../http/route'

class SendQuery {
  @IsIn(['csv', 'xlsx'], { message: 'choose csv or xlsx' })
  as!: 'csv' | 'xlsx'

  /** What it is called where it comes from. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string
}

const MOST_BYTES = 32 * 1024 * 1024

export default defineRoute(
  {
    may: ['changeDirectory', 'composeRoles'],
    path: { list: LIST_NAMES },
    summary:
      'Send a file of a list, as application/octet-stream: a worker looks at each line; how far it is, is asked by its id',
    query: SendQuery,
  },
  async ({ event, desk, caller, path: { list }, query: { as, name = fileNameOf(list, as) } }) => {
    const content = await readFile(event, MOST_BYTES)
    return sendFile(desk, { list, name, as, content }, byCaller(caller))
  },
)
