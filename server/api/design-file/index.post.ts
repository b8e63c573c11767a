import { IsInt } from 'class-validator'
import { byCaller } from '../../commands/directory'
import { takeFile } from '../../commands/importDesign'
import { DESIGN_FILE_LIMIT, DesignFileBody } from '../../http/bodies'
import { defineRoute } from '../../http/route'

class TakenFileBody extends DesignFileBody {
  /** The version of the draft that was seen. */
  @IsInt()
  version!: number
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'Take a design file into the draft',
    body: TakenFileBody,
    bodyLimit: DESIGN_FILE_LIMIT,
  },
  ({ desk, caller, body }) => takeFile(desk, body, caller.id, byCaller(caller)),
)
