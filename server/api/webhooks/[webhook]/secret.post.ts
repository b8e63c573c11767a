import { Refused } from '../../../../core/ticket'
import { ASSIST_SECRET } from '../../../assist/service'
import { draftPage } from '../../../queries/draft'
import { makeSecret } from '../../../delivery/webhookSecrets'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'setSecrets',
    path: { webhook: 'text' },
    summary:
      'Give a webhook a new secret, shown this once; the one before is good for another day. `:assist` is the assist service',
  },
  async ({ desk, path }) => {
    const id = path.webhook
    const [{ design }, current] = await Promise.all([draftPage(desk), desk.knowledge.currentEdition()])
    const webhooks = [...design.webhooks, ...current.design.webhooks]
    if (id !== ASSIST_SECRET && !webhooks.some((one) => one.id === id))
      throw new Refused('missing', `There is no webhook “${id}”.`)
    return { secret: await makeSecret(desk.db, id) }
  },
)
