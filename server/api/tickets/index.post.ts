import { IsObject, IsOptional, IsString, MaxLength } from 'class-validator'
import { getHeader, setResponseHeader, setResponseStatus } from 'h3'
import type { Answers } from '../../../core/intake'
import { refuseUnlessSchemaFits } from '../../commands/answers'
import { filesIn, takeFiles } from '../../commands/attachments'
import { HttpProblem } from '../../http/problem'
import { defineRoute, isStaff } from '../../http/route'
import { requestPage } from '../../queries/tickets'

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

  /** One line that says what it is about; the item's name if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(200, { message: 'please shorten this to 200 characters' })
  summary?: string

  /** For whom; only people of the desk may log for others. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  requester?: string
}

function summaryOf({ summary, answers }: TicketBody): string | undefined {
  return summary ?? (typeof answers.summary === 'string' ? answers.summary : undefined)
}

export default defineRoute(
  {
    who: 'signedIn',
    summary: 'Log a request',
    body: TicketBody,
    headers: { 'Idempotency-Key': 'The same key with the same content logs once, however often it is sent' },
  },
  async ({ event, desk, caller, body }) => {
    if (body.requester && body.requester !== caller.id && !isStaff(caller.role))
      throw new HttpProblem(403, 'Only people of the desk may log for somebody else.')
    const design = await desk.knowledge.currentEdition()
    const portal = caller.portal ?? body.portal ?? null
    if (portal && !design.findPortal(portal))
      throw new HttpProblem(422, 'There is no such portal.', [
        { field: 'portal', message: 'leave it out or choose another' },
      ])
    const requester = body.requester ?? caller.id
    const directory = await desk.knowledge.directory()
    refuseUnlessSchemaFits(design, directory, { item: body.item, answers: body.answers, requester, portal })
    const attachments = await takeFiles(desk.db, filesIn(body.answers, design.questions), caller.id)
    const channel = caller.by === 'token' ? 'api' : isStaff(caller.role) ? 'desk' : 'portal'
    const { state, replayed } = await desk.log(
      {
        item: body.item,
        portal,
        channel,
        summary: summaryOf(body),
        answers: body.answers,
        requester,
        ...(attachments.length && { attachments }),
      },
      { person: caller.id },
      getHeader(event, 'idempotency-key')?.slice(0, 200),
    )
    setResponseStatus(event, replayed ? 200 : 201)
    setResponseHeader(event, 'location', `/api/tickets/${state.reference}`)
    if (caller.by === 'token') return { reference: state.reference, replayed }
    return { replayed, ...(await requestPage(desk, state.reference, state.requester)) }
  },
)
