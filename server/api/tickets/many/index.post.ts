import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  MaxLength,
  ValidateIf,
} from 'class-validator'
import { changeMany, type ManyChange } from '../../../commands/many'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'

const FIELDS = ['technician', 'category', 'priority', 'queue', 'team'] as const

class ManyBody {
  /** Numbers of the tickets; those of a long list are sent a part at a time. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @IsInt({ each: true })
  references!: number[]

  @IsIn(FIELDS, { message: `choose one of ${FIELDS.join(', ')}` })
  field!: (typeof FIELDS)[number]

  /** Id of the value; null takes the technician away. */
  @ValidateIf((body: ManyBody) => body.value !== null)
  @IsString()
  @MaxLength(120)
  value!: string | null

  /** Says what would happen, and changes nothing. */
  @IsBoolean()
  trial: boolean = false
}

export default defineRoute(
  {
    who: 'technician',
    summary:
      'Change one thing on many tickets, or see beforehand what that would do; each by itself, with a report',
    body: ManyBody,
  },
  async ({ desk, caller, body: { references, field, value, trial } }) => {
    if (value === null && field !== 'technician')
      throw new HttpProblem(422, 'Every ticket has one of these.', [
        { field: 'value', message: 'choose a value' },
      ])
    const change = { field, value } as ManyChange
    return { lines: await changeMany(desk, references, change, { person: caller.id }, trial) }
  },
)
