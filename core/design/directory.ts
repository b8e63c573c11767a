import type { Exchange, Offer } from '../partner'
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
import { FIRST_ROLES, reachOf, rightsOf, sightOf, type Right, type Role, type Sight } from '../rights'
import { Standing } from './standing'

/** How well somebody knows something: who is only learning it is not given what asks for it. */
export type SkillGrade = 'learning' | 'sure' | 'expert'

export interface Person {
  id: string
  name: string
  mail: string
  phone?: string
  /** Id of a role, which says what they may do. */
  role: string
  active: boolean
  /** Zone in which the person reads times. */
  zone: string
  organisation?: string
  site?: string
  priority?: string
  department?: string
  manager?: string
  /** By which the organisation's own sign-on knows them. */
  identifier?: string
  remarks?: string
  teams: string[]
  /** What a technician knows. */
  skills?: string[]
  /** How well, where it is not just sure. */
  grades?: Record<string, SkillGrade>
  /** Most open tickets at once; more are given to others. */
  capacity?: number
  /** Most hours of fixed times in one shift; as much as fits if left out. */
  daily?: number
  /** How they want to be told. */
  notify?: Preferences
  /** When a technician works; absences are its exceptions. Nobody without a shift is ever on shift. */
  shift?: Calendar
  /** Who this is, where two entries were of one person. */
  mergedInto?: string
}

/** A sort of machine, with the names of what is written down of each. */
export interface EquipmentType extends Listed {
  fields?: string[]
}

/** What every thing of the directory can have. What is put away stays with the tickets that name it. */
export interface Listed {
  id: string
  name: string
  /** False of what is put away. */
  active?: boolean
  remarks?: string
  /** What this is one with; it is put away then. */
  mergedInto?: string
}

export interface Team extends Listed {
  lead?: string
  /** Where its people are when a shift begins. */
  site?: string
  /** The desks at which it works. */
  desks?: string[]
}

/** Where tickets lie until somebody has them. */
export interface Queue extends Listed {
  /** The team that works it. */
  team?: string
  /** The teams that see it besides; everybody if empty. */
  seenBy?: string[]
}

/** One of the desks that work in an installation, and who leads it. */
export interface ServiceDesk extends Listed {
  /** Ids of the leads who change what is the desk's own; every lead if empty. */
  leads: string[]
}

export interface Site extends Listed {
  zone: string
  organisation: string
  /** Calendar of the design whose hours count for tickets from here. */
  calendar: string
  priority?: string
  address?: string
  phone?: string
  /** Who looks after the site and is told what concerns it. */
  manager?: string
  /** How many minutes it takes to other sites, by their ids. */
  ways?: Record<string, number>
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
  active?: boolean
  mergedInto?: string
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
  type?: string
  /** Who uses it. */
  user?: string
  /** What belongs to it and can be lost or changed by itself. */
  parts?: string[]
  /** Values of the fields of its type, by their names. */
  extra?: Record<string, string>
  /** Where it is in its life: in use, in store … */
  state?: string
  remarks?: string
  active?: boolean
  mergedInto?: string
}

export interface Organisation extends Listed {
  departments?: string[]
  /** With whom the desk speaks about what was promised. */
  contact?: string
  phone?: string
  mail?: string
  /** How its tickets count while no agreement is in force. */
  cover?: string
  /** Priority of what it asks for, where the source order asks organisations. */
  priority?: string
}

export interface DirectoryData {
  people: Person[]
  teams: Team[]
  sites: Site[]
  organisations: Organisation[]
  agreements: Agreement[]
  equipment?: Equipment[]
  queues?: Queue[]
  desks?: ServiceDesk[]
  /** Those of the first day if left out. */
  roles?: Role[]
  skills?: Listed[]
  covers?: Listed[]
  agreementTypes?: Listed[]
  equipmentTypes?: EquipmentType[]
  /** Who has a rota instead of whose turn it is. */
  rotaOverrides?: RotaOverride[]
  partners?: PartnerDesk[]
}

/** A desk that tickets are exchanged with, and how. */
export interface PartnerDesk {
  id: string
  name: string
  /** Whether the pairing holds. */
  isPaired: boolean
  /** As the current edition has it: both sides know of that one. */
  exchange: Exchange
  /** What they have published. */
  offer?: Offer
}

/** How the exceptions of a shift are called on which somebody is away; on holidays people may well be on call. */
export const ABSENCE = 'Away'
export const isAbsence = ({ shut, name }: CalendarException) => shut === 'all day' && name.startsWith(ABSENCE)

const byId = <T extends { id: string; mergedInto?: string }>(list: readonly T[]) =>
  new Standing(list.map((one) => [one.id, one]))
const byNumber = <T extends { number: number; mergedInto?: string }>(list: readonly T[]) =>
  new Standing(list.map((one) => [String(one.number), one]))

/** The people, places and agreements of a desk, for looking up. Shifts are compiled once each. */
export class Directory {
  readonly people: Standing<Person>
  readonly teams: Standing<Team>
  readonly sites: Standing<Site>
  readonly organisations: Standing<Organisation>
  readonly membersOf: ReadonlyMap<string, Person[]>
  /** What ends last stands first. */
  readonly agreements: readonly Agreement[]
  /** By its number, written as a text. */
  readonly agreementsByNumber: Standing<Agreement>
  readonly queues: Standing<Queue>
  readonly desks: Standing<ServiceDesk>
  readonly roles: Standing<Role>
  readonly skills: Standing<Listed>
  readonly covers: Standing<Listed>
  readonly agreementTypes: Standing<Listed>
  readonly equipmentTypes: Standing<EquipmentType>
  /** By its number, written as a text. */
  readonly equipment: Standing<Equipment>
  readonly rotaFacts: RotaFacts
  /** Those with which nothing is paired any more among them. */
  readonly partners: ReadonlyMap<string, PartnerDesk>
  private bySerial: Map<string, string> | undefined
  private readonly shifts = new Map<string, WorkingTime>()
  private readonly rights = new Map<string, ReadonlySet<Right>>()
  private byMail: Map<string, string> | undefined

  /** @param data as it was read; it is not changed */
  constructor(readonly data: DirectoryData) {
    this.people = byId(data.people)
    this.teams = byId(data.teams)
    this.sites = byId(data.sites)
    this.organisations = byId(data.organisations)
    this.agreements = data.agreements.filter((one) => one.active !== false).sort((a, b) => b.ends - a.ends)
    this.agreementsByNumber = byNumber(data.agreements)
    this.queues = byId(data.queues ?? [])
    this.desks = byId(data.desks ?? [])
    this.roles = byId(data.roles ?? FIRST_ROLES)
    this.skills = byId(data.skills ?? [])
    this.covers = byId(data.covers ?? [])
    this.agreementTypes = byId(data.agreementTypes ?? [])
    this.equipmentTypes = byId(data.equipmentTypes ?? [])
    this.equipment = byNumber(data.equipment ?? [])
    this.partners = new Map((data.partners ?? []).map((one) => [one.id, one]))
    const members = new Map<string, Person[]>()
    for (const person of data.people)
      for (const team of person.teams) {
        const those = members.get(team)
        if (those) those.push(person)
        else members.set(team, [person])
      }
    this.membersOf = members
    this.rotaFacts = {
      overrides: data.rotaOverrides ?? [],
      isAway: (person, at) => this.isAway(this.people.get(person), at),
    }
  }

  /** Who has a mail address; written large or small is the same. */
  personOf(mail: string): Person | undefined {
    this.byMail ??= new Map([...this.people.values()].map((one) => [one.mail.toLowerCase(), one.id]))
    // Who was two has both addresses.
    return this.people.get(this.byMail.get(mail.toLowerCase()) ?? '')
  }

  /** What whoever has a role may do. */
  rightsOf(role: string): ReadonlySet<Right> {
    let rights = this.rights.get(role)
    if (!rights) this.rights.set(role, (rights = rightsOf(this.roles.get(role))))
    return rights
  }

  /** Whether somebody has a right. */
  may(person: string, right: Right): boolean {
    return this.rightsOf(this.people.get(person)?.role ?? '').has(right)
  }

  /** The tickets that somebody sees. */
  sightOf(person: string): Sight {
    const who = this.people.get(person)
    const role = this.roles.get(who?.role ?? '')
    const seer = { id: person, teams: who?.teams ?? [] }
    return sightOf(seer, this.rightsOf(who?.role ?? ''), reachOf(role), this)
  }

  /** The equipment of a serial number; written large or small is the same. */
  equipmentBySerial(serial: string): Equipment | undefined {
    this.bySerial ??= new Map(
      [...this.equipment.values()].flatMap((one) =>
        one.serial ? [[one.serial.toLowerCase(), String(one.number)] as const] : [],
      ),
    )
    return this.equipment.get(this.bySerial.get(serial.toLowerCase()) ?? '')
  }

  /** The desks with those who lead them and are there; where all of them have left, every lead changes what is theirs. */
  get desksLed(): ServiceDesk[] {
    return [...this.desks.values()].map((one) => ({
      ...one,
      leads: one.leads.filter((lead) => this.people.get(lead)?.active),
    }))
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
    const isTheirs = named !== undefined && named.active !== false && named.organisation === organisation
    return isTheirs && named.starts <= at && at < named.ends ? named : this.agreementAt(organisation, at)
  }

  /** How an organisation's tickets count: as its agreement says, or as it does without one; null for a job by itself. */
  coverOf(organisation: string | null | undefined, agreement: Agreement | undefined): string | null {
    return agreement?.cover ?? this.organisations.get(organisation ?? '')?.cover ?? null
  }

  /** What a cover is called; null for none. */
  coverName(cover: string | null): string | null {
    return cover === null ? null : (this.covers.get(cover)?.name ?? cover)
  }

  /** Whether somebody knows something, and not just learns it. */
  knows({ skills, grades }: Person, asked: string): boolean {
    const skill = this.skills.get(asked)?.id ?? asked
    return skills?.includes(skill) === true && grades?.[skill] !== 'learning'
  }

  /** The agreement of a number. */
  agreement(number: number | null): Agreement | undefined {
    return number === null ? undefined : this.agreementsByNumber.get(String(number))
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
