import { say } from '../../words'
import type { QuestionTypeTerms } from '../questionType'

/** Yes or no. */
export const yesNo = {
  name: 'yes or no',
  control: 'yesNo',
  fact: 'yesNo',
  terms: ['default'],
  isField: true,
  sortsAs: 'text',
  check: (answer) => (typeof answer === 'boolean' ? undefined : 'check.yesNo'),
  schema: () => ({ type: 'boolean' }),
  said: (answer, _, __, language) =>
    typeof answer === 'boolean' ? say(language, answer ? 'answer.yes' : 'answer.no') : String(answer),
  first: () => true,
  tried: () => [true, false],
  domain: () => ({ type: 'choice', values: [true, false] }),
} satisfies QuestionTypeTerms
