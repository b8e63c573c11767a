import { isRecord } from '../../lookup'
import { APART, partsOf } from './refers'
import type { FieldType } from './type'

const LONGEST = 500

/** What the fields of a thing's type say of it, by their names: `Firmware: 4.2; Colour: blue`. */
export const extra: FieldType<'extra'> = {
  shape: () => ({ is: 'record', of: 'text' }),
  empty: {},
  keep: (value) => {
    if (!isRecord(value)) return { problem: 'say for each field what it holds' }
    const kept: Record<string, string> = {}
    for (const [name, said] of Object.entries(value)) {
      const [field, text] = [name.trim(), String(said ?? '').trim()]
      if (!field || /[:;]/.test(field))
        return { problem: `“${name}” is no name of a field; leave out colons and semicolons` }
      if (text.includes(';'))
        return { problem: `“${field}” has a semicolon, which stands between two fields; leave it out` }
      if (text.length > LONGEST)
        return { problem: `“${field}” is longer than ${LONGEST} characters; make it shorter` }
      if (text) kept[field] = text
    }
    return { value: kept }
  },
  toText: (value) =>
    Object.entries(value)
      .map(([name, said]) => `${name}: ${said}`)
      .join(APART),
  fromText: (said) =>
    Object.fromEntries(
      partsOf(said).map((part) => {
        const at = part.indexOf(':')
        return at < 0 ? [part, ''] : [part.slice(0, at).trim(), part.slice(at + 1).trim()]
      }),
    ),
}
