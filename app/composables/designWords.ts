import type { Design } from '~~/core/design'
import type { QuestionType } from '~~/core/intake'

/** What the types of questions are called. */
export const TYPE_NAMES: Record<QuestionType, string> = {
  text: 'text',
  longText: 'long text',
  number: 'number',
  choice: 'one choice',
  manyChoices: 'many choices',
  yesNo: 'yes or no',
  date: 'date',
  dateTime: 'day and hour',
  person: 'person',
  organisation: 'organisation',
  site: 'site',
  category: 'category',
  equipment: 'equipment',
  attachment: 'files',
  explanation: 'explanation, no answer',
}

/** Whose something is, in words. */
export const deskName = (design: Design, desk: string | undefined) =>
  desk === undefined ? 'shared by all' : (design.desks.find((one) => one.id === desk)?.name ?? desk)
