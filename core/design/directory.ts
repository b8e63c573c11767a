import { CalendarTime, type WorkingTime, type Calendar, type Instant } from '../time'

export type Role = 'requester' | 'technician' | 'dispatcher' | 'lead' | 'administrator'

export interface Person {
  id: string
  name: string
  mail: string
  role: Role
  active: boolean
  /** Zone in which the person reads times. */
  zone: string
  organisation?: string
  site?: string
  priority?: string
  teams: string[]
  /** When a technician works; absences are its exceptions. Nobody without a shift is ever on shift. */
  shift?: Calendar
}

export interface Team {
  id: string
  name: string
  lead?: string
}

export interface Site {
  id: string
  name: string
  zone: string
  organisation: string
  /** Calendar of the design whose hours count for tickets from here. */
  calendar: string
  priority?: string
}

export interface Agreement {
  number: number
  organisation: string
  cover: string
  starts: Instant
  ends: Instant
  /** Calendar of the design whose hours the organisation has bought; those of its sites if left out. */
  calendar?: string
  /** What sort of agreement it is: maintenance, warranty, or any that the desk has named. */
  type?: string
  contact?: string
  phone?: string
  mail?: string
  address?: string
  /** In the currency of the desk. */
  amount?: number
  remarks?: string
}

/** A thing that an organisation has and the desk looks after. */
export interface Equipment {
  number: number
  name: string
  maker?: string
  model?: string
  serial?: string
  organisation: string
  site?: string
  /** The agreement that covers it. */
  agreement?: number
  /** Until when its maker repairs it. */
  warrantyUntil?: Instant
  remarks?: string
}

export interface Organisation {
  id: string
  name: string
}

export interface DirectoryData {
  people: Person[]
  teams: Team[]
  sites: Site[]
  organisations: Organisation[]
  agreements: Agreement[]
  equipment?: Equipment[]
}

const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((one) => [one.id, one]))

/** The people, places and agreements of a desk, for looking up. Shifts are compiled once each. */
export class Directory {
  readonly people: ReadonlyMap<string, Person>
  readonly teams: ReadonlyMap<string, Team>
  readonly sites: ReadonlyMap<string, Site>
  readonly organisations: ReadonlyMap<string, Organisation>
  readonly membersOf: ReadonlyMap<string, Person[]>
  readonly agreements: readonly Agreement[]
  /** By its number, written as a text. */
  readonly equipment: ReadonlyMap<string, Equipment>
  private readonly shifts = new Map<string, WorkingTime>()
  private byMail: Map<string, Person> | undefined

  constructor(data: DirectoryData) {
    this.people = byId(data.people)
    this.teams = byId(data.teams)
    this.sites = byId(data.sites)
    this.organisations = byId(data.organisations)
    this.agreements = [...data.agreements].sort((a, b) => b.ends - a.ends)
    this.equipment = new Map((data.equipment ?? []).map((one) => [String(one.number), one]))
    const members = new Map<string, Person[]>()
    for (const person of data.people)
      for (const team of person.teams) members.set(team, [...(members.get(team) ?? []), person])
    this.membersOf = members
  }

  /** Who has a mail address; written large or small is the same. */
  personOf(mail: string): Person | undefined {
    this.byMail ??= new Map([...this.people.values()].map((one) => [one.mail.toLowerCase(), one]))
    return this.byMail.get(mail.toLowerCase())
  }

  /** The name of a person, or their id if they are gone. */
  nameOf(person: string): string {
    return this.people.get(person)?.name ?? person
  }

  /** The agreement in force for an organisation at an instant. */
  agreementAt(organisation: string | undefined, at: Instant): Agreement | undefined {
    return this.agreements.find(
      (one) => one.organisation === organisation && one.starts <= at && at < one.ends,
    )
  }

  /** The agreement of a number. */
  agreement(number: number | null): Agreement | undefined {
    return number === null ? undefined : this.agreements.find((one) => one.number === number)
  }

  /** The agreement that ended last, for saying since when there is none. */
  lastAgreement(organisation: string | undefined): Agreement | undefined {
    return this.agreements.find((one) => one.organisation === organisation)
  }

  /** A person's shifts, compiled; undefined when they have none. */
  shiftOf(person: Person): WorkingTime | undefined {
    if (!person.shift) return undefined
    let shift = this.shifts.get(person.id)
    if (!shift) {
      shift = new CalendarTime(person.shift)
      this.shifts.set(person.id, shift)
    }
    return shift
  }

  isOnShift(person: Person, at: Instant): boolean {
    return person.active && this.shiftOf(person)?.isOpen(at) === true
  }
}
