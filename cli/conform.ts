import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { createServer, type IncomingHttpHeaders, type IncomingMessage } from 'node:http'
import type { AddressInfo } from 'node:net'
import { messageOf } from '../core/error/messageOf'
import { isRecord } from '../core/lookup'
import { offerOf, newExchange, type Tiding } from '../core/partner'
import { eventsOf } from '../server/http/cloudEvents'
import { wordOf } from '../server/http/partnerBodies'
import { fileStandsIn, type FilePart, type FileStands } from '../server/partner/files'
import { isSignedWith, newKeys, OPEN_KEY, signatureOf, type Keys } from '../server/partner/keys'
import { isProved, proofOf, type ProvedWord } from '../server/partner/pairing'

// Whether another program speaks as docs/PARTNER.md says: it is paired with, told what a desk would tell it and what none
// should, and its answers are held against the page. What it says itself is read as a desk would read it.

const USAGE =
  'Write: ./yare conform ADDRESS CODE [OUR-ADDRESS], such as ./yare conform https://desk.example ABCD-EFGH-…'

interface Answered {
  status: number
  /** What was answered, as JSON; undefined where it is none. */
  said: unknown
}

/** By whom a call is signed. */
interface Signing {
  keys?: Keys
  /** Seconds by which its clock is wrong. */
  late?: number
  isUnsigned?: boolean
}

/** What one call says. */
interface Call extends Signing {
  words: object[]
  /** What is sent in place of the words. */
  body?: string
}

const WAIT = 20_000
const OURS = 'Conformance'

/** The other program, as a partner sees it. */
class Them {
  readonly keys = newKeys()
  readonly pairing = randomUUID()
  constructor(
    private readonly address: string,
    readonly own: string,
  ) {}

  private async post(path: string, body: string, headers: Record<string, string>): Promise<Answered> {
    const response = await fetch(`${this.address}${path}`, {
      ...{ method: 'POST', body, signal: AbortSignal.timeout(WAIT) },
      headers: { accept: 'application/json', ...headers },
    })
    const text = await response.text()
    try {
      return { status: response.status, said: JSON.parse(text) as unknown }
    } catch {
      return { status: response.status, said: undefined }
    }
  }

  pair(code: string): Promise<Answered> {
    const word = { pairing: this.pairing, name: OURS, address: this.own, key: this.keys.open }
    const body = JSON.stringify({ ...word, proof: proofOf(code, 'asks', word) })
    return this.post('/api/partner/pair', body, { 'content-type': 'application/json' })
  }

  tell({ words, body = JSON.stringify(words), ...signed }: Call): Promise<Answered> {
    return this.post('/api/partner/events', body, {
      'content-type': 'application/cloudevents-batch+json',
      ...this.signed(body, signed),
    })
  }

  /** Tells a part of a file; with no content it only asks how far it is. */
  part(part: Omit<FilePart, 'content'>, content = Buffer.alloc(0), signed: Signing = {}): Promise<Answered> {
    const source = `urn:uuid:${this.pairing}`
    const body = JSON.stringify({ source, ...part, content: content.toString('base64') })
    return this.post('/api/partner/files', body, {
      'content-type': 'application/json',
      ...this.signed(body, signed),
    })
  }

  private signed(body: string, { keys = this.keys, late = 0, isUnsigned }: Signing): Record<string, string> {
    if (isUnsigned) return {}
    const [id, timestamp] = [randomUUID(), Math.floor(Date.now() / 1000) - late]
    const signature = signatureOf(keys.own, { id, timestamp, body })
    return { 'webhook-id': id, 'webhook-timestamp': String(timestamp), 'webhook-signature': signature }
  }

  word(type: string, data: object, id: string = randomUUID()): object {
    const [source, time] = [`urn:uuid:${this.pairing}`, new Date().toISOString()]
    return { specversion: '1.0', id, source, type, time, datacontenttype: 'application/json', data }
  }

  ticket(link: string, tiding: Partial<Tiding>, more: object = {}): object {
    const said = { sequence: 1, heard: 0, stamp: Date.now(), changes: {}, said: [], ...tiding }
    return this.word('partner.ticket', { link, begun: 'here', reference: 1, ...more, tiding: said })
  }
}

/** What became of the words of a call, in their order; empty where it was not answered as it is to be. */
function answersOf({ status, said }: Answered): Record<string, unknown>[] {
  const answers = isRecord(said) ? said.answers : undefined
  return status === 200 && Array.isArray(answers) ? (answers as unknown[]).filter(isRecord) : []
}
const became = (answered: Answered) => answersOf(answered).map(({ is }) => is)
const shown = ({ status, said }: Answered) => `${status} ${JSON.stringify(said ?? null).slice(0, 200)}`

/** One thing that is looked at, and what was found where it is not so. */
interface Check {
  says: string
  /** What is wrong; nothing where it is as it is to be. */
  wrong(): Promise<string | undefined>
}

const status = (wanted: number, call: () => Promise<Answered>) => async () => {
  const answered = await call()
  return answered.status === wanted ? undefined : `answered ${shown(answered)}`
}
const are = (wanted: readonly string[], call: () => Promise<Answered>) => async () => {
  const answered = await call()
  return JSON.stringify(became(answered)) === JSON.stringify(wanted)
    ? undefined
    : `answered ${shown(answered)}`
}

/** What they say by themselves, read as a desk reads it. */
interface Heard {
  headers: IncomingHttpHeaders
  body: string
}

/** As much as a batch may have. */
const MOST_BYTES = 2 * 1024 * 1024

/** @throws Error where it is more, or breaks off */
async function bodyOf(request: IncomingMessage): Promise<string> {
  const parts: Buffer[] = []
  let size = 0
  for await (const part of request as AsyncIterable<Buffer>) {
    size += part.length
    if (size > MOST_BYTES) throw new Error('it says too much at once')
    parts.push(part)
  }
  return Buffer.concat(parts).toString('utf8')
}

async function listenFor(heard: Heard[], address: string | undefined) {
  const port = address ? Number(new URL(address).port || 80) : 0
  const server = createServer((request, response) => {
    void bodyOf(request)
      .then((body) => {
        const said = { headers: request.headers, body }
        // Only what they say first is looked at; what comes after is answered.
        if (!heard.length) heard.push(said)
        const answers = idsIn(said).map((id) => ({ id, is: 'taken' }))
        response.setHeader('content-type', 'application/json').end(JSON.stringify({ answers }))
      })
      .catch(() => request.destroy())
  })
  await new Promise<void>((done) => server.listen(port, address ? '0.0.0.0' : '127.0.0.1', done))
  return { server, own: address ?? `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
}

function idsIn({ headers, body }: Heard): string[] {
  try {
    return eventsOf(headers as Record<string, string>, body).map(({ id }) => id)
  } catch {
    return []
  }
}

const OFFER = offerOf(newExchange('us', OURS), OURS)

function pairingChecks(them: Them, code: string, theirs: { key?: string }): Check[] {
  const other = `${code.slice(0, -4)}${code.endsWith('2222') ? '3333' : '2222'}`
  return [
    { says: 'a wrong code is refused (403)', wrong: status(403, () => them.pair(other)) },
    {
      says: 'the code pairs, and the answer is proved with it',
      async wrong() {
        const answered = await them.pair(code)
        const { said } = answered
        const parts = ['pairing', 'name', 'address', 'key', 'proof']
        if (answered.status !== 200 || !isRecord(said) || parts.some((one) => typeof said[one] !== 'string'))
          return `answered ${shown(answered)}`
        const word = said as unknown as ProvedWord
        const { pairing, name, address, key, proof } = word
        if (pairing !== them.pairing) return 'the answer names another pairing'
        if (!OPEN_KEY.test(key)) return 'its key is none'
        theirs.key = key
        return isProved(code, 'answers', { pairing, name, address, key, proof })
          ? undefined
          : 'what it says is not proved with the code'
      },
    },
    { says: 'a code that was used is refused (403)', wrong: status(403, () => them.pair(code)) },
  ]
}

function callChecks(them: Them): Check[] {
  const offer = () => them.word('partner.offer', OFFER)
  const known = randomUUID()
  return [
    {
      says: 'what is not signed is refused (401)',
      wrong: status(401, () => them.tell({ words: [offer()], isUnsigned: true })),
    },
    {
      says: 'what another key signs is refused (401)',
      wrong: status(401, () => them.tell({ words: [offer()], keys: newKeys() })),
    },
    {
      says: 'what was signed two hours ago is refused (401)',
      wrong: status(401, () => them.tell({ words: [offer()], late: 7200 })),
    },
    {
      says: 'what is no batch of events is refused (400)',
      wrong: status(400, () => them.tell({ words: [], body: '[{' })),
    },
    {
      says: 'an offer is taken',
      wrong: are(['taken'], () => them.tell({ words: [them.word('partner.offer', OFFER, known)] })),
    },
    {
      says: 'a word that is heard again is known',
      wrong: are(['again'], () => them.tell({ words: [them.word('partner.offer', OFFER, known)] })),
    },
    {
      says: 'a word of no known type is refused, and keeps no other from being taken',
      wrong: are(['refused', 'taken'], () => them.tell({ words: [them.word('partner.moon', {}), offer()] })),
    },
    {
      says: 'an offer of another shape is refused with why',
      async wrong() {
        const answered = await them.tell({ words: [them.word('partner.offer', { ...OFFER, gives: 'x' })] })
        const [one] = answersOf(answered)
        return one?.is === 'refused' && typeof one.why === 'string'
          ? undefined
          : `answered ${shown(answered)}`
      },
    },
  ]
}

/** A ticket goes over where they take one at all; whether they do is for their own map to say. */
function ticketChecks(them: Them): Check[] {
  const link = `conform-${randomUUID()}`
  const begin = them.ticket(
    link,
    { changes: { title: 'A ticket of the conformance test' } },
    { begins: true },
  )
  const later = (sequence: number) => them.ticket(link, { sequence })
  let isTaken = false
  const once = (check: Check['wrong']) => () => (isTaken ? check() : Promise.resolve(undefined))
  return [
    {
      says: 'a ticket begins there with its number, or is refused with why',
      async wrong() {
        const answered = await them.tell({ words: [begin] })
        const [one] = answersOf(answered)
        isTaken = one?.is === 'taken' && Number.isSafeInteger(one.reference)
        return isTaken || (one?.is === 'refused' && typeof one.why === 'string')
          ? undefined
          : `answered ${shown(answered)}`
      },
    },
    {
      says: 'the same word is answered as it was the first time, and begins no second one',
      wrong: once(async () => {
        const answered = await them.tell({ words: [begin] })
        const [one] = answersOf(answered)
        return one?.is === 'again' && Number.isSafeInteger(one.reference)
          ? undefined
          : `answered ${shown(answered)}`
      }),
    },
    {
      says: 'a word that comes too early is refused until the one before it is there',
      wrong: once(
        are(['refused', 'taken', 'taken'], () => them.tell({ words: [later(3), later(2), later(3)] })),
      ),
    },
    {
      says: 'a word of a ticket that nobody knows is refused',
      wrong: are(['refused'], () => them.tell({ words: [them.ticket('nobody-knows', { sequence: 2 })] })),
    },
    {
      says: 'an exchange ends',
      wrong: once(
        are(['taken'], () => them.tell({ words: [them.ticket(link, { sequence: 4, ends: 'byHand' })] })),
      ),
    },
  ]
}

/** Files go over where they take any from us: whether they do is for their own map to say. */
function fileChecks(them: Them): Check[] {
  const content = randomBytes(2000)
  const hash = hashOf(content)
  const part = (from: number, until = from, signed?: Signing) =>
    them.part({ hash, size: content.length, from }, content.subarray(from, until), signed)
  let isTaken = false
  const has =
    (wanted: number, ...calls: (() => Promise<Answered>)[]) =>
    async () => {
      if (!isTaken) return undefined
      for (const call of calls) {
        const answered = await call()
        const stands = standsIn(answered)
        if (stands?.has !== wanted || stands.why !== undefined) return `answered ${shown(answered)}`
      }
      return undefined
    }
  return [
    {
      says: 'a part of a file that is not signed is refused (401)',
      wrong: status(401, () => part(0, 1000, { isUnsigned: true })),
    },
    {
      says: 'whoever asks for a file hears how much of it is there, or why it is not taken',
      async wrong() {
        const answered = await part(0)
        const stands = standsIn(answered)
        isTaken = stands !== undefined && stands.why === undefined
        return stands?.has === 0 ? undefined : `answered ${shown(answered)}`
      },
    },
    {
      says: 'a part of it is taken once, and one that begins elsewhere changes nothing',
      wrong: has(
        1000,
        () => part(0, 1000),
        () => part(0, 1000),
        () => part(1500, 2000),
        () => part(0),
      ),
    },
    {
      says: 'it goes on where it stood, to its end',
      wrong: has(
        2000,
        () => part(1000, 2000),
        () => part(0),
      ),
    },
    {
      says: 'a file that is not what its hash says is refused with why, and forgotten',
      async wrong() {
        if (!isTaken) return undefined
        const lie = { hash: hashOf(Buffer.from(hash)), size: content.length, from: 0 }
        const answered = await them.part(lie, content)
        const stands = standsIn(answered)
        if (stands?.why === undefined) return `answered ${shown(answered)}`
        const after = await them.part(lie)
        return standsIn(after)?.has === 0 ? undefined : `answered ${shown(after)}`
      },
    },
  ]
}

const hashOf = (content: Buffer) => createHash('sha256').update(content).digest('hex')

/** What they say of a file; undefined where it is nothing of that kind. */
function standsIn({ status, said }: Answered): FileStands | undefined {
  if (status !== 200) return undefined
  try {
    return fileStandsIn(JSON.stringify(said))
  } catch {
    return undefined
  }
}

function lastChecks(them: Them): Check[] {
  const next = newKeys()
  const offer = () => them.word('partner.offer', OFFER)
  return [
    {
      says: 'a new key is taken, and signs from then on',
      async wrong() {
        const told = await them.tell({ words: [them.word('partner.key', { key: next.open })] })
        if (became(told)[0] !== 'taken') return `answered ${shown(told)}`
        return are(['taken'], () => them.tell({ words: [offer()], keys: next }))()
      },
    },
    {
      says: 'the pairing ends, and is over then',
      wrong: are(['taken', 'over'], () =>
        them.tell({ words: [them.word('partner.end', {}), offer()], keys: next }),
      ),
    },
  ]
}

/** What they have said by themselves is signed with the key they paired with, and as the page says. */
const ownWords = (heard: readonly Heard[], theirs: { key?: string }, wait: number): Check => ({
  says: 'it tells what it says and takes in, in signed words of the right shape',
  async wrong() {
    const until = Date.now() + wait
    while (!heard.length && Date.now() < until) await new Promise((done) => setTimeout(done, 100))
    const [first] = heard
    if (!first) return `nothing came within ${wait / 1000} seconds`
    const { headers, body } = first
    const of = (name: string) => String(headers[name] ?? '')
    const signed = { id: of('webhook-id'), timestamp: Number(of('webhook-timestamp')), body }
    if (!isSignedWith([theirs.key ?? ''], signed, of('webhook-signature')))
      return 'it is not signed with the key that it paired with'
    const words = await Promise.all(eventsOf(headers as Record<string, string>, body).map(wordOf))
    const unread = words.find(({ type }) => type === 'unread')
    if (unread) return `a word of it cannot be read: ${JSON.stringify(unread).slice(0, 200)}`
    return words.some(({ type }) => type === 'partner.offer') ? undefined : 'no offer is among it'
  },
})

/**
 * Answers `./yare conform`: pairs with a desk, or a program that speaks as one, and says line by line whether it does as
 * docs/PARTNER.md has it. The pairing ends with it; a ticket that it takes stays there.
 * @param words its address, a code that was made there, and where it reaches us if not on this machine
 * @param wait milliseconds in which it is to say something by itself
 * @throws Error where it is asked otherwise
 */
export async function conform(words: string[], say: (line: string) => void, wait = WAIT): Promise<boolean> {
  const [address, code, ours, ...rest] = words
  if (!address || !code || rest.length || ![address, ours ?? address].every((one) => URL.canParse(one)))
    throw new Error(USAGE)
  const heard: Heard[] = []
  const { server, own } = await listenFor(heard, ours)
  const [them, theirs] = [new Them(address.replace(/\/$/, ''), own), {}]
  const checks = [
    ...pairingChecks(them, code.trim().toUpperCase(), theirs),
    ownWords(heard, theirs, wait),
    ...callChecks(them),
    ...ticketChecks(them),
    ...fileChecks(them),
    ...lastChecks(them),
  ]
  let failed = 0
  for (const { says, wrong } of checks) {
    const found = await wrong().catch(messageOf)
    if (found !== undefined) failed++
    say(found === undefined ? `as it is to be  ${says}` : `otherwise       ${says}: ${found}`)
  }
  server.closeAllConnections()
  server.close()
  say(failed ? `${failed} of ${checks.length} are otherwise` : `all ${checks.length} are as they are to be`)
  return failed === 0
}
