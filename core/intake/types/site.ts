import type { QuestionTypeTerms } from '../questionType'
import { namedType } from '../saying'

/** Chosen by name: one of the sites of the directory. */
export const site = {
  ...namedType('site', 'check.site'),
  name: 'site',
  control: 'named',
  fact: 'choice',
  isField: true,
  list: 'sites',
} satisfies QuestionTypeTerms
