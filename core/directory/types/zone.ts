import { messageOf } from '../../error/messageOf'
import { Zone } from '../../time'
import type { FieldType } from './type'

export const zone: FieldType<'zone'> = {
  shape: () => ({ is: 'text', max: 60 }),
  empty: null,
  keep: (value) => {
    const said = String(value).trim()
    if (!said) return { value: null }
    try {
      Zone.of(said)
      return { value: said }
    } catch (error) {
      return { problem: messageOf(error) }
    }
  },
  toText: String,
  fromText: (said) => said,
}
