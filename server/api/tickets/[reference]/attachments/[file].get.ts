import { readsRequest } from '../../../../../core/ticket'
import { fileAmong, fileAnswer } from '../../../../http/fileAnswer'
import { seenTicket } from '../../../../queries/sight'
import { defineRoute, isStaff } from '../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', file: 'text' },
    summary: 'A file that came with a ticket; requesters get those of requests that they read',
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
    const [design, directory] = await Promise.all([
      desk.knowledge.currentEdition(),
      desk.knowledge.directory(),
    ])
    const reads = row && !isStaff(caller.role) && readsRequest(row.state, caller.id, design, directory)
    const isAllowed = isOfDesk || Boolean(reads)
    const { attachments = [], innerFiles = [] } = row?.state ?? {}
    const files = isOfDesk ? [...attachments, ...innerFiles] : attachments
    return fileAnswer(event, desk.db, isAllowed ? fileAmong(files, path.file) : undefined)
  },
)
