import { createTransport } from 'nodemailer'
import type { Chance } from '../../demo/chance'

/** What a client was promised, or does not know: to be held against what the desk has in the end. */
export interface Written {
  /** By idempotency key: the request, and the number that the desk gave for it. */
  logged: Map<string, { body: string; reference: number }>
  /** Words of notes; whether the desk said that it has them. Notes carry no key, so each is sent once. */
  notes: Map<string, boolean>
  /** Message ids of mails that the receiver took. */
  mails: Set<string>
  /** How often each fault was reported by a signal that the desk took. */
  signals: Map<string, number>
  /** By id: the content of files that a ticket names. */
  files: Map<string, { reference: number; content: string }>
  /** How often each status was answered; 0 stands for a connection that was cut. */
  statuses: Map<number, number>
  /** Answers that nobody should get, whatever was killed. */
  faults: string[]
}

export const nothingWritten = (): Written => ({
  logged: new Map(),
  notes: new Map(),
  mails: new Set(),
  signals: new Map(),
  files: new Map(),
  statuses: new Map(),
  faults: [],
})

export interface Outside {
  address: string
  token: string
  mailPort: number
  /** Whether the clients are to stop. */
  isOver: () => boolean
}

const pause = (milliseconds: number) => new Promise<void>((done) => setTimeout(done, milliseconds))
/** No answer may take longer, whatever was killed meanwhile. */
const LONGEST = 30_000
const JSON_TYPE = { 'content-type': 'application/json' }
/** Done, cut off, come again: what a client may be answered. */
const FAIR = [0, 200, 201, 202, 503]

/** The clients of a desk: each does one thing after another, and keeps what it was told. */
export class Clients {
  readonly written = nothingWritten()

  constructor(private readonly outside: Outside) {}

  /** Somebody who logs tickets and works on them. */
  async person(name: string, chance: Chance): Promise<void> {
    for (let turn = 0; !this.outside.isOver(); turn++) {
      const key = `${name}-${turn}`
      const file = chance.happens(0.2) ? await this.sendFile(key) : undefined
      const reference = await this.logTicket(key, file)
      if (reference === undefined) return
      for (let step = chance.whole(0, 3); step > 0 && !this.outside.isOver(); step--)
        await this.work(reference, `${key}-${step}`, chance)
      await pause(chance.whole(20, 300))
    }
  }

  /** A mailbox that hands mails over, each until it is taken. */
  async mails(chance: Chance): Promise<void> {
    for (let turn = 0; !this.outside.isOver(); turn++) {
      const id = `<chaos-${turn}@merrow.sound.example>`
      while (!(await this.sendMail(id))) {
        if (this.outside.isOver()) return
        await pause(200)
      }
      this.written.mails.add(id)
      await pause(chance.whole(2500, 4500))
    }
  }

  /** A monitor that reports three faults again and again. */
  async monitor(chance: Chance): Promise<void> {
    for (let turn = 0; !this.outside.isOver(); turn++) {
      const subject = `mast ${1 + (turn % 3)}`
      const event = { specversion: '1.0', id: `chaos-${turn}`, source: '/chaos', type: 'sound.link.down' }
      const body = JSON.stringify({ ...event, subject, organisation: 'merrow', data: { text: 'silent' } })
      const type = { 'content-type': 'application/cloudevents+json' }
      const answer = await this.until('/api/signals', { method: 'POST', headers: type, body })
      if (!answer) return
      this.written.signals.set(subject, (this.written.signals.get(subject) ?? 0) + 1)
      await pause(chance.whole(200, 900))
    }
  }

  /** Sends the same request until it is done, as a careful client does; undefined once the clients are to stop. */
  private async until(path: string, request: RequestInit): Promise<Record<string, unknown> | undefined> {
    while (!this.outside.isOver()) {
      const { status, body } = await this.ask(path, request)
      if (status >= 200 && status < 300) return body
      await pause(150)
    }
    return undefined
  }

  async ask(path: string, request: RequestInit = {}) {
    const { written, outside } = this
    const headers = { authorization: `Bearer ${outside.token}`, ...(request.headers as object) }
    const began = performance.now()
    const answer = await fetch(outside.address + path, {
      ...request,
      headers,
      signal: AbortSignal.timeout(LONGEST),
    })
      .then(async (got) => ({ status: got.status, text: await got.text() }))
      .catch((error: Error) => ({ status: 0, text: error.name }))
    written.statuses.set(answer.status, (written.statuses.get(answer.status) ?? 0) + 1)
    if (answer.text === 'TimeoutError')
      written.faults.push(`${path}: no answer in ${Math.round(performance.now() - began)} ms`)
    if (!FAIR.includes(answer.status)) written.faults.push(`${path}: ${answer.status} ${answer.text}`)
    return { status: answer.status, text: answer.text, body: parsed(answer.text) }
  }

  private async sendFile(content: string): Promise<string | undefined> {
    const path = `/api/attachments?name=${content}.txt`
    const headers = { 'content-type': 'application/octet-stream' }
    const { status, body } = await this.ask(path, { method: 'POST', headers, body: content })
    return status === 201 ? String(body.id) : undefined
  }

  private async logTicket(key: string, file: string | undefined): Promise<number | undefined> {
    const answers = { summary: `Chaos ${key}`, details: 'Written while parts are killed.' }
    const body = JSON.stringify({ item: 'something-else', requester: 'ines-varga', answers })
    const headers = { ...JSON_TYPE, 'idempotency-key': key }
    const answer = await this.until('/api/tickets', { method: 'POST', headers, body })
    if (!answer) return undefined
    const reference = Number(answer.reference)
    this.written.logged.set(key, { body, reference })
    if (file) await this.note(reference, `file ${key}`, [file], key)
    return reference
  }

  private async note(reference: number, text: string, files: string[] = [], content = ''): Promise<void> {
    const body = JSON.stringify({ text, ...(files.length && { files }) })
    const { status } = await this.ask(`/api/tickets/${reference}/note`, {
      method: 'POST',
      headers: JSON_TYPE,
      body,
    })
    this.written.notes.set(text, status === 200)
    if (status === 200) for (const id of files) this.written.files.set(id, { reference, content })
  }

  private async work(reference: number, key: string, chance: Chance): Promise<void> {
    const post = (path: string, body: object) =>
      this.ask(`/api/tickets/${reference}/${path}`, {
        method: 'POST',
        headers: JSON_TYPE,
        body: JSON.stringify(body),
      })
    const ways = [
      () => this.note(reference, `note ${key}`),
      () => post('assign', { technician: chance.pick(['mika-okoro', 'tora-aas', null]) }),
      () => post('sort', { field: 'priority', value: chance.pick(['p1', 'p2', 'p3']) }),
      () => post('reply', { text: `We look at it, ${key}` }),
      () => post('tasks', { tasks: [{ text: `Look, ${key}` }] }),
      () => post('clocks', { do: 'extend', targets: ['resolve'], minutes: 15, why: 'It is far away.' }),
    ]
    await chance.pick(ways)()
  }

  /** Hands one mail over; false when it was not taken, and has to be sent again. */
  private async sendMail(messageId: string): Promise<boolean> {
    const transport = createTransport({
      ...{ host: '127.0.0.1', port: this.outside.mailPort },
      ...{ connectionTimeout: 3000, socketTimeout: 10_000 },
    })
    const mail = {
      ...{ messageId, from: 'ines-varga@merrow.sound.example', to: 'help@merrow.sound.example' },
      ...{ subject: `Mail ${messageId.slice(1, -1)}`, text: 'It stands still.' },
    }
    return transport.sendMail(mail).then(
      () => true,
      () => false,
    )
  }
}

function parsed(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>
  } catch {
    return {}
  }
}
