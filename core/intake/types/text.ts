import type { QuestionTypeTerms } from '../questionType'
import { TEXT_LIMITS, textType } from '../texts'

/** A line of text. */
export const text = {
  ...textType(TEXT_LIMITS.text),
  name: 'text',
  control: 'line',
} satisfies QuestionTypeTerms
