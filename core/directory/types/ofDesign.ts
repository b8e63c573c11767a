import type { FieldType } from './type'

const WORDS = { calendars: 'calendar', priorities: 'priority' } as const

/** One of the calendars or priorities of the edition in force. */
export const ofDesign: FieldType<'ofDesign'> = {
  shape: () => ({ is: 'text', max: 120 }),
  empty: null,
  keep: (value, { what }, world) => {
    const said = String(value).trim()
    if (!said) return { value: null }
    const wanted = said.toLowerCase()
    const found =
      world[what].find((one) => one.value === said) ??
      world[what].find((one) => one.label.toLowerCase() === wanted)
    return found
      ? { value: found.value }
      : { problem: `the edition in force has no ${WORDS[what]} “${said}”; choose one that it has` }
  },
  toText: (value, { what }, world) => world[what].find((one) => one.value === value)?.label ?? String(value),
  fromText: (said) => said,
}
