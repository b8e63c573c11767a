import { recipientInWords, type Recipient } from '../../ladder'
import {
  approversInWords,
  dayInWords,
  dueInWords,
  needsInWords,
  PLAN_TASKS,
  tasksOf,
  whoInWords,
  type AnswerRead,
  type Approver,
  type DayOf,
  type Doer,
  type Due,
  type LinkedTo,
  type Needs,
  type PassedOn,
  type Plan,
  type PlanTask,
  type PlanTaskKind,
  type PlanVocabulary,
  type Refusal,
  type Stage,
} from '../../plan'
import type { Naming } from './naming'
import {
  bookOf,
  isSame,
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

// Plans, as a lead tells what became of them.

type Kind<K extends PlanTaskKind> = Extract<PlanTask, { do: K }>
/** What every task can say. */
type Common = Omit<Kind<'work'>, 'do'>

const listed = (names: readonly string[], nothing: string) =>
  names.length ? names.map((one) => `“${one}”`).join(', ') : nothing

const words = (naming: Naming): PlanVocabulary => ({
  ...naming.actions,
  fact: (name) => naming.factName(name),
  span: spanInWords,
})
const who = (doer: Doer, naming: Naming) => whoInWords(doer, words(naming))
const day = (one: DayOf, naming: Naming) => dayInWords(one, words(naming))
const dueSaid = (due: Due, naming: Naming) => dueInWords(due, words(naming))
const people = (ask: Approver[], naming: Naming) => approversInWords(ask, words(naming))
const recipients = (to: readonly Recipient[], naming: Naming) =>
  to.map((one) => recipientInWords(one, naming.actions)).join(', ')

/** How the stages and tasks of a plan are called, as it is or as it was. */
interface Called {
  stage: (id: string) => string
  task: (id: string) => string
}

const refused = (called: Called): Phrase<Refusal> =>
  shown<Refusal>('refused, it', (one) =>
    one.then === 'back'
      ? `goes back to “${called.stage(one.stage)}”`
      : { end: 'ends the plan', goOn: 'goes on' }[one.then],
  )

/** What is said of the tasks of one sort only. */
const own = (called: Called): { readonly [K in PlanTaskKind]: Book<Omit<Kind<K>, keyof Common | 'do'>> } => ({
  work: {},
  approval: {
    ask: shown<Approver[]>('asks', people),
    needs: shown<Needs>('needs the word of', needsInWords),
    amount: shown<string>('limits are of', (fact, naming) => naming.factName(fact)),
    instead: shown<Doer>('in the place of whoever is away asks', who),
    own: yes('may be given by whoever asks for it', 'cannot be given by whoever asks for it'),
    refused: refused(called),
    remind: span('asked again after'),
  },
  form: {
    form: ref('asks the form', 'form'),
    to: shown<LinkedTo>('asks by a link', (to, naming) =>
      'address' in to ? to.address : `the address in ${naming.actions.question(to.question)}`,
    ),
    remind: span('asked again after'),
  },
  wait: {
    until: shown<DayOf>('until', day),
    holds: when('until'),
  },
  message: { tell: shown<Recipient[]>('tells', recipients), template: ref('message', 'template') },
  call: {
    webhook: ref('calls', 'webhook'),
    reads: shown<AnswerRead[]>('reads out of the answer', (reads, naming) =>
      reads.map((one) => `${one.from} into ${naming.actions.field(one.field)}`).join(', '),
    ),
  },
  ticket: {
    item: ref('asks for', 'item'),
    passes: shown<PassedOn[]>('passes on', (passes, naming) =>
      passes
        .map(({ question, fact }) => `${naming.factName(fact)} as ${naming.actions.question(question)}`)
        .join(', '),
    ),
  },
})

const common = (called: Called): Book<Common> => ({
  id: silent,
  text: text('says'),
  description: text('described'),
  required: yes('must be done', 'may be left'),
  shown: yes('the requester sees it', 'the requester does not see it'),
  when: when('only where'),
  after: shown<string[]>('comes after', (ids) =>
    listed(
      ids.map((one) => called.task(one)),
      'nothing',
    ),
  ),
  beginsWith: shown<string>('begins with', (id) => `“${called.stage(id)}”`),
  who: shown<Doer>('done by', who),
  work: span('takes'),
  due: shown<Due>('due', dueSaid),
})

const taskBook =
  (called: Called): Phrase<PlanTask> =>
  (before, after, naming) => {
    const kind = (after ?? before)?.do
    if (!kind) return []
    const isOther = before !== undefined && after !== undefined && before.do !== after.do
    const mine = bookOf(own(called)[kind] as Book<object>)
    return [
      ...(isOther ? [`is ${PLAN_TASKS[after.do].name} instead of ${PLAN_TASKS[before.do].name}`] : []),
      ...bookOf(common(called))(before, after, naming),
      ...mine(isOther ? undefined : before, after, naming),
    ]
  }

const stageBook = (called: Called): Book<Stage> => ({
  id: silent,
  name: text('called'),
  after: shown<string[]>('comes after', (ids) =>
    ids.length ? ids.map((one) => `“${called.stage(one)}”`).join(', ') : 'nothing: it opens with the plan',
  ),
  join: (before, after) =>
    before === after ? [] : [after ? 'one of the stages before is enough' : 'waits for all stages before'],
  opensOn: (before, after) =>
    before === after
      ? []
      : [
          after
            ? 'opens as soon as something before is done'
            : 'opens once all that is required before is done',
        ],
  from: shown<DayOf>('opens no sooner than', day),
  when: when('only where'),
  takes: span('may take'),
  pauseIn: several<string>('its time stands still while', (one) => one),
  pauseWhen: when('its time stands still while'),
  checklists: refs('brings the checklists', 'checklist'),
  tasks: things<PlanTask>({
    one: 'task',
    keyOf: (one) => one.id,
    nameOf: (one) => one.text,
    book: taskBook(called),
  }),
})

const planBook = (called: Called): Book<Plan> => ({
  id: silent,
  name: text('called'),
  when: when('begins by itself where'),
  hours: ref('due times count in', 'calendar'),
  left: (before, after) =>
    before === after
      ? []
      : [after ? 'what is left of a stage is let go' : 'what is left of a stage is carried over'],
  stages: things<Stage>({
    one: 'stage',
    keyOf: (one) => one.id,
    nameOf: (one) => one.name,
    book: bookOf(stageBook(called)),
  }),
})

export const plan: Phrase<Plan> = (before, after, naming) => {
  if (isSame(before, after)) return []
  const all = [after, before].filter((one) => one !== undefined)
  const nameIn = <T extends { id: string }>(lists: T[][], id: string, name: (one: T) => string) => {
    const found = lists.flat().find((one) => one.id === id)
    return found ? name(found) : 'one that is not there'
  }
  const called: Called = {
    stage: (id) =>
      nameIn(
        all.map((one) => one.stages),
        id,
        (one) => one.name,
      ),
    task: (id) => nameIn(all.map(tasksOf), id, (one) => one.text),
  }
  return bookOf(planBook(called))(before, after, naming)
}
