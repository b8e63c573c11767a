import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { runs } from '../../tests/runs'
import { CompiledDesign, Directory } from '../design'
import { CalendarTime, DAY, HOUR, weekly, type Calendar } from '../time'
import { newestWeek, shiftWith, teamWeek, weekOn } from '.'

// It has no types of its own.
const momentBusinessTime = createRequire(import.meta.url)('moment-business-time')
const MONDAY = DEMO_BEGINS - (DEMO_BEGINS % DAY)
const design = new CompiledDesign(demoDesign(), 1)
const directory = new Directory(demoDirectory())

describe('a week of a team', () => {
  const week = teamWeek('networks', MONDAY, { directory, design })

  it('has the hours of each member, and what they come to', () => {
    expect(week.members.map((one) => [one.name, one.hours / HOUR, one.shift])).toEqual([
      ['Mika Okoro', 48, 'Mon–Sat 08:00–16:00'],
      ['Odd Brekke', 48, 'Mon–Sat 13:00–21:00'],
      ['Sefa Lind', 48, 'Mon–Sat 06:00–14:00'],
      ['Tora Aas', 48, 'Mon–Sat 08:00–16:00'],
      ['Yara Quill', 70, 'Mon–Sun 20:00–06:00'],
    ])
    const counted = week.together.reduce((sum, one) => sum + one.count * (one.end - one.start), 0)
    expect(counted).toBe(week.members.reduce((sum, one) => sum + one.hours, 0))
    expect([week.together[0]!.start, week.together.at(-1)!.end]).toEqual([week.from, week.to])
  })

  it('shows where nobody is while promises count, and what hangs on one alone', () => {
    // Who works at night is there until six; on Sunday nobody else is before eight in the evening.
    expect(week.gaps).toEqual([{ start: MONDAY + 6 * DAY + 6 * HOUR, end: MONDAY + 6 * DAY + 20 * HOUR }])
    expect(week.onlyOne).toEqual([])
    const bridge = teamWeek('bridge-radio', MONDAY, { directory, design })
    expect(bridge.gaps.length).toBeGreaterThan(0)
  })

  it('leaves out days on which somebody is away', () => {
    const data = demoDirectory()
    const tora = data.people.find((one) => one.id === 'tora-aas')!
    tora.shift!.exceptions.push({ date: '2026-11-19', name: 'Away: course', shut: 'all day' })
    const away = teamWeek('networks', MONDAY, { directory: new Directory(data), design })
    expect(away.members.find((one) => one.id === 'tora-aas')).toMatchObject({
      hours: 40 * HOUR,
      away: [{ date: '2026-11-19', name: 'Away: course' }],
    })
  })
})

describe('shifts that are laid down from a date on', () => {
  const first: Calendar = {
    id: 's',
    name: 's',
    zone: 'Europe/London',
    week: weekly([1, 2], '09:00', '17:00'),
    exceptions: [],
  }

  it('leave what was before as it was, and take the place of what was laid down for later', () => {
    const later = shiftWith(first, weekly([3], '10:00', '12:00'), '2026-12-01')
    const sooner = shiftWith(later, weekly([4], '10:00', '12:00'), '2026-11-20')
    expect(weekOn(later, '2026-11-30')).toEqual(first.week)
    expect(weekOn(later, '2026-12-01')).toEqual(weekly([3], '10:00', '12:00'))
    expect(sooner.laterWeeks).toEqual([{ from: '2026-11-20', week: weekly([4], '10:00', '12:00') }])
    expect(newestWeek(sooner)).toEqual(weekly([4], '10:00', '12:00'))
    expect(shiftWith(sooner, first.week, undefined)).toEqual(first)
  })

  it('keep no more changes than anybody looks back at', () => {
    let shift = first
    for (let day = 0; day < 80; day++)
      shift = shiftWith(
        shift,
        weekly([(day % 7) + 1], '09:00', '10:00'),
        new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10),
      )
    expect(shift.laterWeeks).toHaveLength(60)
    expect(() => new CalendarTime(shift)).not.toThrow()
  })

  // moment-business-time counts the same hours of a painted week, in UTC.
  it('count as another library counts the same painted week', () => {
    const hours = fc.record({
      from: fc.integer({ min: 0, max: 11 }),
      length: fc.integer({ min: 1, max: 12 }),
      days: fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 }),
    })
    const clock = (hour: number) => `${String(hour).padStart(2, '0')}:00`
    fc.assert(
      fc.property(
        hours,
        fc.integer({ min: 0, max: 14 * 24 }),
        fc.integer({ min: 1, max: 200 }),
        ({ from, length, days }, start, span) => {
          const painted = shiftWith(
            { ...first, zone: 'UTC' },
            weekly(days, clock(from), clock(from + length)),
            '2020-01-01',
          )
          const ours = new CalendarTime(painted)
          const at = MONDAY + start * HOUR
          const spans = Object.fromEntries(
            [0, 1, 2, 3, 4, 5, 6].map((day) => [
              day,
              days.includes(day === 0 ? 7 : day) ? [`${clock(from)}:00`, `${clock(from + length)}:00`] : null,
            ]),
          )
          momentBusinessTime.updateLocale('en', { workinghours: spans } as never)
          const theirs = momentBusinessTime
            .utc(at + span * HOUR)
            .workingDiff(momentBusinessTime.utc(at), 'hours', true)
          expect(ours.between(at, at + span * HOUR) / HOUR).toBeCloseTo(theirs, 6)
        },
      ),
      runs(60),
    )
  })
})
