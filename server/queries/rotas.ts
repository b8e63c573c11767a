import { componentOf } from '../calendars/componentOf'
import { messageOf } from '../../core/error/messageOf'
import ICAL from 'ical.js'
import { dutiesBetween, onCall, rotaFaults, type Rota } from '../../core/ladder'
import { Refused } from '../../core/ticket'
import { DAY, dayNumberOf, isoDate } from '../../core/time'
import { isAbsence, type Person } from '../../core/design'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'

/**
 * Who is on call in a stretch of time, as the edition in force says it, with overrides and absences; and what is wrong
 * with it.
 */
export async function rotasPage(desk: Reading, from: number, to: number) {
  const [{ design }, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const now = deskNow()
  const facts = directory.rotaFacts
  const people = new Set(design.rotas.flatMap(membersOf))
  const rotas = design.rotas.map((rota) => {
    const duties = dutiesBetween(rota, from, to, facts)
    for (const one of duties.flatMap((duty) => duty.people)) people.add(one)
    return { rota, duties, now: onCall(rota, now, facts), next: nextAfter(rota, now, facts) }
  })
  const overrides = (facts.overrides ?? []).filter((one) => one.from < to && one.to > from)
  for (const { person } of overrides) if (person) people.add(person)
  return {
    now,
    away: [...people].flatMap((id) => absencesOf(directory.people.get(id), from, to)),
    rotas,
    overrides,
    faults: rotaFaults(design.rotas, from, to, facts),
    people: Object.fromEntries([...people].map((id) => [id, directory.nameOf(id)])),
  }
}

/** Stretches of whole days on which somebody is away, next to each other as one. */
function absencesOf(person: Person | undefined, from: number, to: number) {
  const zone = person?.shift?.zone ?? 'UTC'
  const [first, last] = [isoDate(from, zone), isoDate(to, zone)]
  const days = (person?.shift?.exceptions ?? [])
    .filter((one) => isAbsence(one) && one.date >= first && one.date < last)
    .map(({ date, name }) => ({ day: dayNumberOf(date), name }))
    .sort((a, b) => a.day - b.day)
  const stretches: { person: string; first: number; last: number; name: string }[] = []
  for (const { day, name } of days) {
    const before = stretches[stretches.length - 1]
    if (before?.last === day - 1 && before.name === name) before.last = day
    else stretches.push({ person: person!.id, first: day, last: day, name })
  }
  return stretches.map((one) => ({
    ...one,
    first: isoDate(one.first * DAY, 'UTC'),
    last: isoDate(one.last * DAY, 'UTC'),
  }))
}

const membersOf = (rota: Rota) => [...rota.members, ...(rota.layers ?? []).flatMap((one) => one.members)]

/** Who has it next, and from when; looked for over four weeks. */
function nextAfter(rota: Rota, now: number, facts: Parameters<typeof dutiesBetween>[3]) {
  const [present, next] = dutiesBetween(rota, now, now + 28 * DAY, facts)
  return present && next ? { from: next.from, person: next.people[0] ?? null } : null
}

export async function rotaOf(desk: Reading, id: string): Promise<Rota> {
  const { design } = await desk.knowledge.currentEdition()
  const rota = design.rotas.find((one) => one.id === id)
  if (!rota) throw new Refused('missing', `The edition in force has no rota “${id}”.`)
  return rota
}

/** A rota as iCalendar (RFC 5545): an event for each duty, in UTC, with who has it as its attendee. */
export async function rotaCalendar(desk: Reading, id: string, days: number): Promise<string> {
  const rota = await rotaOf(desk, id)
  const directory = await desk.knowledge.directory()
  const now = deskNow()
  const calendar = new ICAL.Component(['vcalendar', [], []])
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Yare Ledger//Rota//EN')
  calendar.updatePropertyWithValue('x-wr-calname', rota.name)
  for (const { from, to, people } of dutiesBetween(rota, now, now + days * DAY, directory.rotaFacts)) {
    const [first] = people
    if (!first) continue
    const event = new ICAL.Component('vevent')
    event.updatePropertyWithValue('uid', `${rota.id}-${from}@rota.yare-ledger`)
    event.updatePropertyWithValue('dtstamp', utc(now))
    event.updatePropertyWithValue('dtstart', utc(from))
    event.updatePropertyWithValue('dtend', utc(to))
    event.updatePropertyWithValue('summary', directory.nameOf(first))
    const attendee = event.addPropertyWithValue(
      'attendee',
      `mailto:${directory.people.get(first)?.mail ?? ''}`,
    )
    attendee.setParameter('cn', directory.nameOf(first))
    calendar.addSubcomponent(event)
  }
  return calendar.toString()
}

const utc = (at: number) => ICAL.Time.fromJSDate(new Date(Math.floor(at / 1000) * 1000), true)

/** A duty that a file names. */
export interface ReadDuty {
  from: number
  to: number
  person: string
  name: string
}

/**
 * Reads who has a rota from an iCalendar file: events with times, and who by the attendee's mail or the summary's name.
 * @throws Refused when it is no such file
 */
export async function readRotaCalendar(desk: Reading, text: string) {
  const directory = await desk.knowledge.directory()
  const refuse = (message: string) =>
    new Refused('invalid', 'This is no iCalendar file.', [{ field: 'text', message }])
  let events: ICAL.Component[]
  try {
    events = componentOf(text).getAllSubcomponents('vevent')
  } catch (error) {
    throw refuse(`it cannot be read: ${messageOf(error).slice(0, 200)}`)
  }
  if (events.length > 400) throw refuse(`it has ${events.length} events; at most 400 are read`)
  const duties: ReadDuty[] = []
  const left: string[] = []
  events.forEach((component, index) => {
    try {
      const event = new ICAL.Event(component)
      const mail = String(component.getFirstPropertyValue('attendee') ?? '').replace(/^mailto:/i, '')
      const person =
        directory.personOf(mail) ??
        [...directory.people.values()].find(
          (one) => one.name.toLowerCase() === event.summary?.trim().toLowerCase(),
        )
      const [from, to] = [event.startDate.toJSDate().getTime(), event.endDate.toJSDate().getTime()]
      if (event.isRecurring())
        left.push(`event ${index + 1}: it repeats; write each duty as an event of its own`)
      else if (!person || person.role === 'requester')
        left.push(`event ${index + 1}: nobody of the desk is called “${event.summary ?? mail}”`)
      else if (!(to > from)) left.push(`event ${index + 1}: it ends before it begins`)
      else duties.push({ from, to, person: person.id, name: person.name })
    } catch {
      left.push(`event ${index + 1}: it cannot be read`)
    }
  })
  return { duties, left }
}
