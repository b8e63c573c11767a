import { IsOptional, IsString, MaxLength } from 'class-validator'
import { backFromRepair } from '../../../directory/repairs'
import { defineRoute } from '../../../http/route'

class BackBody {
  /** What was done at the shop. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  remarks?: string
}

export default defineRoute(
  {
    who: 'technician',
    path: { number: 'number' },
    summary: 'Note that equipment is back from the repair shop',
    body: BackBody,
  },
  async ({ desk, body, path }) => {
    await backFromRepair(desk, path.number, body.remarks)
    return { number: path.number }
  },
)
