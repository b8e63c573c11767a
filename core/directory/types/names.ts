import { textsIn } from '../../lookup'
import { APART, partsOf } from './refers'
import type { FieldType } from './type'

export const names: FieldType<'names'> = {
  shape: () => ({ is: 'texts', most: 500, max: 80 }),
  empty: [],
  keep: (value) => {
    const said = textsIn(value).map((one) => one.trim().replace(/\s+/g, ' '))
    const bad = said.find((one) => one.includes(';'))
    if (bad) return { problem: `“${bad}” has a semicolon, which stands between two of them; leave it out` }
    return { value: [...new Set(said.filter(Boolean))] }
  },
  toText: (value) => textsIn(value).join(APART),
  fromText: partsOf,
}
