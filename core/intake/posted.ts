import { momentTyped } from '../time/words'
import { QUESTION_TYPES, type Answer, type Question } from './form'
import type { Control } from './questionType'

/** What stands in the fields of a page, by their names: a box that is not ticked sends nothing. */
export type Entered = (field: string) => readonly string[]

/** What is needed to read it. */
export interface Reading {
  /** The id of what somebody called by its name, or undefined. */
  idOf: (type: string, name: string) => string | undefined
  /** Zone of the days and hours that are typed. */
  zone: string
}

type Read = (question: Question, entered: Entered, reading: Reading) => Answer | undefined

const line: Read = ({ name }, entered) => entered(name)[0] || undefined
const named: Read = ({ name, type }, entered, { idOf }) => {
  const said = entered(name)[0]?.trim()
  return said ? (idOf(type, said) ?? said) : undefined
}

/** What is typed and cannot be read stays as it is, so that its person sees it again with what is wrong. */
const READS: Readonly<Record<Control, Read>> = {
  line,
  area: line,
  day: line,
  choice: line,
  number: ({ name }, entered) => numberOf(entered(name)[0]?.trim()),
  yesNo: ({ name }, entered) => ({ true: true, false: false })[entered(name)[0] ?? ''],
  manyChoices: ({ name }, entered) => listOf(entered(name)),
  files: ({ name }, entered) => listOf(entered(name)),
  moment: (question, entered, { zone }) => {
    const [day = '', time = ''] = fieldsOf(question).map((field) => entered(field)[0]?.trim() ?? '')
    return momentTyped(day, time, zone) ?? ([day, time].filter(Boolean).join(' ') || undefined)
  },
  person: named,
  named,
  typed: ({ name, type }, entered) => {
    const said = entered(name)[0]
    return said?.trim() ? QUESTION_TYPES[type].typed?.read(said) : undefined
  },
  words: () => undefined,
}

/** The names of the fields of a question. */
export const fieldsOf = ({ name, type }: Question): string[] =>
  QUESTION_TYPES[type].control === 'moment' ? [`${name}.day`, `${name}.time`] : [name]

/**
 * Reads the answer to a question from the fields of a page, as a browser sends them without the page's script.
 * @returns undefined where nothing is answered
 * @example readAnswer({ name: 'gates', type: 'number', … }, () => ['4'], reading) // 4
 */
export function readAnswer(question: Question, entered: Entered, reading: Reading): Answer | undefined {
  return READS[QUESTION_TYPES[question.type].control](question, entered, reading)
}

function numberOf(text: string | undefined): Answer | undefined {
  if (!text) return undefined
  const number = Number(text.replace(',', '.'))
  return Number.isFinite(number) ? number : text
}

const listOf = (values: readonly string[]) => {
  const given = values.filter(Boolean)
  return given.length ? given : undefined
}
