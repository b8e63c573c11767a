import type { FieldType } from './type'

const NUMBER = /^[+\d][\d\s()./x-]{1,58}\d$/

export const telephone: FieldType<'telephone'> = {
  shape: () => ({ is: 'text', max: 60 }),
  empty: null,
  keep: (value) => {
    const said = String(value).trim().replace(/\s+/g, ' ')
    if (!said) return { value: null }
    return NUMBER.test(said)
      ? { value: said }
      : { problem: 'write a telephone number with its figures, like +44 20 5550 0101' }
  },
  toText: String,
  fromText: (said) => said,
}
