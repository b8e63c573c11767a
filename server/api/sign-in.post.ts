import { isEmail, IsOptional, IsString, Matches, MaxLength, MinLength } from 'class-validator'
import { getCookie, getHeader, setCookie, type H3Event } from 'h3'
import type { Portal } from '../../core/intake'
import type { Desk } from '../commands/desk'
import { changeLanguage } from '../commands/people'
import { languagesOf } from '../../core/words'
import { languageFor } from '../http/language'
import { requesterProblem } from '../http/problem'
import { addressOf } from '../http/address'
import { defineRoute, refuseForeignPages } from '../http/route'
import { callerOfSession, DEVICE_COOKIE, DEVICE_DAYS, SESSION_COOKIE, signIn } from '../http/session'

class SignInBody {
  /** The mail address, or the short name at a portal that asks for it. */
  @Matches(/^\S+$/, { message: 'please fill this in, without spaces' })
  @MaxLength(200)
  mail!: string

  @IsString()
  @MinLength(1, { message: 'please fill this in' })
  @MaxLength(200)
  password!: string

  /** Address of the portal; left out at the desk's own door. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  portal?: string
}

export default defineRoute(
  { who: 'anyone', summary: 'Sign in at a portal or at the desk; sets the session cookie', body: SignInBody },
  async ({ event, desk, body }) => {
    refuseForeignPages(event)
    const design = await desk.knowledge.currentEdition()
    const portal = body.portal ? design.findPortal(body.portal) : null
    if (portal === undefined) throw requesterProblem(404, 'noPortal')
    const { session, device } = await signIn(desk.db, {
      mail: await mailOf(desk, body.mail, portal),
      password: body.password,
      portal,
      address: addressOf(event),
      device: getCookie(event, DEVICE_COOKIE),
      machine: getHeader(event, 'user-agent'),
    })
    // Over plain HTTP on loopback a secure cookie would not come back.
    const secure = event.node.req.headers['x-forwarded-proto'] === 'https'
    const cookie = { httpOnly: true, sameSite: 'lax', path: '/', secure } as const
    setCookie(event, SESSION_COOKIE, session, cookie)
    setCookie(event, DEVICE_COOKIE, device, { ...cookie, maxAge: DEVICE_DAYS * 24 * 3600 })
    const caller = await callerOfSession(desk.db, session)
    if (portal) await rememberLanguage(event, desk, caller!.id, portal)
    return { name: caller!.name, role: caller!.role }
  },
)

/** Whoever reads a portal in another language than its first is written to in it, unless they have said otherwise. */
async function rememberLanguage(event: H3Event, desk: Desk, person: string, portal: Portal): Promise<void> {
  const known = (await desk.knowledge.directory()).people.get(person)
  if (known?.role !== 'requester' || known.notify?.language) return
  const language = await languageFor(event, desk, undefined, portal)
  if (language !== languagesOf(portal)[0]) await changeLanguage(desk, person, language)
}

/** The mail address behind what somebody signs in with. */
async function mailOf(desk: Desk, said: string, portal: Portal | null): Promise<string> {
  // Whether there is such a short name is not told: the password is asked in any case.
  if (portal?.signInBy === 'shortName')
    return (await desk.knowledge.directory()).people.get(said.toLowerCase())?.mail ?? said
  if (isEmail(said, { require_tld: false })) return said
  const message = 'write a mail address like ines@merrow.example'
  throw requesterProblem(422, 'mailWrong', { fields: [{ field: 'mail', message }] })
}
