import { IsOptional } from 'class-validator'
import type { FieldValue } from '../../../../core/fields'
import { IsFieldValues } from '../../../http/fieldValues'
import { defineRoute } from '../../../http/route'

class FieldsBody {
  /** New values by name of the field; null empties it. Fields that are left out stay. */
  @IsFieldValues()
  values!: Record<string, FieldValue | null>

  /** What was on the screen, by name; it is refused when one of these is another by now. */
  @IsOptional()
  @IsFieldValues()
  from?: Record<string, FieldValue | null>
}

export default defineRoute(
  { may: 'workTickets', path: { reference: 'number' }, summary: 'Set fields of a ticket', body: FieldsBody },
  async ({ desk, caller, body: { values, from }, path }) => {
    const command = { kind: 'setFields', values, ...(from && { from }) } as const
    const { sequence } = await desk.run(path.reference, command, { person: caller.id })
    return { sequence }
  },
)
