/** Who is told: found anew each time a rung rings. */
export type Recipient =
  | { to: 'technician' | 'team' | 'teamLead' | 'requester' | 'watchers' | 'siteManager' | 'agreementContact' }
  /** Whose word is waited for in approvals, and their managers. */
  | { to: 'asked' | 'askedManager' }
  /** The first on rota, or whoever comes after: 2 is the next in turn. */
  | { to: 'rota'; rota: string; place?: number }
  | { to: 'person'; person: string }
  /** The mail address that answers a question of the form. */
  | { to: 'answer'; question: string }

/** Those who are found without anything else. */
export type PlainRecipient = Exclude<Recipient['to'], 'rota' | 'person' | 'answer'>

/** Who a recipient is, for the screen. */
export const RECIPIENT_NAMES: Record<Recipient['to'], string> = {
  technician: 'the technician',
  team: 'the team',
  teamLead: 'the lead of the team',
  requester: 'the requester',
  watchers: 'those who watch it',
  siteManager: 'the manager of the site',
  agreementContact: 'the contact of the agreement',
  asked: 'whose word an approval waits for',
  askedManager: 'the manager of whose word an approval waits for',
  rota: 'whoever is on rota',
  person: 'a named person',
  answer: 'the address in an answer',
}

const PLACES = ['', 'the first', 'the second', 'the third']

/** A recipient in words: “the second on rota: Watch”. */
export function recipientInWords(
  one: Recipient,
  words: Readonly<Record<'person' | 'rota' | 'question', (id: string) => string>>,
): string {
  if (one.to === 'person') return words.person(one.person)
  if (one.to === 'answer') return `the address in “${words.question(one.question)}”`
  if (one.to === 'rota')
    return `${PLACES[one.place ?? 1] ?? `number ${one.place}`} on rota ${words.rota(one.rota)}`
  return RECIPIENT_NAMES[one.to]
}
