import { daysOf } from '../agreement'
import { weekInWords } from '../time'
import { newestWeek } from './shift'
import type { Agreement, Design, Directory, Equipment, Person, Standing } from '../design'
import type { Value, Values } from './field'
import { KINDS } from './kinds'
import type { ListName } from './list'
import { emptyOf } from './types'
import type { Thing, World } from './world'

/** What everything that is kept has. */
interface Kept {
  active?: boolean
  mergedInto?: string
}

/** Where the directory keeps the things of a list. */
const LISTS: { [L in ListName]: (directory: Directory) => Standing<Kept> } = {
  organisations: (one) => one.organisations,
  sites: (one) => one.sites,
  teams: (one) => one.teams,
  people: (one) => one.people,
  queues: (one) => one.queues,
  desks: (one) => one.desks,
  skills: (one) => one.skills,
  covers: (one) => one.covers,
  'agreement-types': (one) => one.agreementTypes,
  'equipment-types': (one) => one.equipmentTypes,
  agreements: (one) => one.agreementsByNumber,
  equipment: (one) => one.equipment,
}

/** What is said of a thing otherwise than under the name of its field. */
const OTHERWISE: Partial<Record<ListName, (thing: never, zone: string) => Values>> = {
  people: ({ skills = [], grades = {}, notify, shift }: Person) => ({
    shift: shift && newestWeek(shift).length ? weekInWords(newestWeek(shift)) : null,
    skills: Object.fromEntries(skills.map((one) => [one, grades[one] ?? 'sure'])),
    language: notify?.language ?? null,
  }),
  agreements: (one: Agreement, zone) => ({ ...daysOf(one, zone) }),
  equipment: ({ warrantyUntil, agreement }: Equipment, zone) => ({
    warranty:
      warrantyUntil === undefined ? null : daysOf({ starts: warrantyUntil, ends: warrantyUntil }, zone).last,
    agreement: agreement === undefined ? null : String(agreement),
  }),
}

/** What is said of a thing of the directory, field by field. @param zone of the desk, in which days are meant */
export function valuesOf(list: ListName, thing: object, zone: string): Values {
  const own = { ...thing, ...OTHERWISE[list]?.(thing as never, zone) } as Record<string, Value | undefined>
  return Object.fromEntries(
    Object.entries(KINDS[list].fields).map(([name, field]) => [name, own[name] ?? emptyOf(field)]),
  )
}

type Index = ReadonlyMap<string, readonly string[]>

/** Indexes by list and field; a directory never changes, so they last as long as it does. */
const INDEXES = new WeakMap<Directory, Map<string, Index>>()

/** The directory and the design in force, for whoever says something of a thing. */
export class DirectoryWorld implements World {
  readonly calendars
  readonly priorities
  readonly zone

  constructor(
    private readonly directory: Directory,
    design: Pick<Design, 'desk' | 'calendars' | 'priorities'>,
  ) {
    this.zone = design.desk.zone
    this.calendars = design.calendars.map(({ id, name }) => ({ value: id, label: name }))
    this.priorities = design.priorities
      .filter((one) => one.active)
      .map(({ id, numeral, name }) => ({ value: id, label: `${numeral} ${name}` }))
  }

  private raw(list: ListName) {
    return LISTS[list](this.directory)
  }

  has(list: ListName, id: string): boolean {
    return this.raw(list).has(id)
  }

  isActive(list: ListName, id: string): boolean {
    const thing = this.raw(list).own(id)
    return thing !== undefined && isActive(thing)
  }

  standing(list: ListName, id: string): string {
    return this.raw(list).own(id)?.mergedInto ?? id
  }

  thing(list: ListName, id: string): Thing | undefined {
    const thing = this.raw(list).own(id)
    return thing && this.asThing(list, id, thing)
  }

  private asThing(list: ListName, id: string, thing: Kept): Thing {
    const { mergedInto } = thing
    return {
      ...{ id, active: isActive(thing), values: valuesOf(list, thing, this.zone) },
      ...(mergedInto !== undefined && { mergedInto }),
    }
  }

  nameOf(list: ListName, id: string): string {
    const thing = this.raw(list).own(id) as { name?: string } | undefined
    return list === 'agreements' ? id : (thing?.name ?? id)
  }

  named(list: ListName, name: string): readonly string[] {
    return this.having(list, 'name', name).filter((id) => this.standing(list, id) === id)
  }

  having(list: ListName, field: string, text: string): readonly string[] {
    return this.index(list, field).get(text.trim().toLowerCase()) ?? []
  }

  private index(list: ListName, field: string): Index {
    let all = INDEXES.get(this.directory)
    if (!all) INDEXES.set(this.directory, (all = new Map()))
    const key = `${list} ${field}`
    let index = all.get(key)
    if (!index) all.set(key, (index = indexOf(this.raw(list), field)))
    return index
  }

  *each(list: ListName): Iterable<Thing> {
    for (const [id, thing] of this.raw(list)) yield this.asThing(list, id, thing)
  }
}

const isActive = (thing: Kept) => thing.active !== false

function indexOf(things: ReadonlyMap<string, object>, field: string): Index {
  const index = new Map<string, string[]>()
  for (const [id, thing] of things) {
    const value = (thing as Record<string, unknown>)[field]
    if (typeof value !== 'string' || !value) continue
    const key = value.trim().toLowerCase()
    const those = index.get(key)
    if (those) those.push(id)
    else index.set(key, [id])
  }
  return index
}
