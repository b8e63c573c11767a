import type { ServiceLevel, Target } from '../../clock'
import type { AskedField, Audience, KindField, TicketField } from '../../fields'
import { QUESTION_TYPES } from '../../intake'
import type {
  FormQuestion,
  FormStep,
  MailIntake,
  Portal,
  Question,
  CatalogGroup,
  CatalogItem,
  Retirement,
  Form,
  Option,
} from '../../intake'
import { termsOfType } from '../../fields'
import type { GateAsk, IdleTimer, Status, TicketKind, Transition } from '../../lifecycle'
import { weekInWords, type Calendar, type CalendarException, type LaterWeek } from '../../time'
import { LANGUAGE_NAMES, isLanguage, writtenSaid } from '../../words'
import type { Category, Priority } from '../design'
import {
  bookOf,
  byKey,
  choice,
  number,
  ref,
  refs,
  several,
  shown,
  silent,
  span,
  spanInWords,
  text,
  things,
  when,
  yes,
  type Book,
  type Phrase,
} from './phrase'

// What became of each part of a thing of a design, in words. A part that is added to a type has none here until somebody
// gives it some: it does not compile.

const called = text('called')

export const languageOf = (tag: string) => (isLanguage(tag) ? LANGUAGE_NAMES[tag] : tag)
const languages = several<string>('languages', languageOf, true)

const exception: Phrase<CalendarException> = bookOf<CalendarException>({
  date: text('on'),
  name: called,
  repeats: text('repeats by the rule'),
  shut: shown('shut', (spans) => (typeof spans === 'string' ? spans : hours(spans))),
  open: shown('open', hours),
})
function hours(spans: readonly { from: string; to: string }[]): string {
  return spans.map(({ from, to }) => `${from} to ${to}`).join(', ')
}
const week = (label: string) => shown<Calendar['week']>(label, (spans) => weekInWords(spans))

export const calendar: Book<Calendar> = {
  id: silent,
  name: called,
  zone: text('zone'),
  buildsOn: ref('builds on', 'calendar'),
  week: week('open'),
  laterWeeks: things<LaterWeek>({
    one: 'later week',
    keyOf: (one) => one.from,
    nameOf: (one) => `from ${one.from}`,
    book: bookOf<LaterWeek>({ from: silent, week: week('open') }),
    isOrdered: false,
  }),
  exceptions: things<CalendarException>({
    one: 'day',
    keyOf: (one) => `${one.date} ${one.name}`,
    nameOf: (one) => `${one.name}, ${one.date}`,
    book: exception,
    isOrdered: false,
  }),
}

const times = { respond: 'to answer', resolve: 'to solve' }
export const priority: Book<Priority> = {
  id: silent,
  name: called,
  numeral: text('numeral'),
  order: number('place in the order'),
  active: yes('is switched on', 'is switched off: nobody can choose it any more'),
  weight: number('weight'),
  times: byKey((key) => `default time ${times[key as 'respond'] ?? key}`, span),
  expected: text('what requesters read'),
}

export const category: Book<Category> = {
  id: silent,
  name: called,
  asked: text('for requesters'),
  priority: ref('priority', 'priority'),
  formerly: (before = [], after = []) => {
    const count = (list: string[], other: string[]) => list.filter((id) => !other.includes(id)).length
    const said = (some: number, verb: string) =>
      some ? [`${verb} ${some === 1 ? 'a category' : `${some} categories`} that stood elsewhere`] : []
    return [...said(count(after, before), 'takes in'), ...said(count(before, after), 'takes in no more')]
  },
}

const gateAsk: Phrase<GateAsk> = bookOf<GateAsk>({
  field: silent,
  required: yes('must be filled in', 'need not be filled in'),
  label: text('asked as'),
  anew: yes('is asked each time', 'is asked once'),
})

const status: Phrase<Status> = bookOf<Status>({
  id: silent,
  name: called,
  group: text('group'),
  plainly: text('what the requester reads'),
  gate: things<GateAsk>({
    one: 'gate field',
    keyOf: (one) => one.field,
    nameOf: (one, naming) => one.label ?? naming.nameOf('field', one.field),
    book: gateAsk,
  }),
  tell: ref('message to the requester', 'template'),
})

const idle: Phrase<IdleTimer> = bookOf<IdleTimer>({
  id: silent,
  status: ref('waits in', 'status'),
  after: span('waits'),
  calendar: ref('counts in the hours of', 'calendar'),
  action: shown('then', (action, naming) =>
    action.do === 'tell'
      ? `${whom[action.whom]} gets “${naming.nameOf('template', action.template)}”`
      : `it moves to “${naming.nameOf('status', action.to)}”${action.remarks ? `, saying “${action.remarks}”` : ''}`,
  ),
})
const whom = { requester: 'the requester', technician: 'the technician', teamLead: 'the lead of the team' }
const MOVES: Readonly<Record<string, string>> = {
  reply: 'a reply to the requester',
  answer: 'an answer of the requester',
  reopen: 'opening it again',
}

export const kind: Book<TicketKind> = {
  id: silent,
  name: called,
  desk: ref('the own of', 'desk'),
  statuses: things<Status>({
    one: 'status',
    keyOf: (one) => one.id,
    nameOf: (one) => one.name,
    book: status,
  }),
  transitions: things<Transition>({
    one: 'way',
    keyOf: (one) => `${one.from} ${one.to}`,
    nameOf: (one, naming) =>
      `${one.label} (${naming.nameOf('status', one.from)} → ${naming.nameOf('status', one.to)})`,
    book: bookOf<Transition>({ from: silent, to: silent, label: text('button') }),
    isOrdered: false,
  }),
  first: ref('begins in', 'status'),
  plans: refs('brings the plans', 'plan'),
  turnedAway: ref('what is turned away ends in', 'status'),
  automatic: byKey(
    (event) => MOVES[event] ?? event,
    (event) =>
      byKey(
        (from, naming) => `${event} in “${naming.nameOf('status', from)}” moves it to`,
        (label) => ref(label, 'status'),
      ),
  ),
  idle: things<IdleTimer>({
    one: 'idle timer',
    keyOf: (one) => one.id,
    nameOf: (one, naming) => naming.nameOf('status', one.status),
    book: idle,
    isOrdered: false,
  }),
  fields: things<KindField>({
    one: 'field',
    keyOf: (one) => one.field,
    nameOf: (one, naming) => naming.nameOf('field', one.field),
    book: bookOf<KindField>({ field: silent, question: ref('takes the answer to', 'question') }),
  }),
}

const options = things<Option>({
  one: 'option',
  keyOf: (one) => one.value,
  nameOf: (one) => one.label,
  book: bookOf<Option>({ value: silent, label: called }),
})
const answer = shown<NonNullable<Question['default']>>('filled in with', (value) =>
  Array.isArray(value)
    ? value.join(', ')
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : `“${String(value)}”`,
)
/** What questions and fields have in common. */
const asked = {
  name: silent,
  label: text('asked as'),
  help: text('help'),
  options,
  min: number('least'),
  max: number('most'),
  unit: text('unit'),
  maxLength: number('most letters'),
  pattern: bookOf<NonNullable<Question['pattern']>>({
    like: text('must look like'),
    message: text('said of what looks otherwise'),
  }),
  default: answer,
}
export const question: Book<Question> = {
  ...asked,
  type: shown('answered with', (type) => QUESTION_TYPES[type].name),
}
const audience = (label: string): Phrase<Audience> =>
  bookOf<Audience>({ roles: refs(`${label}, roles`, 'role'), teams: refs(`${label}, teams`, 'team') })
export const field: Book<TicketField> = {
  ...asked,
  label: text('called'),
  type: shown('holds', (type) => termsOfType(type).name),
  sees: audience('seen by'),
  changes: audience('changed by'),
  toRequester: yes('is read by the requester', 'is not read by the requester'),
}
export const askedField: Phrase<AskedField> = bookOf<AskedField>({
  ...asked,
  type: shown('holds', (type) => termsOfType(type).name),
  required: yes('must be filled in', 'need not be filled in'),
  anew: yes('is asked each time', 'is asked once'),
})

const formQuestion: Phrase<FormQuestion> = bookOf<FormQuestion>({
  question: silent,
  required: yes('must be answered', 'need not be answered'),
  requireWhen: when('must be answered when'),
  showWhen: when('asked only when'),
})
export const form: Book<Form> = {
  id: silent,
  name: called,
  stepByStep: yes('is filled in step by step', 'is one page'),
  steps: things<FormStep>({
    one: 'step',
    // Steps have no name of their own that stays: they are told apart by their place.
    keyOf: (_, at) => String(at),
    nameOf: (one, _, at) => one.title || String(at + 1),
    book: bookOf<FormStep>({
      title: called,
      questions: things<FormQuestion>({
        one: 'question',
        keyOf: (one) => one.question,
        nameOf: (one, naming) => naming.nameOf('question', one.question),
        book: formQuestion,
      }),
    }),
  }),
}

export const group: Book<CatalogGroup> = { id: silent, name: called }

const day = (label: string) => shown<string>(label, (iso) => writtenSaid(iso, 'en'))

export const item: Book<CatalogItem> = {
  id: silent,
  name: called,
  description: text('description'),
  keywords: several<string>('other words', (word) => word),
  group: ref('group', 'group'),
  kind: ref('ticket kind', 'kind'),
  form: ref('form', 'form'),
  category: ref('category', 'category'),
  priority: ref('priority', 'priority'),
  desk: ref('asked of', 'desk'),
  portals: refs('shown in portals', 'portal'),
  showWhen: when('shown only to those where'),
  icon: text('picture'),
  title: refs('title of its tickets', 'question', true),
  expected: text('what requesters read of how long it takes'),
  from: day('shown from'),
  until: day('shown until the end of'),
  retired: (before, after, naming) => [
    ...yes('is retired', 'is offered again')(before !== undefined, after !== undefined, naming),
    ...bookOf<Retirement>({
      instead: ref('instead of it', 'item'),
      says: text('what is said of its end'),
    })(before, after, naming),
  ],
  confidential: yes('is confidential', 'is confidential no more'),
}

const COLLEAGUES = { ask: 'ask for each other', see: 'see each other’s requests' }

export const portal: Book<Portal> = {
  id: silent,
  name: called,
  motto: text('greeting'),
  address: text('address'),
  formerAddresses: several<string>('former addresses that lead on', (one) => one),
  question: text('question on top'),
  otherwise: ref('offered where nothing fits', 'item'),
  beforeSignIn: several<string>('seen before signing in', (what) => what),
  organisations: refs('organisations', 'organisation'),
  mailbox: text('mailbox'),
  inactivityMinutes: number('signs people off after', ' minutes'),
  mark: text('mark'),
  ink: text('ink'),
  byMail: bookOf<MailIntake>({
    item: ref('a mail becomes', 'item'),
    unknown: choice('mail from strangers', { refuse: 'is refused', keep: 'is kept' }),
  }),
  holds: yes('holds what comes in until somebody accepts it', 'lets everything in at once'),
  categoryLevels: number('levels of category that a ticket must have'),
  requestersPick: yes('lets requesters pick the category', 'leaves the category to the desk'),
  colleagues: several<'ask' | 'see'>('what colleagues may do', (what) => COLLEAGUES[what]),
  triesFirst: yes('offers articles and notices first', 'offers nothing first'),
  hides: several<string>('hides', (what) => what),
  priority: ref('priority of what comes in', 'priority'),
  team: ref('team of what fits no row', 'team'),
  person: ref('person of what fits no row', 'person'),
  signInBy: choice('people sign in by', { mail: 'mail address', shortName: 'short name' }),
  groups: refs('groups', 'group', true),
  languages,
}

const CALENDARS = { site: 'the requester’s site', agreement: 'the agreement' }
const KEPT = {
  reply: 'the first reply',
  done: 'being done',
  update: 'each update of a major incident',
  condition: 'something that holds',
}
const FROM = {
  logging: 'from the logging, without the pauses',
  loggingThroughPauses: 'from the logging, pauses too',
  acceptance: 'from its acceptance',
}
/** Time granted by priority. */
export const grantedTimes = byKey<string>(
  (id, naming) => `for ${naming.nameOf('priority', id)}`,
  (label) => (before, after) =>
    before === after
      ? []
      : [
          `${label} ${after ? `within ${spanInWords(after)}` : 'no time'}${before ? ` instead of ${spanInWords(before)}` : ''}`,
        ],
)
const target: Phrase<Target> = bookOf<Target>({
  target: silent,
  label: called,
  granted: grantedTimes,
  calendar: shown('counts in the hours of', (value, naming) =>
    typeof value === 'string' ? CALENDARS[value] : naming.nameOf('calendar', value.calendar),
  ),
  onShift: yes('counts only while its technician is on shift', 'counts whoever is on shift'),
  startWhen: when('begins once'),
  pauseIn: several<string>('stands still while', (one) => one),
  pauseWhen: when('stands still while'),
  stopOn: choice('kept by', KEPT),
  stopWhen: when('kept once'),
  cancelWhen: when('called off once'),
  startsAnew: yes('begins anew each time it is kept', 'ends once it is kept'),
  countsFrom: choice('coming later, it counts', FROM),
})
export const serviceLevel: Book<ServiceLevel> = {
  id: silent,
  name: called,
  when: when('applies where'),
  targets: things<Target>({
    one: 'target',
    keyOf: (one) => one.target,
    nameOf: (one) => one.label,
    book: target,
    isOrdered: false,
  }),
  onReopen: (before, after) =>
    before === after
      ? []
      : [after === 'anew' ? 'reopened tickets begin anew' : 'reopened tickets go on where they stopped'],
}
