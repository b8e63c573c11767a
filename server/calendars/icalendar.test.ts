import ICAL from 'ical.js'
import fc from 'fast-check'
import rrule from 'rrule'
import { describe, expect, it } from 'vitest'
import { CalendarTime, checkCalendar, DAY, weekly, writeIcalendar, type Calendar } from '../../core/time'
import { readIcalendar } from './icalendar'
import { publicHolidays } from './holidays'

const STAMP = '20261116T104200Z'
const harbour: Calendar = {
  id: 'harbour',
  name: 'Harbour; office, Varnes',
  zone: 'Europe/Oslo',
  week: [
    ...weekly([1, 2, 3, 4, 5], '07:00', '15:30'),
    { day: 5, from: '22:00', to: '04:00' },
    { day: 7, from: '20:00', to: '24:00' },
  ],
  laterWeeks: [{ from: '2027-01-04', week: weekly([1, 2, 3, 4], '08:00', '16:00') }],
  exceptions: [
    {
      date: '2026-12-25',
      name: 'First day of Christmas, with a name that is long enough to need folding ♜',
      repeats: 'FREQ=YEARLY',
      shut: 'all day',
    },
    {
      date: '2026-11-18',
      name: 'Drill',
      shut: [
        { from: '11:00', to: '12:00' },
        { from: '13:00', to: '13:30' },
      ],
    },
    { date: '2026-11-21', name: 'Stocktaking', open: [{ from: '10:00', to: '24:00' }] },
  ],
}

describe('an iCalendar file', () => {
  it('is read back as the calendar that was written', () => {
    const read = readIcalendar(writeIcalendar(harbour, STAMP))
    expect(read).toMatchObject({ name: harbour.name, zone: harbour.zone, left: [] })
    expect(read.laterWeeks).toEqual(harbour.laterWeeks)
    expect(read.exceptions).toEqual(harbour.exceptions)
    const order = (week: Calendar['week']) => week.map((one) => JSON.stringify(one)).sort()
    expect(order(read.week)).toEqual(order(harbour.week))
  })

  const date = fc
    .integer({ min: Date.UTC(2020, 0, 1) / DAY, max: Date.UTC(2030, 0, 1) / DAY })
    .map((day) => new Date(day * DAY).toISOString().slice(0, 10))
  const time = fc.integer({ min: 0, max: 95 }).map((quarter) => {
    const two = (value: number) => String(value).padStart(2, '0')
    return `${two(Math.floor(quarter / 4))}:${two((quarter % 4) * 15)}`
  })
  const week = fc.array(
    fc.record({ day: fc.integer({ min: 1, max: 7 }), from: time, to: fc.oneof(time, fc.constant('24:00')) }),
    {
      maxLength: 6,
    },
  )
  const span = fc.record({ from: time, to: time })
  const exception = fc.record(
    {
      date,
      name: fc.constantFrom('Regatta', 'Stock; taking, \\ all', 'Two\nlines', 'Drill'),
      repeats: fc.constantFrom(
        'FREQ=YEARLY',
        'FREQ=YEARLY;BYMONTH=5;BYDAY=1MO',
        'FREQ=YEARLY;UNTIL=20291231',
      ),
      shut: fc.oneof(fc.constant('all day' as const), fc.array(span, { minLength: 1, maxLength: 2 })),
      open: fc.array(span, { minLength: 1, maxLength: 2 }),
    },
    { requiredKeys: ['date', 'name'] },
  )
  const calendars = fc
    .record({
      id: fc.constant('any'),
      name: fc.constantFrom('Any', 'Harbour; office, Varnes'),
      zone: fc.constantFrom('Europe/Oslo', 'America/Halifax', 'UTC'),
      week,
      laterWeeks: fc
        .array(fc.record({ from: date, week }), { maxLength: 3 })
        .map((all) => all.sort((a, b) => (a.from < b.from ? -1 : 1))),
      exceptions: fc.array(exception, { maxLength: 5 }),
    })
    .filter((one) => checkCalendar(one).length === 0)
  /** The file as it would be without what only our own reading understands. */
  const bare = (text: string) => text.replace(/X-YARE-CALENDAR:.*?\r\n(?! )/s, '')
  const hoursOf = (calendar: Calendar) =>
    new CalendarTime(calendar).openIntervals(Date.parse('2019-12-01T00:00Z'), Date.parse('2031-02-01T00:00Z'))

  it('of any calendar is read back equal', () => {
    fc.assert(
      fc.property(calendars, (calendar) => {
        const { laterWeeks, ...rest } = calendar
        const read = readIcalendar(writeIcalendar(calendar, STAMP))
        expect({ id: 'any', ...read }).toEqual({
          ...rest,
          ...(laterWeeks.length && { laterWeeks }),
          left: [],
        })
      }),
      { numRuns: 400 },
    )
  })

  it('tells the weekly hours by its events alone as well, in whatever order they stand', () => {
    fc.assert(
      fc.property(calendars, (calendar) => {
        const plain = { ...calendar, exceptions: [] }
        const read = readIcalendar(bare(writeIcalendar(plain, STAMP)))
        expect(hoursOf({ ...plain, laterWeeks: [], ...read })).toEqual(hoursOf(plain))
      }),
      { numRuns: 300 },
    )
  })

  it('tells days without hours before a week that begins within seven days of them', () => {
    const calendar: Calendar = {
      ...{ id: 'any', name: 'Any', zone: 'Europe/Oslo', exceptions: [] },
      week: [{ day: 1, from: '08:00', to: '12:00' }],
      laterWeeks: [
        { from: '2020-01-01', week: [] },
        {
          from: '2020-01-06',
          week: [
            { day: 1, from: '22:30', to: '24:00' },
            { day: 6, from: '04:00', to: '14:30' },
          ],
        },
      ],
    }
    const read = readIcalendar(bare(writeIcalendar(calendar, STAMP)))
    expect(hoursOf({ ...calendar, laterWeeks: [], ...read })).toEqual(hoursOf(calendar))
  })

  it('means its events where somebody has changed one elsewhere', () => {
    const text = writeIcalendar(harbour, STAMP).replace('T110000', 'T100000')
    expect(readIcalendar(text).exceptions).toContainEqual({
      ...{ date: '2026-11-18', name: 'Drill' },
      shut: [
        { from: '10:00', to: '12:00' },
        { from: '13:00', to: '13:30' },
      ],
    })
  })

  it('keeps to RFC 5545: CRLF, lines of at most 75 octets, and ical.js finds every event', () => {
    const text = writeIcalendar(harbour, STAMP)
    expect(text.endsWith('\r\n')).toBe(true)
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    const root = new ICAL.Component(ICAL.parse(text) as never)
    expect(root.getAllSubcomponents('vevent')).toHaveLength(7 + 4 + 4)
    for (const event of root.getAllSubcomponents('vevent')) {
      expect(event.getFirstPropertyValue('uid')).toMatch(/^harbour-\d+@yare-ledger$/)
      expect(event.getFirstPropertyValue('dtstamp')?.toString()).toBe('2026-11-16T10:42:00Z')
    }
  })

  it('means the same hours to us and to the library rrule that expands what we wrote', () => {
    const text = writeIcalendar({ ...harbour, zone: 'UTC', exceptions: [] }, STAMP)
    const hours = new CalendarTime({ ...harbour, zone: 'UTC', exceptions: [] })
    const [from, to] = [Date.parse('2026-12-01T00:00Z'), Date.parse('2027-02-01T00:00Z')]
    const root = new ICAL.Component(ICAL.parse(text) as never)
    const starts = root.getAllSubcomponents('vevent').flatMap((event) => {
      const start = new Date(`${event.getFirstPropertyValue('dtstart')!.toString()}Z`)
      const rule = rrule.RRule.parseString(event.getFirstPropertyValue('rrule')!.toString())
      return new rrule.RRule({ ...rule, dtstart: start }).between(new Date(from), new Date(to))
    })
    const ours = hours.openIntervals(from, to).map((one) => new Date(one.start).toISOString())
    expect(starts.map((at) => at.toISOString()).sort()).toEqual(ours)
  })

  it('of somebody else shuts its days; what cannot be kept is named', () => {
    const event = (...lines: string[]) => [
      'BEGIN:VEVENT',
      'UID:x',
      `DTSTAMP:${STAMP}`,
      ...lines,
      'END:VEVENT',
    ]
    const text = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//x//x//EN',
      ...event('SUMMARY:Harbour days', 'DTSTART;VALUE=DATE:20260807', 'DTEND;VALUE=DATE:20260809'),
      ...event(
        'SUMMARY:Early close',
        'DTSTART:20261224T130000',
        'DTEND:20261225T000000',
        'RRULE:FREQ=YEARLY',
      ),
      ...event('SUMMARY:Stand-up', 'DTSTART:20260105T090000', 'DTEND:20260105T091500', 'RRULE:FREQ=DAILY'),
      ...event('SUMMARY:Night', 'DTSTART:20260105T220000', 'DTEND:20260106T060000'),
      'END:VCALENDAR',
    ].join('\r\n')
    expect(readIcalendar(text)).toMatchObject({
      week: [],
      exceptions: [
        { date: '2026-08-07', name: 'Harbour days', shut: 'all day' },
        { date: '2026-08-08', name: 'Harbour days', shut: 'all day' },
        {
          date: '2026-12-24',
          name: 'Early close',
          shut: [{ from: '13:00', to: '24:00' }],
          repeats: 'FREQ=YEARLY',
        },
      ],
      left: [expect.stringContaining('not yearly'), expect.stringContaining('over midnight')],
    })
  })

  it.each(['', 'hello', 'BEGIN:VCARD\r\nEND:VCARD', '{"a":1}'])('is refused when it is none: %o', (text) => {
    expect(() => readIcalendar(text)).toThrow('no iCalendar file')
  })

  it('never breaks on what people send: every text is read or refused', () => {
    const line = fc.constantFrom(
      'BEGIN:VEVENT',
      'END:VEVENT',
      'DTSTART:20260101',
      'DTSTART;VALUE=DATE:20260101',
      'DTEND:20260102T1',
      'RRULE:FREQ=YEARLY;BYDAY=9',
      'SUMMARY:x',
      ':',
      'X',
    )
    fc.assert(
      fc.property(fc.array(line, { maxLength: 9 }), (lines) => {
        const text = ['BEGIN:VCALENDAR', ...lines, 'END:VCALENDAR'].join('\r\n')
        try {
          const { exceptions } = readIcalendar(text)
          const calendar = { id: 'x', name: 'x', zone: 'UTC', week: [], exceptions }
          expect(checkCalendar(calendar)).toEqual([])
        } catch (error) {
          expect((error as Error).name).toBe('Refused')
        }
      }),
      { numRuns: 300 },
    )
  })
})

describe('public holidays', () => {
  it('of England and Wales in 2026 are those that date-holidays 3.37 lists (CHECKS: 1 Jan … 28 Dec)', () => {
    const days = publicHolidays('GB', 'ENG', [2026]).map((one) => one.date.slice(5))
    for (const day of ['01-01', '04-03', '04-06', '05-04', '05-25', '08-31', '12-25', '12-28'])
      expect(days).toContain(day)
  })

  it('are shut in a calendar that takes them over', () => {
    const hours = new CalendarTime({
      ...harbour,
      week: weekly([1, 2, 3, 4, 5, 6, 7], '00:00', '24:00'),
      laterWeeks: [],
      exceptions: publicHolidays('NO', undefined, [2026]),
    })
    const at = Date.parse('2026-05-17T12:00Z')
    expect(hours.isOpen(at)).toBe(false)
    expect(hours.isOpen(at + DAY)).toBe(true)
  })

  it('of nowhere are refused', () => {
    expect(() => publicHolidays('XX', undefined, [2026])).toThrow('no such country')
    expect(() => publicHolidays('GB', 'XX', [2026])).toThrow('no such region')
  })
})
