import { CalendarTime, HOUR, MINUTE, weekly } from '../core/time'
import {
  benchOrder,
  dueInFreeTime,
  fewestLate,
  FreeTime,
  lookAhead,
  PLAIN_BENCH,
  type BenchTicket,
  type Work,
} from '../core/work'
import { oneAt } from '../core/lookup'

// The order of a bench of 2 000 tickets, on one core.

const COUNT = 2000
const NOW = Date.UTC(2026, 10, 16, 10, 42)
let seed = 4203
/** The same numbers in every run. */
const below = (count: number) => {
  seed = (Math.imul(seed, 1103515245) + 12345) & 0x7fffffff
  return seed % count
}
const bands = ['over', 'close', 'fine', 'paused'] as const
const tickets = Array.from({ length: COUNT }, (_, index): BenchTicket & Work => ({
  reference: index + 1,
  priorityOrder: 1 + below(5),
  band: oneAt(bands, below(4)),
  dueAt: NOW + (below(400) - 40) * HOUR,
  loggedAt: NOW - below(1000) * HOUR,
  takes: (5 + below(60)) * MINUTE,
  doneBy: NOW + (below(400) - 40) * HOUR,
}))
const shift = new CalendarTime({
  ...{ id: 'day', name: 'day', zone: 'Europe/London', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], '08:00', '16:00'),
})
const fixed = Array.from({ length: 40 }, (_, index) => ({
  from: NOW + index * 5 * HOUR,
  to: NOW + index * 5 * HOUR + 30 * MINUTE,
}))

function timed(name: string, work: () => void): void {
  for (let run = 0; run < 5; run++) work()
  const times = Array.from({ length: 30 }, () => {
    const began = performance.now()
    work()
    return performance.now() - began
  }).sort((a, b) => a - b)
  console.log(`${name}\tp50 ${oneAt(times, 15).toFixed(1)} ms, most ${oneAt(times, -1).toFixed(1)} ms`)
}

const free = new FreeTime(shift, fixed)
timed('order of a bench of 2 000 tickets', () => void benchOrder(tickets, PLAIN_BENCH))
timed('looking ahead over it, round 40 fixed times', () => void lookAhead(tickets, free, NOW))
timed('the order with the fewest late, of 2 000', () => {
  const jobs = tickets.map((work) => ({
    key: work.reference,
    takes: work.takes,
    due: dueInFreeTime(work, free, NOW),
  }))
  void fewestLate(jobs)
})
