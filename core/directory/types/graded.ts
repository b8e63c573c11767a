import { isOneOf, isRecord } from '../../lookup'
import { SKILL_GRADES } from '../field'
import { APART, idOfGiven, partsOf, wordFor } from './refers'
import type { FieldType } from './type'

const USUAL = 'sure'

/** What somebody knows, and how well: `radio: expert; fibre`. */
export const graded: FieldType<'graded'> = {
  shape: () => ({ is: 'record', of: 'text' }),
  empty: {},
  keep: (value, { of }, world) => {
    if (!isRecord(value)) return { problem: 'say for each how well it is known' }
    const kept: Record<string, string> = {}
    for (const [given, grade] of Object.entries(value)) {
      const found = idOfGiven(given, of, world)
      if ('problem' in found) return found
      if (!isOneOf(SKILL_GRADES, grade)) return { problem: `how well is one of ${SKILL_GRADES.join(', ')}` }
      kept[found.id] = grade
    }
    return { value: kept }
  },
  toText: (value, { of }, world) =>
    Object.entries(value)
      .map(([id, grade]) => wordFor(id, of, world) + (grade === USUAL ? '' : `: ${grade}`))
      .join(APART),
  fromText: (said) =>
    Object.fromEntries(
      partsOf(said).map((part) => {
        const [name = '', grade = USUAL] = part.split(':').map((one) => one.trim())
        return [name, grade.toLowerCase()]
      }),
    ),
}
