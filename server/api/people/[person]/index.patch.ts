import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateIf,
} from 'class-validator'
import { changePerson } from '../../../commands/people'
import { defineRoute } from '../../../http/route'

const isSaid = (_: object, value: unknown) => value !== null && value !== undefined

class PersonChange {
  /** Priority of what the person asks for; null for none. */
  @ValidateIf(isSaid)
  @IsString()
  @MaxLength(60)
  priority?: string | null

  @ValidateIf(isSaid)
  @IsString()
  @MaxLength(80)
  department?: string | null

  /** What somebody of the desk knows. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  skills?: string[]

  /** Most open tickets at once; null for any number. */
  @ValidateIf(isSaid)
  @IsInt({ message: 'write a whole number' })
  @Min(1, { message: 'at least 1 ticket' })
  @Max(9999)
  capacity?: number | null

  /** Somebody who is not active signs in no more, and gets no ticket and no message. */
  @IsOptional()
  @IsBoolean()
  active?: boolean
}

export default defineRoute(
  {
    who: 'lead',
    path: { person: 'text' },
    summary: 'Change what the directory says of a person: only what is given',
    body: PersonChange,
  },
  async ({ desk, body, caller, path }) => {
    await changePerson(desk, path.person, body, caller.id)
    return {}
  },
)
