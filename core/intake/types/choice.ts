import type { QuestionTerms } from '../question'
import type { QuestionTypeTerms } from '../questionType'
import { optionSaid } from '../saying'

const values = ({ options = [] }: QuestionTerms) => options.map((option) => option.value)

/** One of several options. */
export const choice = {
  name: 'one choice',
  control: 'choice',
  fact: 'choice',
  terms: ['options', 'default'],
  isField: true,
  sortsAs: 'text',
  check: (answer, question, required) => {
    if (!values(question).some((value) => value === answer)) return 'check.option'
    // An option without a value is no answer.
    return required && typeof answer === 'string' && !/\S/.test(answer) ? 'check.answer' : undefined
  },
  schema: (question, required) => ({ enum: values(question), ...(required && { pattern: '\\S' }) }),
  said: optionSaid,
  first: (question) => values(question)[0] ?? '',
  tried: values,
  domain: (question) => ({ type: 'choice', values: values(question) }),
} satisfies QuestionTypeTerms
