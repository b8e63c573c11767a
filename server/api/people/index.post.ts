import { IsEmail, IsIn, IsOptional, IsString, MaxLength, MinLength } from 'class-validator'
import { setResponseStatus } from 'h3'
import { addPerson } from '../../commands/people'
import { defineRoute } from '../../http/route'
import type { Role } from '../../../core/design'

const ROLES: Role[] = ['requester', 'technician', 'dispatcher', 'lead', 'administrator']

class PersonBody {
  @IsString()
  @MinLength(2, { message: 'please fill in a name' })
  @MaxLength(80)
  name!: string

  @IsEmail({ require_tld: false }, { message: 'write a mail address like ines@merrow.example' })
  @MaxLength(200)
  mail!: string

  @IsIn(ROLES, { message: 'choose a role' })
  role!: Role

  @IsString()
  @MinLength(12, { message: 'use at least 12 characters; a few words are fine' })
  @MaxLength(200)
  password!: string

  /** Id of the team, for people of the desk. */
  @IsOptional()
  @IsString()
  team?: string

  /** Id of the site, for requesters; it brings organisation and zone with it. */
  @IsOptional()
  @IsString()
  site?: string
}

export default defineRoute(
  { who: 'administrator', summary: 'Add a person to the directory', body: PersonBody },
  async ({ event, desk, body }) => {
    const id = await addPerson(desk, body)
    setResponseStatus(event, 201)
    return { id }
  },
)
