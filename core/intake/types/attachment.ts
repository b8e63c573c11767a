import { ID_LIMIT, MOST_FILES } from '../question'
import type { QuestionTypeTerms } from '../questionType'
import { textsTried } from '../saying'

/** Files, by the ids under which they were taken. */
export const attachment = {
  name: 'files',
  control: 'files',
  fact: 'text',
  terms: [],
  sortsAs: 'text',
  check: (answer, _, required) => {
    const isId = (one: unknown) => typeof one === 'string' && [...one].length <= ID_LIMIT
    if (!Array.isArray(answer) || !answer.every(isId)) return 'check.files'
    if (new Set(answer).size < answer.length) return 'check.fileTwice'
    if (answer.length > MOST_FILES) return ['check.mostFiles', { most: MOST_FILES }]
    return required && answer.length === 0 ? 'check.aFile' : undefined
  },
  schema: (_, required) => ({
    type: 'array',
    items: { type: 'string', maxLength: ID_LIMIT },
    uniqueItems: true,
    maxItems: MOST_FILES,
    ...(required && { minItems: 1 }),
  }),
  said: (answer, _, nameOf) =>
    [answer]
      .flat()
      .map((id) => nameOf('attachment', String(id)) ?? String(id))
      .join(', '),
  tried: textsTried,
} satisfies QuestionTypeTerms
