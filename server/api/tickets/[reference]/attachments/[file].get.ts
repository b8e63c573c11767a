import { fileAmong, fileAnswer } from '../../../../http/fileAnswer'
import { seenTicket } from '../../../../queries/sight'
import { defineRoute, isStaff } from '../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', file: 'text' },
    summary: 'A file that came with a ticket; requesters get those of their own requests',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, path }) => {
    const row = await desk.db
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', path.reference)
      .executeTakeFirst()
    const isOfDesk = caller.rights.has('seeTickets')
    if (isOfDesk) await seenTicket(desk, caller, path.reference)
    const isAllowed = row && (isOfDesk || (!isStaff(caller.role) && row.state.requester === caller.id))
    const { attachments = [], innerFiles = [] } = row?.state ?? {}
    const files = isOfDesk ? [...attachments, ...innerFiles] : attachments
    return fileAnswer(event, desk.db, isAllowed ? fileAmong(files, path.file) : undefined)
  },
)
