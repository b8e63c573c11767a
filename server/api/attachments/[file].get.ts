import { fileAnswer } from '../../http/fileAnswer'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'signedIn',
    path: { file: 'text' },
    summary: 'A file that you have sent, before something names it too',
    produces: 'application/octet-stream',
  },
  async ({ event, desk, caller, path }) => {
    const row = await desk.db
      .selectFrom('attachment')
      .select('id')
      .where('id', '=', path.file)
      .where('person', '=', caller.id)
      .executeTakeFirst()
    return fileAnswer(event, desk.db, row?.id)
  },
)
