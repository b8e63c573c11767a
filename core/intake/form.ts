import type { Condition } from '../condition'
import type { QuestionTerms } from './question'
import type { QuestionType } from './types/list'

export { FILE_LIMIT, ID_LIMIT, MOST_FILES } from './question'
export type { Answer, Answers, Option, QuestionTerms } from './question'
export { isInWords, isNamedType, MOST_CHOICES, NAMED_TYPES, QUESTION_TYPES } from './types/list'
export type { FieldQuestionType, NamedType, QuestionType } from './types/list'
export { maxLengthOf } from './texts'

/** A question of the library. */
export interface Question extends QuestionTerms {
  type: QuestionType
}

/** A question as one form asks it. */
export interface FormQuestion {
  question: string
  required?: boolean
  /** Must be answered while this holds, even where it is not required otherwise. */
  requireWhen?: Condition
  /** Asked only while this holds for the answers given so far (facts `form.…`) and for who asks. */
  showWhen?: Condition
}

export interface FormStep {
  title: string
  questions: FormQuestion[]
}

export interface Form {
  id: string
  name: string
  /** Whether its steps are asked one after the other; otherwise all stand on one page. */
  stepByStep?: boolean
  steps: FormStep[]
}

/** What somebody may ask for, in the requester's words; leads to exactly one ticket kind. */
export interface CatalogItem {
  id: string
  name: string
  description: string
  keywords: string[]
  group: string
  kind: string
  form: string
  category: string
  priority?: string
  /** The desk that it is asked of. */
  desk?: string
  /** Which portals show it; empty means all. */
  portals: string[]
  /** Shown only to requesters for whom this holds (facts named in ASKER_FACTS); to all if left out. */
  showWhen?: Condition
  /** Stands before its name in portals. */
  icon?: ItemIcon
  /** Questions whose answers make the title of its tickets, in their order; the one called `summary` if left out. */
  title?: string[]
  /** What the requester reads about how long it takes; the promises themselves follow from the service levels. */
  expected?: string
  /** First and last day on which portals show it, as `2026-11-27` in the zone of the desk; always if left out. */
  from?: string
  until?: string
  /** Set where portals show it no more: its page says so, and where to go instead. */
  retired?: Retirement
  /** Whether requests for it are seen by whoever asks alone, also where colleagues see each other’s. */
  confidential?: boolean
}

/** What is told of an item that may be asked for no more. */
export interface Retirement {
  /** The catalog item to ask for now. */
  instead?: string
  /** In the requester’s words. */
  says?: string
}

export interface CatalogGroup {
  id: string
  name: string
}

/** A counter for requesters at an address of its own. */
export interface Portal {
  /** What it is known by everywhere; its address as long as it has no other. */
  id: string
  name: string
  motto: string
  /** The end of its address: `/portal/ADDRESS`. */
  address?: string
  /** Ends of addresses that it had; they lead on to it. */
  formerAddresses?: string[]
  /** The one question on top; “What do you need?” in the language of the reader if left out. */
  question?: string
  /** The catalog item that is offered where nothing fits. */
  otherwise?: string
  /** What somebody sees at its door before they sign in. */
  beforeSignIn?: ('notices' | 'catalog')[]
  /** Organisations whose people may sign in here. */
  organisations: string[]
  /** Sender of its mails. */
  mailbox: string
  inactivityMinutes: number
  /** One or two letters that stand before its name. */
  mark?: string
  /** The ink of what can be pressed: one of our own, sea unless set. */
  ink?: PortalInk
  /** What becomes of a mail to its mailbox that belongs to no ticket; such mails are kept unread if left out. */
  byMail?: MailIntake
  /** Whether what comes in here waits in Arrivals until somebody accepts it. */
  holds?: boolean
  /** How many levels of category a ticket must have: to be accepted, or as its requester picks them. */
  categoryLevels?: number
  /** Whether whoever asks picks that many levels of category, in their words. */
  requestersPick?: boolean
  /** What those of one organisation may do for each other: ask in another’s name; see and watch each other’s requests. */
  colleagues?: ('ask' | 'see')[]
  /** Whether articles and notices are offered before a request is sent, since one may solve it already. */
  triesFirst?: boolean
  /** Set where it shows no articles, or no notices. */
  hides?: ('articles' | 'notices')[]
  /** Priority of what comes in here, where the source order asks portals. */
  priority?: string
  /** Team, and person, of what comes in here and no row of the routing fits. */
  team?: string
  person?: string
  /** What people sign in with: their mail address, or the short name that the directory has of them. */
  signInBy?: 'mail' | 'shortName'
  /** Groups of the catalog that it shows; all of them if left out or empty. */
  groups?: string[]
  /** Languages in which it can be read, by their tags; the first is taken where none of them is wanted. English if left out. */
  languages?: string[]
}

/** The end of the address of a portal. */
export const addressOf = ({ id, address }: Pick<Portal, 'id' | 'address'>): string => address ?? id

/** How a mail becomes a ticket: the first one-line question of the form gets its subject, the first long one its text. */
export interface MailIntake {
  /** The catalog item that it asks for. */
  item: string
  /** What is done with mail from an address that nobody in the directory has: answered with a refusal, or kept. */
  unknown: 'refuse' | 'keep'
}

/** Pictures that a catalog item may have, by their names. */
export const ITEM_ICONS = [
  'anchor',
  'barcode',
  'boat',
  'broadcast',
  'calendar',
  'camera',
  'credit-card',
  'device-tablet',
  'flask',
  'headphones',
  'key',
  'laptop',
  'lightbulb',
  'lock',
  'monitor',
  'printer',
  'question',
  'receipt',
  'ticket',
  'tray',
  'user-minus',
  'user-plus',
  'wifi-high',
  'wrench',
] as const
export type ItemIcon = (typeof ITEM_ICONS)[number]

export type PortalInk = 'sea' | 'brass' | 'ink'

/** What is known about who asks before anything is answered; conditions of forms may ask for it. */
export const ASKER_FACTS = ['requester', 'organisation', 'site', 'cover', 'portal'] as const
