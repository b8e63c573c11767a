import { inWords, type Condition } from '../condition'
import type { CompiledDesign, Directory } from '../design'
import { rungMomentInWords, RECIPIENT_NAMES } from '../ladder'
import { valueInWords } from '../fields'
import { waitInWords, type StatusGroup } from '../lifecycle'
import {
  articleOf,
  isBecause,
  type Because,
  type LeftOut,
  type Reason,
  type TableName,
  type Told,
} from '../reason'
import { testsOfRow, type DecisionTable } from '../table'
import { momentInWords, timeOfDay, type Instant } from '../time'
import { capital, listInWords, say, type Key, type Language, type Values } from '../words'

/** Who reads, and by which names. */
export interface Reader {
  language: Language
  /** An edition of the design; undefined where it cannot be read here. */
  design: (edition: number) => CompiledDesign | undefined
  directory: Directory
}

/** Why a value is what it is, in words that a lead understands. */
export interface BecauseWords {
  text: string
  /** What nearly decided, and what it lacked. */
  nearly?: string
  /** Where the rule stands in Design, as the end of an address: `triage/where-it-goes#r2`. */
  article?: string
}

/** Where a reason was given: the reader, and the edition whose names are meant. */
interface At extends Reader {
  edition: CompiledDesign | undefined
}

type Of<K extends Reason['is']> = Extract<Reason, { is: K }>

const nameOf = ({ directory }: Reader, person: string | null) =>
  person === null ? undefined : directory.nameOf(person)
const skillName = ({ directory }: Reader, skill: string) => directory.skills.get(skill)?.name ?? skill
const teamName = ({ directory }: Reader, team: string) => directory.teams.get(team)?.name ?? team
const byWhom = (at: At, person: string | null) => nameOf(at, person) ?? say(at.language, 'desk.itself')
const numeral = ({ edition }: At, priority: string) =>
  edition?.hasPriority(priority) ? edition.priority(priority).numeral : priority
const priorityName = ({ edition }: At, priority: string) =>
  edition?.hasPriority(priority) ? edition.priority(priority).name : priority
const categoryName = ({ edition }: At, category: string) => edition?.categoryPath(category) ?? category
const portalName = ({ edition }: At, portal: string) => edition?.findPortal(portal)?.name ?? portal
const kindName = ({ edition }: At, kind: string) => edition?.findKind(kind)?.name ?? kind
const calendarName = ({ edition }: At, calendar: string) =>
  edition?.hasCalendar(calendar) ? edition.calendar(calendar).name : calendar
const listed = <T extends { id: string; name: string }>(list: readonly T[] | undefined, id: string) =>
  list?.find((one) => one.id === id)
const named = (list: readonly { id: string; name: string }[] | undefined, id: string) =>
  listed(list, id)?.name ?? id
const statusName = ({ edition }: At, kind: string, status: string) =>
  named(edition?.findKind(kind)?.statuses, status)
const tableOf = ({ edition }: At, table: TableName): DecisionTable | undefined =>
  edition?.design.triage[table]
const tableName = (at: At, table: TableName) => tableOf(at, table)?.name ?? table
const conditionWords = ({ edition, directory }: At, condition: Condition) =>
  edition ? inWords(condition, edition.vocabulary(directory)) : ''

/** The zone of a person, or of the desk. */
const zoneOf = ({ directory, edition }: At, person?: string) =>
  directory.people.get(person ?? '')?.zone ?? edition?.design.desk.zone ?? 'UTC'

/** The tests of a row, all or those at some places. */
function testsInWords(at: At, table: TableName, row: string, places?: readonly number[]): string {
  const found = tableOf(at, table)
  const rule = found?.rows.find((one) => one.id === row)
  if (!found || !rule) return row
  const tests = testsOfRow(found, rule)
  const chosen = places?.flatMap((place) => tests[place] ?? [])
  // Those that failed stand alone, so that each can be looked at.
  if (chosen) return chosen.map((one) => conditionWords(at, one)).join(say(at.language, 'list.tests'))
  return conditionWords(at, { all: tests })
}

function pastWords(at: At, { category, words, tickets, confidence }: Of<'pastWords' | 'pastWordsNearly'>) {
  return {
    category: categoryName(at, category),
    words: listInWords(
      words.map((word) => `“${word}”`),
      at.language,
    ),
    tickets,
    percent: Math.floor(confidence * 100),
  }
}

/** A source of the priority, with what it was: `the site Varnes Quay`. */
function sourceWords(at: At, source: string, of: string | null): string {
  if (source === 'impactUrgency') {
    const [impact = '', urgency = ''] = (of ?? '').split(' ')
    return say(at.language, 'source.grades', { impact, urgency })
  }
  const names: Record<string, (id: string) => string> = {
    category: (id) => categoryName(at, id),
    site: (id) => at.directory.sites.get(id)?.name ?? id,
    organisation: (id) => at.directory.organisations.get(id)?.name ?? id,
    requester: (id) => at.directory.nameOf(id),
    item: (id) => at.edition?.findItem(id)?.name ?? id,
    portal: (id) => portalName(at, id),
  }
  const name = of === null ? say(at.language, 'source.none') : (names[source]?.(of) ?? of)
  return say(at.language, 'source.named', { source: plainSource(at, source), of: name })
}

const plainSource = ({ language }: At, source: string) => say(language, `source.${source}` as Key)

function onShift(at: At, person: string, until: Instant | null, then: Instant): string {
  const name = at.directory.nameOf(person)
  return until === null
    ? say(at.language, 'shift.on', { person: name })
    : say(at.language, 'shift.onUntil', {
        person: name,
        until: momentInWords(until, zoneOf(at, person), then),
      })
}

const amountWords = ({ language }: At, load: number, capacity?: number) =>
  capacity === undefined ? String(load) : say(language, 'load.of', { load, capacity })

function leftOutWords(at: At, { person: id, lacks, open = 0, limit = 0 }: LeftOut): string {
  const person = at.directory.nameOf(id)
  return lacks
    ? say(at.language, 'left.lacks', {
        person,
        skills: listInWords(
          lacks.map((one) => skillName(at, one)),
          at.language,
        ),
      })
    : say(at.language, 'left.full', { person, open, limit })
}

function idleWords(at: At, kind: string, timer: string): string {
  const found = at.edition?.findKind(kind)
  const idle = found?.idle?.find((one) => one.id === timer)
  if (!idle) return timer
  return say(at.language, 'idle.for', {
    status: statusName(at, kind, idle.status),
    time: waitInWords(idle.after),
  })
}

function rungWords(at: At, id: string, rungId: string): Values {
  const ladder = listed(at.edition?.design.ladders, id)
  const rung = ladder?.rungs.find((one) => one.id === rungId)
  const target = at.edition?.targetName(ladder?.target)
  return { ladder: ladder?.name ?? id, moment: rung ? rungMomentInWords(target, rung.moment) : rungId }
}

/** Who hears of it, and which promises that keeps. */
function toldWords({ directory, language }: At, { person, kept }: Told): string {
  const name = directory.nameOf(person)
  if (!kept.length) return name
  const promises = listInWords(
    kept.map((one) => `“${one}”`),
    language,
  )
  return say(language, 'told.keeps', { name, promises })
}

const levelOf = ({ edition }: At, id: string) => edition?.design.serviceLevels.find((one) => one.id === id)

/** What stands in the braces of a reason's text, and which text it is where there are several. */
type Filling = Values & { key?: Key }
const person = (at: At, { person: id }: { person: string }) => ({ person: at.directory.nameOf(id) })
const team = (at: At, { team: id }: { team: string }) => ({ team: teamName(at, id) })
const nothing = () => ({})

const FILL: { [K in Reason['is']]: (at: At, reason: Of<K>) => Filling } = {
  said: (_, { text }) => ({ text }),
  itemCategory: (at, { item, category }) => ({
    item: at.edition?.findItem(item)?.name ?? item,
    category: categoryName(at, category),
  }),
  requesterPicked: (at, { category }) => ({ category: categoryName(at, category) }),
  row: (at, { table, row, number }) => ({
    number,
    table: tableName(at, table),
    tests: testsInWords(at, table, row),
  }),
  noRow: (at, { table }) => ({ table: tableName(at, table) }),
  rowNearly: (at, { table, row, number, failed }) => ({
    number,
    tests: testsInWords(at, table, row, failed),
  }),
  rowsToo: (_, { numbers }) => ({ count: numbers.length, numbers: numbers.join(', ') }),
  pastWords,
  pastWordsNearly: pastWords,
  portalTeam: (at, { portal }) => ({ table: tableName(at, 'routing'), portal: portalName(at, portal) }),
  portalPerson: (at, { portal, person: id }) => ({
    table: tableName(at, 'routing'),
    portal: portalName(at, portal),
    person: at.directory.nameOf(id),
  }),
  signalMap: (at, { signal, cover }) => ({
    signal: named(at.edition?.design.triage.signals?.kinds, signal),
    cover:
      cover === null
        ? say(at.language, 'cover.none')
        : say(at.language, 'cover.named', { cover: at.directory.covers.get(cover)?.name ?? cover }),
  }),
  source: (at, { source, of, priority }) => ({
    Source: capital(sourceWords(at, source, of)),
    priority: numeral(at, priority),
  }),
  sourcesSilent: (at, { sources }) => ({ sources: sources.map((one) => plainSource(at, one)).join(', ') }),
  sourceOff: (at, { source, of, priority }) => ({
    Source: capital(sourceWords(at, source, of)),
    priority: numeral(at, priority),
  }),
  noSource: (at, { priority }) => ({ priority: numeral(at, priority) }),
  sourcesLater: (at, { sources, after, team: id }) => ({
    gives: sources
      .map(({ source, of, priority }) =>
        say(at.language, 'source.gives', {
          Source: capital(sourceWords(at, source, of)),
          priority: numeral(at, priority),
        }),
      )
      .join('; '),
    after: plainSource(at, after),
    order:
      id === undefined
        ? say(at.language, 'source.order')
        : say(at.language, 'source.orderOfTeam', { team: teamName(at, id) }),
  }),
  fromQueue: team,
  inTurn: (at, { person: id, until, since, at: then }) => ({
    onShift: onShift(at, id, until, then),
    had:
      since === null
        ? say(at.language, 'turn.never')
        : say(at.language, 'turn.since', { since: momentInWords(since, zoneOf(at, id), then) }),
  }),
  leastLoaded: (at, { person: id, until, team: of, weighed, load, capacity, at: then }) => ({
    onShift: onShift(at, id, until, then),
    what: say(at.language, weighed ? 'load.weighed' : 'load.counted'),
    team: teamName(at, of),
    amount: amountWords(at, load, capacity),
  }),
  sharedOut: (at, { person: id, until, open, at: then }) => ({
    onShift: onShift(at, id, until, then),
    person: at.directory.nameOf(id),
    open,
  }),
  sameAsLast: person,
  onRota: (at, { person: id, rota }) => ({
    person: at.directory.nameOf(id),
    rota: named(at.edition?.design.rotas, rota),
  }),
  comesNext: (at, { person: id, from, at: then }) => ({
    person: at.directory.nameOf(id),
    from: momentInWords(from, zoneOf(at, id), then),
  }),
  bookingMissed: (at, { person: id, what, from }) => ({
    person: at.directory.nameOf(id),
    what,
    from: momentInWords(from, zoneOf(at, id), from),
  }),
  waitsUntil: (at, { from, at: then }) => ({ from: momentInWords(from, zoneOf(at), then) }),
  nextInTurn: person,
  nextWithLoad: (at, { person: id, load, capacity }) => ({
    person: at.directory.nameOf(id),
    amount: amountWords(at, load, capacity),
  }),
  nobodyElse: nothing,
  leftOut: (at, { people }) => ({ people: people.map((one) => leftOutWords(at, one)).join('; ') }),
  nobodyOnShift: team,
  nobodyCan: team,
  helpedByNobody: nothing,
  lastNotOnShift: person,
  lastCannot: person,
  nobodyOnRota: (at, { rota }) => ({
    rota:
      rota === null
        ? say(at.language, 'rota.none')
        : say(at.language, 'rota.named', { rota: named(at.edition?.design.rotas, rota) }),
  }),
  asksFor: (at, { number, skill }) => ({
    number,
    table: tableName(at, 'skills'),
    skill: skillName(at, skill),
  }),
  held: nothing,
  acceptedWith: (at, { by }) => ({ by: byWhom(at, by) }),
  setByHand: (at, { by, field, value }) => ({ by: byWhom(at, by), value: fieldValue(at, field, value) }),
  givenBy: (at, { by, to }) => ({ by: byWhom(at, by), to: at.directory.nameOf(to) }),
  putBackBy: (at, { by }) => ({ by: byWhom(at, by) }),
  away: person,
  tookMoveBack: (at, { by, name }) => ({ by: byWhom(at, by), name }),
  moveTakenBack: (_, { name }) => ({ name }),
  takenBack: nothing,
  noLongerNeeded: (at, { by }) => ({ by: byWhom(at, by) }),
  resumedByHand: nothing,
  movesWhen: (at, { kind, from, to, event }) => ({
    kind: kindName(at, kind),
    from: statusName(at, kind, from),
    to: statusName(at, kind, to),
    event: say(at.language, `event.${event}`),
  }),
  event: ({ language }, { event }) => ({ event: say(language, `event.${event}`) }),
  movesWhenIdle: (at, { kind, timer, to }) => ({
    kind: kindName(at, kind),
    to: statusName(at, kind, to),
    idle: idleWords(at, kind, timer),
  }),
  idle: (at, { kind, timer }) => ({ idle: idleWords(at, kind, timer) }),
  calmClosed: (_, { minutes }) => ({ minutes }),
  calm: (_, { minutes }) => ({ minutes }),
  withMajor: (_, { major, text }) => ({ major: String(major), text }),
  planFor: (at, { plan }) => ({ plan: named(at.edition?.design.plans, plan) }),
  planOfKind: (at, { plan, kind }) => ({
    plan: named(at.edition?.design.plans, plan),
    kind: named(at.edition?.design.kinds, kind),
  }),
  noPlan: (_, { plan }) => ({ plan }),
  planUnderWay: (at, { plan }) => ({ plan: named(at.edition?.design.plans, plan) }),
  plansAtMost: (_, { most }) => ({ most: String(most) }),
  stepPlan: (at, { plan }) => ({ plan: named(at.edition?.design.plans, plan) }),
  planByHand: (at, { by }) => ({ by: byWhom(at, by) }),
  answeredBy: (_, { system, task }) => ({ system, task }),
  partnerSays: (_, { partner, field }) => ({ partner, field }),
  partnerOwes: (_, { name, owed }) => ({ name, owed }),
  partnerSaysDue: (at, { name, due, calendar }) => {
    const zone = at.edition?.design.desk.zone ?? 'UTC'
    return { name, due: momentInWords(due, zone, due), calendar: calendarName(at, calendar) }
  },
  partnerRule: ({ language }, { name, on }) => ({ name, on: say(language, `partnerRule.${on}`) }),
  checklistOfStage: (_, { stage, checklist }) => ({ stage, checklist }),
  checklist: (at, { checklist }) => ({ checklist: named(at.edition?.design.checklists, checklist) }),
  level: (at, { level, chosen }) => {
    const found = levelOf(at, level)
    return {
      key: chosen ? 'reason.levelChosen' : 'reason.level',
      level: found?.name ?? level,
      tests: found ? conditionWords(at, found.when) : '',
    }
  },
  levelGone: (at, { level, edition }) => ({
    level: levelOf(at, level)?.name ?? level,
    edition: String(edition),
  }),
  planPromises: (at, { plan }) => ({ plan: named(at.edition?.design.plans, plan) }),
  stageTakes: (at, { plan, stage, calendar }) => ({
    stage: named(at.edition?.findPlan(plan)?.stages, stage),
    calendar: calendarName(at, calendar),
  }),
  granted: (at, { priority, calendar, shiftOf }) => ({
    key: shiftOf === undefined ? 'reason.granted' : 'reason.grantedOnShift',
    priority: priorityName(at, priority),
    calendar: calendarName(at, calendar),
    person: shiftOf === undefined ? '' : at.directory.nameOf(shiftOf),
  }),
  countedIn: (at, { calendar }) => ({ calendar: calendarName(at, calendar) }),
  countedBefore: nothing,
  status: (at, { kind, status }) => ({ status: statusName(at, kind, status) }),
  wasDone: nothing,
  edition: (_, { edition }) => ({ edition: String(edition) }),
  categoryMoved: (at, { category, edition }) => ({
    category: categoryName(at, category),
    edition: String(edition),
  }),
  rung: (at, { ladder, rung }) => rungWords(at, ladder, rung),
  rungGone: (_, { edition }) => ({ edition: String(edition) }),
  ladderGone: nothing,
  ladderDone: nothing,
  ladderStopped: nothing,
  ladderNotForIt: nothing,
  chain: (at, { ladder, most }) => ({ ladder: named(at.edition?.design.ladders, ladder), most }),
  noStatus: (at, { status, kind }) => ({ status, kind: kindName(at, kind) }),
  gateAsks: (at, { kind, status, fields }) => ({
    status: statusName(at, kind, status),
    fields: fields
      .map(
        (field) =>
          listed(at.edition?.findKind(kind)?.statuses, status)?.gate.find((one) => one.name === field)
            ?.label ?? field,
      )
      .join(', '),
  }),
  noField: (at, { field, kind }) => ({
    field: at.edition?.fields.get(field)?.label ?? field,
    kind: kindName(at, kind),
  }),
  noChecklist: (_, { checklist }) => ({ checklist }),
  noLadder: (_, { ladder }) => ({ ladder }),
  alike: (_, { to, likeness, from }) => ({ to: String(to), likeness: String(likeness), from: String(from) }),
  nobodyFound: (_, { recipient }) => ({
    recipient: (RECIPIENT_NAMES as Record<string, string>)[recipient] ?? recipient,
  }),
  stepStatus: (at, { kind, status, tells }) => ({
    ...(tells && { key: 'reason.stepStatusTells', told: toldWords(at, tells) }),
    status: statusName(at, kind, status),
  }),
  stepNoWay: (at, { kind, group, status }) => ({
    to:
      group === null
        ? `“${statusName(at, kind, status ?? '')}”`
        : say(at.language, `group.${group as StatusGroup | 'away'}`),
  }),
  stepTasksFirst: (_, { tasks }) => ({ tasks: tasks.join('; ') }),
  stepGive: (at, { to }) => ({ to: nameOf(at, to) ?? say(at.language, 'step.whomYouChoose') }),
  stepPutBack: nothing,
  stepSort: (at, { field, value }) => ({
    field,
    value: at.edition?.vocabulary(at.directory).value(field, value) ?? value,
  }),
  stepSet: (at, { field: name, value }) => {
    const field = at.edition?.fields.get(name)
    const label = field?.label ?? name
    if (value === undefined) return { key: 'reason.stepSetAsked', field: label }
    if (value === null) return { key: 'reason.stepSetEmpty', field: label }
    const nameOf = at.edition?.nameOf(at.directory) ?? (() => undefined)
    const words = field ? valueInWords(field, value, nameOf, at.language) : String(value)
    return { field: label, value: words } as Filling
  },
  stepTimer: (_, { turn }) => ({ ...(turn === 'off' && { key: 'reason.stepTimerOff' }) }),
  stepBooking: (_, { as, what }) => ({
    what,
    ...(as === 'finished' && { key: 'reason.stepBookingFinished' }),
    ...(as === 'calledOff' && { key: 'reason.stepBookingCalledOff' }),
  }),
  stepReply: (at, { tells }) => ({ told: toldWords(at, tells) }),
  stepUnseen: nothing,
  stepNote: nothing,
  stepChecklist: (_, { name }) => ({ name }),
  stepLadder: (at, { ladder }) => ({ ladder: named(at.edition?.design.ladders, ladder) }),
  fieldAnswered: nothing,
  fieldDefault: nothing,
  quietUntil: (_, { until, zone }) => ({ until: timeOfDay(until, zone) }),
  quietOver: nothing,
  waysFailed: ({ language }, { channels }) => ({ channels: listInWords(channels, language) }),
  manyAtOnce: nothing,
  inOneMail: (_, { others }) => ({ others }),
  triedAgain: (at, { by }) => ({ by: byWhom(at, by) }),
  textLost: nothing,
}

/** What a field of a ticket is set to, by name. */
function fieldValue(at: At, field: string, value: string): string {
  if (field === 'priority') return `${numeral(at, value)} ${priorityName(at, value)}`
  return at.edition?.vocabulary(at.directory).value(field, value) ?? value
}

/** A source of the priority, with what it is for a ticket: `the site Varnes Quay`. */
export const sourceInWords = (source: string, of: string | null, edition: number, reader: Reader): string =>
  sourceWords({ ...reader, edition: reader.design(edition) }, source, of)

/** One reason in words: a sentence, or the few words that stand in an account. */
export function reasonInWords(reason: Reason, edition: number, reader: Reader): string {
  const at: At = { ...reader, edition: reader.design(edition) }
  if (!Object.hasOwn(FILL, reason.is)) return say(reader.language, 'reason.newer')
  const { key, ...values } = (FILL[reason.is] as (at: At, reason: Reason) => Filling)(at, reason)
  const text = say(reader.language, key ?? `reason.${reason.is}`, values)
  if (reason.is !== 'setByHand' || !reason.before) return text
  const before = becauseInWords(reason.before, reader).text
  return `${text} ${say(reader.language, 'reason.before', { text: before })}`
}

/** A because in the words of whoever reads it. */
export function becauseInWords(because: Because, reader: Reader): BecauseWords {
  const inWordsOf = (reasons: readonly Reason[]) =>
    reasons.map((one) => reasonInWords(one, because.edition, reader)).join(' ')
  const article = articleOf(because)
  return {
    text: inWordsOf(because.why),
    ...(because.nearly?.length && { nearly: inWordsOf(because.nearly) }),
    ...(article !== undefined && { article }),
  }
}

/** Several becauses, by name, in words. */
export const becausesInWords = (
  becauses: Readonly<Record<string, Because>>,
  reader: Reader,
): Record<string, BecauseWords> =>
  Object.fromEntries(Object.entries(becauses).map(([name, one]) => [name, becauseInWords(one, reader)]))

/** The editions that the reasons in something name, wherever they stand. */
export function editionsIn(value: unknown, found = new Set<number>()): ReadonlySet<number> {
  if (typeof value !== 'object' || value === null) return found
  if (isBecause(value) && value.edition > 0) found.add(value.edition)
  for (const one of Object.values(value)) editionsIn(one, found)
  return found
}

function worded(because: Because, reader: Reader): Because {
  const sayAll = (reasons: readonly Reason[]): Reason[] =>
    reasons.map((one) => ({ is: 'said', text: reasonInWords(one, because.edition, reader) }))
  const article = articleOf(because)
  const why = sayAll(because.why)
  const [first] = why
  if (first?.is === 'said' && article !== undefined) first.article = article
  return { edition: because.edition, why, ...(because.nearly && { nearly: sayAll(because.nearly) }) }
}

/**
 * Entries, clocks or anything else that holds reasons, with each of them said in the reader's words: for whoever has
 * neither the editions nor the directory, such as a page.
 */
export function withWords<T>(value: T, reader: Reader): T {
  if (typeof value !== 'object' || value === null) return value
  if (isBecause(value)) return worded(value, reader) as T
  // Most of what a page is told has no because in it: it is passed on as it is, and not made anew.
  let now: object | undefined
  for (const [name, one] of Object.entries(value)) {
    const worded = withWords<unknown>(one, reader)
    if (worded === one) continue
    now ??= Array.isArray(value) ? [...(value as unknown[])] : { ...value }
    Object.assign(now, { [name]: worded })
  }
  return (now ?? value) as T
}
