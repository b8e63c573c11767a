import { fold } from '~~/core/condition'
import { textsOfQuestion, usesOfAnswers, type Design, type Finding, type Use } from '~~/core/design'
import { QuestionWords, QUESTION_TYPES, type Form, type Question } from '~~/core/intake'
import { isLanguage, LANGUAGE_NAMES, type Language } from '~~/core/words'

/** A question of the library, with all that a lead wants to know before they touch it. */
export interface LibraryLine {
  name: string
  question: Question
  label: string
  /** What its answer is, in words. */
  answer: string
  forms: number
  uses: number
  alike: number
  findings: number
  /** Languages in which requesters may read it, and some of its words do not stand yet. */
  lacking: string
}

/** Languages that portals offer besides the one that the leads write in. */
export function languagesOffered({ desk, portals }: Design): Language[] {
  const own = desk.language ?? 'en'
  return [...new Set(portals.flatMap((one) => one.languages ?? []))]
    .filter(isLanguage)
    .filter((one) => one !== own)
}

/** Every question with the forms that ask it, in one walk through them. */
export function formsByQuestion({ forms }: Design): Map<string, Form[]> {
  const found = new Map<string, Form[]>()
  for (const form of forms)
    for (const { question } of form.steps.flatMap((step) => step.questions)) {
      const asking = found.get(question)
      if (asking) asking.push(form)
      else found.set(question, [form])
    }
  return found
}

/** An explanation is read, not answered: many of them share words and ask nothing twice. */
const asksSomething = (one: Question) => one.type !== 'explanation'

/** The whole library, in the order of the design. */
export function libraryLines(design: Design, findings: readonly Finding[]): LibraryLine[] {
  const forms = formsByQuestion(design)
  const uses = usesOfAnswers(design)
  const words = new QuestionWords(design.questions.filter(asksSomething))
  const languages = languagesOffered(design).map((id) => ({
    name: LANGUAGE_NAMES[id],
    texts: design.translations.find((one) => one.id === id)?.texts ?? {},
  }))
  const found = new Map<string, number>()
  for (const { place } of findings) found.set(place, (found.get(place) ?? 0) + 1)
  return design.questions.map((question) => {
    const { name, label, type } = question
    const asking = forms.get(name) ?? []
    const texts = textsOfQuestion(question)
    const isRead = asking.length > 0
    return {
      ...{ name, question, label, answer: QUESTION_TYPES[type].name },
      forms: asking.length,
      uses: uses.get(name)?.length ?? 0,
      alike: asksSomething(question) ? words.alike(label, name).length : 0,
      findings: found.get(`questions/${name}`) ?? 0,
      lacking: languages
        .filter((one) => isRead && texts.some((text) => !one.texts[text]))
        .map((one) => one.name)
        .join(', '),
    }
  })
}

/** Questions that ask much the same as one of the library. */
export const alikeOf = (design: Design, { name, label, type }: Question): Question[] =>
  type === 'explanation' ? [] : new QuestionWords(design.questions.filter(asksSomething)).alike(label, name)

/** What of the library is listed. */
export const LISTED = {
  all: { label: 'all of them', is: () => true },
  shared: { label: 'asked by several forms', is: (one: LibraryLine) => one.forms > 1 },
  unused: { label: 'asked by no form', is: (one: LibraryLine) => one.forms === 0 },
  idle: { label: 'no rule goes by it', is: (one: LibraryLine) => one.uses === 0 },
  alike: { label: 'asked much the same elsewhere', is: (one: LibraryLine) => one.alike > 0 },
  lacking: { label: 'without words in a language', is: (one: LibraryLine) => one.lacking !== '' },
  found: { label: 'with something found', is: (one: LibraryLine) => one.findings > 0 },
} as const
export type Listed = keyof typeof LISTED

/** Orders in which the library can be listed, by the name of their column; that of the design if none. */
type Ordered = 'label' | 'answer' | 'forms' | 'uses'

/**
 * What is listed of the library.
 * @param words looked for in what is asked, helped and offered; every one of them must be there
 */
export function listed(
  lines: readonly LibraryLine[],
  which: Listed,
  words: string,
  order: { by: string; down: boolean } | undefined,
): LibraryLine[] {
  const wanted = fold(words).split(/\s+/).filter(Boolean)
  const fits = ({ question }: LibraryLine) => {
    const text = fold(textsOfQuestion(question).join(' '))
    return wanted.every((word) => text.includes(word))
  }
  const list = lines.filter((one) => LISTED[which].is(one) && (!wanted.length || fits(one)))
  if (!order) return list
  const by = order.by as Ordered
  const sign = order.down ? -1 : 1
  const rank = (a: LibraryLine, b: LibraryLine) =>
    typeof a[by] === 'number' ? a[by] - (b[by] as number) : String(a[by]).localeCompare(String(b[by]))
  return list.sort((a, b) => sign * rank(a, b))
}

/** What goes by an answer, as a sentence names it: three of them and how many more. */
export function namedUses(uses: readonly Use[]): string {
  const NAMED = 3
  const names = uses.slice(0, NAMED).map((one) => one.words)
  const more = uses.length - names.length
  return more > 0 ? `${names.join(', ')} and ${more} more` : names.join(' and ')
}
