import { IsEmail, IsString, MaxLength, MinLength } from 'class-validator'
import { setResponseStatus } from 'h3'
import { addPerson } from '../../commands/people'
import { newSecret } from '../../base/secrets'
import { defineRoute } from '../../http/route'

class RequesterBody {
  @IsString({ message: 'please fill in a name' })
  @MinLength(2, { message: 'please fill in a name' })
  @MaxLength(80)
  name!: string

  @IsEmail({ require_tld: false }, { message: 'write a mail address like ines@merrow.example' })
  @MaxLength(200)
  mail!: string

  /** Id of the site; it brings organisation and zone with it. */
  @IsString({ message: 'choose a site' })
  @MinLength(1, { message: 'choose a site' })
  site!: string
}

export default defineRoute(
  {
    who: 'technician',
    summary: 'Add a requester who is missing in the directory; an administrator gives them a password',
    body: RequesterBody,
  },
  async ({ event, desk, body }) => {
    // Nobody knows this password: they can ask by telephone and mail until an administrator gives them another.
    const id = await addPerson(desk, { ...body, role: 'requester', password: newSecret() })
    setResponseStatus(event, 201)
    return { id }
  },
)
