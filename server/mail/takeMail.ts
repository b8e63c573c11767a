import { traceOf } from '../../core/error/messageOf'
import type { Transporter } from 'nodemailer'
import { automaticBecause, belongsTo, readDeliveryReport, unprovenBecause } from '../../core/mail'
import { maxLengthOf, shownQuestions, type Answers, type Portal } from '../../core/intake'
import {
  followersOf,
  Refused,
  TEXT_LIMIT,
  type Attached,
  type Said,
  type TicketState,
} from '../../core/ticket'
import type { CompiledDesign, Directory, Person } from '../../core/design'
import { DAY, HOUR } from '../../core/time'
import { settings } from '../base/settings'
import { deskNow } from '../clock/deskClock'
import { keepFile, mailFileId } from '../commands/attachments'
import { languagesOf, say } from '../../core/words'
import type { Desk } from '../commands/desk'
import type { Selectable } from 'kysely'
import { isUnreachable, type Database } from '../db/connection'
import type { Tables } from '../db/tables'
import { log } from '../base/log'
import { MAIL_DOMAIN } from '../delivery/channels'
import { mailSigner } from '../base/links'
import { parseApart } from '../parsing/parse'
import type { ReadMail } from '../parsing/readMail'
import { note, type MailOutcome } from './note'
import { takeReply } from './takeReply'
import { takeReport } from './takeReport'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { oneAt, oneBy } from '../../core/lookup'

/** Most tickets that one address makes by mail in an hour; more look like a machine gone wrong. */
const MOST_AN_HOUR = 20

/** A mail that is being taken, with what is known about it. */
interface Incoming {
  mail: ReadMail
  raw: Buffer
  messageId: string
  recipient: string
  sender: string
  portal: Portal
  design: CompiledDesign
  directory: Directory
  person: Person | undefined
  /** Why it is not believed that its sender is who it says; undefined where nothing speaks against it. */
  unproven?: string
  /** Somebody of the desk has looked at it and takes it: what would keep it otherwise does not. */
  byHand: boolean
}

/** Who takes a mail that was kept, and as whose it is taken. */
export interface ByHand {
  requester?: string
}

/**
 * Takes a mail that arrived at a mailbox of a portal: it becomes a ticket, or an answer on the right one, once, however
 * often this is tried. What a machine wrote is not answered and makes no ticket. What cannot be taken is kept, with why.
 * @param id of the mail in the mailbox
 * @param isLastTry whether nobody tries again after this
 * @param byHand set where somebody of the desk takes what was kept
 */
export async function takeMail(
  desk: Desk,
  transport: Transporter,
  id: number,
  isLastTry = false,
  byHand?: ByHand,
): Promise<void> {
  const row = await desk.db.selectFrom('standin_mail').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row?.message_id) return
  const { message_id: messageId, recipient } = row
  const known = await desk.db
    .selectFrom('mail_in')
    .select('id')
    .where('message_id', '=', messageId)
    .where('recipient', '=', recipient)
    .executeTakeFirst()
  if (known) return
  const keep = (why: string) =>
    note(desk.db, { messageId, recipient, sender: row.sender.slice(0, 320) }, 'kept', null, why)
  try {
    await takeRead(desk, transport, row, byHand)
  } catch (error) {
    // What cannot be done is not tried again for ever; the mail stays in the mailbox, with the reason.
    if (error instanceof Refused) return keep(error.message)
    if (isUnreachable(error) || !isLastTry) throw error
    log.error({ mail: id, error: traceOf(error) }, 'a mail could not be taken')
    await keep('it could not be taken; the fault is in the log')
  }
}

async function takeRead(
  desk: Desk,
  transport: Transporter,
  { raw, message_id, recipient }: Selectable<Tables['standin_mail']>,
  byHand: ByHand | undefined,
): Promise<void> {
  const [design, directory] = await Promise.all([desk.knowledge.currentEdition(), desk.knowledge.directory()])
  const portal = design.design.portals.find((one) => one.mailbox.toLowerCase() === recipient)
  if (!portal) return
  const mail = await parseApart('mail', raw)
  const person = byHand?.requester ? directory.people.get(byHand.requester) : directory.personOf(mail.sender)
  const unproven = byHand ? undefined : unprovenBecause(mail.header, settings().YARE_MAIL_AUTHSERV)
  const incoming: Incoming = {
    ...{ mail, raw, recipient, portal, design, directory, person },
    ...{ messageId: message_id!, sender: mail.sender, byHand: byHand !== undefined },
    ...(unproven && { unproven }),
  }
  if (!byHand && (await takeReply(desk, incoming))) return
  await (takeByItself(desk, incoming) ?? takeFromPerson(desk, transport, incoming))
}

/** Mail that no person wrote; undefined when a person did. */
function takeByItself(desk: Desk, incoming: Incoming): Promise<void> | undefined {
  const { raw, mail } = incoming
  const { header } = mail
  if (incoming.byHand) return undefined
  const isReport = /^multipart\/report\b.*\breport-type="?delivery-status/is.test(
    header.get('content-type') ?? '',
  )
  if (isReport) return takeReport(desk, incoming, readDeliveryReport(raw.toString('utf8')))
  const why = automaticBecause(header)
  return why === undefined ? undefined : automaticOn(desk, incoming, why)
}

/** So long one automatic answer of somebody says it all on a ticket. */
const SAID_ONCE = DAY
/** So much of it is shown on the ticket, in letters. */
const AWAY_LETTERS = 600

/**
 * An answer that a machine gave for the requester, such as that they are away: whoever waits for them reads it on the
 * ticket, once a day. It is no answer: nothing moves by it, and nobody is told.
 */
async function automaticOn(desk: Desk, incoming: Incoming, why: string): Promise<void> {
  const { mail, person, sender } = incoming
  const belonging = belongsTo(mail, MAIL_DOMAIN, await knownMails(desk.db, mail), await mailSigner(desk.db))
  const state = belonging?.by === 'signed' ? await stateOf(desk.db, belonging.reference) : undefined
  const isPart = state && isPartOf(state, incoming, await desk.knowledge.directory())
  if (!isPart || (await saidOf(desk.db, sender, state.reference)))
    return note(desk.db, incoming, 'automatic', null, why)
  const said = await saidIn(desk.db, incoming)
  const text = `Automatic answer of ${person?.name ?? sender}: ${mail.subject}\n${said.text}`.trim()
  const command = { kind: 'note', text: text.slice(0, AWAY_LETTERS) } as const
  await desk.run(state.reference, command, { system: 'mail' }, (trx) =>
    note(trx, incoming, 'automatic', state.reference, why),
  )
}

/** Whether an automatic answer of a sender stands on a ticket since lately. */
async function saidOf(db: Database, sender: string, reference: number): Promise<boolean> {
  const found = await db
    .selectFrom('mail_in')
    .select('id')
    .where('reference', '=', reference)
    .where('sender', '=', sender)
    .where('outcome', '=', 'automatic')
    .where('received_at', '>', deskNow() - SAID_ONCE)
    .executeTakeFirst()
  return found !== undefined
}

async function takeFromPerson(desk: Desk, transport: Transporter, incoming: Incoming): Promise<void> {
  const { mail, person, unproven } = incoming
  const belonging = belongsTo(mail, MAIL_DOMAIN, await knownMails(desk.db, mail), await mailSigner(desk.db))
  const state = belonging && (await stateOf(desk.db, belonging.reference))
  if (state) {
    const isPart = isPartOf(state, incoming, await desk.knowledge.directory())
    const isSigned = belonging.by === 'signed'
    const why = unproven ?? (isSigned ? undefined : 'it answers no mail of ours, it only says so')
    if (isPart) return answerByMail(desk, incoming, state, why)
    // Whoever got a mail of ours may write to its ticket, for the desk to read; what is only claimed proves nothing.
    if (isSigned) return noteByMail(desk, incoming, state, unproven)
  }
  if (unproven) return note(desk.db, incoming, 'kept', null, unproven)
  if (!person?.active) return fromNobody(desk, transport, incoming)
  return logByMail(desk, incoming, person)
}

/** The tickets of the mails that a mail names and that came in before. */
async function knownMails(db: Database, mail: ReadMail): Promise<(id: string) => number | undefined> {
  const ids = [...mail.inReplyTo, ...mail.references]
  if (ids.length === 0) return () => undefined
  const rows = await db
    .selectFrom('mail_in')
    .select(['message_id', 'reference'])
    .where('message_id', 'in', ids)
    .where('reference', 'is not', null)
    .execute()
  return (id) => rows.find((row) => row.message_id === id)?.reference ?? undefined
}

async function stateOf(db: Database, reference: number): Promise<TicketState | undefined> {
  const row = await db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  const into = row?.state.mergedInto
  return into === undefined ? row && wholeState(row) : stateOf(db, into)
}

/** Whether somebody hears of a ticket as its requester does, and so may answer. */
const isPartOf = (state: TicketState, { person }: Incoming, directory: Directory) =>
  person !== undefined &&
  [state.requester, ...(state.others ?? []), ...followersOf(state, directory)].includes(person.id)

/**
 * An answer of the requester. One that is not proven to be theirs is a note for the desk and changes no status, but
 * whoever has the ticket is told of it.
 */
async function answerByMail(
  desk: Desk,
  incoming: Incoming,
  state: TicketState,
  unproven: string | undefined,
): Promise<void> {
  if (unproven) return noteByMail(desk, incoming, state, unproven)
  const { reference } = state
  const said = await saidIn(desk.db, incoming)
  // Noted in the very transaction that changes the ticket, so that it happens once.
  await desk.run(reference, { kind: 'answer', ...said }, { person: incoming.person!.id }, (trx) =>
    note(trx, incoming, 'answer', reference),
  )
}

/** What somebody writes who is not the requester, or is not proven to be. */
async function noteByMail(
  desk: Desk,
  incoming: Incoming,
  { reference }: TicketState,
  unproven: string | undefined,
): Promise<void> {
  const { sender, person } = incoming
  const said = await saidIn(desk.db, incoming)
  const from = unproven
    ? `Unproven: by mail that says it is from ${person?.name ?? sender}; ${unproven}`
    : `By mail from ${person?.name ?? sender}${person ? '' : ', who is not in the directory'}`
  const text = `${from}:\n${said.text}`.slice(0, TEXT_LIMIT)
  const command = { kind: 'note', text, ...(said.attachments && { attachments: said.attachments }) } as const
  const actor = person && !unproven ? { person: person.id } : { system: 'mail' }
  await desk.run(reference, command, actor, (trx) =>
    note(trx, incoming, unproven ? 'unproven' : 'note', reference, unproven),
  )
}

async function logByMail(desk: Desk, incoming: Incoming, person: Person): Promise<void> {
  const { portal, design, mail, messageId, recipient, sender } = incoming
  const item = portal.byMail && design.findItem(portal.byMail.item)
  if (!item) return note(desk.db, incoming, 'kept', null, 'this mailbox takes answers only')
  const isWelcome =
    portal.organisations.length === 0 || portal.organisations.includes(person.organisation ?? '')
  if (!isWelcome && !incoming.byHand)
    return note(desk.db, incoming, 'kept', null, `${person.name} may not ask at ${portal.name}`)
  if (!incoming.byHand && (await madeBy(desk.db, sender, HOUR, 'ticket')) >= MOST_AN_HOUR)
    return note(desk.db, incoming, 'tooMany', null, `more than ${MOST_AN_HOUR} mails in an hour`)
  const said = await saidIn(desk.db, incoming)
  const { answers, isWhole } = answersFrom(incoming, item.form, said.text)
  const command = {
    item: item.id,
    portal: portal.id,
    channel: 'mail',
    summary: mail.subject.trim() || oneAt(said.text.split('\n'), 0).slice(0, 120),
    answers,
    requester: person.id,
    ...(!(isWhole && !said.quoted && !said.attachments) && { said }),
  } as const
  const { state } = await desk.log(command, { person: person.id }, `mail ${messageId} ${recipient}`)
  await note(desk.db, incoming, 'ticket', state.reference)
}

/** The first one-line question gets the subject, the first long one the text, where they fit. */
function answersFrom(
  { design, mail }: Incoming,
  formId: string,
  text: string,
): { answers: Answers; isWhole: boolean } {
  const form = design.form(formId)
  const asked = shownQuestions(form, {}).map((one) => oneBy(design.questions, one.question))
  const fits = (question: (typeof asked)[number], answer: string) =>
    !question.pattern && answer !== '' && [...answer].length <= maxLengthOf(question)
  const subject = mail.subject.trim()
  const line = asked.find((one) => one.type === 'text')
  const long = asked.find((one) => one.type === 'longText')
  const isWhole = long !== undefined && fits(long, text)
  return {
    answers: {
      ...(line && fits(line, subject) && { [line.name]: subject }),
      ...(long && isWhole && { [long.name]: text }),
    },
    isWhole,
  }
}

/** What a mail says, with its files; one that is too long comes as a file as well. */
async function saidIn(db: Database, { mail, raw, messageId, person }: Incoming): Promise<Said> {
  const { said, quoted } = mail.folded
  const isLong = said.length > TEXT_LIMIT
  const whole = isLong ? [{ name: 'mail.eml', type: 'message/rfc822', content: raw }] : []
  const files: Attached[] = []
  for (const [index, file] of [...mail.files, ...whole].entries()) {
    const id = mailFileId(messageId, index)
    const kept = { name: file.name, type: file.type, content: Buffer.from(file.content) }
    // One that is too large is left out; the mailbox keeps the mail as it came.
    const attached = await keepFile(db, person?.id ?? null, kept, id).catch((error: unknown) => {
      if (error instanceof Refused) return undefined
      throw error
    })
    if (attached) files.push(attached)
  }
  if (files.length)
    await db
      .updateTable('attachment')
      .set({ kept: true })
      .where(
        'id',
        'in',
        files.map((one) => one.id),
      )
      .execute()
  const text = isLong ? `${said.slice(0, TEXT_LIMIT - 60)}\n… (cut; the whole mail is attached)` : said
  return {
    // Files may come without a word, and a quotation alone says something too.
    text: text || quoted.slice(0, TEXT_LIMIT) || '(the mail has no words)',
    ...(quoted && { quoted: quoted.slice(0, TEXT_LIMIT) }),
    ...(files.length && { attachments: files }),
  }
}

/** A mail from an address that nobody in the directory has. */
async function fromNobody(desk: Desk, transport: Transporter, incoming: Incoming): Promise<void> {
  const { portal, sender, mail, messageId } = incoming
  const isRefused = portal.byMail?.unknown === 'refuse' && sender !== ''
  if (!isRefused)
    return note(desk.db, incoming, 'kept', null, `nobody in the directory has ${sender || 'no address'}`)
  // One answer a day to an address, so that two machines never talk to each other for long (RFC 3834 §2).
  if ((await madeBy(desk.db, sender, DAY, 'refused')) === 0)
    await transport.sendMail({
      from: portal.mailbox,
      to: sender,
      subject: `Re: ${mail.subject.replace(/\s+/g, ' ').slice(0, 150)}`,
      // Nobody knows which of them a stranger reads.
      text: languagesOf(portal)
        .map((language) => say(language, 'mail.unknown', { sender, portal: portal.name }))
        .join('\n\n'),
      inReplyTo: messageId,
      references: messageId,
      envelope: { from: '', to: sender },
      headers: { 'Auto-Submitted': 'auto-replied' },
    })
  await note(desk.db, incoming, 'refused', null, `nobody in the directory has ${sender}`)
}

async function madeBy(db: Database, sender: string, within: number, outcome: MailOutcome): Promise<number> {
  const { count } = await db
    .selectFrom('mail_in')
    .select((e) => e.fn.countAll<number>().as('count'))
    .where('sender', '=', sender)
    .where('outcome', '=', outcome)
    .where('received_at', '>', deskNow() - within)
    .executeTakeFirstOrThrow()
  return count
}
