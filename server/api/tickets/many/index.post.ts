import { aboutRight, type Right } from '../../../../core/rights'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, Matches } from 'class-validator'
import type { FieldValue } from '../../../../core/fields'
import { isOneOf } from '../../../../core/lookup'
import { FIELD_COLUMN } from '../../../../core/work'
import { changeMany, type ManyChange } from '../../../commands/many'
import { IsFieldValue, IsFieldValues } from '../../../http/fieldValues'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { mustSee } from '../../../queries/sight'

const FIELDS = ['technician', 'category', 'priority', 'queue', 'team'] as const
const ACTS = ['status', 'reply', 'watch', 'link'] as const
const ALL = [...FIELDS, ...ACTS]

class ManyBody {
  /** Numbers of the tickets; those of a long list are sent a part at a time. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @IsInt({ each: true })
  references!: number[]

  @Matches(new RegExp(`^(?:${ALL.join('|')}|${FIELD_COLUMN.source.slice(1, -1)})$`), {
    message: `choose one of ${ALL.join(', ')}, or field.NAME`,
  })
  field!: ManyChange['field']

  /**
   * Id of the value, or the value of a field; null takes the technician away, and empties a field. Words for `reply`,
   * yes or no for `watch`, the number of a ticket for `link` (below 0 to take the link away).
   */
  @IsFieldValue()
  value!: FieldValue | null

  /** What the gate of a status is told, by name; gates that do not ask for it leave it. */
  @IsFieldValues()
  fields: Record<string, FieldValue | null> = {}

  /** Says what would happen, and changes nothing. */
  @IsBoolean()
  trial: boolean = false
}

function rightFor({ field, value }: ManyBody, me: string): Right {
  if (FIELD_COLUMN.test(field) || isOneOf(ACTS, field)) return 'workTickets'
  if (field !== 'technician') return 'sortTickets'
  return value === me ? 'workTickets' : 'assignTickets'
}

/** @throws HttpProblem when the value is not of the sort that is asked for */
function refuseMisfit({ field, value }: ManyBody): void {
  if (FIELD_COLUMN.test(field) || (field === 'technician' && value === null)) return
  if (value === null || value === '')
    throw new HttpProblem(422, field === 'reply' ? 'There are no words.' : 'Every ticket has one of these.', [
      { field: 'value', message: field === 'reply' ? 'please write something' : 'choose a value' },
    ])
  const wanted = { watch: 'boolean', link: 'number' }[field as string] ?? 'string'
  if (typeof value !== wanted || (wanted === 'number' && !Number.isSafeInteger(value)))
    throw new HttpProblem(422, 'This is another sort of value.', [
      { field: 'value', message: wanted === 'string' ? 'give an id' : `give a ${wanted}` },
    ])
}

export default defineRoute(
  {
    may: ['workTickets', 'assignTickets', 'sortTickets'],
    summary:
      'Do one thing with many tickets, or see beforehand what that would do and what would follow; each by itself, with a report',
    body: ManyBody,
  },
  async ({ desk, caller, body }) => {
    const { references, field, value, fields, trial } = body
    const right = rightFor(body, caller.id)
    if (!caller.rights.has(right))
      throw new HttpProblem(403, `Your role has not the right “${aboutRight(right).label}”; ask a lead.`)
    refuseMisfit(body)
    if (field === 'link') await mustSee(desk, caller, [Math.abs(Number(value))])
    const change = { field, value, ...(field === 'status' && { fields }) } as ManyChange
    return { lines: await changeMany(desk, references, change, { person: caller.id }, trial) }
  },
)
