import { idOfGiven, wordFor } from './refers'
import type { FieldType } from './type'

export const one: FieldType<'one'> = {
  shape: () => ({ is: 'text', max: 120 }),
  empty: null,
  keep: (value, { of }, world) => {
    const said = String(value).trim()
    if (!said) return { value: null }
    const found = idOfGiven(said, of, world)
    return 'id' in found ? { value: found.id } : found
  },
  toText: (value, { of }, world) => wordFor(String(value), of, world),
  fromText: (said) => said,
}
