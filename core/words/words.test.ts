import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { momentInWords } from '../time'
import {
  chooseLanguage,
  daySaid,
  LANGUAGES,
  momentSaid,
  numberSaid,
  PROBLEM_CODES,
  problemSaid,
  say,
  wantedLanguages,
  writtenSaid,
  type Key,
} from '.'
import { PORTAL_ENGLISH } from './portal/english'
import { PORTAL_NORWEGIAN } from './portal/norwegian'

const TABLES: Record<string, Record<string, string>> = { en: PORTAL_ENGLISH, nb: PORTAL_NORWEGIAN }
const places = (text: string) => [...text.matchAll(/\{(\w+)/g)].map((one) => one[1]).sort()

describe('what portals, forms and messages say', () => {
  it('is there in every language', () => {
    expect(Object.keys(TABLES).sort()).toEqual([...LANGUAGES].sort())
    for (const [language, table] of Object.entries(TABLES)) {
      expect([language, Object.keys(table).sort()]).toEqual([language, Object.keys(PORTAL_ENGLISH).sort()])
      for (const [key, text] of Object.entries(table)) expect([language, key, text]).not.toContain('')
    }
  })

  it.each(Object.keys(PORTAL_ENGLISH) as Key[])('%s has the same places in every language', (key) => {
    const all = Object.values(TABLES).map((table) => places(table[key]!))
    for (const one of all) expect(one).toEqual(all[0])
    const values = Object.fromEntries(all[0]!.map((name) => [name!, `«${name}»`]))
    for (const language of LANGUAGES) expect(say(language, key, values)).not.toMatch(/[{}]/)
  })

  it('says in English what another language lacks, as the desk’s own words do', () => {
    expect(say('nb', 'reason.wasDone')).toBe('was done')
    expect(say('nb', 'reason.calm', { minutes: 2 })).toBe('The fault has been over for 2 minutes')
  })
})

describe('what went wrong for a requester', () => {
  it('has words for each code in every language', () => {
    for (const code of PROBLEM_CODES) expect(PORTAL_ENGLISH).toHaveProperty([`problem.${code}`])
  })

  it('is said by its code, else by its status, else as the server said it', () => {
    const problem = { status: 404, detail: 'You have no request of this number.' }
    expect(problemSaid({ ...problem, code: 'noRequest' }, 'nb')).toBe('Du har ingen sak med dette nummeret.')
    expect(problemSaid(problem, 'nb')).toBe('Dette finnes ikke her.')
    expect(problemSaid({ ...problem, code: 'ofANewerRelease' }, 'nb')).toBe('Dette finnes ikke her.')
    expect(problemSaid({ status: 418, detail: 'x', code: 'constructor' }, 'nb')).toBe('x')
    // English is what the server says, and always the most exact.
    expect(problemSaid({ ...problem, detail: 'exactly so', code: 'noRequest' }, 'en')).toBe('exactly so')
    expect(problemSaid({ status: 0, detail: 'Failed to fetch' }, 'en')).toContain('What you typed is kept')
  })
})

describe('numbers in a language', () => {
  it('have its own sign before their decimals', () => {
    expect([2.5, 12, -0.25].map((one) => numberSaid(one, 'nb'))).toEqual(['2,5', '12', '-0,25'])
    expect(numberSaid(2.5, 'en')).toBe('2.5')
  })
})

describe('days and moments in a language', () => {
  const now = Date.parse('2026-11-16T10:42Z')
  it.each([
    ['2026-11-16T14:00Z', '15:00'],
    ['2026-11-18T08:05Z', 'ons. 09:05'],
    ['2026-12-24T23:30Z', '25. des. 2026 00:30'],
    ['2026-05-03T10:00Z', '3. mai 2026 12:00'],
  ])('%s, seen on a Monday in Oslo', (at, words) => {
    expect(momentSaid(Date.parse(at), 'Europe/Oslo', now, 'nb')).toBe(words)
  })

  it('are those of the desk in English', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), (hours) => {
        const at = now + hours * 3_600_000
        expect(momentSaid(at, 'Europe/Oslo', now, 'en')).toBe(momentInWords(at, 'Europe/Oslo', now))
      }),
    )
    expect(daySaid(now, 'Europe/Oslo', 'en')).toBe('16 Nov 2026')
    expect(daySaid(now, 'Europe/Oslo', 'nb')).toBe('16. nov. 2026')
    expect(writtenSaid('2026-12-04', 'en')).toBe('4 Dec 2026')
    expect(writtenSaid('2026-12-04T08:00:00+01:00', 'nb')).toBe('4. des. 2026 08:00 (+01:00)')
    expect(writtenSaid('2026-12-04T08:00Z', 'en')).toBe('4 Dec 2026 08:00 (UTC)')
    expect(writtenSaid('soon', 'en')).toBe('soon')
  })
})

describe('choosing a language', () => {
  it.each([
    ['nb', ['nb']],
    // RFC 9110 §12.5.4, its own example.
    ['da, en-gb;q=0.8, en;q=0.7', ['da', 'en-gb', 'en']],
    ['en;q=0.2, NB-no', ['nb-no', 'en']],
    ['fr;q=0, nb;q=0.1', ['nb']],
    ['*', []],
    ['nb;q=2, no;q=x, en', ['en']],
    ['', []],
  ])('reads “%s”', (header, tags) => {
    expect(wantedLanguages(header)).toEqual(tags)
  })

  it('reads any header, however long, in a moment', () => {
    expect(wantedLanguages(`${'a-'.repeat(100_000)},nb`)).toEqual([])
    fc.assert(
      fc.property(fc.string({ maxLength: 600 }), (header) => {
        expect(LANGUAGES).toContain(chooseLanguage(wantedLanguages(header), LANGUAGES))
      }),
    )
  })

  it.each([
    // RFC 4647 §3.4: each wanted range is looked up with ever less of it, in the order of wanting.
    [['nb-no', 'en'], ['en', 'nb'], 'nb'],
    [['da', 'en-gb'], ['nb', 'en'], 'en'],
    [['nn'], ['en', 'nb'], 'nb'],
    [['no-no'], ['en', 'nb'], 'nb'],
    [['de'], ['nb', 'en'], 'nb'],
    [[], ['nb', 'en'], 'nb'],
    [['nb'], ['en'], 'en'],
  ] as const)('of those wanted, %j, and offered, %j: %s', (wanted, offered, chosen) => {
    expect(chooseLanguage(wanted, offered)).toBe(chosen)
  })
})
