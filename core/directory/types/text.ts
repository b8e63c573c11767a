import type { FieldType } from './type'

const LONGEST = { line: 120, lines: 2000 }

export const text: FieldType<'text'> = {
  shape: ({ max, lines }) => ({ is: 'text', max: max ?? (lines ? LONGEST.lines : LONGEST.line) }),
  empty: null,
  keep: (value, { lines }) => {
    const said = String(value).trim()
    return { value: (lines ? said : said.replace(/\s+/g, ' ')) || null }
  },
  toText: String,
  fromText: (said) => said,
}
