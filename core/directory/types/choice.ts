import type { FieldType } from './type'

export const choice: FieldType<'choice'> = {
  shape: () => ({ is: 'text', max: 60 }),
  empty: null,
  keep: (value, { options }) => {
    const said = String(value).trim().toLowerCase()
    if (!said) return { value: null }
    const found = options.find((one) => [one.value, one.label].some((word) => word.toLowerCase() === said))
    return found
      ? { value: found.value }
      : { problem: `choose one of ${options.map((one) => one.label).join(', ')}` }
  },
  toText: String,
  fromText: (said) => said,
}
