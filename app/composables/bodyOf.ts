/** One field of a body form. */
export interface BodyField {
  name: string
  label: string
  type?: 'text' | 'date' | 'number' | 'email' | 'longText'
  /** To choose from. */
  options?: { value: string; label: string }[]
  /** Offered while typing; anything else can be written too. */
  offers?: string[]
  /** What is not among the offers is asked for once, for it may be a slip of the pen. */
  asksNew?: boolean
  help?: string
}

/** What was typed: a field for a number gives a number, or an empty text. */
export type Typed = Record<string, string | number | null | undefined>

const textOf = (value: Typed[string]) => String(value ?? '').trim()

/**
 * The body of a form: what is left empty is left out, and a word that is offered already is taken as it is offered,
 * however its letters were typed.
 */
export function bodyOf(fields: readonly BodyField[], typed: Typed): Record<string, string | number> {
  return Object.fromEntries(
    fields.flatMap(({ name, type, offers }): [string, string | number][] => {
      const text = textOf(typed[name])
      if (text === '') return []
      return [[name, type === 'number' ? Number(text) : (offered(text, offers) ?? text)]]
    }),
  )
}

const offered = (text: string, offers: readonly string[] = []) =>
  offers.find((one) => one.toLocaleLowerCase('en') === text.toLocaleLowerCase('en'))

/** The fields that would make a new word of the desk: each is asked for before. */
export function newWordsIn(fields: readonly BodyField[], typed: Typed): { field: BodyField; text: string }[] {
  return fields.flatMap((field) => {
    const text = textOf(typed[field.name])
    const isNew = field.asksNew && field.offers?.length && text !== '' && !offered(text, field.offers)
    return isNew ? [{ field, text }] : []
  })
}
