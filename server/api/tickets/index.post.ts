import { IsInt, IsObject, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { getHeader, setResponseHeader, setResponseStatus } from 'h3'
import type { Facts } from '../../../core/condition'
import type { CompiledDesign, Directory } from '../../../core/design'
import { addressOf, showsItem, type Answers } from '../../../core/intake'
import type { Desk } from '../../commands/desk'
import { refuseUnlessSchemaFits } from '../../commands/answers'
import { filesIn, takeFiles } from '../../commands/attachments'
import { languageFor } from '../../http/language'
import { HttpProblem, requesterProblem } from '../../http/problem'
import { MOST_NUMBER } from '../../http/bodies'
import { isAtHome } from '../../http/portalOf'
import { defineRoute, isStaff } from '../../http/route'
import type { Caller } from '../../base/caller'
import { askerOf } from '../../queries/asker'
import { mayAskFor, todayAt } from '../../queries/portal'
import { requestPage } from '../../queries/requests'

class TicketBody {
  @IsString()
  @MaxLength(80)
  item!: string

  /** Answers by name of the question; checked against the form's JSON Schema. */
  @IsObject({ message: 'give the answers as an object, by name of the question' })
  answers!: Answers

  @IsOptional()
  @IsString()
  @MaxLength(60)
  portal?: string

  /** One line that says what it is about; what the item makes of the answers if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(200, { message: 'please shorten this to 200 characters' })
  summary?: string

  /** For whom: people of the desk may log for anybody, requesters for colleagues where their portal lets them. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  requester?: string

  /** Id of the category that the requester picked, where their portal asks for one. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  category?: string

  /** Number of the agreement that they named; that of their organisation if left out. */
  @IsOptional()
  @IsInt({ message: 'give the number of an agreement' })
  @Min(1)
  @Max(MOST_NUMBER)
  agreement?: number
}

/**
 * For whom it is asked.
 * @throws HttpProblem when somebody who logs for nobody else asks for another, or by an agreement of their choice
 */
async function requesterFor(desk: Desk, body: TicketBody, caller: Caller): Promise<string> {
  const { requester = caller.id, agreement } = body
  if (caller.rights.has('logTickets')) return requester
  const isForOther = requester !== caller.id
  if (!isForOther && agreement === undefined) return requester
  if (isStaff(caller.role)) throw new HttpProblem(403, 'Your role logs for nobody else; ask a lead.')
  const [{ design }, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const at = caller.portal ?? body.portal
  const portal = design.portals.find((one) => one.id === at || addressOf(one) === at)
  if (agreement === undefined && portal && mayAskFor(portal, directory, caller.id, requester))
    return requester
  throw new HttpProblem(403, 'Only people of the desk may log for somebody else, or name an agreement.')
}

/**
 * At which portal it is asked. A requester asks at one of their organisation, for what is shown there.
 * @throws HttpProblem when there is no such portal, or it is not theirs, or does not show that
 */
function portalFor(design: CompiledDesign, body: TicketBody, caller: Caller, asker: Facts): string | null {
  const wanted = caller.portal ?? body.portal
  const portal = wanted === undefined ? undefined : design.findPortal(wanted)
  if (wanted !== undefined && (!portal || !isAtHome(portal, caller)))
    throw requesterProblem(422, 'noPortal', {
      fields: [{ field: 'portal', message: 'leave it out or choose another' }],
    })
  if (isStaff(caller.role)) return portal?.id ?? null
  const item = design.findItem(body.item)
  const own = portal ? [portal] : design.design.portals.filter((one) => isAtHome(one, caller))
  const shown = item && own.find((one) => showsItem(item, one, { ...asker, portal: one.id }, todayAt(design)))
  if (shown) return shown.id
  throw requesterProblem(422, 'notHere', {
    fields: [{ field: 'item', message: 'choose something that your portal offers' }],
  })
}

/** @throws HttpProblem when there is no such agreement, or it is another organisation's */
function refuseForeignAgreement(directory: Directory, number: number, requester: string): void {
  const agreement = directory.agreement(number)
  const message = !agreement
    ? `there is no agreement ${number}`
    : agreement.organisation !== directory.people.get(requester)?.organisation
      ? `agreement ${number} is not that of the requester’s organisation`
      : undefined
  if (message)
    throw new HttpProblem(422, 'This agreement cannot be used here.', [{ field: 'agreement', message }])
}

export default defineRoute(
  {
    who: 'signedIn',
    summary: 'Log a request',
    body: TicketBody,
    headers: { 'Idempotency-Key': 'The same key with the same content logs once, however often it is sent' },
  },
  async ({ event, desk, caller, body }) => {
    const { item, answers, agreement, category } = body
    const requester = await requesterFor(desk, body, caller)
    const design = await desk.knowledge.currentEdition()
    const portal = portalFor(design, body, caller, await askerOf(desk, requester, body.portal ?? ''))
    const directory = await desk.knowledge.directory()
    if (agreement !== undefined) refuseForeignAgreement(directory, agreement, requester)
    refuseUnlessSchemaFits(design, directory, { item, answers, requester, portal, agreement })
    const attachments = await takeFiles(desk.db, filesIn(body.answers, design.questions), caller.id)
    const channel = caller.by === 'token' ? 'api' : isStaff(caller.role) ? 'desk' : 'portal'
    const { state, replayed } = await desk.log(
      {
        item: body.item,
        portal,
        channel,
        summary: body.summary,
        answers: body.answers,
        requester,
        ...(category !== undefined && { picked: category }),
        ...(requester !== caller.id && !isStaff(caller.role) && { follower: caller.id }),
        ...(agreement !== undefined && { agreement }),
        ...(attachments.length && { attachments }),
      },
      { person: caller.id },
      getHeader(event, 'idempotency-key')?.slice(0, 200),
    )
    setResponseStatus(event, replayed ? 200 : 201)
    setResponseHeader(event, 'location', `/api/tickets/${state.reference}`)
    const { reference } = state
    if (caller.by === 'token') return { reference, replayed }
    const language = await languageFor(event, desk, caller)
    const reader = isStaff(caller.role) ? state.requester : caller.id
    return { reference, replayed, request: await requestPage(desk, reference, reader, language) }
  },
)
