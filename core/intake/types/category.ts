import type { QuestionTypeTerms } from '../questionType'
import { namedType } from '../saying'

/** Chosen by name: a category of the design. */
export const category = {
  ...namedType('category', 'check.category'),
  name: 'category',
  control: 'named',
  fact: 'choice',
} satisfies QuestionTypeTerms
