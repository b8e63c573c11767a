import { IsInt, IsObject, IsOptional, IsString, MaxLength, Min } from 'class-validator'
import type { Answers } from '../../../core/intake'
import { defineRoute } from '../../http/route'
import { mustSee } from '../../queries/sight'
import { triageTrial } from '../../queries/triageTrial'

class TrialBody {
  /** A ticket that is there; left out, the rest says what somebody may ask for. */
  @IsOptional()
  @IsInt()
  @Min(1)
  reference?: number

  @IsOptional()
  @IsString()
  @MaxLength(120)
  item?: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  requester?: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  portal?: string

  @IsOptional()
  @IsObject()
  answers?: Answers
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'What the draft would make of a ticket: each step of triage with its because',
    body: TrialBody,
  },
  async ({ desk, caller, body }) => {
    await mustSee(desk, caller, body.reference === undefined ? [] : [body.reference])
    return triageTrial(desk, body)
  },
)
