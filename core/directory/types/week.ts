import { messageOf } from '../../error/messageOf'
import { parseWeek, weekInWords } from '../../time'
import type { FieldType } from './type'

/** The hours of a week in words, as they are read back. */
export const week: FieldType<'week'> = {
  shape: () => ({ is: 'text', max: 500 }),
  empty: null,
  keep: (value) => {
    try {
      const hours = parseWeek(String(value))
      return { value: hours.length ? weekInWords(hours) : null }
    } catch (error) {
      return { problem: messageOf(error) }
    }
  },
  toText: String,
  fromText: (said) => said,
}
