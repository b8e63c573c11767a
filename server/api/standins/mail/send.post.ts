import { codeOf } from '../../../../core/error/codeOf'
import { messageOf } from '../../../../core/error/messageOf'
import { IsEmail, IsOptional, IsString, MaxLength } from 'class-validator'
import { mailTransport } from '../../../delivery/channels'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { settings } from '../../../base/settings'

class MailBody {
  @IsEmail({ require_tld: false }, { message: 'give a mail address' })
  @MaxLength(200)
  from!: string

  @IsEmail({ require_tld: false }, { message: 'give a mail address' })
  @MaxLength(200)
  to!: string

  @IsString()
  @MaxLength(200)
  subject!: string

  @IsString()
  @MaxLength(100_000)
  text!: string

  /** Message-ID of the mail that this one answers. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  inReplyTo?: string
}

export default defineRoute(
  {
    who: 'demo',
    summary: 'Write a mail as somebody of the sample world; it goes to the mailbox stand-in over SMTP',
    body: MailBody,
  },
  async ({ body: { inReplyTo, ...mail } }) => {
    const port = settings().MAILBOX_PORT
    if (!port) throw new HttpProblem(503, 'The mailbox stand-in does not run here.')
    const transport = mailTransport(`smtp://127.0.0.1:${port}`)
    try {
      const { messageId } = (await transport.sendMail({
        ...mail,
        ...(inReplyTo && { inReplyTo, references: inReplyTo }),
      })) as { messageId: string }
      return { messageId }
    } catch (error) {
      if (codeOf(error) === 'EENVELOPE')
        throw new HttpProblem(422, `The mailbox does not take it: ${messageOf(error)}`)
      throw new HttpProblem(502, `The mailbox stand-in did not take it: ${messageOf(error)}`)
    } finally {
      transport.close()
    }
  },
)
