import { IsString, MaxLength, MinLength } from 'class-validator'
import { changePassword } from '../../commands/access'
import { addressOf } from '../../http/address'
import { defineRoute } from '../../http/route'
import { countTry, forgive } from '../../http/tries'

class PasswordBody {
  @IsString()
  @MinLength(1, { message: 'please fill this in' })
  @MaxLength(200)
  before!: string

  @IsString()
  @MinLength(12, { message: 'use at least 12 characters; a few words are fine' })
  @MaxLength(200)
  after!: string
}

export default defineRoute(
  { who: 'signedIn', summary: 'Change your own password; elsewhere you are signed out', body: PasswordBody },
  async ({ event, desk, caller, body }) => {
    const tried = { identifier: `own ${caller.id}`, address: addressOf(event) }
    const id = await countTry(desk.db, tried)
    await changePassword(desk, caller, body)
    await forgive(desk.db, id, tried)
    return { kept: true }
  },
)
