import { isLanguage, LANGUAGE_NAMES, LANGUAGES } from '../../words'
import type { FieldType } from './type'

export const language: FieldType<'language'> = {
  shape: () => ({ is: 'text', max: 20 }),
  empty: null,
  keep: (value) => {
    const said = String(value).trim().toLowerCase()
    if (!said) return { value: null }
    const named = LANGUAGES.find((one) => LANGUAGE_NAMES[one].toLowerCase() === said)
    if (named) return { value: named }
    return isLanguage(said)
      ? { value: said }
      : {
          problem: `the desk writes in ${LANGUAGES.map((one) => `${LANGUAGE_NAMES[one]} (${one})`).join(', ')}`,
        }
  },
  toText: String,
  fromText: (said) => said,
}
