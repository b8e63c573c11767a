import { inWords, type Condition } from '~~/core/condition'
import { CompiledDesign, Directory, type Design } from '~~/core/design'
import { duration } from '~~/core/intake/types/duration'
import type { CallTask, LinkedTo, PlanVocabulary, TicketTask } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'

const nameIn = (list: readonly { id: string; name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? id

/** How a plan's sentences call what they name, its conditions among them. */
export interface PlanWords extends PlanVocabulary {
  condition: (when: Condition) => string
  /** Which system is called, or of what a ticket of its own is asked for. */
  outside: (task: CallTask | TicketTask) => string
  form: (id: string) => string
  /** Who answers by a link. */
  linked: (to: LinkedTo) => string
}

/** The words of plans, by the design and the directory as they are shown. */
export function planVocabulary(design: Design, directory: DirectoryPage): PlanWords {
  const compiled = new CompiledDesign(design, 0)
  const { organisations, sites, teams } = directory
  const vocabulary = compiled.vocabulary(
    new Directory({ people: [], agreements: [], organisations, sites, teams }),
  )
  return {
    condition: (when) => inWords(when, vocabulary) || 'nothing yet is so',
    outside: (task) =>
      task.do === 'call'
        ? `calls ${nameIn(design.webhooks, task.webhook)}`
        : `a ticket of “${nameIn(design.items, task.item)}”`,
    form: (id) => nameIn(design.forms, id),
    linked: (to) =>
      'address' in to
        ? `${to.address}, by a link`
        : `by a link to “${compiled.questions.get(to.question)?.label ?? to.question}”`,
    person: (id) => nameIn(directory.people, id),
    team: (id) => nameIn(directory.teams, id),
    rota: (id) => nameIn(design.rotas, id),
    question: (name) => compiled.questions.get(name)?.label ?? name,
    fact: (name) => compiled.factName(name),
    span: (iso) => duration.typed.write(iso, 'en'),
  }
}

/** The facts that hold a day: answers and fields. */
export const dayFacts = (design: Design) => [
  ...design.questions
    .filter(({ type }) => type === 'date' || type === 'dateTime')
    .map(({ name, label }) => ({ value: `form.${name}`, label, group: 'Answers' })),
  ...design.fields
    .filter(({ type }) => type === 'date' || type === 'dateTime')
    .map(({ name, label }) => ({ value: `field.${name}`, label, group: 'Fields of tickets' })),
]

/** The facts that hold an amount. */
export const amountFacts = (design: Design) => [
  ...design.questions
    .filter(({ type }) => type === 'number')
    .map(({ name, label }) => ({ value: `form.${name}`, label, group: 'Answers' })),
  ...design.fields
    .filter(({ type }) => type === 'number')
    .map(({ name, label }) => ({ value: `field.${name}`, label, group: 'Fields of tickets' })),
]

/** What can be passed on to a ticket of its own: every answer and every field. */
export const factsToPass = (design: Design) => [
  ...design.questions.map(({ name, label }) => ({ value: `form.${name}`, label, group: 'Answers' })),
  ...design.fields.map(({ name, label }) => ({ value: `field.${name}`, label, group: 'Fields of tickets' })),
]

/** A condition that asks nothing yet: it is for nothing until somebody asks. */
export const NOTHING_YET = { any: [] }
