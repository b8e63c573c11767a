import type { QuestionTypeTerms } from '../questionType'
import { namedType } from '../saying'

/** Chosen by name: somebody whom the directory has. */
export const person = {
  ...namedType('person', 'check.person'),
  name: 'person',
  control: 'person',
  fact: 'choice',
  isField: true,
  list: 'people',
} satisfies QuestionTypeTerms
