import type { QuestionTerms } from '../question'
import type { QuestionTypeTerms } from '../questionType'
import { optionSaid } from '../saying'

const values = ({ options = [] }: QuestionTerms) => options.map((option) => option.value)

/** All choices of several options; of many options only those of one or all. */
function subsets(values: string[]): string[][] {
  if (values.length > 6) return [...values.map((value) => [value]), values]
  return Array.from({ length: 2 ** values.length - 1 }, (_, bits) =>
    values.filter((__, index) => ((bits + 1) >> index) & 1),
  )
}

/** Any of several options. */
export const manyChoices = {
  name: 'many choices',
  control: 'manyChoices',
  fact: 'choice',
  terms: ['options'],
  isField: true,
  sortsAs: 'text',
  check: (answer, question, required) => {
    const known = new Set<unknown>(values(question))
    if (!Array.isArray(answer) || !answer.every((one) => known.has(one))) return 'check.options'
    if (new Set(answer).size < answer.length) return 'check.optionTwice'
    return required && answer.length === 0 ? 'check.anOption' : undefined
  },
  schema: (question, required) => ({
    type: 'array',
    items: { enum: values(question) },
    uniqueItems: true,
    ...(required && { minItems: 1 }),
  }),
  said: optionSaid,
  first: (question) => values(question).slice(0, 1),
  tried: (question) => subsets(values(question)),
  domain: (question) => ({ type: 'list', values: values(question) }),
} satisfies QuestionTypeTerms
