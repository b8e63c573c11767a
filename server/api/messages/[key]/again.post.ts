import { getRouterParam } from 'h3'
import { Refused } from '../../../../core/ticket'
import { deliverAgain } from '../../../commands/deliverJobs'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  { who: 'lead', summary: 'Try a message again that was given up or waits' },
  async ({ event, desk, caller }) => {
    const key = getRouterParam(event, 'key') ?? ''
    const row = await desk.db.selectFrom('outbox').selectAll().where('key', '=', key).executeTakeFirst()
    if (!row) throw new Refused('missing', 'There is no such message.')
    if (!['givenUp', 'failed', 'held', 'gathered'].includes(row.state))
      throw new Refused('conflict', `It is ${row.state} already, so there is nothing to try again.`)
    const detail = `tried again by ${(await desk.knowledge.directory()).nameOf(caller.id)}`
    const command = { kind: 'recordDelivery', key, state: 'queued', attempt: 0, detail } as const
    await desk.run(row.reference, command, { person: caller.id }, async (trx) => {
      await trx
        .updateTable('outbox')
        .set({ state: 'queued', attempts: 0, detail })
        .where('key', '=', key)
        .execute()
      await deliverAgain(trx, [key])
    })
    return {}
  },
)
