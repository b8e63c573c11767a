import { fileAmong, fileAnswer } from '../../../../http/fileAnswer'
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
    const isAllowed = row && (isStaff(caller.role) || row.state.requester === caller.id)
    const { attachments = [], innerFiles = [] } = row?.state ?? {}
    const files = isStaff(caller.role) ? [...attachments, ...innerFiles] : attachments
    return fileAnswer(event, desk.db, isAllowed ? fileAmong(files, path.file) : undefined)
  },
)
