import { takeFiles } from '../../../commands/attachments'
import { refuseMovedOn } from '../../../commands/seen'
import { ReplyBody } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Reply to the requester; keeps the response promise',
    body: ReplyBody,
  },
  async ({ desk, caller, body, path }) => {
    const { seen } = body
    const attachments = await takeFiles(desk.db, body.files, caller.id)
    const { sequence } = await desk.run(
      path.reference,
      { kind: 'reply', text: body.text, ...(attachments.length && { attachments }) },
      { person: caller.id },
      seen === undefined ? undefined : (trx, decided) => refuseMovedOn(trx, decided, seen, caller.id),
    )
    return { sequence }
  },
)
