import { IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { byCaller, setShift } from '../../../commands/directory'
import { defineRoute } from '../../../http/route'

class ShiftBody {
  /** In words: `Mon–Fri 09:00–17:00; Sat 10:00–12:00`; empty for no hours. */
  @IsString()
  @MaxLength(500)
  week!: string

  /** The first day of these hours; tomorrow if left out. */
  @IsOptional()
  @Matches(/^\d{4}-\d\d-\d\d$/, { message: 'choose the first day' })
  from?: string
}

export default defineRoute(
  {
    may: 'planPeople',
    path: { person: 'text' },
    summary: 'Lay down when somebody of the desk works, from a day on',
    body: ShiftBody,
  },
  async ({ desk, caller, path, body }) => {
    await setShift(desk, { id: path.person, ...body }, byCaller(caller))
    return {}
  },
)
