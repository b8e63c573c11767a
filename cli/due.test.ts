import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { demoDesign } from '../demo/design'
import { writeIcalendar } from '../core/time'
import { due } from './due'

const folder = mkdtempSync(join(tmpdir(), 'yare-due-'))
afterAll(() => rmSync(folder, { recursive: true }))
const write = (name: string, text: string) => {
  const file = join(folder, name)
  writeFileSync(file, text)
  return file
}
const office = {
  id: 'office',
  name: 'Office',
  zone: 'Europe/London',
  week: [
    { day: 1, from: '09:00', to: '17:00' },
    { day: 2, from: '09:00', to: '17:00' },
  ],
  exceptions: [],
}
const calendar = write('office.json', JSON.stringify(office))

describe('./yare due', () => {
  it('takes paths from where one stands, not from the project', () => {
    process.env.YARE_FROM = folder
    expect(due(['office.json', '2026-11-16T16:00', 'PT2H'])).toContain('due 2026-11-17T10:00')
    delete process.env.YARE_FROM
    expect(() => due(['office.json', '2026-11-16T16:00', 'PT2H'])).toThrow('office.json')
  })

  it('answers from a calendar’s file with the statement', () => {
    expect(due([calendar, '2026-11-16T16:00', 'PT2H'])).toBe(
      [
        '2026-11-16T16:00                       +2:00     +2:00  granted: in the hours of Office',
        '2026-11-16T16:00  2026-11-16T17:00     −1:00     +1:00  counted',
        '2026-11-16T17:00  2026-11-17T09:00     +0:00     +1:00  shut: outside hours',
        '2026-11-17T09:00  2026-11-17T10:00     −1:00     +0:00  counted',
        'due 2026-11-17T10:00:00+00:00 (Europe/London)',
      ].join('\n'),
    )
  })

  it('measures between two moments, in CSV if wanted', () => {
    const answer = due([calendar, '2026-11-16T16:00', '2026-11-17T12:00'])
    expect(answer).toContain('4 hours of working time (Europe/London)')
    expect(due([calendar, '2026-11-16T16:00', 'PT1H', '--csv'])).toMatch(
      /^from,to,what,time,balance,milliseconds\r\n/,
    )
  })

  it('answers the same from the iCalendar file of the calendar, and from a design file by name', () => {
    const ics = write('office.ics', writeIcalendar(office, '20261116T104200Z'))
    const last = (text: string) => text.split('\n').at(-1)
    expect(last(due([ics, '2026-11-16T16:00', 'PT2H']))).toBe(
      last(due([calendar, '2026-11-16T16:00', 'PT2H'])),
    )
    const design = write('design.json', JSON.stringify(demoDesign()))
    const [first] = demoDesign().calendars
    expect(due([design, first!.id, '2026-11-16T10:42', 'PT2H'])).toContain('due 2026-11-16')
  })

  it.each([
    [[], 'Write: ./yare due'],
    [['CALENDAR', 'yesterday', 'PT2H'], 'is not a moment'],
    [['CALENDAR', '2026-11-16T10:42', 'P1M'], 'is not a duration'],
    [['CALENDAR', '2026-11-16T10:42', '2026-11-15T10:42'], 'before the start'],
    [['DESIGN', '2026-11-16T10:42', 'PT2H'], 'say which calendar'],
    [['DESIGN', 'moon', '2026-11-16T10:42', 'PT2H'], 'there is no calendar “moon”'],
    [['BROKEN', '2026-11-16T10:42', 'PT2H'], 'neither JSON nor iCalendar'],
    [['WRONG', '2026-11-16T10:42', 'PT2H'], 'calendar.week[0].to: '],
    [['SHAPE', '2026-11-16T10:42', 'PT2H'], 'calendar.week'],
  ])('refuses %o and says what is wrong', (words, message) => {
    const files: Record<string, string> = {
      CALENDAR: calendar,
      DESIGN: write('d.json', JSON.stringify(demoDesign())),
      BROKEN: write('b.json', '{"week":'),
      WRONG: write('w.json', JSON.stringify({ ...office, week: [{ day: 1, from: '09:00', to: '25:00' }] })),
      SHAPE: write('s.json', JSON.stringify({ ...office, week: 'always' })),
    }
    expect(() => due(words.map((word) => files[word] ?? word))).toThrow(message)
  })
})
