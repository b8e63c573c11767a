import type { Desk } from '../commands/desk'
import { sourceOfAll, takeWords, whoSays } from '../partner/incoming'
import type { WordAnswer } from '../partner/outgoing'
import { eventsOf } from './cloudEvents'
import { refuseDeep } from './door'
import { wordOf } from './partnerBodies'
import { HttpProblem } from './problem'

/**
 * Takes what a partner says in one call.
 * @param body as it was sent: it is signed letter by letter
 * @throws HttpProblem 400 for what is no batch of CloudEvents, 401 for what no partner has signed
 */
export async function hearPartner(
  desk: Desk,
  headers: Readonly<Record<string, string>>,
  body: string,
): Promise<WordAnswer[]> {
  refuseDeep(body)
  const events = eventsOf({ ...headers }, body)
  const partner = await whoSays(desk, {
    ...{ source: sourceOfAll(events.map((one) => one.source)), body },
    ...{ id: headers['webhook-id'] ?? '', timestamp: headers['webhook-timestamp'] ?? '' },
    signature: headers['webhook-signature'] ?? '',
  })
  if (typeof partner === 'string') throw new HttpProblem(401, partner)
  return takeWords(desk, partner, await Promise.all(events.map(wordOf)))
}
