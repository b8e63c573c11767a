import { aboutRight } from '../../../../core/rights'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, Matches } from 'class-validator'
import type { FieldValue } from '../../../../core/fields'
import { FIELD_COLUMN } from '../../../../core/work'
import { changeMany, type ManyChange } from '../../../commands/many'
import { IsFieldValue } from '../../../http/fieldValues'
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

  @Matches(new RegExp(`^(?:${FIELDS.join('|')}|${FIELD_COLUMN.source.slice(1, -1)})$`), {
    message: `choose one of ${FIELDS.join(', ')}, or field.NAME`,
  })
  field!: ManyChange['field']

  /** Id of the value, or the value of a field; null takes the technician away, and empties a field. */
  @IsFieldValue()
  value!: FieldValue | null

  /** Says what would happen, and changes nothing. */
  @IsBoolean()
  trial: boolean = false
}

export default defineRoute(
  {
    may: ['workTickets', 'assignTickets', 'sortTickets'],
    summary:
      'Change one thing on many tickets, or see beforehand what that would do; each by itself, with a report',
    body: ManyBody,
  },
  async ({ desk, caller, body: { references, field, value, trial } }) => {
    const isField = FIELD_COLUMN.test(field)
    const isOwn = isField || (field === 'technician' && value === caller.id)
    const right = isOwn ? 'workTickets' : field === 'technician' ? 'assignTickets' : 'sortTickets'
    if (!caller.rights.has(right))
      throw new HttpProblem(403, `Your role has not the right “${aboutRight(right).label}”; ask a lead.`)
    if (value === null && field !== 'technician' && !isField)
      throw new HttpProblem(422, 'Every ticket has one of these.', [
        { field: 'value', message: 'choose a value' },
      ])
    if (!isField && typeof value !== 'string' && value !== null)
      throw new HttpProblem(422, 'This is chosen by its id.', [{ field: 'value', message: 'give an id' }])
    const change = { field, value } as ManyChange
    return { lines: await changeMany(desk, references, change, { person: caller.id }, trial) }
  },
)
