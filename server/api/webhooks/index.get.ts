import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'changeDesign', summary: 'Which webhooks have a secret, and since when' },
  async ({ desk }) => {
    const rows = await desk.db.selectFrom('webhook_secret').select(['webhook', 'rotated_at']).execute()
    return rows.map((row) => ({ webhook: row.webhook, since: row.rotated_at.getTime() }))
  },
)
