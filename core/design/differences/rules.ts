import type { Action, Ladder, Rota, RotaLayer, Rung } from '../../ladder'
import { actionInWords, repeatInWords, rungMomentInWords } from '../../ladder'
import { isOneOf } from '../../lookup'
import type { Reach, Suspecting, Weighing } from '../../similar'
import { say } from '../../words'
import {
  countedAs,
  evidenceInWords,
  stepTerms,
  type Checklist,
  type Evidence,
  type Layout,
  type ListedTask,
  type Move,
  type MoveStep,
  type Shelf,
} from '../../work'
import { ASSIST_PAPER_NAMES, assistMeansInWords, type AssistMeans, type AssistPaper } from '../../assist'
import { benchKeyName } from '../../work'
import type { AskedField } from '../../fields'
import { testsOfRow, type DecisionTable, type Row } from '../../table'
import {
  PRIORITY_SOURCES,
  type AssignmentWay,
  type Design,
  type KeptRemark,
  type SavedReply,
  type SignalCell,
  type SignalKind,
  type SignalRules,
  type TeamAssignment,
  type Template,
  type Translation,
  type Triage,
  type Webhook,
} from '../design'
import type { Naming } from './naming'
import { askedField, languageOf } from './parts'
import {
  bookOf,
  byKey,
  choice,
  cut,
  isSame,
  number,
  percent,
  ref,
  refs,
  several,
  shown,
  silent,
  span,
  text,
  things,
  when,
  yes,
  type Book,
  type Phrase,
} from './phrase'

const called = text('called')

const deedInWords = (action: Action, naming: Naming): string =>
  actionInWords(action, naming.actions) +
  (action.do === 'notify' ? ` by “${naming.nameOf('template', action.template)}”` : '')

/** A rung as it stands in its ladder: when it rings, and what it does then. */
const rungInWords = (rung: Rung, target: string | undefined, naming: Naming): string =>
  [
    rungMomentInWords(target && naming.nameOf('target', target), rung.moment),
    rung.actions.map((one) => deedInWords(one, naming)).join('; '),
    repeatInWords(rung),
  ]
    .filter(Boolean)
    .join(': ')

const rungs: Phrase<Ladder> = (before, after, naming) =>
  things<Rung>({
    one: 'rung',
    keyOf: (one) => one.id,
    nameOf: (one) => rungInWords(one, (after ?? before)?.target, naming),
    book: (was, is) =>
      was && is && !isSame(was, is) ? [`instead of ${rungInWords(was, before?.target, naming)}`] : [],
  })(before?.rungs, after?.rungs, naming)

export const ladder: Phrase<Ladder> = (before, after, naming) => [
  ...bookOf<Ladder>({
    id: silent,
    name: called,
    target: ref('climbs along', 'target'),
    when: when('for tickets where'),
    startWhen: when('begins once'),
    stopWhen: when('ends once'),
    onlySetOff: yes('begins only when another ladder sets it off', 'begins by itself'),
    acknowledgementStops: yes(
      'stops once somebody says that they have it',
      'goes on whoever says that they have it',
    ),
    past: choice('of rungs that lie in the past rings', { highest: 'the highest', each: 'each' }),
    rungs: silent,
  })(before, after, naming),
  ...rungs(before, after, naming),
]

const only = shown<NonNullable<RotaLayer['only']>>('only', ({ days, from, to }) => {
  const names = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
  return `${days.map((day) => names[day - 1]).join(', ')} ${from} to ${to}`
})
const turns = {
  from: text('first turn on'),
  handOver: text('hands over at'),
  turnDays: number('days of a turn'),
  members: refs('members', 'person', true),
  only: only,
}
export const rota: Book<Rota> = {
  id: silent,
  name: called,
  zone: text('zone'),
  ...turns,
  layers: things<RotaLayer>({
    one: 'layer',
    keyOf: (one) => one.id,
    nameOf: (one, naming, at) =>
      `${at + 1} (${one.members.map((id) => naming.nameOf('person', id)).join(', ')})`,
    book: bookOf<RotaLayer>({ id: silent, ...turns }),
  }),
}

export const template: Book<Template> = {
  id: silent,
  name: called,
  subject: text('subject'),
  body: text('text'),
  languages: byKey(languageOf, (language) =>
    bookOf<{ subject: string; body: string }>({
      subject: text(`subject in ${language}`),
      body: text(`text in ${language}`),
    }),
  ),
}

export const webhook: Book<Webhook> = {
  id: silent,
  name: called,
  url: text('address'),
  event: text('is about'),
  fields: things<Webhook['fields'][number]>({
    one: 'value',
    keyOf: (one) => one.name,
    nameOf: (one) => one.name,
    book: bookOf<Webhook['fields'][number]>({ name: silent, value: text('sends') }),
    isOrdered: false,
  }),
}

const GROUPS = { new: 'new', active: 'active', waiting: 'waiting', done: 'done', away: 'turned away' }
/** What a step of a move does. */
const STEPS: {
  readonly [K in MoveStep['do']]: (step: Extract<MoveStep, { do: K }>, naming: Naming) => string
} = {
  status: ({ group, status }, naming) =>
    status === undefined ? (group ? GROUPS[group] : 'nothing') : naming.nameOf('status', status),
  assign: ({ to }) => ({ me: 'whoever makes it', nobody: 'nobody', asked: 'somebody who is asked for' })[to],
  sort: ({ field, value }, naming) => `${field} ${naming.nameOf(field, value)}`,
  set: ({ field, value }, naming) =>
    value === undefined
      ? `${naming.nameOf('field', field)}, which is asked`
      : `${naming.nameOf('field', field)} to ${naming.fieldValue(field, value)}`,
  timer: ({ turn }) => turn,
  booking: ({ as }) => ({ begun: 'begun', finished: 'finished', calledOff: 'called off' })[as],
  reply: ({ text: words }) => cut(words),
  note: ({ text: words }) => cut(words),
  checklist: ({ checklist: id }, naming) => naming.nameOf('checklist', id),
  ladder: ({ ladder: id }, naming) => naming.nameOf('ladder', id),
  plan: ({ plan: id }, naming) => naming.nameOf('plan', id),
}
const stepInWords = (step: MoveStep, naming: Naming): string => {
  const words = STEPS[step.do] as (step: MoveStep, naming: Naming) => string
  return `${stepTerms(step).name}: ${words(step, naming)}`
}

export const move: Book<Move> = {
  id: silent,
  name: called,
  icon: text('picture'),
  key: text('key'),
  roles: refs('roles', 'role'),
  teams: refs('teams', 'team'),
  when: when('can be made where'),
  asks: things<AskedField>({
    one: 'question',
    keyOf: (one) => one.name,
    nameOf: (one) => one.label,
    book: askedField,
  }),
  asksNothing: yes('is made at once and asks nothing', 'asks for what it needs'),
  steps: shown<MoveStep[]>('does', (steps, naming) =>
    steps.map((one) => stepInWords(one, naming)).join('; '),
  ),
}

export const shelf: Book<Shelf> = { id: silent, name: called, moves: refs('moves', 'move', true) }

export const checklist: Book<Checklist> = {
  id: silent,
  name: called,
  team: ref('of the team', 'team'),
  when: when('comes by itself where'),
  shown: yes('requesters see it', 'requesters do not see it'),
  tasks: things<ListedTask>({
    one: 'task',
    keyOf: countedAs,
    nameOf: (one) => one.text,
    book: bookOf<ListedTask>({
      key: silent,
      text: called,
      description: text('described'),
      required: yes('must be done', 'need not be done'),
      within: span('due after'),
      team: ref('done by the team', 'team'),
      person: ref('done by', 'person'),
      evidence: shown<Evidence>('ticked', (one, naming) =>
        evidenceInWords(one, (field) => naming.nameOf('field', field)),
      ),
    }),
  }),
}

export const savedReply: Book<SavedReply> = {
  id: silent,
  name: called,
  text: text('text'),
  team: ref('for the team', 'team'),
}

const spaced = (name: string) => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
export const layout: Book<Layout> = {
  id: silent,
  name: called,
  role: ref('for the role', 'role'),
  team: ref('for the team', 'team'),
  parts: several<Layout['parts'][number]>('parts', (part) => spaced(part), true),
}

export const translation: Book<Translation> = {
  id: silent,
  texts: byKey((words) => `“${cut(words)}”`, text),
}

export const keptRemark: Book<KeptRemark> = {
  id: silent,
  says: text('remark'),
  because: text('kept because'),
}

/** The settings of the desk. */
export const desk: Book<Design['desk']> = {
  name: called,
  zone: text('zone'),
  calendar: ref('hours', 'calendar'),
  language: shown('language', languageOf),
  closeFrom: percent('a promise is close from'),
  questionsBy: (before, after) =>
    before === after
      ? []
      : [after ? 'only administrators make questions and fields' : 'leads make questions and fields'],
  rounding: bookOf<NonNullable<Design['desk']['rounding']>>({
    step: span('time counts in steps of'),
    way: choice('time is rounded', { up: 'up', nearest: 'to the nearest step' }),
    least: span('no record counts for less than'),
  }),
  bench: several<NonNullable<Design['desk']['bench']>[number]>(
    'the Bench goes by',
    (key) => benchKeyName(key),
    true,
  ),
  assist: bookOf<NonNullable<Design['desk']['assist']>>({
    service: text('assist sessions are carried by'),
    offers: several<AssistMeans>('in assist sessions may be asked for', (one) => assistMeansInWords([one])),
    waits: span('a code for an assist session holds'),
    ends: span('an assist session ends without a sign of life after'),
    shows: several<AssistPaper>('of an assist session its requester reads', (one) => ASSIST_PAPER_NAMES[one]),
  }),
}

const sourceName = (source: string) =>
  isOneOf(PRIORITY_SOURCES, source) ? say('en', `source.${source}`) : source
const sources = (label: string): Phrase<Triage['sourceOrder']> =>
  shown<Triage['sourceOrder']>(label, (order) => order.map(sourceName).join(', then '))

const OUTCOMES = ['queue', 'team', 'category', 'priority'] as const
const outcomeName = (name: string, value: string, naming: Naming) =>
  isOneOf(OUTCOMES, name) ? naming.nameOf(name, value) : value

/** A row of a table as a sentence: “category is under Gates → queue Boarding, team Bridge & Radio”. */
function rowInWords(row: Row, table: Pick<DecisionTable, 'columns'>, naming: Naming): string {
  const asks = naming.condition({ all: testsOfRow(table, row) })
  const gives = Object.entries(row.outcome).map(
    ([name, value]) => `${name} ${outcomeName(name, value, naming)}`,
  )
  return `${asks} → ${gives.join(', ')}${row.off ? ', switched off' : ''}${row.note ? ` (${row.note})` : ''}`
}

/** A decision table: its rows one by one, and what of it is otherwise besides. */
export const table: Phrase<DecisionTable> = (before, after, naming) => {
  if (isSame(before, after)) return []
  const columns = (one: DecisionTable | undefined) => one?.columns ?? []
  const asked = (fact: string) => naming.condition({ fact, op: 'filled' }).replace(/ is filled in$/, '')
  const rows = things<Row>({
    one: 'row',
    keyOf: (one) => one.id,
    nameOf: (one, _, at) => {
      const is = after?.rows[at]?.id === one.id
      return `${at + 1}: ${rowInWords(one, is ? { columns: columns(after) } : { columns: columns(before) }, naming)}`
    },
    book: (was, is) => {
      if (!was || !is) return []
      const old = rowInWords(was, { columns: columns(before) }, naming)
      return old === rowInWords(is, { columns: columns(after) }, naming) ? [] : [`instead of ${old}`]
    },
  })
  return [
    ...text('called')(before?.name, after?.name, naming),
    ...choice('which row decides', {
      unique: 'the only one that may fit',
      first: 'the first that fits',
      priority: 'the one whose outcome stands first',
      collect: 'all that fit',
    })(before?.hitPolicy ?? 'first', after?.hitPolicy ?? 'first', naming),
    ...several<string>('columns', asked)(columns(before), columns(after), naming),
    ...several<string>('decides', (one) => one)(before?.outcomes, after?.outcomes, naming),
    ...byKey<string[]>(
      (outcome) => `order of ${outcome}`,
      (label) => several<string>(label, (value) => value, true),
    )(before?.order, after?.order, naming),
    ...rows(before?.rows, after?.rows, naming),
  ]
}

const WAYS: Record<AssignmentWay, string> = {
  leave: 'left in the queue',
  inTurn: 'in turn',
  leastLoaded: 'to whoever has the least',
  sameAsLast: 'to the same person as last time',
  onRota: 'to whoever is on the rota',
}
const assignment = (label: string): Phrase<AssignmentWay | TeamAssignment> =>
  shown<AssignmentWay | TeamAssignment>(label, (said, naming) => {
    const one: TeamAssignment = typeof said === 'string' ? { ways: [said] } : said
    return [
      one.ways.map((way) => WAYS[way]).join(', else '),
      ...(one.rota ? [`rota ${naming.nameOf('rota', one.rota)}`] : []),
      ...(one.byWeight ? ['by weight'] : []),
      ...(one.limit === undefined ? [] : [`${one.limit} tickets at most`]),
      ...(one.orNextShift ? ['or to the next shift'] : []),
    ].join('; ')
  })

const signalCell =
  (label: string): Phrase<SignalCell | null> =>
  (before, after, naming) => {
    if (isSame({ is: before }, { is: after })) return []
    const words = (cell: SignalCell | null | undefined) => {
      if (cell === undefined) return 'a hole'
      if (cell === null) return 'passed over'
      return [
        naming.nameOf('item', cell.item),
        ...(cell.priority ? [naming.nameOf('priority', cell.priority)] : []),
        ...(cell.queue ? [naming.nameOf('queue', cell.queue)] : []),
      ].join(', ')
    }
    return [`${label}: ${words(after)} instead of ${words(before)}`]
  }

const signalName = (id: string, naming: Naming) =>
  [naming.after, naming.before].flatMap((one) => one.triage.signals?.kinds ?? []).find((one) => one.id === id)
    ?.name ?? 'a kind that is not there'

const signals: Phrase<SignalRules> = bookOf<SignalRules>({
  kinds: things<SignalKind>({
    one: 'kind of signal',
    keyOf: (one) => one.id,
    nameOf: (one) => one.name,
    book: bookOf<SignalKind>({
      id: silent,
      name: called,
      type: text('type'),
      clears: text('cleared by'),
      calmMinutes: number('minutes until it is closed'),
      tryFix: yes('the monitor is asked to set it right first', 'the monitor is asked nothing'),
    }),
  }),
  covers: several<string>('covers', (cover) => cover, true),
  map: byKey(signalName, (kind) => byKey((cover) => `${kind}, ${cover}`, signalCell)),
})

const grade = (what: string) => `impact ${what}`
/** The parts of triage. */
export const triage: Book<Triage> = {
  sourceOrder: sources('asks'),
  weight: table,
  matrix: byKey<Triage['matrix']['high']>(grade, (impact) =>
    byKey<string>(
      (urgency) => `${impact} and urgency ${urgency} make`,
      (label) => ref(label, 'priority'),
    ),
  ),
  routing: table,
  otherwise: bookOf<Triage['otherwise']>({
    queue: ref('queue of what fits no row', 'queue'),
    team: ref('team of what fits no row', 'team'),
  }),
  assignment: byKey((team, naming) => naming.nameOf('team', team), assignment),
  what: table,
  teamOrders: byKey((team, naming) => `${naming.nameOf('team', team)} asks`, sources) as Phrase<
    Triage['teamOrders']
  >,
  departments: byKey(
    (department) => department,
    (label) => ref(label, 'priority'),
  ),
  skills: table,
  signals,
  similar: bookOf<Weighing>({
    summary: number('a word of the summary counts', ' times'),
    signs: bookOf<Weighing['signs']>({
      machine: number('the same machine weighs'),
      item: number('the same item weighs'),
      site: number('the same site weighs'),
      requester: number('the same requester weighs'),
      near: number('nearness in time weighs'),
    }),
    halfLife: span('nearness halves in'),
    shown: number('tickets are shown as alike from', ' of 100'),
    same: number('they are nearly the same from', ' of 100'),
    under: bookOf<Reach>({
      from: number('a new one is put under an open one from', ' of 100'),
      within: span('put under one logged within'),
    }),
    links: bookOf<Reach>({
      from: number('a new one is linked with an open one from', ' of 100'),
      within: span('linked with one logged within'),
    }),
    suspects: bookOf<Suspecting>({
      count: number('one cause is suspected from', ' tickets'),
      within: span('one cause is suspected within'),
      odds: number('one cause is suspected where chance brings so many in 1 of'),
    }),
  }),
  learnt: bookOf<NonNullable<Triage['learnt']>>({
    items: refs('learns for', 'item'),
    suggestFrom: percent('names a category from'),
    actFrom: percent('decides from'),
  }),
}
