import type { ServiceLevel } from '~~/core/clock'
import { factsOf, holds, isTest, partsOf, testsOf, type Condition, type Facts } from '~~/core/condition'
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

/** Whose something is, in words. */
export const deskName = (design: Design, desk: string | undefined) =>
  desk === undefined ? 'shared by all' : (design.desks.find((one) => one.id === desk)?.name ?? desk)

/** What a ticket kind touches besides the items that lead to it, in words, each with where it stands. */
export function usesOfKind(design: Design, kind: string): { words: string; to: string }[] {
  const items = design.items.filter((one) => one.kind === kind)
  const levels = design.serviceLevels.filter((level) =>
    items.some((item) => levelsFor(design, item).includes(level)),
  )
  const statuses = new Set(design.kinds.find((one) => one.id === kind)?.statuses.map((one) => one.id))
  const names = (condition: Condition | undefined) =>
    condition !== undefined &&
    testsOf(condition).some(({ fact, value }) => {
      const values = [value].flat().map(String)
      return fact === 'kind'
        ? values.includes(kind)
        : fact === 'status' && values.some((one) => statuses.has(one))
    })
  const { triage } = design
  const tables = { 'how-bad': triage.weight, 'where-it-goes': triage.routing, what: triage.what }
  return [
    ...levels.map((one) => ({ words: `service level ${one.name}`, to: '/design/service-levels' })),
    ...design.ladders
      .filter((one) => names(one.when))
      .map((one) => ({ words: `ladder ${one.name}`, to: '/design/ladders' })),
    ...design.moves
      .filter(
        ({ when, steps }) =>
          names(when) || steps.some((one) => one.do === 'status' && one.status && statuses.has(one.status)),
      )
      .map((one) => ({ words: `move ${one.name}`, to: '/design/moves' })),
    ...Object.entries(tables)
      .filter(([, table]) => table?.columns.some((column) => column === 'kind' || column === 'status'))
      .map(([id]) => ({ words: `table “${id.replaceAll('-', ' ')}”`, to: `/design/triage/${id}` })),
  ]
}
