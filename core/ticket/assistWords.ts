import { ASSIST_ENDS, assistDeedInWords, assistMeansInWords } from '../assist'
import type { Entry } from './entry'
import { by, personName, type RecordNames } from './recordNames'

/** The kinds of entries of an assist session. */
const ASSIST_KINDS = [
  'assistOffered',
  'assistAnswered',
  'assistInvited',
  'assistJoined',
  'assistLeft',
  'assistSeen',
  'assistDid',
  'assistEnded',
] as const
export type AssistKind = (typeof ASSIST_KINDS)[number]
export type AssistEntry = Extract<Entry, { kind: AssistKind }>

/** Whether an entry is of an assist session. */
export const isOfAssist = (entry: Entry): entry is AssistEntry =>
  (ASSIST_KINDS as readonly string[]).includes(entry.kind)

type Words = { [K in AssistKind]: (entry: Extract<Entry, { kind: K }>, names: RecordNames) => string }

/** What the record says of each entry of an assist session. */
export const ASSIST_WORDS: Words = {
  assistOffered: ({ guest, host, allows, recorded }, names) =>
    `${personName(names, host)} asked ${personName(names, guest)} to ${assistMeansInWords(allows)}${recorded ? ', recorded' : ''}`,
  assistAnswered: ({ yes, ...entry }, names) =>
    `${'person' in entry.actor ? by(entry, names) : 'whoever sits at the machine'} ${yes ? 'agreed' : 'did not agree'}`,
  assistInvited: ({ person, ...entry }, names) =>
    `${by(entry, names)} asked ${personName(names, person)} to come in`,
  assistJoined: ({ person }, names) => `${personName(names, person)} came in`,
  assistLeft: ({ person }, names) => `${personName(names, person)} left`,
  assistSeen: () => 'the machine said how it is',
  assistDid: ({ did, ...entry }, names) =>
    did.is === 'file' && 'person' in entry.actor
      ? `${by(entry, names)} ${assistDeedInWords(did)}`
      : assistDeedInWords(did),
  assistEnded: ({ why }) => `over: ${ASSIST_ENDS[why]}`,
}
