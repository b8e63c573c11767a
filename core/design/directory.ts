import type { RotaFacts, RotaOverride } from '../ladder'
import type { Preferences } from '../notification'
import {
  CalendarTime,
  Zone,
  type Calendar,
  type CalendarException,
  type Instant,
  type WorkingTime,
} from '../time'

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
  department?: string
  teams: string[]
  /** What a technician knows, in the words of the design's skills. */
  skills?: string[]
  /** Most open tickets at once; more are given to others. */
  capacity?: number
  /** How they want to be told. */
  notify?: Preferences
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
  /** Who looks after the site and is told what concerns it. */
  manager?: string
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
  /** Priority that its holder's tickets have, where the source order asks agreements. */
  priority?: string
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
  /** Who has a rota instead of whose turn it is. */
  rotaOverrides?: RotaOverride[]
}

/** How the exceptions of a shift are called on which somebody is away; on holidays people may well be on call. */
export const ABSENCE = 'Away'
export const isAbsence = ({ shut, name }: CalendarException) => shut === 'all day' && name.startsWith(ABSENCE)

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
  readonly rotaFacts: RotaFacts
  private bySerial: Map<string, Equipment> | undefined
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
    this.rotaFacts = {
      overrides: data.rotaOverrides ?? [],
      isAway: (person, at) => this.isAway(this.people.get(person), at),
    }
  }

  /** Who has a mail address; written large or small is the same. */
  personOf(mail: string): Person | undefined {
    this.byMail ??= new Map([...this.people.values()].map((one) => [one.mail.toLowerCase(), one]))
    return this.byMail.get(mail.toLowerCase())
  }

  /** The equipment of a serial number; written large or small is the same. */
  equipmentBySerial(serial: string): Equipment | undefined {
    this.bySerial ??= new Map(
      [...this.equipment.values()].flatMap((one) =>
        one.serial ? [[one.serial.toLowerCase(), one] as const] : [],
      ),
    )
    return this.bySerial.get(serial.toLowerCase())
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

  /**
   * The agreement by which an organisation asks at an instant.
   * @param number one that was named; it counts where it is theirs and in force, for an organisation may have several
   */
  agreementFor(organisation: string | undefined, at: Instant, number?: number | null): Agreement | undefined {
    const named = this.agreement(number ?? null)
    const isTheirs = named !== undefined && named.organisation === organisation
    return isTheirs && named.starts <= at && at < named.ends ? named : this.agreementAt(organisation, at)
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

  /** Whether somebody is away all day: gone for good, or with an absence over the whole of it. */
  isAway(person: Person | undefined, at: Instant): boolean {
    if (!person?.active) return true
    if (!person.shift?.exceptions.length) return false
    const { year, month, day } = Zone.of(person.shift.zone).toLocal(at)
    const date = new Date(Date.UTC(year, month - 1, day)).toISOString().slice(0, 10)
    return person.shift.exceptions.some((one) => isAbsence(one) && one.date === date)
  }

  isOnShift(person: Person, at: Instant): boolean {
    return person.active && this.shiftOf(person)?.isOpen(at) === true
  }
}
