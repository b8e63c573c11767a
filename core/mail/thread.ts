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
  by: 'header' | 'subject'
}

/** The identifier that all mails about a ticket answer to. */
export function threadId(reference: number, domain: string): string {
  return `<ticket-${reference}@${domain}>`
}

/** The identifier of a message of ours, whose key begins with the number of its ticket. */
export function messageId(key: string, domain: string): string {
  return `<${key}@${domain}>`
}

/**
 * The ticket that a mail belongs to: the mail that it answers decides (In-Reply-To, then References from the nearest
 * on), and only where none of those is ours the number in square brackets in the subject.
 * @param domain the part behind the @ of identifiers that we make
 * @param known tells the ticket of a mail that came in before
 * @returns undefined for a mail that begins something new
 */
export function belongsTo(
  { inReplyTo, references, subject }: Threading,
  domain: string,
  known: (messageId: string) => number | undefined,
): Belonging | undefined {
  for (const id of [...inReplyTo, ...[...references].reverse()]) {
    const reference = ownReference(id, domain) ?? known(id)
    if (reference !== undefined) return { reference, by: 'header' }
  }
  const inSubject = /\[(\d{1,15})\]/.exec(subject)
  return inSubject ? { reference: Number(inSubject[1]), by: 'subject' } : undefined
}

/** The ticket of an identifier that we made; undefined for one that somebody else made. */
export function ownReference(id: string, domain: string): number | undefined {
  const [local, host] = id.trim().replace(/^<|>$/g, '').split('@')
  if (host?.toLowerCase() !== domain.toLowerCase()) return undefined
  const match = /^(?:ticket-)?(\d{1,15})(?:-\d+)*$/.exec(local ?? '')
  return match ? Number(match[1]) : undefined
}

/** The identifiers in a header field, in their order. */
export function identifiersIn(field: string | readonly string[] | undefined): string[] {
  const text = typeof field === 'string' ? field : (field ?? []).join(' ')
  return text.match(/<[^<>\s]+>/g) ?? []
}
