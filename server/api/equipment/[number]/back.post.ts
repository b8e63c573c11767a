import { IsOptional, IsString, MaxLength } from 'class-validator'
import { backFromRepair } from '../../../directory/equipment'
import { defineRoute } from '../../../http/route'

class BackBody {
  /** What was done at the shop. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  remarks?: string
}

export default defineRoute(
  { who: 'technician', summary: 'Note that equipment is back from the repair shop', body: BackBody },
  async ({ desk, body, number }) => {
    await backFromRepair(desk, number('number'), body.remarks)
    return { number: number('number') }
  },
)
