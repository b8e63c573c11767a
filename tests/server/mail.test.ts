import ICAL from 'ical.js'
import { simpleParser } from 'mailparser'
import { createTransport } from 'nodemailer'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY, HOUR } from '../../core/time'
import type { TicketState } from '../../core/ticket'
import { deskNow } from '../../server/clock/deskClock'
import { startWorker, type Worker } from '../../server/jobs/worker'
import { readFile } from '../../server/commands/attachments'
import { messageId, threadId } from '../../core/mail'
import { MAIL_DOMAIN } from '../../server/delivery/channels'
import { mailSigner } from '../../server/base/links'
import { keptMail, takeByHand } from '../../server/mail/keptMail'
import { takeMail } from '../../server/mail/takeMail'
import { audit } from '../../server/queries/audit'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { INES, makeWorld, SCANNER, setting, TORA } from './world'
import { STATE_COLUMNS, wholeState } from '../../server/db/rows'

// Mail goes by real SMTP into the mailbox stand-in, and from there to the desk by its worker.
let world: Awaited<ReturnType<typeof makeWorld>>
let mailbox: Mailbox
let worker: Worker
beforeAll(async () => {
  world = await makeWorld('mail', 30)
  await world.at(world.begins)
  setting('DATABASE_URL', world.url)
  mailbox = await startMailbox(0)
  worker = await startWorker(`smtp://127.0.0.1:${mailbox.port}`)
})
afterAll(async () => {
  await worker.stop()
  await mailbox.stop()
  await world.close()
})

const FROM = 'ines-varga@merrow.sound.example'
const DESK = 'help@merrow.sound.example'
const LEAD = { person: 'olin-brandt' }
let sent = 0

interface Mail {
  from?: string
  to?: string
  subject: string
  text?: string
  html?: string
  inReplyTo?: string
  headers?: Record<string, string>
  attachments?: { filename: string; content: string | Buffer; contentType?: string }[]
  raw?: string
  icalEvent?: { method: string; content: string }
}

/** Sends a mail and waits until the desk has said what became of it. */
async function send(mail: Mail) {
  const messageId = `<mail-${++sent}@merrow.sound.example>`
  const transport = createTransport({
    host: '127.0.0.1',
    port: mailbox.port,
    tls: { rejectUnauthorized: false },
  })
  const { raw, ...fields } = { from: FROM, to: DESK, messageId, ...mail }
  await transport.sendMail(
    raw === undefined
      ? fields
      : { envelope: { from: '', to: DESK }, raw: raw.replace('MESSAGE-ID', messageId) },
  )
  transport.close()
  return outcomeOf(messageId)
}

async function outcomeOf(messageId: string) {
  for (let tries = 0; tries < 200; tries++) {
    const row = await world.db
      .selectFrom('mail_in')
      .selectAll()
      .where('message_id', '=', messageId)
      .executeTakeFirst()
    if (row) return row
    await new Promise((done) => setTimeout(done, 50))
  }
  throw new Error(`nothing became of ${messageId}`)
}

async function stateOf(reference: number | null): Promise<TicketState> {
  const row = await world.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference!)
    .executeTakeFirstOrThrow()
  return wholeState(row)
}
async function entriesOf(reference: number, kind: string) {
  const rows = await world.db
    .selectFrom('entry')
    .select('body')
    .where('reference', '=', reference)
    .where('kind', '=', kind)
    .orderBy('sequence')
    .execute()
  return rows.map(
    (row) => row.body as { text: string; quoted?: string; attachments?: { id: string; name: string }[] },
  )
}
const tickets = async () =>
  (
    await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('n'))
      .executeTakeFirstOrThrow()
  ).n

describe('a mail from somebody we know', () => {
  it('becomes a ticket with its words in the form, and its files kept', async () => {
    const got = await send({
      subject: 'Scanner is dead',
      text: 'Gate 3 since nine.\n\n-- \nInes',
      attachments: [{ filename: 'gate/../3.txt', content: 'it says E7' }],
    })
    expect(got.outcome).toBe('ticket')
    const state = await stateOf(got.reference)
    expect(state).toMatchObject({
      channel: 'mail',
      portal: 'merrow',
      requester: 'ines-varga',
      summary: 'Scanner is dead',
    })
    expect(state.answers.summary).toBe('Scanner is dead')
    expect(state.attachments!.map((one) => [one.name, one.size])).toEqual([['3.txt', 10]])
    expect((await readFile(world.db, state.attachments![0]!.id))!.content.toString()).toBe('it says E7')
  })

  it('is an answer where it answers a mail of ours, with the quotation folded', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const ours = (
      await world.db
        .selectFrom('outbox')
        .select('key')
        .where('reference', '=', state.reference)
        .executeTakeFirstOrThrow()
    ).key
    const got = await send({
      subject: 'Re: whatever',
      inReplyTo: messageId(ours, MAIL_DOMAIN, await mailSigner(world.db)),
      text: 'Since nine.\n\nOn 16 Nov 2026 The Sound Commons wrote:\n> Since when?',
    })
    expect(got).toMatchObject({ outcome: 'answer', reference: state.reference })
    const [answer] = await entriesOf(state.reference, 'answered')
    expect(answer).toMatchObject({ text: 'Since nine.' })
    expect(answer!.quoted).toContain('> Since when?')
  })

  it('is an answer to a mail of theirs that became the ticket; by a number alone it proves nothing', async () => {
    const first = await send({ subject: 'Till is stuck', text: 'Kiosk' })
    const fields = { reason: 'Which kiosk?' }
    await world.desk.run(
      first.reference!,
      { kind: 'move', from: 'logged', to: 'ask-requester', fields },
      TORA,
    )
    const claims = [
      { subject: `AW: [${first.reference}] Till is stuck` },
      { subject: 'Re', inReplyTo: `<ticket-${first.reference}@${MAIL_DOMAIN}>` },
      { subject: 'Re', inReplyTo: `<ticket-${first.reference}.0123456789abcdef0123@${MAIL_DOMAIN}>` },
    ]
    for (const claim of claims)
      expect(await send({ ...claim, text: 'Still' })).toMatchObject({
        outcome: 'unproven',
        reference: first.reference,
      })
    expect((await stateOf(first.reference)).status).toBe('ask-requester')
    expect((await entriesOf(first.reference!, 'noted'))[0]!.text).toMatch(/^Unproven: .*Ines Varga/)
    const toOwn = await send({ subject: 'And', inReplyTo: first.message_id, text: 'More' })
    expect(toOwn).toMatchObject({ outcome: 'answer', reference: first.reference })
  })

  it('is a note where a colleague answers, and something new where only a subject names the ticket', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const colleague = 'ketil-rasp@merrow.sound.example'
    const header = await send({
      from: colleague,
      subject: 'Re',
      inReplyTo: threadId(state.reference, MAIL_DOMAIN, await mailSigner(world.db)),
      text: 'It is mine too',
    })
    expect(header).toMatchObject({ outcome: 'note', reference: state.reference })
    expect((await entriesOf(state.reference, 'noted'))[0]!.text).toBe(
      'By mail from Ketil Rasp:\nIt is mine too',
    )
    const subject = await send({ from: colleague, subject: `[${state.reference}] mine`, text: 'A gate' })
    expect(subject.outcome).toBe('ticket')
    expect(subject.reference).not.toBe(state.reference)
  })

  it('gets nothing onto a ticket of others by an identifier that anybody could guess', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const before = (await entriesOf(state.reference, 'noted')).length
    const stranger = { from: 'stranger@elsewhere.example', subject: 'Re', text: 'Pay here' }
    const got = await send({ ...stranger, inReplyTo: `<ticket-${state.reference}@${MAIL_DOMAIN}>` })
    expect(got.reference).toBeNull()
    expect(await entriesOf(state.reference, 'noted')).toHaveLength(before)
  })

  it('of which the receiving server says that its sender is not who it says is kept, or shown as unproven', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const headers = { 'Authentication-Results': 'mx.example; dmarc=fail header.from=merrow.sound.example' }
    expect(await send({ subject: 'New', text: 'A gate', headers })).toMatchObject({
      outcome: 'kept',
      reference: null,
    })
    const inReplyTo = threadId(state.reference, MAIL_DOMAIN, await mailSigner(world.db))
    expect(await send({ subject: 'Re', text: 'Close it', inReplyTo, headers })).toMatchObject({
      outcome: 'unproven',
      reference: state.reference,
    })
  })

  it('says what its HTML says, with a file or without, and keeps what is no text', async () => {
    const html = '<p>The <b>gate</b> at the north pier</p><p>reads nothing.</p>'
    for (const attachments of [[], [{ filename: 'gate.txt', content: 'E7' }]]) {
      const got = await send({ subject: 'By HTML', html, attachments })
      expect(JSON.stringify((await stateOf(got.reference)).answers)).toContain('The gate at the north pier')
    }
    const got = await send({ subject: 'Half \ud83d and \0 none', text: 'One \0 two', attachments: [] })
    expect(got.outcome).toBe('ticket')
    expect((await stateOf(got.reference)).summary).toContain('Half')
  })

  it('that was kept is taken by hand, as of whom somebody says', async () => {
    const got = await send({ from: 'ines@home.example', subject: 'From home', text: 'The gate is shut' })
    expect(got).toMatchObject({ reference: null })
    const { rows } = await keptMail(world.db, {})
    const line = rows.find((one) => one.subject === 'From home')!
    expect(line).toMatchObject({ sender: expect.stringContaining('ines@home.example') as string })
    await takeByHand(world.desk, line.id, 'ines-varga')
    await expect
      .poll(async () => (await outcomeOf(got.message_id))?.reference, { timeout: 10_000 })
      .toBeTruthy()
    expect(await outcomeOf(got.message_id)).toMatchObject({ outcome: 'ticket' })
  })

  // Such lines were read for minutes, and for an hour with some more of them.
  it('that does everything to take long is taken like any other', async () => {
    const text = `Gate 3.\n${'-'.repeat(6000)}${'a'.repeat(14_000)}`
    expect((await send({ subject: 'Dashes', text })).outcome).toBe('ticket')
  })

  it('waits in Arrivals where the form asks for more than a mail can say', async () => {
    const got = await send({ subject: '', text: 'No subject at all' })
    const state = await stateOf(got.reference)
    expect(state.held).toBeDefined()
    await world.desk.run(state.reference, { kind: 'accept' }, TORA)
    expect((await stateOf(state.reference)).clocks).not.toEqual([])
  })

  it('is taken once, however often it is handed over', async () => {
    const got = await send({ subject: 'Once', text: 'Only' })
    const before = await tickets()
    const mail = await world.db
      .selectFrom('standin_mail')
      .select('id')
      .where('message_id', '=', got.message_id)
      .executeTakeFirstOrThrow()
    const transport = createTransport({ jsonTransport: true })
    await takeMail(world.desk, transport, mail.id)
    // A worker that was killed after the ticket was stored and before the mail was noted tries again.
    await world.db.deleteFrom('mail_in').where('message_id', '=', got.message_id).execute()
    await Promise.all([1, 2, 3].map(() => takeMail(world.desk, transport, mail.id)))
    expect(await tickets()).toBe(before)
    expect((await outcomeOf(got.message_id)).reference).toBe(got.reference)
  })
})

describe('a mail that a machine wrote', () => {
  // RFC 3834: what is automatic is not answered, and makes no ticket here.
  it.each([
    { 'Auto-Submitted': 'auto-replied' },
    { Precedence: 'bulk' },
    { 'List-Id': '<crew.merrow.sound.example>' },
  ])('starts nothing: %j', async (headers) => {
    const before = await tickets()
    const got = await send({
      subject: 'Out of office',
      text: 'I am at sea',
      headers: headers as unknown as Record<string, string>,
    })
    expect(got.outcome).toBe('automatic')
    expect(await tickets()).toBe(before)
  })

  it('stands on the ticket where whoever waits for its requester reads it, once a day, and moves nothing', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const fields = { reason: 'Which gate?' }
    await world.desk.run(state.reference, { kind: 'move', from: 'logged', to: 'ask-requester', fields }, TORA)
    const inReplyTo = threadId(state.reference, MAIL_DOMAIN, await mailSigner(world.db))
    const away = {
      subject: 'Out of office',
      text: 'I am at sea until Monday',
      inReplyTo,
      headers: { 'Auto-Submitted': 'auto-replied' },
    }
    for (let times = 0; times < 2; times++)
      expect((await send(away)).outcome, String(times)).toBe('automatic')
    const notes = await entriesOf(state.reference, 'noted')
    expect(notes.map((one) => one.text)).toEqual([
      'Automatic answer of Ines Varga: Out of office\nI am at sea until Monday',
    ])
    expect((await stateOf(state.reference)).status).toBe('ask-requester')
    // Nor does what somebody else’s machine says.
    await send({ ...away, from: 'ketil-rasp@merrow.sound.example' })
    expect(await entriesOf(state.reference, 'noted')).toHaveLength(1)
  })

  // RFC 3464: a report on a mail of ours is written into the record of its ticket.
  it('says of a mail of ours that it came back', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const { key } = await world.db
      .selectFrom('outbox')
      .select('key')
      .where('reference', '=', state.reference)
      .executeTakeFirstOrThrow()
    const got = await send({
      subject: '',
      raw: [
        'From: Mailer <mailer@merrow.sound.example>',
        `To: ${DESK}`,
        'Subject: Undelivered',
        'Message-ID: MESSAGE-ID',
        'MIME-Version: 1.0',
        'Content-Type: multipart/report; report-type=delivery-status; boundary="b"',
        '',
        '--b',
        'Content-Type: text/plain',
        '',
        'Your mail came back.',
        '--b',
        'Content-Type: message/delivery-status',
        '',
        'Reporting-MTA: dns; mail.merrow.sound.example',
        '',
        `Final-Recipient: rfc822; ${FROM}`,
        'Action: failed',
        'Status: 5.1.1',
        'Diagnostic-Code: smtp; 550 no such box',
        '--b',
        'Content-Type: text/rfc822-headers',
        '',
        `Message-ID: ${messageId(key, MAIL_DOMAIN, await mailSigner(world.db))}`,
        `References: ${threadId(state.reference, MAIL_DOMAIN, await mailSigner(world.db))}`,
        '--b--',
      ].join('\r\n'),
    })
    expect(got).toMatchObject({ outcome: 'report', reference: state.reference })
    const box = await world.db
      .selectFrom('outbox')
      .selectAll()
      .where('key', '=', key)
      .executeTakeFirstOrThrow()
    expect(box).toMatchObject({ state: 'givenUp', detail: 'returned: 5.1.1 550 no such box' })
  })
})

describe('a mail from an address that nobody has', () => {
  const stranger = 'stranger@elsewhere.example'
  const answers = () =>
    world.db.selectFrom('standin_mail').select(['raw', 'text']).where('recipient', '=', stranger).execute()

  it('is answered once a day, by a mail that no machine answers', async () => {
    expect((await send({ from: stranger, subject: 'Hello', text: 'Me' })).outcome).toBe('refused')
    expect((await send({ from: stranger, subject: 'Hello', text: 'Me again' })).outcome).toBe('refused')
    const mails = await answers()
    expect(mails).toHaveLength(1)
    expect(mails[0]!.raw.toString()).toContain('Auto-Submitted: auto-replied')
    // In each language of the portal: nobody knows which one they read.
    expect(mails[0]!.text).toMatch(/we do not know the address [^]+\svi kjenner ikke adressen /)
    await world.at(deskNow() + 2 * DAY)
    await send({ from: stranger, subject: 'Hello', text: 'Still me' })
    expect(await answers()).toHaveLength(2)
  })

  it('cannot speak for a requester by naming their ticket', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const got = await send({ from: stranger, subject: `[${state.reference}]`, text: 'Close it' })
    expect(got.outcome).toBe('refused')
    expect(await entriesOf(state.reference, 'answered')).toEqual([])
  })
})

describe('an answer from a calendar', () => {
  const tora = 'tora-aas@commons.sound.example'
  /** Somebody is sent to Ines at a fixed time, and both are invited. */
  async function placed() {
    const { state } = await world.desk.log(SCANNER, INES)
    const { reference } = state
    const words = { what: 'Mend the gate', takes: HOUR, visit: true as const }
    const { jobs } = await world.desk.run(reference, { kind: 'wantJob', words }, LEAD)
    const from = deskNow() + DAY
    const at = { person: 'tora-aas', from, to: from + HOUR }
    const { id } = jobs!.at(-1)!
    const { bookings } = await world.desk.run(reference, { kind: 'placeJob', id, ...at, tell: true }, LEAD)
    return { reference, id, booking: bookings!.at(-1)!.id, from }
  }
  /** The invitation in the last mail to somebody about a ticket, as mailparser and ical.js read it. */
  async function invitedTo(recipient: string, reference: number, method: string) {
    for (let tries = 0; tries < 200; tries++) {
      const rows = await world.db
        .selectFrom('standin_mail')
        .select('raw')
        .where('recipient', '=', recipient)
        .orderBy('id', 'desc')
        .execute()
      for (const { raw } of rows) {
        if (!String(raw).includes(`X-Yare-Ticket: ${reference}`)) continue
        const { attachments } = await simpleParser(raw)
        // RFC 6047 §2.4: the part names its method.
        const part = attachments.find((one) => one.contentType === 'text/calendar')
        const calendar = part && new ICAL.Component(ICAL.parse(part.content.toString()) as never)
        if (calendar?.getFirstPropertyValue('method') === method) return { calendar, raw: String(raw) }
      }
      await new Promise((done) => setTimeout(done, 50))
    }
    throw new Error(`no invitation to ${recipient}`)
  }
  /** What calendars send back: the event, with what its attendee says (RFC 5546 §3.2.3). */
  async function reply(recipient: string, invited: ICAL.Component, says: string) {
    const answer = new ICAL.Component(structuredClone(invited.toJSON()) as never)
    answer.updatePropertyWithValue('method', 'REPLY')
    answer.getFirstSubcomponent('vevent')!.getFirstProperty('attendee')!.setParameter('partstat', says)
    return send({
      ...{ from: recipient, subject: `${says}: Mend the gate`, text: '' },
      icalEvent: { method: 'REPLY', content: answer.toString() },
    })
  }
  const answerOf = async (reference: number) => (await stateOf(reference)).bookings!.at(-1)!.answer

  it('of whoever is sent stands at the fixed time, and on the board', async () => {
    const { reference, from, booking } = await placed()
    const { calendar, raw } = await invitedTo(tora, reference, 'REQUEST')
    expect(raw).toMatch(/content-type: text\/calendar;[^]*?method=REQUEST/i)
    const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent')!)
    expect(event.startDate.toJSDate().getTime()).toBe(Math.floor(from / 1000) * 1000)
    expect(event.summary).toBe(`${reference} Mend the gate`)
    expect(event.organizer).toBe(`mailto:${DESK}`)
    expect(event.attendees.map((one) => one.getFirstValue())).toEqual([`mailto:${tora}`])
    expect(await reply(tora, calendar, 'ACCEPTED')).toMatchObject({ outcome: 'note', reference })
    expect(await answerOf(reference)).toBe('accepted')
    // One that answers a time of before changes nothing.
    const to = from + 2 * DAY
    await world.desk.run(reference, { kind: 'changeBooking', id: booking, from: to, to: to + HOUR }, LEAD)
    expect(await answerOf(reference)).toBeUndefined()
    expect(await reply(tora, calendar, 'DECLINED')).toMatchObject({ outcome: 'automatic', reference })
    expect(await answerOf(reference)).toBeUndefined()
  })

  it('of whoever is visited is theirs, and what is called off is taken out of calendars', async () => {
    const { reference, id, booking } = await placed()
    const { calendar } = await invitedTo(FROM, reference, 'REQUEST')
    expect(await reply(FROM, calendar, 'DECLINED')).toMatchObject({ outcome: 'note', reference })
    expect((await stateOf(reference)).jobs![0]!.heard).toMatchObject({ suits: false })
    await world.desk.run(reference, { kind: 'freeJob', id, booking }, LEAD)
    for (const one of [FROM, tora]) {
      const { calendar: off } = await invitedTo(one, reference, 'CANCEL')
      const [event, asked] = [off, calendar].map((each) => each.getFirstSubcomponent('vevent')!)
      expect(event!.getFirstPropertyValue('uid')).toBe(asked!.getFirstPropertyValue('uid'))
      expect(event!.getFirstPropertyValue('status')).toBe('CANCELLED')
      expect(Number(event!.getFirstPropertyValue('sequence'))).toBeGreaterThan(
        Number(asked!.getFirstPropertyValue('sequence')),
      )
    }
  })

  it('that nobody asked for is a mail like others, and makes nothing move', async () => {
    const { reference } = await placed()
    const { calendar } = await invitedTo(tora, reference, 'REQUEST')
    // From somebody who was not invited.
    const other = await reply('ketil-rasp@merrow.sound.example', calendar, 'DECLINED')
    expect(other).toMatchObject({ outcome: 'automatic' })
    const event = calendar.getFirstSubcomponent('vevent')!
    event.updatePropertyWithValue('uid', `${reference}-9.0123456789abcdef0123@${MAIL_DOMAIN}`)
    expect((await reply(FROM, calendar, 'DECLINED')).outcome).toBe('ticket')
    expect(await answerOf(reference)).toBeUndefined()
    const damaged = { method: 'REPLY', content: 'BEGIN:VCALENDAR\r\nMETHOD:REPLY\r\nBEGIN:VEVENT\r\n' }
    expect((await send({ subject: 'It hums', text: 'All day', icalEvent: damaged })).outcome).toBe('ticket')
  })
})

it('leaves record, rows, clocks and alarms in agreement', async () => {
  expect((await audit(world.db)).differences).toEqual([])
})
