import { convert } from 'html-to-text'
import { simpleParser, type ParsedMail } from 'mailparser'
import { foldQuoted, identifiersIn, type Folded } from '../../core/mail'
import { readReply, type CalendarReply } from '../calendars/fixedTime'
import { keepable } from '../base/keepable'

/** A file of a mail. */
export interface MailFile {
  name: string
  type: string
  content: Uint8Array
}

/** A mail as the desk reads it: every text of it can be kept. */
export interface ReadMail {
  messageId?: string
  /** Small letters; empty where there is none. */
  sender: string
  /** The sender as it was written. */
  from: string
  subject: string
  inReplyTo: string[]
  references: string[]
  /** The fields of the header by their names in small letters, the topmost of each. */
  header: Map<string, string>
  /** All of what it says, and what of it is quoted. */
  text: string
  folded: Folded
  /** What a calendar answers in it to an invitation. */
  reply?: CalendarReply
  files: MailFile[]
}

/** Longest text that is read of one mail, in characters; the whole mail is kept as it came. */
const LONGEST = 400_000

/** Reads a mail (RFC 5322, MIME). What it says is read from whichever part says it. */
export async function readMail(raw: Uint8Array): Promise<ReadMail> {
  const mail = await simpleParser(Buffer.from(raw), { maxHtmlLengthToParse: 4_000_000 })
  const text = keepable(wordsOf(mail)).slice(0, LONGEST)
  const files = mail.attachments.filter((one) => one.content.length > 0 && !one.related)
  const header = new Map<string, string>()
  for (const { key, line } of mail.headerLines)
    if (!header.has(key)) header.set(key, keepable(line.slice(line.indexOf(':') + 1).trim()))
  const reply = replyIn(mail)
  return {
    ...(reply && { reply }),
    ...(mail.messageId && { messageId: keepable(mail.messageId).slice(0, 500) }),
    sender: keepable(mail.from?.value[0]?.address ?? '')
      .toLowerCase()
      .slice(0, 320),
    from: keepable(mail.from?.text ?? '').slice(0, 500),
    subject: keepable(mail.subject ?? '').slice(0, 1000),
    inReplyTo: identifiersIn(mail.inReplyTo).map(keepable).slice(0, 20),
    references: identifiersIn(mail.references).map(keepable).slice(-100),
    header,
    text,
    folded: foldQuoted(text),
    files: files.map((one, index) => ({
      name: keepable(one.filename ?? `file-${index + 1}`),
      type: keepable(one.contentType),
      content: one.content,
    })),
  }
}

function replyIn(mail: ParsedMail): CalendarReply | undefined {
  const part = mail.attachments.find((one) => /^text\/calendar\b/i.test(one.contentType))
  return part && readReply(part.content.toString('utf8'))
}

/**
 * What a mail says: its plain text; where that is blank its HTML as text; where both are missing a part that is text
 * and nobody would save as a file.
 */
function wordsOf(mail: ParsedMail): string {
  if (mail.text?.trim()) return mail.text
  if (typeof mail.html === 'string') {
    const words = textOfHtml(mail.html)
    if (words.trim()) return words
  }
  const part = mail.attachments.find(
    (one) => /^text\/(?:plain|html)\b/i.test(one.contentType) && one.contentDisposition !== 'attachment',
  )
  if (!part) return ''
  const text = part.content.toString('utf8')
  return /html/i.test(part.contentType) ? textOfHtml(text) : text
}

const textOfHtml = (html: string) =>
  convert(html, {
    wordwrap: false,
    limits: { maxInputLength: 4_000_000, maxDepth: 200, maxChildNodes: 20_000 },
    selectors: [
      { selector: 'img', format: 'skip' },
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
    ],
  })
