import { IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { Refused } from '../../../../core/ticket'
import { setAbsence } from '../../../commands/people'
import { defineRoute } from '../../../http/route'

const DAY = /^\d{4}-\d\d-\d\d$/

class AbsenceBody {
  @Matches(DAY, { message: 'choose the first day' })
  from!: string

  @Matches(DAY, { message: 'choose the last day' })
  to!: string

  /** Why, in a few words; left out, these days are taken back. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  why?: string
}

export default defineRoute(
  {
    who: 'staff',
    path: { person: 'text' },
    summary:
      'Say that somebody of the desk is away on whole days, or take it back: yourself, or anybody where you plan people',
    body: AbsenceBody,
  },
  async ({ desk, body, caller, path }) => {
    const person = path.person
    if (person !== caller.id && !caller.rights.has('planPeople'))
      throw new Refused('forbidden', 'Your role does not say that somebody else is away; ask a lead.')
    await setAbsence(desk, person, { from: body.from, to: body.to, why: body.why ?? null })
    return {}
  },
)
