import type { FieldType } from './type'

/** As far as a desk can tell; whether anybody reads it is only known when a mail arrives. */
const ADDRESS = /^[^\s@,;<>"()]{1,64}@[^\s@,;<>"()]{1,185}$/

export const mail: FieldType<'mail'> = {
  shape: () => ({ is: 'text', max: 250 }),
  empty: null,
  keep: (value) => {
    const said = String(value).trim()
    if (!said) return { value: null }
    return ADDRESS.test(said) ? { value: said } : { problem: 'write a mail address like ines@merrow.example' }
  },
  toText: String,
  fromText: (said) => said,
}
