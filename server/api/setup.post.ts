import { IsEmail, IsIn, IsOptional, IsString, IsTimeZone, MaxLength, MinLength } from 'class-validator'
import { STARTING_DESIGNS } from '../../core/design'
import { setUpDesk } from '../commands/setup'
import { defineRoute } from '../http/route'

class SetupBody {
  @IsString()
  @MinLength(2, { message: 'please give the desk a name' })
  @MaxLength(80)
  desk!: string

  @IsTimeZone({ message: 'write a time zone like Europe/London' })
  zone!: string

  @IsString()
  @MinLength(2, { message: 'please fill in your name' })
  @MaxLength(80)
  name!: string

  @IsEmail({ require_tld: false }, { message: 'write a mail address like ada@desk.example' })
  mail!: string

  @IsString()
  @MinLength(12, { message: 'use at least 12 characters; a few words are fine' })
  @MaxLength(200)
  password!: string

  /** With which design it begins. */
  @IsOptional()
  @IsIn(STARTING_DESIGNS.map((one) => one.id), { message: 'choose one of the starting designs' })
  starting?: string
}

export default defineRoute(
  {
    who: 'anyone',
    summary: 'The first visit: makes the administrator and a first design, once',
    body: SetupBody,
  },
  async ({ desk, body }) => {
    await setUpDesk(desk, body)
    return { done: true }
  },
)
