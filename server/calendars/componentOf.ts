import ICAL from 'ical.js'

/**
 * What an iCalendar file holds (RFC 5545).
 * @throws where it is none
 */
export function componentOf(text: string): ICAL.Component {
  // What the package reads is what it takes, though its types say otherwise.
  return new ICAL.Component(ICAL.parse(text) as never)
}
