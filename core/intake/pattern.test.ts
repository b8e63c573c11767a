import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitsPattern, patternOf, UnusablePattern } from './pattern'

describe('a pattern of a question', () => {
  it.each([
    ['^[A-Z]\\d*$', 'A12', true],
    ['^\\+?[\\d ()-]{6,}$', '+44 20 (7) 946', true],
    ['^\\S+@\\S+\\.\\S+$', 'ines@merrow.example', true],
    ['\\u{1F6A2}', 'a 🚢', true],
    ['^\\p{L}+$', 'Øystein', true],
    ['^\\p{Script=Greek}+$', 'ΟΔΟΣ', true],
    ['^\\s$', '\u3000', true],
    ['^.$', '\u2028', false],
    ['^[\\s.]+$', ' .\u00a0', true],
    ['a\\/b', 'a/b', true],
  ])('means what ECMAScript means: %s in %s', (like, text, fits) => {
    expect(fitsPattern(like, text)).toBe(fits)
    expect(new RegExp(like, 'u').test(text)).toBe(fits)
  })

  it('takes time that grows with the text and no faster, whoever wrote it', () => {
    // Of ECMAScript's own engine these would take longer than the world will last.
    const text = `${'a'.repeat(5000)}!`
    for (const like of ['^(a+)+$', '^(a|a)*$', '^(a|aa)+$', '(a*)*b', '^(.*a){20}$'])
      expect(fitsPattern(like, text)).toBe(false)
  })

  it.each(['(?=a)b', '(a)\\1', '(?<!a)b', 'a{1,5000}', '[', 'a**', 'x'.repeat(501), '[^\\S]'])(
    'is refused with words where it cannot be that: %s',
    (like) => {
      expect(() => patternOf(like)).toThrow(UnusablePattern)
    },
  )

  const piece = fc.constantFrom(
    'a',
    'B',
    '1',
    ' ',
    '-',
    '.',
    '\\d',
    '\\w',
    '\\s',
    '\\S',
    '\\D',
    '[a-c]',
    '[^\\d]',
    '[\\w-]',
    '\\.',
    '🚢',
  )
  const counted = fc
    .tuple(piece, fc.constantFrom('', '*', '+', '?', '{2}', '{1,2}'))
    .map((all) => all.join(''))
  const group = fc.array(counted, { minLength: 1, maxLength: 3 }).map((all) => `(?:${all.join('')}|a)`)
  const pattern = fc
    .tuple(fc.boolean(), fc.array(fc.oneof(counted, group), { minLength: 1, maxLength: 4 }), fc.boolean())
    .map(([begins, parts, ends]) => `${begins ? '^' : ''}${parts.join('')}${ends ? '$' : ''}`)
  const text = fc
    .array(fc.constantFrom('a', 'B', 'c', '1', ' ', '-', '.', '\n', '\u00a0', '\u2028', '🚢', 'é'), {
      maxLength: 8,
    })
    .map((all) => all.join(''))

  it('agrees with ECMAScript wherever both read it', () => {
    fc.assert(
      fc.property(pattern, text, (like, said) => {
        expect(fitsPattern(like, said)).toBe(new RegExp(like, 'u').test(said))
      }),
      { numRuns: 1000 },
    )
  })
})
