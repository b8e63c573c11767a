import { messageOf } from '../../error/messageOf'
import { dayNumberOf } from '../../time'
import type { FieldType } from './type'

export const day: FieldType<'day'> = {
  shape: () => ({ is: 'text', max: 10 }),
  empty: null,
  keep: (value) => {
    const said = String(value).trim()
    if (!said) return { value: null }
    try {
      dayNumberOf(said)
      return { value: said }
    } catch (error) {
      return { problem: messageOf(error) }
    }
  },
  toText: String,
  fromText: (said) => said,
}
