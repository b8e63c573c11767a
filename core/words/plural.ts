import type { Language } from './language'

/** A number that decides between forms, and the forms: `{count, plural, one {# ticket} other {# tickets}}`. */
const PLURAL = /\{(\w+), plural,((?: (?:=\d+|zero|one|two|few|many|other) \{[^{}]*\})+)\}/g
const FORM = /(=\d{1,9}|[a-z]{3,5}) \{([^{}]*)\}/g

const rules = new Map<Language, Intl.PluralRules>()
function formOf(language: Language, count: number): string {
  let rule = rules.get(language)
  if (!rule) rules.set(language, (rule = new Intl.PluralRules(language)))
  return rule.select(count)
}

/**
 * Chooses the forms that fit numbers, in a text of ICU MessageFormat. The part of it that our texts use, since all of it
 * is more code than the rest of a portal's page; a test holds it to the whole (intl-messageformat).
 * @returns the text with what is left in braces to be filled in
 * @example withForms('en', '{n, plural, one {a row} other {# rows}} fit', { n: 2 }) // 2 rows fit
 */
export function withForms(
  language: Language,
  text: string,
  values: Readonly<Record<string, string | number>>,
): string {
  return text.replace(PLURAL, (_, name: string, forms: string) => {
    const count = Number(values[name])
    const all = Object.fromEntries([...forms.matchAll(FORM)].map(([, form, said]) => [form, said]))
    const said = all[`=${count}`] ?? all[formOf(language, count)] ?? all.other ?? ''
    return said.replaceAll('#', count.toLocaleString(language))
  })
}
