import { stemmer } from 'stemmer'
import { describe, expect, it } from 'vitest'
import { languageOf, termsIn } from '.'

describe('the terms of a text', () => {
  it('are its words by their stem, without those that say nothing', () => {
    expect(termsIn('The scanners at gate 3 are scanning slowly', 'en')).toEqual([
      ...['scanner', 'gate', '3', 'scan', 'slowli'],
    ])
    expect(termsIn('Skriveren og skjermen er ødelagt, billettene også', 'nb')).toEqual([
      ...['skriver', 'skjerm', 'ødelagt', 'billett'],
    ])
  })

  it('are one where a letter or two stand before a hyphen, and not who owns something apart', () => {
    expect(termsIn('The purser’s Wi-Fi', 'en')).toEqual(termsIn('purser wifi', 'en'))
    expect(termsIn('e-mail at the sign-in', 'en')).toEqual(['email', 'sign'])
  })

  it('are pairs of letters where no space stands between words, and whole words in other scripts', () => {
    expect(termsIn('打印机坏了', 'en')).toEqual(['打印', '印机', '机坏', '坏了'])
    expect(termsIn('Принтер не печатает', 'en')).toEqual(['принтер', 'не', 'печатает'])
    expect(termsIn('…!? 🙂', 'en')).toEqual([])
  })

  it('are no more than can be compared, however long the text is', () => {
    const long = 'x'.repeat(1_000_000)
    expect(termsIn(long, 'en')).toHaveLength(1)
    expect(termsIn(long, 'en')[0]!.length).toBeLessThanOrEqual(40)
    expect(termsIn('word9 '.repeat(200_000), 'en')).toHaveLength(300)
    expect(termsIn('打'.repeat(1_000_000), 'en')).toHaveLength(300)
  })

  it('tell the language by the words that say nothing', () => {
    expect(languageOf('Skriveren er tom og vi må ha papir nå', 'en')).toBe('nb')
    expect(languageOf('The printer is empty and we need paper now', 'nb')).toBe('en')
    expect(languageOf('Printer', 'nb')).toBe('nb')
  })

  it('have stems like those of another program: Porter’s first, of which ours is the second', () => {
    // A second opinion; the two differ by design in few words (such as “slowly”), none of them here.
    for (const word of [
      'scanners',
      'printing',
      'connection',
      'tickets',
      'flickers',
      'charging',
      'receipts',
      'tablets',
    ])
      expect(termsIn(word, 'en')).toEqual([stemmer(word)])
  })
})
