import { isOneOf } from '../lookup'
/** The fields of a mail's header by their names in small letters. */
export type MailHeader = ReadonlyMap<string, string>

/**
 * Why a mail must not be answered by a machine; undefined when a person wrote it.
 * RFC 3834: Auto-Submitted with anything but “no” (§5), and an empty return path (§2). Lists and Precedence are common
 * practice, with no source.
 */
export function automaticBecause(header: MailHeader): string | undefined {
  const submitted = header.get('auto-submitted')?.split(';')[0]?.trim().toLowerCase()
  if (submitted && submitted !== 'no') return `it says of itself that a machine wrote it (${submitted})`
  if (header.get('return-path')?.trim() === '<>') return 'nobody can be answered (empty return path)'
  if (header.has('list-id')) return 'it came by a mailing list'
  const precedence = header.get('precedence')?.trim().toLowerCase()
  if (precedence && ['bulk', 'junk', 'list'].includes(precedence)) return `it is sent to many (${precedence})`
  return undefined
}

/** What became of one recipient, as a delivery report says (RFC 3464 §2.3). */
export interface DeliveryReport {
  recipient: string
  action: 'failed' | 'delayed' | 'delivered' | 'relayed' | 'expanded'
  /** An enhanced status code (RFC 3463), such as 5.1.1. */
  status: string
  detail: string
}

/**
 * Reads the part message/delivery-status of a report: groups of fields with an empty line between them, the first
 * about the whole message, each other about one recipient.
 * @returns one report for each recipient; empty when the text is no such part
 */
export function readDeliveryReport(text: string): DeliveryReport[] {
  return text
    .replace(/\r\n?/g, '\n')
    .split(/\n[ \t]*\n/)
    .flatMap((group) => {
      const fields = fieldsOf(group)
      const [recipient, action] = [fields.get('final-recipient'), fields.get('action')?.toLowerCase()]
      if (!recipient || !isAction(action)) return []
      return [
        {
          recipient: afterType(recipient),
          action,
          status: (fields.get('status') ?? '').split(/[\s(]/)[0] ?? '',
          detail: afterType(fields.get('diagnostic-code') ?? ''),
        },
      ]
    })
}

function fieldsOf(group: string): Map<string, string> {
  // A line that begins with white space goes on with the one before it (RFC 5322 §2.2.3).
  const lines = group.replace(/\n[ \t]+/g, ' ').split('\n')
  return new Map(
    lines.flatMap((line) => {
      const at = line.indexOf(':')
      return at > 0 ? [[line.slice(0, at).trim().toLowerCase(), line.slice(at + 1).trim()] as const] : []
    }),
  )
}

/** What stands behind the type of an address or a code: `rfc822; a@b.example` says a@b.example. */
const afterType = (value: string) => value.slice(value.indexOf(';') + 1).trim()

const ACTIONS = ['failed', 'delayed', 'delivered', 'relayed', 'expanded'] as const
const isAction = (value: string | undefined): value is DeliveryReport['action'] => isOneOf(ACTIONS, value)
