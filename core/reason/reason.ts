import type { FactValue } from '../condition'
import type { FieldValue } from '../fields'
import type { Instant } from '../time'

/** The decision tables of triage. */
export type TableName = 'what' | 'weight' | 'routing' | 'skills'

/** What makes a ticket move to another status by itself. */
export type MovingEvent = 'onReply' | 'onAnswer'

/** Why somebody of a team could not take a ticket. */
export interface LeftOut {
  person: string
  /** Skills that they lack. */
  lacks?: string[]
  /** Tickets that they have, of so many at most. */
  open?: number
  limit?: number
}

/**
 * One step of an explanation, as data: which rule, with which ids and values. Names are looked up, and words made, when
 * somebody reads it (`reasonInWords`).
 */
export type Reason =
  /** In words: what a person said, and what older releases kept. */
  | { is: 'said'; text: string; article?: string }
  // Sorting.
  | { is: 'itemCategory'; item: string; category: string }
  | { is: 'requesterPicked'; category: string }
  /** A row of a table decided; `facts` are the values that it asked about. */
  | { is: 'row'; table: TableName; row: string; number: number; facts: Record<string, FactValue | null> }
  | { is: 'noRow'; table: TableName }
  /** The row that nearly decided, and which of its tests failed: their places among the row's tests. */
  | { is: 'rowNearly'; table: TableName; row: string; number: number; failed: number[] }
  /** Only one row may fit, and these did too; counted from 1. */
  | { is: 'rowsToo'; numbers: number[] }
  | { is: 'pastWords'; category: string; words: string[]; tickets: number; confidence: number }
  | { is: 'pastWordsNearly'; category: string; words: string[]; tickets: number; confidence: number }
  | { is: 'portalTeam'; portal: string }
  | { is: 'portalPerson'; portal: string; person: string }
  /** The signal map; without a cover where no agreement is in force. */
  | { is: 'signalMap'; signal: string; cover: string | null }
  // The priority. `of` is the id of what the source is: a category, a site, an agreement.
  | { is: 'source'; source: string; of: string | null; priority: string }
  | { is: 'sourcesSilent'; sources: string[] }
  | { is: 'sourceOff'; source: string; of: string | null; priority: string }
  | { is: 'noSource'; priority: string }
  | {
      is: 'sourcesLater'
      sources: { source: string; of: string | null; priority: string }[]
      after: string
      team?: string
    }
  // Who gets it.
  | { is: 'fromQueue'; team: string }
  | { is: 'inTurn'; person: string; until: Instant | null; since: Instant | null; at: Instant }
  | {
      is: 'leastLoaded'
      person: string
      until: Instant | null
      team: string
      weighed: boolean
      load: number
      capacity?: number
      at: Instant
    }
  | { is: 'sharedOut'; person: string; until: Instant | null; open: number; at: Instant }
  | { is: 'sameAsLast'; person: string }
  | { is: 'onRota'; person: string; rota: string }
  | { is: 'comesNext'; person: string; from: Instant; at: Instant }
  | { is: 'waitsUntil'; from: Instant; at: Instant }
  | { is: 'nextInTurn'; person: string }
  | { is: 'nextWithLoad'; person: string; load: number; capacity?: number }
  | { is: 'nobodyElse' }
  | { is: 'leftOut'; people: LeftOut[] }
  | { is: 'nobodyOnShift'; team: string }
  | { is: 'nobodyCan'; team: string }
  | { is: 'helpedByNobody' }
  | { is: 'lastNotOnShift'; person: string }
  | { is: 'lastCannot'; person: string }
  | { is: 'nobodyOnRota'; rota: string | null }
  /** A row of the skills that a ticket asks for. */
  | { is: 'asksFor'; row: string; number: number; skill: string }
  | { is: 'held'; portal: string | null }
  // What people did; without a person it was the desk.
  | { is: 'acceptedWith'; by: string | null }
  | { is: 'setByHand'; by: string | null; field: string; value: string; before?: Because }
  | { is: 'givenBy'; by: string | null; to: string }
  | { is: 'putBackBy'; by: string | null }
  | { is: 'away'; person: string }
  | { is: 'tookMoveBack'; by: string | null; name: string }
  | { is: 'moveTakenBack'; name: string }
  | { is: 'takenBack' }
  | { is: 'noLongerNeeded'; by: string }
  | { is: 'resumedByHand' }
  // Statuses that change by themselves.
  | { is: 'movesWhen'; kind: string; from: string; to: string; event: MovingEvent }
  | { is: 'event'; event: MovingEvent }
  | { is: 'movesWhenIdle'; kind: string; timer: string; to: string }
  | { is: 'idle'; kind: string; timer: string }
  | { is: 'bookingMissed'; person: string; what: string; from: Instant }
  | { is: 'calmClosed'; signal: string; minutes: number }
  | { is: 'calm'; minutes: number }
  | { is: 'withMajor'; major: number; text: string }
  | { is: 'checklist'; checklist: string }
  /** Names, as they were then. */
  | { is: 'checklistOfStage'; stage: string; checklist: string }
  | { is: 'planFor'; plan: string }
  | { is: 'planByHand'; by: string }
  | { is: 'planOfKind'; plan: string; kind: string }
  | { is: 'noPlan'; plan: string }
  | { is: 'planUnderWay'; plan: string }
  | { is: 'plansAtMost'; most: number }
  | { is: 'stepPlan'; plan: string }
  | { is: 'answeredBy'; system: string; task: string }
  // Partner desks, by the names that they had then.
  | { is: 'partnerSays'; partner: string; field: string }
  /** A partner owes it; the time is granted by our priority, or they have said by when. */
  | { is: 'partnerOwes'; partner: string; name: string; owed: string }
  | { is: 'partnerSaysDue'; name: string; due: number; calendar: string }
  | { is: 'partnerRule'; partner: string; name: string; on: 'logged' | 'changed' }
  // Promises, and the accounts of their time.
  | { is: 'level'; level: string; chosen?: true }
  | { is: 'levelGone'; level: string; edition: number }
  | { is: 'planPromises'; plan: string }
  | { is: 'stageTakes'; plan: string; stage: string; calendar: string }
  | { is: 'granted'; priority: string; calendar: string; shiftOf?: string }
  | { is: 'countedIn'; calendar: string }
  | { is: 'countedBefore' }
  | { is: 'status'; kind: string; status: string }
  | { is: 'wasDone' }
  | { is: 'edition'; edition: number }
  | { is: 'categoryMoved'; from: string; category: string; edition: number }
  // Ladders.
  | { is: 'rung'; ladder: string; rung: string }
  | { is: 'rungGone'; edition: number }
  | { is: 'ladderGone' }
  | { is: 'ladderDone' }
  | { is: 'ladderStopped' }
  | { is: 'ladderNotForIt' }
  | { is: 'chain'; ladder: string; most: number }
  | { is: 'noStatus'; status: string; kind: string }
  | { is: 'gateAsks'; kind: string; status: string; fields: string[] }
  | { is: 'noField'; field: string; kind: string }
  | { is: 'noChecklist'; checklist: string }
  | { is: 'noLadder'; ladder: string }
  /** Hundredths of likeness to another ticket, and the mark that they reach. */
  | { is: 'alike'; to: number; likeness: number; from: number }
  | { is: 'nobodyFound'; recipient: string }
  // What a step of a move does, or why it does nothing.
  | { is: 'stepStatus'; kind: string; status: string; tells: Told | null }
  | { is: 'stepNoWay'; kind: string; group: string | null; status: string | null }
  | { is: 'stepTasksFirst'; tasks: string[] }
  /** Null is whomever one chooses. */
  | { is: 'stepGive'; to: string | null }
  | { is: 'stepPutBack' }
  | { is: 'stepSort'; field: string; value: string }
  /** Without a value it asks for one; null empties it. */
  | { is: 'stepSet'; field: string; value?: FieldValue | null }
  | { is: 'stepTimer'; turn: 'on' | 'off' }
  | { is: 'stepBooking'; as: 'begun' | 'finished' | 'calledOff'; what: string }
  | { is: 'stepReply'; tells: Told }
  | { is: 'stepUnseen' }
  | { is: 'stepNote' }
  | { is: 'stepChecklist'; name: string }
  | { is: 'stepLadder'; ladder: string }
  // Fields of a ticket that were set with it.
  | { is: 'fieldAnswered' }
  | { is: 'fieldDefault' }
  // Messages: why one waits, goes another way than the first, or together with others.
  | { is: 'quietUntil'; until: Instant; zone: string }
  | { is: 'quietOver' }
  | { is: 'waysFailed'; channels: string[] }
  | { is: 'manyAtOnce' }
  | { is: 'inOneMail'; others: number }
  | { is: 'triedAgain'; by: string | null }
  | { is: 'textLost' }

/** Who is written to, and the promises that this keeps, as they are called. */
export interface Told {
  person: string
  kept: string[]
}

/** Why a value is what it is, as data. */
export interface Because {
  /** The edition whose rules decided and whose names are meant; 0 for a draft, and for what older releases wrote. */
  edition: number
  why: Reason[]
  /** What nearly decided, and what it lacked. */
  nearly?: Reason[]
}

/** A reason in somebody's own words. */
export const said = (text: string): Because => ({ edition: 0, why: [{ is: 'said', text }] })

/** The article of Design that shows each table of triage. */
export const TABLE_ARTICLES: Record<TableName, string> = {
  what: 'triage/what',
  weight: 'triage/how-bad',
  routing: 'triage/where-it-goes',
  skills: 'triage/skills',
}

const GIVING = 'triage/who-gets-it'

type Rules = { [K in Reason['is']]?: (reason: Extract<Reason, { is: K }>) => string | undefined }
const RULES: Rules = {
  said: ({ article }) => article,
  itemCategory: ({ item }) => `catalog/${item}`,
  requesterPicked: ({ category }) => `triage/categories#${category}`,
  row: ({ table, row }) => `${TABLE_ARTICLES[table]}#${row}`,
  noRow: ({ table }) => TABLE_ARTICLES[table],
  pastWords: () => TABLE_ARTICLES.what,
  portalTeam: ({ portal }) => `portals/${portal}`,
  portalPerson: ({ portal }) => `portals/${portal}`,
  signalMap: ({ signal }) => `triage/signals#${signal}`,
  source: ({ source }) => `triage/source-order#${source}`,
  noSource: () => 'triage/source-order',
  fromQueue: () => GIVING,
  inTurn: () => GIVING,
  leastLoaded: () => GIVING,
  sharedOut: () => GIVING,
  sameAsLast: () => GIVING,
  onRota: () => GIVING,
  comesNext: () => GIVING,
  waitsUntil: () => GIVING,
  nobodyOnShift: () => GIVING,
  nobodyCan: () => GIVING,
  asksFor: ({ row }) => `${TABLE_ARTICLES.skills}#${row}`,
  held: ({ portal }) => (portal === null ? undefined : `portals/${portal}`),
  movesWhen: ({ kind }) => `kinds/${kind}`,
  movesWhenIdle: ({ kind, timer }) => `kinds/${kind}#idle-${timer}`,
  calmClosed: ({ signal }) => `triage/signals#${signal}`,
  checklist: ({ checklist }) => `plans/checklists#${checklist}`,
  planFor: ({ plan }) => `plans/${plan}`,
  planOfKind: ({ plan }) => `plans/${plan}`,
  level: ({ level }) => `service-levels/${level}`,
  rung: ({ ladder, rung }) => `ladders/${ladder}#${rung}`,
  partnerOwes: ({ partner }) => `partners/${partner}#owed`,
  partnerRule: ({ partner }) => `partners/${partner}#rule`,
}

/** Where the rule stands that a reason names, as the end of an address in Design: `triage/where-it-goes#r2`. */
export function ruleOf(reason: Reason): string | undefined {
  const rule = Object.hasOwn(RULES, reason.is) ? RULES[reason.is] : undefined
  return (rule as ((reason: Reason) => string | undefined) | undefined)?.(reason)
}

/** The rule that decided: that of the first reason that names one. */
export function articleOf({ why }: Because): string | undefined {
  for (const reason of why) {
    const rule = ruleOf(reason)
    if (rule !== undefined) return rule
  }
  return undefined
}

/** Every rule that had a part in it. */
export const rulesOf = ({ why }: Because): string[] => why.flatMap((one) => ruleOf(one) ?? [])

/** The words of a because that is in words already (`withWords` of `core/explain`). */
export const textOf = ({ why }: Because): string =>
  why.flatMap((one) => (one.is === 'said' ? one.text : [])).join(' ')

/** Whether a value is a `Because`, wherever it stands. */
export const isBecause = (value: object): value is Because =>
  'edition' in value && 'why' in value && typeof value.edition === 'number' && Array.isArray(value.why)
