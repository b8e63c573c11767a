import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LEFT_OUT, withoutPeople } from './withoutPeople'

const INES = { name: 'Ines Varga', near: true }

describe('a text without those of whom it is', () => {
  it('has no names, mail addresses and telephone numbers', () => {
    const text =
      'Ines Varga (ines-varga@merrow.example, +47 55 12 34 567) called; Ines waits, says Olin Brandt.'
    expect(withoutPeople(text, [INES, { name: 'Olin Brandt' }])).toBe(
      '(somebody) ((a mail address), (a number)) called; (somebody) waits, says (somebody).',
    )
  })

  it('keeps what is no name: parts of words, names of those who are far, short numbers', () => {
    const text = 'Inespark has 3 gates and 400 tickets; the brandt is cold, Brandt too. Version 2026.11.'
    expect(withoutPeople(text, [INES, { name: 'Olin Brandt' }])).toBe(text)
  })

  it('takes names for what they are, whatever signs they have', () => {
    expect(withoutPeople('Dr. Asa (Teal) + co waits', [{ name: 'Dr. Asa (Teal) + co' }])).toBe(
      '(somebody) waits',
    )
  })

  it('names nobody of those who are left out', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('Ines', 'Varga', 'Ines Varga', 'waits', '-', 'é'), { maxLength: 12 }),
        (words) => {
          const left = withoutPeople(words.join(' '), [INES])
          expect(left).not.toMatch(/Ines|Varga/)
          expect(left.split(' ').filter((one) => one === 'waits')).toHaveLength(
            words.filter((one) => one === 'waits').length,
          )
        },
      ),
    )
  })

  it('is made in bounded time from a long text without spaces', () => {
    const long = `${'1'.repeat(50_000)}${'a'.repeat(50_000)}@`
    expect(withoutPeople(long, [INES])).toContain(LEFT_OUT.number)
  })
})
