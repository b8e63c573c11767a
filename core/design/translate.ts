import { categoriesToPick, categoryAsked, topOf, type Question } from '../intake'
import type { PlanTask } from '../plan'
import type { Design, Translation } from './design'

/** A text that requesters read and a lead has written, and the article where it stands. */
export interface WrittenText {
  text: string
  /** Such as `catalog/gate-scanner`. */
  place: string
}

type Put = (text: string, place: string) => string

/** A question with each of its texts replaced. */
function questionWithTexts(question: Question, put: (text: string) => string): Question {
  const { label, unit, options, help, pattern } = question
  return {
    ...question,
    label: put(label),
    ...(unit && { unit: put(unit) }),
    ...(options && { options: options.map((option) => ({ ...option, label: put(option.label) })) }),
    ...(help && { help: put(help) }),
    ...(pattern && { pattern: { ...pattern, message: put(pattern.message) } }),
  }
}

/** The texts of a question that requesters read, once each, in the order in which they read them. */
export function textsOfQuestion(question: Question): string[] {
  const texts = new Set<string>()
  questionWithTexts(question, (text) => {
    texts.add(text)
    return text
  })
  return [...texts]
}

/** The categories that requesters read: those by which a portal is looked through, and those that they pick. */
function categoriesRead({ items, portals, categories }: Design): ReadonlySet<string> {
  const picking = portals.filter((one) => one.requestersPick)
  const picked = picking.flatMap((portal) =>
    items.flatMap((item) => categoriesToPick(categories, item, portal).map((one) => one.id)),
  )
  return new Set([...items.map((one) => topOf(one.category)), ...picked])
}

/** Whether somebody who is no one of the desk may read what a task says: it is shown, theirs, or asks for their word. */
const isRead = (task: PlanTask) =>
  task.shown === true || task.do === 'approval' || (task.who !== undefined && task.who.by !== 'team')

/** A design with every text that requesters read replaced by what is put in its place. */
function withTexts(design: Design, put: Put): Design {
  const perhaps = <T extends object, K extends keyof T>(one: T, key: K, place: string) =>
    typeof one[key] === 'string' && one[key] ? { [key]: put(one[key], place) } : {}
  const itemOf = new Map(design.items.map((one) => [one.form, one.id]))
  const formOf = new Map(
    design.forms.flatMap((form) =>
      form.steps.flatMap((step) => step.questions.map((one) => [one.question, form.id] as const)),
    ),
  )
  const placeOfForm = (form: string | undefined) => {
    const item = itemOf.get(form ?? '')
    return item === undefined ? 'catalog' : `catalog/${item}`
  }
  const read = categoriesRead(design)
  return {
    ...design,
    categories: design.categories.map((one) =>
      read.has(one.id) ? { ...one, asked: put(categoryAsked(one), 'triage/categories') } : one,
    ),
    groups: design.groups.map((one) => ({ ...one, name: put(one.name, 'catalog') })),
    items: design.items.map((one) => {
      const place = `catalog/${one.id}`
      return {
        ...one,
        name: put(one.name, place),
        ...perhaps(one, 'description', place),
        ...perhaps(one, 'expected', place),
        ...(one.retired && { retired: { ...one.retired, ...perhaps(one.retired, 'says', place) } }),
        // Words to find it by are one text, so that another language may have more of them, or fewer.
        ...(one.keywords.length && { keywords: put(one.keywords.join(', '), place).split(/,\s*/) }),
      }
    }),
    forms: design.forms.map((form) => ({
      ...form,
      steps: form.steps.map((step) => ({ ...step, ...perhaps(step, 'title', placeOfForm(form.id)) })),
    })),
    questions: design.questions.map((one) => {
      // What no form asks nobody reads.
      if (!formOf.has(one.name)) return one
      const place = placeOfForm(formOf.get(one.name))
      return questionWithTexts(one, (text) => put(text, place))
    }),
    fields: design.fields.map((one) => {
      if (!one.toRequester) return one
      const place = `fields/${one.name}`
      const options = one.options?.map((option) => ({ ...option, label: put(option.label, place) }))
      return {
        ...one,
        label: put(one.label, place),
        ...perhaps(one, 'unit', place),
        ...(options && { options }),
      }
    }),
    kinds: design.kinds.map((kind) => ({
      ...kind,
      statuses: kind.statuses.map((one) => ({ ...one, plainly: put(one.plainly, `kinds/${kind.id}`) })),
    })),
    priorities: design.priorities.map((one) => ({
      ...one,
      ...perhaps(one, 'expected', 'triage/priorities'),
    })),
    plans: design.plans.map((plan) => ({
      ...plan,
      stages: plan.stages.map((stage) => ({
        ...stage,
        tasks: stage.tasks.map((task) =>
          isRead(task)
            ? {
                ...task,
                text: put(task.text, `plans/${plan.id}`),
                ...perhaps(task, 'description', `plans/${plan.id}`),
              }
            : task,
        ),
      })),
    })),
    portals: design.portals.map((one) => ({
      ...one,
      ...perhaps(one, 'motto', `portals/${one.id}`),
      ...perhaps(one, 'question', `portals/${one.id}`),
    })),
  }
}

/** Every text that requesters read, once each, where it stands first. */
export function writtenTexts(design: Design): WrittenText[] {
  const places = new Map<string, string>()
  withTexts(design, (text, place) => {
    if (!places.has(text)) places.set(text, place)
    return text
  })
  return [...places].map(([text, place]) => ({ text, place }))
}

/** A design in another language: what has no translation stays as it was written. */
export function translated(design: Design, { texts }: Translation): Design {
  return withTexts(design, (text) => (Object.hasOwn(texts, text) ? texts[text] || text : text))
}

/** What a translation lacks, and what it says of texts that are no more there. */
export function gapsOf(
  design: Design,
  translation: Translation | undefined,
): { lacking: WrittenText[]; gone: string[] } {
  const all = writtenTexts(design)
  const texts = translation?.texts ?? {}
  const known = new Set(all.map((one) => one.text))
  return {
    lacking: all.filter(({ text }) => !Object.hasOwn(texts, text) || !texts[text]),
    gone: Object.keys(texts).filter((text) => !known.has(text)),
  }
}
