import type { FieldType } from './type'

export const number: FieldType<'number'> = {
  shape: ({ min, max }) => ({ is: 'number', whole: true, min, max }),
  empty: null,
  keep: (value, { min, max }) => {
    const said = typeof value === 'string' ? value.trim() : value
    if (said === '') return { value: null }
    const figure = Number(said)
    if (!Number.isSafeInteger(figure)) return { problem: 'write a whole number' }
    return figure < min || figure > max
      ? { problem: `write a number from ${min} to ${max}` }
      : { value: figure }
  },
  toText: String,
  fromText: (said) => said,
}
