import { createTransport } from 'nodemailer'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY } from '../../core/time'
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

it('leaves record, rows, clocks and alarms in agreement', async () => {
  expect((await audit(world.db)).differences).toEqual([])
})
