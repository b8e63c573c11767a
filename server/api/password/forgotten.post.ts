import { IsEmail, MaxLength } from 'class-validator'
import { traceOf } from '../../../core/error/messageOf'
import { log } from '../../base/log'
import { forgotten } from '../../commands/access'
import { addressOf } from '../../http/address'
import { defineRoute, refuseForeignPages } from '../../http/route'
import { services } from '../../http/services'
import { countTry } from '../../http/tries'

class ForgottenBody {
  @IsEmail({ require_tld: false }, { message: 'write a mail address like ines@merrow.example' })
  @MaxLength(200)
  mail!: string
}

export default defineRoute(
  {
    who: 'anyone',
    summary:
      'Have a link sent by which a password is chosen; the answer is the same whether the address is known',
    body: ForgottenBody,
  },
  async ({ event, desk, body }) => {
    refuseForeignPages(event)
    await countTry(desk.db, { identifier: `link ${body.mail.toLowerCase()}`, address: addressOf(event) })
    // It goes on behind the answer, so that the time it takes says nothing either.
    setImmediate(() => {
      forgotten(services().desk, body.mail).catch((error: unknown) =>
        log.error({ error: traceOf(error) }, 'a link for a new password could not be made'),
      )
    })
    return { asked: true }
  },
)
