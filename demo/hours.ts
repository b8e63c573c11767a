import type { Design } from '../core/design'
import { ROUND_THE_CLOCK, weekly, type CalendarException } from '../core/time'

// The hours of the Sound: offices, landings and the watch.

const shut = (date: string, name: string): CalendarException => ({ date, name, shut: 'all day' })

// England and Wales bank holidays 2026 as listed by date-holidays 3.37; the days of 2025 after the same rules.
const BANK_HOLIDAYS = [
  shut('2025-12-25', 'Christmas Day'),
  shut('2025-12-26', 'Boxing Day'),
  shut('2026-01-01', 'New Year’s Day'),
  shut('2026-04-03', 'Good Friday'),
  shut('2026-04-06', 'Easter Monday'),
  shut('2026-05-04', 'Early May bank holiday'),
  shut('2026-05-25', 'Spring bank holiday'),
  shut('2026-08-31', 'Summer bank holiday'),
  shut('2026-12-25', 'Christmas Day'),
  shut('2026-12-28', 'Boxing Day (in place of Saturday)'),
]

const WEEKDAYS = [1, 2, 3, 4, 5]

export const CALENDARS: Design['calendars'] = [
  {
    id: 'desk',
    name: 'The Sound Commons',
    zone: 'Europe/London',
    week: weekly(WEEKDAYS, '08:00', '18:00'),
    exceptions: BANK_HOLIDAYS,
  },
  { id: 'clock', name: 'Round the clock', zone: 'Europe/London', week: ROUND_THE_CLOCK, exceptions: [] },
  {
    id: 'hallin',
    name: 'Hallin',
    zone: 'Europe/London',
    week: weekly([1, 2, 3, 4, 5, 6], '06:00', '22:00'),
    exceptions: [shut('2025-12-25', 'Christmas Day'), shut('2026-12-25', 'Christmas Day')],
  },
  {
    id: 'varnes',
    name: 'Varnes Quay',
    zone: 'Europe/Oslo',
    week: weekly([1, 2, 3, 4, 5, 6], '09:00', '18:00'),
    exceptions: [
      shut('2025-12-25', 'First day of Christmas'),
      shut('2026-01-01', 'New Year’s Day'),
      shut('2026-05-17', 'Constitution Day'),
      shut('2026-12-25', 'First day of Christmas'),
    ],
  },
  {
    id: 'skerry',
    name: 'Outer Skerry',
    zone: 'Atlantic/Reykjavik',
    week: weekly(WEEKDAYS, '08:00', '16:00'),
    exceptions: [shut('2026-06-17', 'National Day')],
  },
  {
    id: 'brannock',
    name: 'St Brannock Pier',
    zone: 'America/Halifax',
    week: weekly([1, 2, 3, 4, 5, 6], '07:00', '19:00'),
    exceptions: [shut('2026-07-01', 'Canada Day')],
  },
  {
    id: 'office',
    name: 'Office hours, Hallin',
    zone: 'Europe/London',
    week: weekly(WEEKDAYS, '09:00', '17:30'),
    // The holidays are those of the desk.
    buildsOn: 'desk',
    exceptions: [],
  },
]
