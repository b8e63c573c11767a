import type { Design } from './design'
import type { Role } from './directory'

/**
 * Why somebody may not change a design like this; undefined when they may. Where only administrators make questions,
 * leads ask what is there already: unchecked, questions multiply.
 */
export function notAllowed(before: Design, after: Design, role: Role | undefined): string | undefined {
  if (role === 'administrator') return undefined
  if (before.desk.questionsBy !== after.desk.questionsBy)
    return 'Only an administrator says who may make new questions.'
  if (before.desk.questionsBy !== 'administrators') return undefined
  const known = new Set(before.questions.map((one) => one.name))
  const fresh = after.questions.find((one) => !known.has(one.name))
  return (
    fresh && `Only administrators make new questions here; “${fresh.label}” is one. Choose one that is there.`
  )
}
