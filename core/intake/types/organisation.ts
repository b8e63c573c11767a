import type { QuestionTypeTerms } from '../questionType'
import { namedType } from '../saying'

/** Chosen by name: one of the organisations of the directory. */
export const organisation = {
  ...namedType('organisation', 'check.organisation'),
  name: 'organisation',
  control: 'named',
  fact: 'choice',
  isField: true,
  list: 'organisations',
} satisfies QuestionTypeTerms
