import { IsInt, IsOptional, IsString, Matches, MaxLength, Min, MinLength } from 'class-validator'
import { sendToRepair } from '../../../directory/repairs'
import { defineRoute } from '../../../http/route'

class RepairBody {
  @IsString({ message: 'name the shop' })
  @MinLength(2, { message: 'name the shop' })
  @MaxLength(120)
  shop!: string

  /** Day on which it is expected back. */
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'write a date like 2026-12-01' })
  expected?: string

  /** Number of the ticket for which it was sent. */
  @IsOptional()
  @IsInt()
  @Min(0)
  reference?: number
}

export default defineRoute(
  {
    may: 'repairEquipment',
    path: { number: 'number' },
    summary: 'Note that equipment was sent to a repair shop',
    body: RepairBody,
  },
  async ({ desk, caller, body, path }) => {
    await sendToRepair(desk, path.number, caller.id, body)
    return { number: path.number }
  },
)
