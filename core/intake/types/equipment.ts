import type { QuestionTypeTerms } from '../questionType'
import { namedType } from '../saying'

/** Chosen by name: a piece of equipment that the requester may name. */
export const equipment = {
  ...namedType('equipment', 'check.equipment'),
  name: 'equipment',
  control: 'named',
  fact: 'choice',
  isField: true,
  list: 'equipment',
} satisfies QuestionTypeTerms
