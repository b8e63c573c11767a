import type { QuestionTypeTerms } from '../questionType'

/** Words that a form says; nobody answers them. */
export const explanation = {
  name: 'explanation, no answer',
  control: 'words',
  terms: [],
  sortsAs: 'text',
  check: () => 'check.explanation',
  schema: () => false,
  said: String,
  tried: () => [],
} satisfies QuestionTypeTerms
