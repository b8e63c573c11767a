import type { Desk } from '../commands/desk'
import { isRecord } from '../../core/lookup'
import { takeFilePart, type FileStands } from '../partner/files'
import type { Partner } from '../partner/partners'
import { sourceOfAll, takeWords, whoSays } from '../partner/incoming'
import type { WordAnswer } from '../partner/outgoing'
import { eventsOf } from './cloudEvents'
import { refuseDeep } from './door'
import { FilePartBody, wordOf } from './partnerBodies'
import { HttpProblem } from './problem'
import { parse } from './route'

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
  const partner = await signedBy(desk, headers, sourceOfAll(events.map((one) => one.source)), body)
  return takeWords(desk, partner, await Promise.all(events.map(wordOf)))
}

/** Whose call it is. @throws HttpProblem 401 where no partner has signed it */
async function signedBy(
  desk: Desk,
  headers: Readonly<Record<string, string>>,
  source: string,
  body: string,
): Promise<Partner> {
  const partner = await whoSays(desk, {
    ...{ source, body },
    ...{ id: headers['webhook-id'] ?? '', timestamp: headers['webhook-timestamp'] ?? '' },
    signature: headers['webhook-signature'] ?? '',
  })
  if (typeof partner === 'string') throw new HttpProblem(401, partner)
  return partner
}

/**
 * Takes a part of a file that a partner tells.
 * @param body as it was sent: it is signed letter by letter
 * @throws HttpProblem 400 for what is no JSON, 401 for what no partner has signed, 422 for what is no part of a file
 */
export async function hearFilePart(
  desk: Desk,
  headers: Readonly<Record<string, string>>,
  body: string,
): Promise<FileStands> {
  refuseDeep(body)
  const said = jsonIn(body)
  const source = isRecord(said) && typeof said.source === 'string' ? said.source : ''
  const partner = await signedBy(desk, headers, source, body)
  const { source: _, ...part } = await parse(FilePartBody, isRecord(said) ? said : {})
  return takeFilePart(desk, partner, part)
}

function jsonIn(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    throw new HttpProblem(400, 'The content is no JSON.')
  }
}
