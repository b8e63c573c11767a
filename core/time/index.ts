/** Instants, calendars and working time. */
export * from './instant'
export { Zone, type LocalTime } from './zone'
export { union, intersection, difference, normalise } from './intervals'
export {
  ROUND_THE_CLOCK,
  weekly,
  checkCalendar,
  dayNumberOf,
  flattenCalendar,
  minuteOfDay,
  type Calendar,
  type CalendarException,
  type CalendarProblem,
  type DaySpan,
  type LaterWeek,
  type WeeklySpan,
} from './calendar'
export { daysOfRule, isoWeekday, parseYearlyRule, type YearlyRule } from './recurrence'
export { minutesOfWeek, paintWeek, parseWeek, weekInWords, weekOfMinutes } from './week'
export { WorkingTime, NeverOpens } from './workingTime'
export { CalendarTime } from './calendarTime'
export { WorkingDays, YEARS_TOLD } from './workingDays'
export { CombinedTime, type Combination } from './combinedTime'
export {
  dayAndMonth,
  isoDate,
  isoTime,
  momentInWords,
  parseMoment,
  TIME_TYPED,
  timeOfDay,
  weekdayAndTime,
} from './words'
export { CALENDAR_PROPERTY, HOURS_PROPERTY, WEEKS_BEGIN, writeIcalendar, type Hours } from './icalendar'
