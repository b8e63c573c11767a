import { textsIn } from '../../lookup'
import { APART, idOfGiven, partsOf, wordFor } from './refers'
import type { FieldType } from './type'

const MOST = 200

export const several: FieldType<'several'> = {
  shape: () => ({ is: 'texts', most: MOST, max: 120 }),
  empty: [],
  keep: (value, { of }, world) => {
    const found = textsIn(value)
      .filter((one) => one.trim())
      .map((one) => idOfGiven(one, of, world))
    const problem = found.find((one) => 'problem' in one)
    if (problem) return problem as { problem: string }
    return { value: [...new Set(found.flatMap((one) => ('id' in one ? [one.id] : [])))] }
  },
  toText: (value, { of }, world) =>
    textsIn(value)
      .map((one) => wordFor(one, of, world))
      .join(APART),
  fromText: partsOf,
}
