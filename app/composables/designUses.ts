import type { ServiceLevel } from '~~/core/clock'
import { factsOf, holds, isTest, partsOf, type Condition, type Facts } from '~~/core/condition'
import type { Design } from '~~/core/design'
import type { CatalogItem, QuestionType } from '~~/core/intake'

/** What the types of questions are called. */
export const TYPE_NAMES: Record<QuestionType, string> = {
  text: 'text',
  longText: 'long text',
  number: 'number',
  choice: 'one choice',
  manyChoices: 'many choices',
  yesNo: 'yes or no',
  date: 'date',
  dateTime: 'day and hour',
  person: 'person',
  organisation: 'organisation',
  site: 'site',
  category: 'category',
  equipment: 'equipment',
  attachment: 'files',
  explanation: 'explanation, no answer',
}

/** Everything in the design that asks for the answer of a question, in words. */
export function usesOfAnswer(design: Design, name: string): string[] {
  const fact = `form.${name}`
  const uses = (condition: Condition | undefined) => Boolean(condition && factsOf(condition).includes(fact))
  const label = (question: string) =>
    `“${design.questions.find((one) => one.name === question)?.label ?? question}”`
  const { triage, serviceLevels, ladders, forms } = design
  const inLevel = ({ when, targets }: ServiceLevel) =>
    [when, ...targets.flatMap((one) => [one.startWhen, one.pauseWhen, one.stopWhen, one.cancelWhen])].some(
      uses,
    )
  return [
    ...(triage.what?.columns.includes(fact) ? ['what it is'] : []),
    ...(triage.weight.columns.includes(fact) ? ['how bad, how soon'] : []),
    ...(triage.routing.columns.includes(fact) ? ['where it goes'] : []),
    ...(triage.skills?.columns.includes(fact) ? ['who knows what'] : []),
    ...serviceLevels.filter(inLevel).map((one) => `service level ${one.name}`),
    ...ladders.filter((one) => uses(one.when)).map((one) => `ladder ${one.name}`),
    ...forms.flatMap((form) =>
      form.steps
        .flatMap((step) => step.questions)
        .filter((asked) => uses(asked.showWhen) || uses(asked.requireWhen))
        .map((asked) => `${label(asked.question)} in ${form.name}`),
    ),
  ]
}

/** Forms that ask a question. */
export const formsAsking = (design: Design, name: string) =>
  design.forms.filter((form) =>
    form.steps.some((step) => step.questions.some((one) => one.question === name)),
  )

/** Service levels that can apply to tickets of an item: those that what is known of it does not rule out. */
export function levelsFor(design: Design, item: CatalogItem): ServiceLevel[] {
  const known: Facts = { item: item.id, kind: item.kind, category: item.category }
  return design.serviceLevels.filter((level) => canHold(level.when, known) !== false)
}

/** Whether a condition holds whatever the facts that are not known; undefined where it depends on them. */
function canHold(condition: Condition, known: Facts): boolean | undefined {
  if (isTest(condition)) return condition.fact in known ? holds(condition, known) : undefined
  const parts = partsOf(condition).map((part) => canHold(part, known))
  if ('all' in condition) return parts.includes(false) ? false : parts.includes(undefined) ? undefined : true
  const some = parts.includes(true) ? true : parts.includes(undefined) ? undefined : false
  return 'any' in condition ? some : some === undefined ? undefined : !some
}
