// The figures of working time for docs/BENCHMARKS.md, beside moment-business-time in the same run. Run by npm run bench.
import { said } from '../core/reason'
import { createRequire } from 'node:module'
import { dueAt, type Clock } from '../core/clock'
import { CalendarTime, DAY, HOUR, weekly, type Calendar } from '../core/time'
import { oneAt } from '../core/lookup'

// The peer is a plugin of moment for Node; it has no types.
const moment = createRequire(import.meta.url)('moment-business-time')
const SECONDS = 2

const holidays = ['01-01', '04-03', '04-06', '05-04', '05-25', '08-31', '12-25', '12-28']
const calendar: Calendar = {
  id: 'office',
  name: 'Office',
  zone: 'Europe/London',
  week: weekly([1, 2, 3, 4, 5], '09:00', '17:00'),
  exceptions: holidays.map((day) => ({
    date: `2026-${day}`,
    name: 'Bank holiday',
    shut: 'all day' as const,
  })),
}
const say = (name: string, value: string) => console.log(`${name}: ${value}`)
const number = (value: number) => Math.round(value).toLocaleString('en-GB').replaceAll(',', ' ')

/** Starts spread over 2026, the same for both. */
const STARTS = Array.from(
  { length: 10_000 },
  (_, index) => Date.UTC(2026, 0, 1) + ((index * 7919) % 525_600) * 60_000,
)

function rate(work: (start: number) => unknown): number {
  for (const start of STARTS.slice(0, 200)) work(start)
  const from = performance.now()
  let done = 0
  while (performance.now() - from < SECONDS * 1000)
    for (let index = 0; index < 100; index++, done++) work(oneAt(STARTS, done % STARTS.length))
  return (done / (performance.now() - from)) * 1000
}

function dues(): void {
  const hours = new CalendarTime(calendar)
  hours.add(oneAt(STARTS, 0), HOUR)
  const local = { 1: ['09:00:00', '17:00:00'], 2: ['09:00:00', '17:00:00'], 3: ['09:00:00', '17:00:00'] }
  const week = { ...local, 0: null, 4: ['09:00:00', '17:00:00'], 5: ['09:00:00', '17:00:00'], 6: null }
  moment.updateLocale('en', { workinghours: week, holidays: holidays.map((day) => `2026-${day}`) })
  for (const length of [2, 8, 40]) {
    const ours = rate((start) => hours.add(start, length * HOUR))
    const theirs = rate((start) => moment.utc(start).addWorkingTime(length, 'hours'))
    say(
      `due computations at ${length} h, one core`,
      `${number(ours)} a second; moment-business-time ${number(theirs)} (${number(ours / theirs)} times)`,
    )
  }
}

function compiling(): void {
  // The zone's changes are found once for all calendars of it.
  new CalendarTime(calendar).isOpen(Date.UTC(2027, 0, 1))
  const times = Array.from({ length: 50 }, () => {
    const from = performance.now()
    new CalendarTime(calendar).isOpen(Date.UTC(2026, 5, 1))
    return performance.now() - from
  }).sort((a, b) => a - b)
  say(
    'compiling a calendar year',
    `p50 ${oneAt(times, 25).toFixed(2)} ms, most ${oneAt(times, 49).toFixed(2)} ms`,
  )
  const hours = new CalendarTime(calendar)
  for (let year = 2020; year < 2030; year++) hours.isOpen(Date.UTC(year, 5, 1))
  const { covered, bytes } = hours.size
  say('memory of a compiled year', `${(bytes / (covered / (366 * DAY)) / 1024).toFixed(1)} KB`)
}

/** Two clocks on each of 100,000 open tickets, computed anew after a change of their calendar. */
function recomputing(): void {
  const clocks: Clock[] = Array.from({ length: 200_000 }, (_, index) => {
    const startedAt = oneAt(STARTS, index % STARTS.length)
    const paused = index % 3 === 0
    return {
      target: index % 2 ? 'respond' : 'resolve',
      label: 'x',
      serviceLevel: 'x',
      calendar: 'office',
      edition: 1,
      startedAt,
      grants: [{ at: startedAt, granted: (index % 2 ? 2 : 40) * HOUR, why: said('x') }],
      pauses: paused ? [{ from: startedAt + HOUR, to: startedAt + 30 * HOUR, by: 'x', why: said('x') }] : [],
      stopOn: 'done',
      pauseIn: [],
    }
  })
  const changed = new CalendarTime({ ...calendar, week: weekly([1, 2, 3, 4, 5], '08:00', '16:00') })
  const from = performance.now()
  for (const clock of clocks) dueAt(clock, changed)
  say(
    'all clocks of 100 000 open tickets after a calendar change, in the core',
    `${(performance.now() - from).toFixed(0)} ms`,
  )
}

dues()
compiling()
recomputing()
