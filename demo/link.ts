import type { Exchange } from '../core/partner'
import { oneAt } from '../core/lookup'
import { DEMO_PASSWORD } from './directory'
import { COMMONS_MAPS, HARBOUR_MAPS } from './maps'

// The two desks of the sample world are paired as two administrators would do it: with a code, by what both can reach.

/** What somebody signed in asks of a desk. @throws Error with what it says, where it refuses */
export type Hands = <T>(method: 'GET' | 'POST' | 'PATCH', path: string, body?: object) => Promise<T>

/** Signs somebody in. */
async function handsOf(address: string, mail: string): Promise<Hands> {
  const call = (method: string, path: string, body?: object, cookie = '') =>
    fetch(`${address}${path}`, {
      method,
      headers: { 'content-type': 'application/json', origin: address, cookie },
      ...(body && { body: JSON.stringify(body) }),
    })
  const signedIn = await call('POST', '/api/sign-in', { mail, password: DEMO_PASSWORD })
  const cookie = signedIn.headers
    .getSetCookie()
    .map((one) => oneAt(one.split(';'), 0))
    .join('; ')
  return async <T>(method: string, path: string, body?: object) => {
    const answer = await call(method, path, body, cookie)
    const said: unknown = answer.status === 204 ? undefined : await answer.json()
    if (answer.ok) return said as T
    throw new Error(`${mail}, ${method} ${path}: ${(said as { detail?: string }).detail ?? answer.status}`)
  }
}

interface PartnerRow {
  id: string
  address: string
  endedAt: number | null
}

const isPaired = (partners: PartnerRow[], address: string) =>
  partners.some((one) => one.address === address && one.endedAt === null)

/** Puts what is exchanged into the design, and publishes that alone: whatever else is in the draft stays there. */
async function agree(lead: Hands, exchange: Exchange): Promise<void> {
  const { design } = await lead<{ design: { exchanges: Exchange[] } }>('GET', '/api/draft')
  if (design.exchanges.some((one) => one.id === exchange.id)) return
  const change = { list: 'exchanges', id: exchange.id, before: null, after: exchange }
  await lead('PATCH', '/api/draft', { changes: [change] })
  const { version, changes } = await lead<{ version: number; changes: { key: string; id: string }[] }>(
    'GET',
    '/api/draft',
  )
  const only = changes.filter((one) => one.id === exchange.id).map((one) => one.key)
  await lead('POST', '/api/draft/publish', {
    ...{ version, only, openTickets: 'follow' },
    note: `What is exchanged with ${exchange.name}`,
  })
}

/** Something at a landing that the yard makes good; the first is handed over as the two desks meet. */
const AT_VARNES = {
  item: 'barrier',
  requester: 'signe-dahl',
  summary: 'Barrier 2 at Varnes Quay lifts halfway and stops',
  answers: { details: 'It hums, lifts to a man’s height and stays there. Cars go round by the works road.' },
}

/**
 * Pairs the desks, where they are not, and gives each the maps that it has of the other's words.
 * @param commons address of the Sound Commons
 * @param harbour address of Varnes Harbour Works
 */
export async function linkDesks(
  commons: string,
  harbour: string,
  say: (line: string) => void,
): Promise<void> {
  const at = (address: string) => (mail: string) => handsOf(address, mail)
  const [here, there] = [at(commons), at(harbour)]
  const ada = await here('ada-thorne@commons.sound.example')
  const brita = await there('brita-ankre@harbour.sound.example')
  const known = await Promise.all(
    [ada, brita].map(async (one) => (await one<{ partners: PartnerRow[] }>('GET', '/api/partners')).partners),
  )
  if (isPaired(oneAt(known, 0), harbour) && isPaired(oneAt(known, 1), commons)) return
  if (known.some((partners) => partners.length))
    return say(
      'The two desks were paired at other addresses: pair them anew (Design, Partner desks), or begin with --reset',
    )
  const { code } = await ada<{ code: string }>('POST', '/api/partners/code')
  await brita('POST', '/api/partners', { address: commons, code })
  await agree(await there('solveig-krane@harbour.sound.example'), HARBOUR_MAPS)
  await agree(await here('olin-brandt@commons.sound.example'), COMMONS_MAPS)
  const tora = await here('tora-aas@commons.sound.example')
  const { reference } = await tora<{ reference: number }>('POST', '/api/tickets', AT_VARNES)
  await tora('POST', `/api/tickets/${reference}/partners`, { partner: COMMONS_MAPS.id })
  say(`The Sound Commons and Varnes Harbour Works are paired; ticket ${reference} went over`)
}
