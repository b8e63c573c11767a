import { said } from '../reason'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CalendarTime, HOUR, MINUTE, weekly } from '../time'
import type { Clock } from './clock'
import { timeLedger } from './ledger'
import { csvField, shownStatement, statementCsv, statementData } from './statement'
import { statementSheet } from './statementSheet'

const hours = new CalendarTime({
  id: 'varnes',
  name: 'Varnes Quay',
  zone: 'Europe/Oslo',
  week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  exceptions: [],
})
const start = Date.parse('2026-11-16T15:30Z')
const clock: Clock = {
  target: 'resolve',
  label: 'Solve',
  serviceLevel: 'x',
  calendar: 'varnes',
  edition: 1,
  startedAt: start,
  grants: [
    { at: start, granted: 2 * HOUR, why: said('High, in the hours of “Varnes”, as agreed') },
    { at: start + 10 * MINUTE, granted: 3 * HOUR, why: said('agreed'), extendedBy: 'olin' },
  ],
  pauses: [
    { from: start + 20 * MINUTE, to: start + 30 * MINUTE, by: 'tora', why: said('=1+1'), byHand: true },
  ],
  stopOn: 'done',
  pauseIn: [],
}
const names: Record<string, string> = { olin: 'Olin Brandt', tora: 'Tora Aas' }
const nameOf = (id: string) => names[id] ?? id

describe('the statement', () => {
  const ledger = timeLedger(clock, hours, Date.parse('2026-11-17T08:30Z'))

  it('goes out as CSV after RFC 4180, times with their offset, sums at the end', () => {
    expect(statementCsv(ledger, 'Europe/Oslo', Date.parse('2026-11-17T08:30Z'), nameOf)).toBe(
      [
        'from,to,what,time,balance,milliseconds',
        '2026-11-16T16:30:00+01:00,,"granted: High, in the hours of “Varnes”, as agreed",2:00,2:00,7200000',
        '2026-11-16T16:30:00+01:00,2026-11-16T16:40:00+01:00,counted,-0:10,1:50,-600000',
        '2026-11-16T16:40:00+01:00,,extended by Olin Brandt: agreed,1:00,2:50,3600000',
        '2026-11-16T16:40:00+01:00,2026-11-16T16:50:00+01:00,counted,-0:10,2:40,-600000',
        '2026-11-16T16:50:00+01:00,2026-11-16T17:00:00+01:00,paused by Tora Aas: =1+1,0:00,2:40,0',
        '2026-11-16T17:00:00+01:00,2026-11-17T09:00:00+01:00,shut: outside hours,0:00,2:40,0',
        '2026-11-17T09:00:00+01:00,2026-11-17T09:30:00+01:00,counted,-0:30,2:10,-1800000',
        ',2026-11-17T09:30:00+01:00,due 2026-11-17T11:40:00+01:00,-0:50,2:10,-3000000',
        '',
      ].join('\r\n'),
    )
  })

  it('as data adds up in ISO 8601 durations', () => {
    const data = statementData(ledger, 'UTC', nameOf)
    expect(data).toMatchObject({
      granted: 'PT3H',
      spent: 'PT50M',
      balance: 'PT2H10M',
      due: '2026-11-17T10:40:00+00:00',
    })
    expect(data.lines.at(1)).toMatchObject({ kind: 'counted', amount: '-PT10M', balance: 'PT1H50M' })
  })

  it.each([
    ['plain', 'plain'],
    ['a,b', '"a,b"'],
    ['say "so"', '"say ""so"""'],
    ['two\nlines', '"two\nlines"'],
    ['=SUM(A1)', "'=SUM(A1)"],
    ['-0:25', '-0:25'],
    ['+12', '+12'],
    ['@home', "'@home"],
    ['-12.5', '-12.5'],
    ['-x1', "'-x1"],
    ['-1x', "'-1x"],
    ['=1', "'=1"],
  ])('writes the field %s so that every program reads the same', (value, field) => {
    expect(csvField(value)).toBe(field)
  })

  it('of a paused clock has no due moment, and says so', () => {
    const from = start + 20 * MINUTE
    const paused = timeLedger({ ...clock, pauses: [{ from, by: 'tora', why: said('') }] }, hours, from)
    expect(statementCsv(paused, 'UTC', from, nameOf)).toContain(',no due moment,')
    const data = statementData(paused, 'UTC', nameOf)
    expect(data.due).toBeNull()
    expect(data.lines.map(({ to }) => to)).toEqual([
      ...[null, '2026-11-16T15:40:00+00:00', null, '2026-11-16T15:50:00+00:00'],
    ])
    expect(data.lines[0]!.amount).toBe('PT2H')
  })

  it('writes no time at all as no time, without a sign', () => {
    const none = timeLedger({ ...clock, pauses: [] }, hours, start)
    expect(statementData(none, 'UTC', nameOf).spent).toBe('PT0S')
  })
})

describe('a statement as it is shown', () => {
  it('adds up by hand to the minute, whatever seconds its lines have', () => {
    const amounts = fc.array(fc.integer({ min: -5_400_000, max: 5_400_000 }), { minLength: 1, maxLength: 30 })
    fc.assert(
      fc.property(amounts, (list) => {
        let balance = 0
        const lines = list.map((amount, index) => {
          balance += amount
          return {
            kind: amount < 0 ? ('counted' as const) : ('granted' as const),
            from: index,
            amount,
            balance,
          }
        })
        const spent = -list.filter((one) => one < 0).reduce((sum, one) => sum + one, 0)
        const shown = shownStatement({ lines, granted: balance + spent, spent, balance })
        let sum = 0
        for (const one of shown.lines) {
          expect(one.amount % MINUTE).toBeCloseTo(0)
          sum += one.amount
          expect(one.balance).toBe(sum)
          // Nothing is shown more than a minute from what it is.
          expect(Math.abs(one.amount - one.line.amount)).toBeLessThan(MINUTE)
        }
        expect(sum).toBe(shown.balance)
        expect(Math.abs(shown.balance - balance)).toBeLessThan(MINUTE)
      }),
    )
  })
})

describe('the statement on paper', () => {
  const now = Date.parse('2026-11-17T08:30Z')
  const of = {
    ...{ reference: 6037, summary: 'Gate scanner', organisation: 'Merrow Line', site: 'Varnes Quay' },
    ...{ siteZone: 'Europe/Oslo', requester: 'Ines Varga' },
  }
  const sheet = (one: Clock) =>
    statementSheet(of, one, timeLedger(one, hours, now), { zone: 'Europe/London', now, nameOf })

  it('says whose it is and when it was printed, each line with its day, in the zone of who reads', () => {
    const { title, about, lines, sum } = sheet(clock)
    expect([title, ...about]).toEqual([
      '6037 Gate scanner',
      'Merrow Line · Varnes Quay (Europe/Oslo) · Ines Varga',
      'Solve · printed 17 Nov 2026 08:30, times in Europe/London',
    ])
    expect(lines[1]).toEqual({
      ...{ from: '16 Nov 2026 15:30', to: '16 Nov 2026 15:40', what: 'counted' },
      ...{ time: '−0:10', balance: '1:50', isQuiet: false },
    })
    expect(lines.find((one) => one.what.startsWith('paused'))).toMatchObject({ time: '0:00', isQuiet: true })
    expect(sum).toMatchObject({
      ...{ from: 'Now', what: 'due 17 Nov 2026 10:40 if nothing pauses it' },
      ...{ time: '−0:50', balance: '2:10' },
    })
  })

  it('says how it ended, or that it rests', () => {
    const ended = { ...clock, outcome: 'kept' as const, stoppedAt: now }
    expect(sheet(ended).sum).toMatchObject({ from: 'End', what: 'kept, ended 17 Nov 2026 08:30' })
    const rests: Clock = {
      ...clock,
      pauses: [{ from: start + 20 * MINUTE, by: 'tora', why: said('part ordered') }],
    }
    expect(sheet(rests).sum.what).toBe('paused: no due moment until it goes on')
    const late: Clock = { ...clock, grants: [{ at: start, granted: 10 * MINUTE, why: said('High') }] }
    expect(sheet(late).sum).toMatchObject({ what: 'was due 16 Nov 2026 15:40', balance: '−0:40' })
  })
})
