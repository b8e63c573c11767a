/** What a mail says of the mails before it. */
export interface Threading {
  /** Message identifiers as in the header, with their angle brackets. */
  inReplyTo: readonly string[]
  /** Oldest first, as RFC 5322 §3.6.4 has them. */
  references: readonly string[]
  subject: string
}

export interface Belonging {
  reference: number
  /**
   * `signed`: it answers a mail of ours, which only whoever got that mail can know of, or one that came in before;
   * `claimed`: it says so of itself, by an identifier that anybody could make up, or in its subject.
   */
  by: 'signed' | 'claimed'
}

/** Signs what identifiers of ours say: short enough for a header, long enough not to be guessed. */
export type Sign = (text: string) => string

/** The identifier that all mails about a ticket answer to. */
export function threadId(reference: number, domain: string, sign: Sign): string {
  return signedId(`ticket-${reference}`, domain, sign)
}

/** The identifier of a message of ours, whose key begins with the number of its ticket. */
export function messageId(key: string, domain: string, sign: Sign): string {
  return signedId(key, domain, sign)
}

const signedId = (local: string, domain: string, sign: Sign) => `<${local}.${sign(local)}@${domain}>`

/** By which calendars know a fixed time of a ticket (RFC 5545 §3.8.4.7). */
export function fixedTimeUid(reference: number, booking: number, domain: string, sign: Sign): string {
  const local = `${reference}-${booking}`
  return `${local}.${sign(`fixed-${local}`)}@${domain}`
}

/** The fixed time of an identifier; undefined where we did not make it. */
export function fixedTimeOf(
  uid: string,
  domain: string,
  sign: Sign,
): { reference: number; booking: number } | undefined {
  const [, reference, booking] = /^(\d{1,15})-(\d{1,9})\./.exec(uid) ?? []
  const found = { reference: Number(reference), booking: Number(booking) }
  return uid === fixedTimeUid(found.reference, found.booking, domain, sign) ? found : undefined
}

/**
 * The ticket that a mail belongs to: the mail that it answers decides (In-Reply-To, then References from the nearest
 * on), and only where none of those is ours what it claims: an identifier without our signature, or the number in square
 * brackets in the subject.
 * @param domain the part behind the @ of identifiers that we make
 * @param known tells the ticket of a mail that came in before
 * @returns undefined for a mail that begins something new
 */
export function belongsTo(
  { inReplyTo, references, subject }: Threading,
  domain: string,
  known: (messageId: string) => number | undefined,
  sign: Sign,
): Belonging | undefined {
  const ids = [...inReplyTo, ...[...references].reverse()]
  let claimed: number | undefined
  for (const id of ids) {
    const own = ownReference(id, domain, sign)
    const reference = own?.isSigned ? own.reference : known(id)
    if (reference !== undefined) return { reference, by: 'signed' }
    claimed ??= own?.reference
  }
  const inSubject = /\[(\d{1,15})\]/.exec(subject)
  claimed ??= inSubject ? Number(inSubject[1]) : undefined
  return claimed === undefined ? undefined : { reference: claimed, by: 'claimed' }
}

/** The ticket of an identifier that looks like ours, and whether we have signed it; undefined for any other. */
export function ownReference(
  id: string,
  domain: string,
  sign: Sign,
): { reference: number; key: string; isSigned: boolean } | undefined {
  const [whole = '', host] = id.trim().replace(/^<|>$/g, '').split('@')
  if (host?.toLowerCase() !== domain.toLowerCase()) return undefined
  const [local = '', signature] = whole.split('.')
  const match = /^(?:ticket-)?(\d{1,15})(?:-\d+)*$/.exec(local)
  if (!match) return undefined
  return {
    reference: Number(match[1]),
    key: local,
    isSigned: signature !== undefined && signature === sign(local),
  }
}

/** The identifiers in a header field, in their order. */
export function identifiersIn(field: string | readonly string[] | undefined): string[] {
  const text = typeof field === 'string' ? field : (field ?? []).join(' ')
  return text.match(/<[^<>\s]+>/g) ?? []
}
