import type { Design } from '~~/core/design'
import { QUESTION_TYPES, type Option, type Question, type QuestionType } from '~~/core/intake'
import type { useSession } from '~/stores/session'
import { optionsOf } from '~/composables/designWords'

/** A question as it is made: its name comes of its words. */
export type FreshQuestion = Omit<Question, 'name'>

/** Whether answers of a type are chosen among options that somebody has to write. */
export const hasOptions = (type: QuestionType): boolean => QUESTION_TYPES[type].terms.includes('options')

/**
 * A new question of what somebody wrote, or what they have still to write.
 * @param options with commas between them
 */
export function freshQuestion(
  label: string,
  type: QuestionType,
  options: string,
): FreshQuestion | { missing: 'label' | 'options' } {
  const words = label.trim()
  if (!words) return { missing: 'label' }
  if (!hasOptions(type)) return { label: words, type }
  const list: Option[] = optionsOf(options)
  return list.length ? { label: words, type, options: list } : { missing: 'options' }
}

/** Whether somebody may make questions, or only choose from those that are there. */
export const mayMakeQuestions = (
  { desk }: Design,
  session: Pick<ReturnType<typeof useSession>, 'may'>,
): boolean => desk.questionsBy !== 'administrators' || session.may('makeQuestions')
