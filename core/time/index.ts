/** Instants, calendars and working time. */
export * from './instant'
export { Zone, type LocalTime } from './zone'
export { union, intersection, difference, normalise } from './intervals'
export {
  ROUND_THE_CLOCK,
  weekly,
  checkCalendar,
  type Calendar,
  type CalendarException,
  type CalendarProblem,
  type DaySpan,
  type WeeklySpan,
} from './calendar'
export { WorkingTime, NeverOpens } from './workingTime'
export { dayAndMonth, isoDate, momentInWords, timeOfDay, weekdayAndTime } from './words'
