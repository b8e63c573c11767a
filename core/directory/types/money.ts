import type { FieldType } from './type'

const MOST = 999_999_999

export const money: FieldType<'money'> = {
  shape: () => ({ is: 'number', whole: false, min: 0, max: MOST }),
  empty: null,
  keep: (value) => {
    const said = typeof value === 'string' ? value.trim() : value
    if (said === '') return { value: null }
    const amount = Number(said)
    const isHundredths = Math.abs(amount * 100 - Math.round(amount * 100)) < 1e-6
    return Number.isFinite(amount) && isHundredths && amount >= 0 && amount <= MOST
      ? { value: Math.round(amount * 100) / 100 }
      : { problem: 'give an amount like 1200.50' }
  },
  toText: String,
  fromText: (said) => said,
}
