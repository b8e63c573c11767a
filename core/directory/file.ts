import type { Right } from '../rights'
import { canonicalJson } from '../json'
import { oneAt } from '../lookup'
import { freeId, idOf } from '../naming'
import type { FieldProblem } from '../ticket'
import { outcomeOf, type Outcome } from './change'
import type { Field, Value, Values } from './field'
import { KINDS } from './kinds'
import { NO_IDS, type ListName } from './list'
import { OverlaidWorld } from './overlaid'
import { isEmpty, keptIn, textOf, valueOf } from './types'
import type { Thing, World } from './world'

/** Lists of mere words: one that a file names is made with it. */
const WORD_LISTS: readonly ListName[] = ['skills', 'covers', 'agreement-types', 'equipment-types']

const PUT_AWAY = { active: 'yes', away: 'no' }

/** The columns of a list's file: its id or number, its fields, and whether it is put away. */
export const columnsOf = (list: ListName): string[] => [
  KINDS[list].numbered ? 'number' : 'id',
  ...Object.keys(KINDS[list].fields),
  'active',
]

/** The lines of a list's file, without its headings, as reading them again takes them. */
export function* linesOf(list: ListName, world: World): Iterable<string[]> {
  const fields = Object.entries(KINDS[list].fields)
  for (const { id, active, values, mergedInto } of world.each(list)) {
    // What is one with another has its line.
    if (mergedInto !== undefined) continue
    yield [
      id,
      ...fields.map(([name, field]) => textOf(field, values[name] ?? null, world)),
      active ? PUT_AWAY.active : PUT_AWAY.away,
    ]
  }
}

/** What becomes of one line of a file. */
export interface LineReport {
  /** In the file, the headings being line 1. */
  line: number
  outcome: 'new' | 'changed' | 'same' | 'wrong'
  /** What it has, or is given; of what has a number only where it is there already. */
  id?: string
  /** What it is called. */
  name: string
  problems: FieldProblem[]
}

/** A line that is right, with what is to be written. */
export interface LinePlan {
  report: LineReport
  before: Thing | undefined
  outcome: Outcome | undefined
  /** Whether it is put away, or taken back; undefined where that stays. */
  active: boolean | undefined
}

interface Registered {
  line: number
  given: Record<string, Value>
  before: Thing | undefined
  id: string
  active: boolean | undefined
  problems: FieldProblem[]
}

/**
 * A file that is taken in, line by line: `register` each line first, so that lines may name each other whatever their
 * order, then `plan` each. What is there is found by its id, or by what it is known by; nothing is made twice.
 */
export class FilePlan {
  private readonly world: OverlaidWorld
  private readonly registered: Registered[] = []
  private readonly lineOf = new Map<string, number>()
  private readonly known: Map<string, string>[]
  /** By what the new things of lines above are known. */
  private readonly fresh: Map<string, string>[]
  private readonly words: { list: ListName; id: string; name: string }[] = []

  constructor(
    private readonly list: ListName,
    base: World,
    private readonly rights: ReadonlySet<Right>,
  ) {
    this.world = new OverlaidWorld(base)
    this.known = KINDS[list].known.map(() => new Map())
    this.fresh = KINDS[list].known.map(() => new Map())
    for (const { id, values } of base.each(list)) this.remember(this.known, id, values)
  }

  /** The words that are made with it. */
  get makes(): readonly { list: ListName; id: string; name: string }[] {
    return this.words
  }

  get length(): number {
    return this.registered.length
  }

  /** Reads a line. @param record by heading; a column that the file does not have stays as it is */
  register(record: Readonly<Record<string, string>>, line: number): void {
    const given = this.givenIn(record)
    const key = KINDS[this.list].numbered ? 'number' : 'id'
    const said = (record[key] ?? '').trim()
    const before = this.find(said, given)
    const problems: FieldProblem[] = said && !before ? notThere(key, said) : []
    const id = before?.id ?? this.twinOf(given) ?? this.newId(said, given, line)
    const other = this.lineOf.get(id)
    if (other === undefined) this.lineOf.set(id, line)
    else problems.push({ field: key, message: `line ${other} says something of the same already` })
    const active = activeOf(record.active, problems)
    if (!before && other === undefined) {
      this.world.add(this.list, { id, active: active ?? true, values: given })
      // Forty machines of one name at one site may well be forty; of one serial number they are one.
      this.remember(this.fresh, id, this.keptOf(given), (names) => names.length === 1)
    }
    this.registered.push({ line, given, before, id, active, problems })
  }

  private givenIn(record: Readonly<Record<string, string>>): Record<string, Value> {
    const given: Record<string, Value> = {}
    for (const [name, field] of Object.entries(KINDS[this.list].fields)) {
      const text = record[name]
      if (text === undefined) continue
      this.makeWords(field, text)
      given[name] = valueOf(field, text)
    }
    return given
  }

  private newId(said: string, given: Values, line: number): string {
    if (KINDS[this.list].numbered) return `line ${line}`
    const taken = (id: string) => NO_IDS.includes(id) || this.world.has(this.list, id)
    return said && idOf(said) === said && !NO_IDS.includes(said)
      ? said
      : freeId(String(given.name ?? ''), taken, 'new')
  }

  /** Words that only a list has are made where they are missing. */
  private makeWords(field: Field, text: string): void {
    if (!('extends' in field) || !field.extends || !WORD_LISTS.includes(field.of)) return
    const value = valueOf(field, text)
    const names =
      typeof value === 'object' ? (Array.isArray(value) ? value : Object.keys(value ?? {})) : [String(value)]
    for (const name of names as string[]) {
      if (!name.trim() || this.world.has(field.of, name) || this.world.named(field.of, name).length) continue
      const id = freeId(name, (one) => this.world.has(field.of, one), 'word')
      this.world.add(field.of, { id, active: true, values: { name: name.trim() } })
      this.words.push({ list: field.of, id, name: name.trim() })
    }
  }

  private find(said: string, given: Values): Thing | undefined {
    if (said) {
      const found = this.standing(said)
      if (found) return found
    }
    const id = this.idKnownBy(this.known, given)
    return id === undefined ? undefined : this.standing(id)
  }

  /** What an id means: also one of before, which was merged. */
  private standing(id: string): Thing | undefined {
    const { base } = this.world
    return base.thing(this.list, base.standing(this.list, id))
  }

  private remember(
    known: Map<string, string>[],
    id: string,
    values: Values,
    tells: (names: readonly string[]) => boolean = () => true,
  ): void {
    for (const [at, names] of KINDS[this.list].known.entries()) {
      if (!tells(names)) continue
      const key = keyOf(names, values)
      if (key !== undefined) known[at]!.set(key, id)
    }
  }

  /** The new thing of a line above that is known by the same. */
  private twinOf(given: Values): string | undefined {
    return this.idKnownBy(this.fresh, given)
  }

  private idKnownBy(known: readonly Map<string, string>[], given: Values): string | undefined {
    const kept = this.keptOf(given)
    for (const [at, names] of KINDS[this.list].known.entries()) {
      const id = known[at]?.get(keyOf(names, kept) ?? '')
      if (id !== undefined) return id
    }
    return undefined
  }

  /** What a line gives, as it would be kept, of the fields by which things are known. */
  private keptOf(given: Values): Values {
    const { fields, known } = KINDS[this.list]
    const names = new Set(known.flat())
    return Object.fromEntries(
      [...names].flatMap((name) => {
        const kept = keptIn({ ...fields[name]!, needed: undefined }, given[name], this.world)
        return 'value' in kept ? [[name, kept.value]] : []
      }),
    )
  }

  /** What becomes of a line that was registered. @param at its place among them */
  plan(at: number): LinePlan {
    const { line, given, before, id, active, problems: found } = oneAt(this.registered, at)
    const { list, world, rights } = this
    const outcome = found.length ? undefined : outcomeOf({ list, before, given, rights, world, id })
    const problems = [...found, ...(outcome?.problems ?? [])]
    const turns = active !== undefined && active !== (before?.active ?? true)
    const isKnown = before !== undefined || !KINDS[list].numbered
    return {
      before,
      outcome: problems.length ? undefined : outcome,
      active: turns ? active : undefined,
      report: {
        ...{ line, problems },
        outcome: problems.length ? 'wrong' : whatBecomes(before, outcome, turns),
        ...(isKnown && { id }),
        name: nameOf(given, before),
      },
    }
  }
}

const nameOf = (given: Values, before: Thing | undefined) =>
  String(given.name ?? before?.values.name ?? before?.id ?? '')

function whatBecomes(before: Thing | undefined, outcome: Outcome | undefined, turns: boolean) {
  if (!before) return 'new'
  return turns || Object.keys(outcome?.changed ?? {}).length ? 'changed' : 'same'
}

/** An id that nothing has may be given to something new; a number may not, since the desk gives them out. */
function notThere(key: 'number' | 'id', said: string): FieldProblem[] {
  if (key === 'number')
    return [{ field: key, message: `there is none of the number ${said}; leave it empty for a new one` }]
  if (idOf(said) === said) return []
  return [
    { field: key, message: 'an id has small letters, figures and hyphens; leave it empty for a new one' },
  ]
}

const keyOf = (names: readonly string[], values: Values): string | undefined =>
  names.some((name, at) => isEmpty(values[name]) && at === 0)
    ? undefined
    : canonicalJson(
        names.map((name) =>
          String(values[name] ?? '')
            .trim()
            .toLowerCase(),
        ),
      )

function activeOf(text: string | undefined, problems: FieldProblem[]): boolean | undefined {
  const said = text?.trim().toLowerCase()
  if (!said) return undefined
  if (said === PUT_AWAY.active || said === PUT_AWAY.away) return said === PUT_AWAY.active
  problems.push({
    field: 'active',
    message: `write ${PUT_AWAY.active}, or ${PUT_AWAY.away} for what is put away`,
  })
  return undefined
}
