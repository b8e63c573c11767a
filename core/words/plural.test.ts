import fc from 'fast-check'
import { IntlMessageFormat } from 'intl-messageformat'
import { describe, expect, it } from 'vitest'
import { LANGUAGES, say, type Key } from '.'
import { ENGLISH } from './english'
import { withForms } from './plural'
import { PORTAL_ENGLISH } from './portal/english'
import { PORTAL_NORWEGIAN } from './portal/norwegian'

// Held to the whole of ICU MessageFormat, as intl-messageformat has it (formatjs.github.io).
const whole = (language: string, text: string, values: Record<string, string | number>) =>
  String(new IntlMessageFormat(text, language).format(values))
const TABLES = [
  ...[['en', { ...ENGLISH, ...PORTAL_ENGLISH }] as const, ['nb', PORTAL_NORWEGIAN] as const],
].map(([language, table]) => [language, Object.entries(table as Record<string, string>)] as const)

describe('texts with forms for numbers', () => {
  it.each(TABLES)('of %s say what the whole of MessageFormat says', (language, texts) => {
    for (const [key, text] of texts)
      for (const count of [0, 1, 2, 5, 11, 21, 1234]) {
        const names = [...text.matchAll(/\{(\w+)/g)].map(([, name]) => name!)
        const values = Object.fromEntries(
          names.map((name) => [name, text.includes(`{${name}, plural`) ? count : `a ${name}`]),
        )
        expect([key, say(language, key as Key, values)]).toEqual([key, whole(language, text, values)])
      }
  })

  it('choose as it does, whatever the number and the forms', () => {
    const form = fc.stringMatching(/^[a-zø# ]{0,12}$/)
    fc.assert(
      fc.property(
        fc.constantFrom(...LANGUAGES),
        fc.nat(2_000_000),
        fc.record({ one: form, other: form, exact: fc.option(fc.tuple(fc.nat(5), form)) }),
        (language, n, { one, other, exact }) => {
          const first = exact ? ` =${exact[0]} {${exact[1]}}` : ''
          const text = `so {n, plural,${first} one {${one}} other {${other}}}.`
          expect(withForms(language, text, { n })).toBe(whole(language, text, { n }))
        },
      ),
    )
  })
})
