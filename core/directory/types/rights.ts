import { textsIn } from '../../lookup'
import { aboutRight, isRight, RIGHT_NAMES } from '../../rights'
import { APART, partsOf } from './refers'
import type { FieldType } from './type'

/** Rights stand in files by their names, which are no words of a language. */
export const rights: FieldType<'rights'> = {
  shape: () => ({ is: 'texts', most: RIGHT_NAMES.length, max: 60 }),
  empty: [],
  keep: (value) => {
    const said = textsIn(value).map((one) => one.trim())
    const unknown = said.find((one) => one !== '' && !rightOf(one))
    if (unknown !== undefined)
      return { problem: `there is no right “${unknown}”; known are ${RIGHT_NAMES.join(', ')}` }
    const meant = new Set(said.map(rightOf))
    return { value: RIGHT_NAMES.filter((one) => meant.has(one)) }
  },
  toText: (value) => textsIn(value).join(APART),
  fromText: partsOf,
}

const rightOf = (word: string) =>
  isRight(word) ? word : RIGHT_NAMES.find((one) => aboutRight(one).label.toLowerCase() === word.toLowerCase())
