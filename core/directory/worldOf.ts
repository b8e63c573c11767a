import { daysOf } from '../agreement'
import { weekInWords } from '../time'
import { newestWeek } from './shift'
import type { Agreement, Design, Directory, Equipment, Person, Standing } from '../design'
import { namedBy } from './change'
import type { Field, Value, Values } from './field'
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
  roles: (one) => one.roles,
  skills: (one) => one.skills,
  covers: (one) => one.covers,
  'agreement-types': (one) => one.agreementTypes,
  'equipment-types': (one) => one.equipmentTypes,
  agreements: (one) => one.agreementsByNumber,
  equipment: (one) => one.equipment,
}

type Said = (thing: never, zone: string) => Value

/** What is said of a thing otherwise than under the name of its field. */
const OTHERWISE: Partial<Record<ListName, Readonly<Record<string, Said>>>> = {
  people: {
    shift: ({ shift }: Person) => (shift && newestWeek(shift).length ? weekInWords(newestWeek(shift)) : null),
    skills: ({ skills = [], grades = {} }: Person) =>
      Object.fromEntries(skills.map((one) => [one, grades[one] ?? 'sure'])),
    language: ({ notify }: Person) => notify?.language ?? null,
  },
  agreements: {
    first: (one: Agreement, zone) => daysOf(one, zone).first,
    last: (one: Agreement, zone) => daysOf(one, zone).last,
  },
  equipment: {
    warranty: ({ warrantyUntil: ends }: Equipment, zone) =>
      ends === undefined ? null : daysOf({ starts: ends, ends }, zone).last,
    agreement: ({ agreement }: Equipment) => (agreement === undefined ? null : String(agreement)),
  },
}

/** What is said of a thing in one field. */
function valueIn(list: ListName, thing: object, name: string, field: Field, zone: string): Value {
  const otherwise = OTHERWISE[list]?.[name]
  const own = otherwise ? otherwise(thing as never, zone) : (thing as Record<string, Value | undefined>)[name]
  return own ?? emptyOf(field)
}

/** What is said of a thing of the directory, field by field. @param zone of the desk, in which days are meant */
export function valuesOf(list: ListName, thing: object, zone: string): Values {
  return Object.fromEntries(
    Object.entries(KINDS[list].fields).map(([name, field]) => [
      name,
      valueIn(list, thing, name, field, zone),
    ]),
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
    return this.indexed(`${list} ${field}`, () => indexOf(this.raw(list), field))
  }

  private indexed(key: string, make: () => Index): Index {
    let all = INDEXES.get(this.directory)
    if (!all) INDEXES.set(this.directory, (all = new Map()))
    let index = all.get(key)
    if (!index) all.set(key, (index = make()))
    return index
  }

  /** The things of a list that name another in a field: without looking at each of them for each that is asked for. */
  naming(list: ListName, field: string, id: string): readonly string[] {
    return this.indexed(`${list} ${field} names`, () => this.namedIn(list, field)).get(id) ?? []
  }

  private namedIn(list: ListName, name: string): Index {
    const field = KINDS[list].fields[name]
    const index = new Map<string, string[]>()
    if (!field) return index
    for (const [id, thing] of this.raw(list))
      for (const named of namedBy(field, valueIn(list, thing, name, field, this.zone))) put(index, named, id)
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
    put(index, value.trim().toLowerCase(), id)
  }
  return index
}

function put(index: Map<string, string[]>, key: string, id: string): void {
  const those = index.get(key)
  if (those) those.push(id)
  else index.set(key, [id])
}
