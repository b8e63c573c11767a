import { Transform } from 'class-transformer'
import { IsBoolean, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { listEquipment } from '../../directory/equipment'
import { defineRoute } from '../../http/route'

class EquipmentQuery {
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** Only what is out at a repair shop. */
  @IsOptional()
  @Transform(({ value }) => value === true || value === 'true')
  @IsBoolean()
  out?: boolean

  /** The number with which the page before ended. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  after?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(500)
  limit: number = 100
}

export default defineRoute(
  { who: 'technician', summary: 'Equipment by its number, a page at a time', query: EquipmentQuery },
  ({ desk, query }) => listEquipment(desk, query),
)
