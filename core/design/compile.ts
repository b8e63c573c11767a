import type { Calendars, FactValue, Vocabulary } from '../condition'
import {
  addressOf,
  QUESTION_TYPES,
  type CatalogItem,
  type Form,
  type NamedType,
  type NameOf,
  type Portal,
  type Question,
} from '../intake'
import { isRemembered, type Rota } from '../ladder'
import type { Plan } from '../plan'
import { fieldOf, valueInWords, type AskedField, type TicketField } from '../fields'
import { statusNames, statusOf, type CompiledKind, type GateAsk, type TicketKind } from '../lifecycle'
import { targetNames, type Clock } from '../clock'
import { canonicalJson } from '../json'
import {
  CalendarTime,
  CombinedTime,
  flattenCalendar,
  WorkingDays,
  type Calendar,
  type WorkingTime,
} from '../time'
import type { Category, Design, Priority, Template } from './design'
import type { Language } from '../words'
import type { Directory, Equipment } from './directory'
import type { FactDesign, ValueSet } from '../facts'
import { termsOfFact } from '../facts'
import { translated } from './translate'
import { oneAt } from '../lookup'

/** A design that lacks something it refers to; proofreading finds these before publishing. */
export class BrokenReference extends Error {
  constructor(what: string, id: string) {
    super(`The design has no ${what} “${id}”`)
    this.name = 'BrokenReference'
  }
}

function lookUp<T>(map: ReadonlyMap<string, T>, what: string, id: string): T {
  const found = map.get(id)
  if (!found) throw new BrokenReference(what, id)
  return found
}

const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((one) => [one.id, one]))

/** How many calendars with somebody's shifts laid over them are kept compiled. */
const MOST_SHIFTS = 2000

/** A published design made ready for deciding: everything looked up by id, calendars compiled on first use. */
export class CompiledDesign implements Calendars, FactDesign {
  readonly questions: ReadonlyMap<string, Question>
  readonly categories: ReadonlyMap<string, Category>
  readonly fields: ReadonlyMap<string, TicketField>
  /** Whether any ladder remembers when it began. */
  readonly remembers: boolean
  private readonly maps
  private readonly hours = new Map<string, CalendarTime>()
  private readonly days = new Map<string, WorkingDays>()
  private readonly shiftHours = new Map<string, WorkingTime>()
  private readonly likeness = new Map<string, boolean>()
  private readonly languages = new Map<Language, CompiledDesign>()
  private texts: Readonly<Record<string, string>> = {}

  /**
   * @param edition number of the edition; 0 for a draft
   * @param earlier gives another edition, for clocks that count in the hours of one
   */
  constructor(
    readonly design: Design,
    readonly edition: number,
    private readonly earlier: (edition: number) => CompiledDesign | undefined = () => undefined,
  ) {
    this.questions = new Map(design.questions.map((one) => [one.name, one]))
    this.categories = byId(design.categories)
    this.fields = new Map(design.fields.map((one) => [one.name, one]))
    this.remembers = design.ladders.some(isRemembered)
    this.maps = {
      kinds: new Map(design.kinds.map((kind) => [kind.id, this.compiledKind(kind)])),
      items: byId(design.items),
      forms: byId(design.forms),
      portals: byAddress(design.portals),
      priorities: byId(design.priorities),
      rotas: byId(design.rotas),
      templates: byId(design.templates),
      plans: byId(design.plans),
      calendars: byId(design.calendars),
    }
  }

  kind = (id: string): CompiledKind => lookUp(this.maps.kinds, 'ticket kind', id)
  item = (id: string): CatalogItem => lookUp(this.maps.items, 'catalog item', id)
  /** The desk that an item is asked of, where the installation has several. */
  deskOf = (item: string): string | undefined => this.maps.items.get(item)?.desk
  groupOf = (kind: string, status: string): string => statusOf(this.kind(kind), status).group
  findItem = (id: string): CatalogItem | undefined => this.maps.items.get(id)
  form = (id: string): Form => lookUp(this.maps.forms, 'form', id)
  portal = (id: string): Portal => lookUp(this.maps.portals, 'portal', id)
  findPortal = (id: string): Portal | undefined => this.maps.portals.get(id)
  priority = (id: string): Priority => lookUp(this.maps.priorities, 'priority', id)
  rota = (id: string): Rota => lookUp(this.maps.rotas, 'rota', id)
  findPlan = (id: string): Plan | undefined => this.maps.plans.get(id)
  findTemplate = (id: string): Template | undefined => this.maps.templates.get(id)

  hasCalendar = (id: string): boolean => this.maps.calendars.has(id)
  hasPriority = (id: string): boolean => this.maps.priorities.has(id)
  findKind = (id: string): CompiledKind | undefined => this.maps.kinds.get(id)

  private compiledKind(kind: TicketKind): CompiledKind {
    const statuses = kind.statuses.map((one) => ({
      ...one,
      gate: one.gate.flatMap((ask) => this.asked(ask) ?? []),
    }))
    return { ...kind, statuses }
  }

  /** What a gate asks for, with all that its field says; undefined where there is no such field. */
  asked({ field: name, label, required, anew }: GateAsk): AskedField | undefined {
    const field = this.fields.get(name)
    if (!field) return undefined
    const { sees: _, changes: __, toRequester: ___, ...question } = field
    return { ...question, ...(label && { label }), required, ...(anew && { anew }) }
  }

  /** The fields of a ticket kind, in the order of the screen; none of a kind that is not there. */
  fieldsOf(kind: string): TicketField[] {
    return (this.maps.kinds.get(kind)?.fields ?? []).flatMap((one) => this.fields.get(one.field) ?? [])
  }

  /** The same edition with what requesters read in a language, as far as it is translated. */
  inLanguage(language: Language): CompiledDesign {
    const translation = this.design.translations.find((one) => one.id === language)
    if (!translation || language === (this.design.desk.language ?? 'en')) return this
    let other = this.languages.get(language)
    if (!other) {
      other = new CompiledDesign(translated(this.design, translation), this.edition, this.earlier)
      other.texts = translation.texts
      this.languages.set(language, other)
    }
    return other
  }

  /** A text that may be one which a lead has written, such as a summary that is the name of its item. */
  said = (text: string): string => (Object.hasOwn(this.texts, text) ? this.texts[text] || text : text)

  /** A calendar of the design, compiled. */
  calendar(id: string): CalendarTime {
    let hours = this.hours.get(id)
    if (!hours) {
      hours = new CalendarTime(this.flat(id))
      this.hours.set(id, hours)
    }
    return hours
  }

  /** The working time of the desk. */
  get deskHours(): CalendarTime {
    return this.calendar(this.design.desk.calendar)
  }

  /** Which days are working days of a calendar; undefined where there is none. */
  workingDays(id: string): WorkingDays | undefined {
    let days = this.days.get(id)
    if (!days && this.hasCalendar(id)) this.days.set(id, (days = new WorkingDays(this.calendar(id))))
    return days
  }

  private flat(id: string): Calendar {
    const calendar = lookUp(this.maps.calendars, 'calendar', id)
    return flattenCalendar(calendar, (base) => this.maps.calendars.get(base))
  }

  /**
   * The hours in which a clock counts: its calendar in its edition, with the shifts laid over it.
   * @throws BrokenReference when the calendar or the edition is not known
   */
  hoursOf({ edition, calendar, shift }: Pick<Clock, 'edition' | 'calendar' | 'shift'>): WorkingTime {
    if (edition !== this.edition) return this.other(edition).hoursOf({ edition, calendar, shift })
    const hours = this.calendar(calendar)
    if (!shift) return hours
    const key = `${calendar} ${canonicalJson(shift.hours)}`
    let combined = this.shiftHours.get(key)
    if (!combined) {
      // Each change of somebody's shifts makes another; the old ones are asked for less and less.
      if (this.shiftHours.size >= MOST_SHIFTS) this.shiftHours.clear()
      combined = new CombinedTime('all', [hours, new CalendarTime(shift.hours)])
      this.shiftHours.set(key, combined)
    }
    return combined
  }

  /** Whether a calendar says the same in another edition as here, with all that it builds on. */
  hasSameHours(edition: number, id: string): boolean {
    const key = `${edition} ${id}`
    let same = this.likeness.get(key)
    if (same === undefined) {
      same = canonicalJson(this.other(edition).flat(id)) === canonicalJson(this.flat(id))
      this.likeness.set(key, same)
    }
    return same
  }

  /** An edition that came before this one; undefined where nothing is known of it. */
  earlierEdition(edition: number): CompiledDesign | undefined {
    return edition === this.edition ? this : this.earlier(edition)
  }

  private other(edition: number): CompiledDesign {
    const found = this.earlierEdition(edition)
    if (!found) throw new BrokenReference('edition', String(edition))
    return found
  }

  /** What a category is called in this edition that may have stood elsewhere before; undefined where it is gone. */
  categoryNow(id: string): string | undefined {
    if (this.categories.has(id)) return id
    return this.design.categories.find((one) => one.formerly?.includes(id))?.id
  }

  /** A category's path in names: `Gates › Scanners`. */
  categoryPath(id: string): string {
    const parts = id.split('/')
    return parts
      .map(
        (_, index) => this.categories.get(parts.slice(0, index + 1).join('/'))?.name ?? oneAt(parts, index),
      )
      .join(' › ')
  }

  /**
   * Names what an answer chose by id; undefined when there is no such thing.
   * @param files the files that came with a ticket
   */
  nameOf(directory: Directory, files: readonly { id: string; name: string }[] = []): NameOf {
    const named: Record<NamedType | 'attachment', (id: string) => string | undefined> = {
      attachment: (id) => files.find((one) => one.id === id)?.name,
      equipment: (id) => equipmentName(directory.equipment.get(id)),
      person: (id) => directory.people.get(id)?.name,
      organisation: (id) => directory.organisations.get(id)?.name,
      site: (id) => directory.sites.get(id)?.name,
      category: (id) => (this.categories.has(id) ? this.categoryPath(id) : undefined),
    }
    return (type, id) => (Object.hasOwn(named, type) ? named[type as NamedType](id) : undefined)
  }

  /** How facts and values are called, for sentences about this design's rules. */
  vocabulary(directory: Directory): Vocabulary {
    return {
      fact: (name) => this.factName(name),
      value: (fact, value) => this.valueName(fact, value, directory),
      says: (fact) => termsOfFact(fact)?.says,
    }
  }

  /** What a target of the service levels is called, in the first level that has it. */
  targetName(target: string | undefined): string | undefined {
    return target === undefined ? undefined : (targetNames(this.design)[target] ?? target)
  }

  /** What a fact is called: `cover`, or the question of a form. */
  factName(fact: string): string {
    const field = fieldOf(fact)
    if (field !== undefined) return `“${this.fields.get(field)?.label ?? field}”`
    if (fact.startsWith('form.')) return `the answer to “${this.questions.get(fact.slice(5))?.label ?? fact}”`
    return termsOfFact(fact)?.name ?? fact
  }

  /** The name of a status, or what the ticket kinds that have it call it. */
  private statusName(id: string): string | undefined {
    this.statuses ??= statusNames(this.design.kinds)
    return this.statuses[id]
  }
  private statuses: Readonly<Record<string, string>> | undefined

  /** What a value of a fact is called; as it is where it has no name. */
  valueName(fact: string, value: FactValue, directory: Directory): string {
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    const id = String(value)
    if (fact.startsWith('form.')) return this.answerName(this.questions.get(fact.slice(5)), id, directory)
    const field = this.fields.get(fieldOf(fact) ?? '')
    if (field) return valueInWords(field, id, this.nameOf(directory))
    const values = fact === 'calendar' ? fact : termsOfFact(fact)?.values
    return (values && this.names[values](id, directory)) ?? id
  }

  private answerName(question: Question | undefined, id: string, directory: Directory): string {
    if (!question) return id
    return QUESTION_TYPES[question.type].said(id, question, this.nameOf(directory), 'en')
  }

  /** What the values of each set are called. */
  private readonly names: Record<
    ValueSet | 'calendar',
    (id: string, directory: Directory) => string | undefined
  > = {
    category: (id) => this.categoryPath(id),
    item: (id) => this.maps.items.get(id)?.name,
    calendar: (id) => this.maps.calendars.get(id)?.name,
    kind: (id) => this.maps.kinds.get(id)?.name,
    desk: (id, directory) => directory.desks.get(id)?.name,
    priority: (id) => this.maps.priorities.get(id)?.name,
    queue: (id, directory) => directory.queues.get(id)?.name,
    site: (id, directory) => directory.sites.get(id)?.name,
    organisation: (id, directory) => directory.organisations.get(id)?.name,
    team: (id, directory) => directory.teams.get(id)?.name,
    portal: (id) => this.maps.portals.get(id)?.name,
    technician: (id, directory) => directory.people.get(id)?.name,
    requester: (id, directory) => directory.people.get(id)?.name,
    status: (id) => this.statusName(id),
    statusGroup: (id) => id,
    exchange: (id) => id,
    partner: (id) => this.design.exchanges.find((one) => one.id === id)?.name ?? id,
    channel: (id) => id,
    grade: (id) => id,
    cover: (id, directory) => directory.covers.get(id)?.name ?? id,
  }
}

/** A piece of equipment as people tell it apart: its name, and its number on the label. */
export function equipmentName(one: Equipment | undefined): string | undefined {
  return one && `${one.name} (${one.number}${one.serial ? `, ${one.serial}` : ''})`
}

/** Portals by what they are known by, and by every address that they have or had; their own come before former ones. */
const byAddress = (portals: readonly Portal[]): Map<string, Portal> =>
  new Map([
    ...portals.flatMap((one) => (one.formerAddresses ?? []).map((address) => [address, one] as const)),
    ...portals.map((one) => [addressOf(one), one] as const),
    ...portals.map((one) => [one.id, one] as const),
  ])
