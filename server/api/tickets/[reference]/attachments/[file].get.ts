import { send, setResponseHeaders } from 'h3'
import { readFile } from '../../../../commands/attachments'
import { HttpProblem } from '../../../../http/problem'
import { defineRoute, isStaff } from '../../../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', file: 'text' },
    summary: 'A file that came with a ticket; requesters get those of their own requests',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, path }) => {
    const reference = path.reference
    const id = path.file
    const row = await desk.db
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', reference)
      .executeTakeFirst()
    const isAllowed = row && (isStaff(caller.role) || row.state.requester === caller.id)
    const inner = isStaff(caller.role) ? (row?.state.innerFiles ?? []) : []
    const isThere = isAllowed && [...(row.state.attachments ?? []), ...inner].some((one) => one.id === id)
    const file = isThere ? await readFile(desk.db, id) : undefined
    if (!file) throw new HttpProblem(404, 'There is no such file with this ticket.')
    setResponseHeaders(event, {
      // Never shown as a page of ours: what a stranger sent could be a script.
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; sandbox",
      'cache-control': 'private, max-age=3600',
    })
    return send(event, file.content, file.type)
  },
)
