import { Refused } from '../../../../core/ticket'
import { draftPage } from '../../../queries/draft'
import { makeSecret } from '../../../delivery/webhookSecrets'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'setSecrets',
    path: { webhook: 'text' },
    summary: 'Give a webhook a new secret, shown this once; the one before is good for another day',
  },
  async ({ desk, path }) => {
    const id = path.webhook
    const [{ design }, current] = await Promise.all([draftPage(desk), desk.knowledge.currentEdition()])
    if (![...design.webhooks, ...current.design.webhooks].some((one) => one.id === id))
      throw new Refused('missing', `There is no webhook “${id}”.`)
    return { secret: await makeSecret(desk.db, id) }
  },
)
