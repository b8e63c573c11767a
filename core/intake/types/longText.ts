import type { QuestionTypeTerms } from '../questionType'
import { TEXT_LIMITS, textType } from '../texts'

/** A text of many lines. */
export const longText = {
  ...textType(TEXT_LIMITS.longText),
  name: 'long text',
  control: 'area',
  isLong: true,
} satisfies QuestionTypeTerms
