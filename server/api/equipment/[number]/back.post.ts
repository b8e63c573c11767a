import { IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { backFromRepair } from '../../../directory/repairs'
import { defineRoute } from '../../../http/route'

class BackBody {
  /** What was done at the shop. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  remarks?: string

  /** What it cost, in the currency of the desk. */
  @IsOptional()
  @IsNumber({ maxDecimalPlaces: 2 }, { message: 'give an amount like 1200.50' })
  @Min(0)
  @Max(999_999_999)
  cost?: number
}

export default defineRoute(
  {
    may: 'repairEquipment',
    path: { number: 'number' },
    summary: 'Note that equipment is back from the repair shop',
    body: BackBody,
  },
  async ({ desk, body, path }) => {
    await backFromRepair(desk, path.number, body)
    return { number: path.number }
  },
)
