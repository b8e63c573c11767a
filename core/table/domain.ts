import {
  fold,
  LONGEST,
  listOf,
  listValue,
  OPERATORS,
  readLength,
  readWhen,
  testHolds,
  writeLength,
  type Condition,
  type FactValue,
  type Test,
} from '../condition'
import { DAY } from '../time'
import { rest, union, type Stretches } from './boxes'
import type { Cell } from './table'
import { numbersIn, oneAt, textsIn } from '../lookup'

/**
 * What values a fact can have, for analysis. `always` says that it is never empty. A `choice` or a `path` has the values
 * named and no others; a `list` holds any of them at once; `text` may be anything.
 */
export type Domain =
  | { type: 'number'; min?: number; max?: number; always?: boolean }
  | { type: 'choice'; values: readonly (string | boolean)[]; always?: boolean }
  | { type: 'path'; values: readonly string[]; always?: boolean }
  | { type: 'list'; values: readonly string[] }
  | { type: 'date' | 'length' | 'text'; always?: boolean }

/** What is known of the facts' values, by name of the fact; of others only the cells tell. */
export type Domains = Readonly<Record<string, Domain>>

const NONE = '\u0000'
/** Of a list, so many options are told apart; more make too many combinations to tell. */
const MOST_OPTIONS = 8

/**
 * One way in which cases differ: the values of a fact, in classes that no cell tells apart (atoms). Each atom has one
 * value that stands for it. What a text contains is a dimension of its own for each text asked for, with two atoms.
 */
export class Dimension {
  readonly size: number
  readonly all: Stretches
  /** Whether a value of every combination of atoms exists for certain. */
  readonly isCertain: boolean
  private readonly sets = new Map<string, Stretches>()
  private places: Places | undefined

  constructor(
    readonly column: number,
    /** A value for each atom; undefined stands for empty. */
    readonly atoms: readonly (FactValue | undefined)[],
    readonly domain: Domain,
    /** The cell that this dimension is about, where texts are read. */
    readonly reads?: NonNullable<Cell>,
    /** The values asked for, which are edges of stretches, and the beginnings asked for. */
    readonly edges: ReadonlySet<FactValue | undefined> = new Set(),
    readonly beginnings: readonly string[] = [],
  ) {
    this.size = reads ? 2 : atoms.length
    this.isCertain = !reads
    this.all = [0, this.size]
  }

  /** The atoms that fit a cell. */
  fitting(cell: Cell): Stretches {
    if (!cell) return this.all
    const key = keyOf(cell)
    let set = this.sets.get(key)
    if (!set) this.sets.set(key, (set = this.work(cell, key)))
    return set
  }

  private work(cell: NonNullable<Cell>, key: string): Stretches {
    if (this.reads) return keyOf(this.reads) === key ? [0, 1] : this.all
    if (isApart(cell)) return stretchesOf(this.atoms.map((value) => value !== undefined))
    const named = this.naming(cell)
    if (named) return named
    const test = { fact: 'x', ...cell }
    return stretchesOf(this.atoms.map((x) => testHolds(test, { x })))
  }

  /** Where a cell names values, they are looked up: a table of thousands of categories has as many atoms. */
  private naming({ op, value }: NonNullable<Cell>): Stretches | undefined {
    const { names } = OPERATORS[op]
    if (!names || ['list', 'length', 'date'].includes(this.domain.type)) return undefined
    const places = (this.places ??= placesOf(this.domain, this.atoms))
    const found = (value === undefined ? [] : listOf(value)).flatMap((one) => places.get(one) ?? [])
    const set = union(found.map((index) => [index, index + 1]))
    return names === 'in' ? set : rest(set, this.size)
  }
}

type Places = Map<FactValue | undefined, number>

/** Where the values of a domain stand, worked out once for each: the values of a domain come first, in their order. */
const PLACES = new WeakMap<readonly unknown[], Places>()

function placesOf(domain: Domain, atoms: Dimension['atoms']): Places {
  const isNamed = (domain.type === 'choice' || domain.type === 'path') && domain.values.length > 0
  let places = isNamed ? PLACES.get(domain.values) : undefined
  if (!places) {
    places = new Map(atoms.map((atom, index) => [atom, index]))
    if (isNamed) PLACES.set(domain.values, places)
  }
  return places
}

const keyOf = (cell: NonNullable<Cell>) => JSON.stringify([cell.op, cell.value])

/** Whether a cell asks what the values that others ask for say nothing about: a word in a text, for one. */
const isApart = (cell: NonNullable<Cell>) => OPERATORS[cell.op].isApart === true

export function stretchesOf(holds: readonly boolean[]): Stretches {
  const found: number[] = []
  holds.forEach((one, index) => {
    if (one !== (holds[index - 1] ?? false)) found.push(index)
  })
  if (found.length & 1) found.push(holds.length)
  return found
}

/** The dimensions of a column: its values, and each text that its cells look for. */
export function dimensionsOf(column: number, cells: readonly Cell[], known?: Domain): Dimension[] {
  const asked = [...new Map(cells.flatMap((cell) => (cell ? [[keyOf(cell), cell] as const] : []))).values()]
  const domain = known ?? guess(asked)
  const values = atomsOf(domain, asked)
  const reading = asked.filter(isApart)
  const edges = new Set(asked.flatMap((cell) => cell.value ?? []))
  const beginnings = asked.flatMap((cell) => (cell.op === 'startsWith' ? String(cell.value) : []))
  return [
    new Dimension(column, values, domain, undefined, edges, [...new Set(beginnings)]),
    ...reading.map((cell) => new Dimension(column, [], domain, cell)),
  ]
}

function guess(cells: NonNullable<Cell>[]): Domain {
  const values = cells.filter((cell) => !isApart(cell)).flatMap((cell) => cell.value ?? [])
  if (values.length && values.every((one) => typeof one === 'boolean'))
    return { type: 'choice', values: [true, false] }
  if (values.length && values.every((one) => typeof one === 'number')) return { type: 'number' }
  if (values.length && values.every((one) => readWhen(one))) return { type: 'date' }
  if (values.length && values.every((one) => readLength(one) !== undefined)) return { type: 'length' }
  return cells.some((cell) => cell.op === 'under') ? { type: 'path', values: [] } : { type: 'text' }
}

/** A value for each class of values that no cell tells apart. */
function atomsOf(domain: Domain, cells: NonNullable<Cell>[]): (FactValue | undefined)[] {
  const empty = 'always' in domain && domain.always ? [] : [undefined]
  const said = cells.filter((cell) => !isApart(cell)).flatMap((cell) => cell.value ?? [])
  switch (domain.type) {
    case 'number':
      return [...numbers(numbersIn(said), domain.min, domain.max), ...empty]
    case 'date':
      return [...days(textsIn(said)), ...empty]
    case 'length':
      return [...lengths(textsIn(said)), ...empty]
    case 'choice':
      return [...domain.values, ...empty]
    case 'list':
      return [...choicesOf(domain.values, textsIn(said))]
    case 'path':
      return [...(domain.values.length ? domain.values : paths(textsIn(said))), ...empty]
    default:
      return [...texts(cells), ...empty]
  }
}

/** Each edge, and a number between each two. */
function numbers(said: number[], min = -Infinity, max = Infinity): number[] {
  const edges = [...new Set([...said, min, max])]
    .filter((one) => Number.isFinite(one) && one >= min && one <= max)
    .sort((a, b) => a - b)
  if (!edges.length) return [0]
  const found = edges.flatMap((edge, index) =>
    index ? [(oneAt(edges, index - 1) + edge) / 2, edge] : [edge],
  )
  if (min === -Infinity) found.unshift(oneAt(edges, 0) - 1)
  if (max === Infinity) found.push(oneAt(edges, -1) + 1)
  return found
}

/** Each length of time asked for, and one between each two that have one. */
function lengths(said: string[]): string[] {
  const edges = [...new Set(said.flatMap((one) => readLength(one) ?? []))].sort((a, b) => a - b)
  if (!edges.length) return [writeLength(1)]
  const [first, last] = [oneAt(edges, 0), oneAt(edges, -1)]
  const after = (edge: number) => (edge === last || edges.includes(edge + 1) ? [edge] : [edge, edge + 1])
  return [
    ...(first > 1 ? [first - 1] : []),
    ...edges.flatMap(after),
    ...(last < LONGEST ? [last + 1] : []),
  ].map(writeLength)
}

/** Each day asked for, and one between each two that have one; of moments `moments`. */
function days(said: string[]): string[] {
  const all = said.flatMap((one) => readWhen(one) ?? [])
  if (all.some((one) => one.at !== undefined)) return moments(said)
  const edges = [...new Set(all.map((one) => one.day))].sort()
  const between = edges.flatMap((edge, index) => {
    const next = nextDay(edge, 1)
    return next === edges[index + 1] ? [edge] : [edge, next]
  })
  return edges.length ? [nextDay(oneAt(edges, 0), -1), ...between] : [SOME_DAY]
}

const SOME_DAY = '2000-01-01'
const nextDay = (day: string, by: number) => new Date(Date.parse(day) + by * DAY).toISOString().slice(0, 10)

/**
 * Where moments are asked for, stretches of time by UTC, each by its first moment: from a day to the next, from a moment
 * to the second after. A day is another stretch elsewhere; for those who write in UTC it is exact.
 */
function moments(said: string[]): string[] {
  const starts = said.flatMap((one) => {
    const { at, day } = readWhen(one) ?? {}
    if (at !== undefined) return [at, at + 1000]
    return day === undefined ? [] : [Date.parse(day), Date.parse(day) + DAY]
  })
  const sorted = [...new Set(starts)].sort((a, b) => a - b)
  return [oneAt(sorted, 0) - DAY, ...sorted].map((at) => `${new Date(at).toISOString().slice(0, 19)}Z`)
}

/** Every set of the options asked for; what else may be chosen makes no difference. */
function choicesOf(values: readonly string[], said: string[]): FactValue[] {
  const options = [...new Set(said)].slice(0, MOST_OPTIONS)
  const isMore = values.some((one) => !options.includes(one))
  const sets = Array.from({ length: 2 ** options.length }, (_, set) =>
    options.filter((_, place) => (set >>> place) & 1),
  )
  // Something else chosen is not empty, though no option that is asked for.
  return isMore ? [...sets, [NONE]] : sets
}

function paths(said: string[]): string[] {
  return [...new Set(said)]
    .sort()
    .flatMap((path) => [path, `${path}/${NONE}`])
    .concat(NONE)
}

function texts(cells: NonNullable<Cell>[]): string[] {
  const said = cells.filter((cell) => !isApart(cell)).flatMap((cell) => cell.value ?? [])
  const beginnings = cells.filter((cell) => cell.op === 'startsWith').map((cell) => `${cell.value}${NONE}`)
  const values = new Set([...textsIn(said), ...beginnings, NONE])
  return [...values].sort()
}

/** Some atoms of a dimension in words and as cells. */
export interface Described {
  when: Condition
  /** Cells that together fit these atoms, and may fit more. */
  cells: NonNullable<Cell>[]
  /** Whether the cells fit these atoms only. */
  isExact: boolean
}

/** A part of what is described: what it asks, and the cell that comes nearest to that and fits all of it. */
interface Piece {
  cell: NonNullable<Cell>
  /** What exactly is meant, if the cell alone does not say it: all of `tests`, and none of `not`. */
  tests?: NonNullable<Cell>[]
  not?: NonNullable<Cell>[]
}

/** Describes some atoms of a dimension, but not all of them. */
export function describe(dimension: Dimension, set: Stretches, fact: string): Described {
  const { reads, domain } = dimension
  if (reads) {
    const test: Test = { fact, ...reads }
    return set[0] === 0
      ? { when: test, cells: [reads], isExact: true }
      : { when: { none: [test] }, cells: [], isExact: false }
  }
  const atoms = dimension.atoms.filter((_, index) => isIn(set, index))
  if (domain.type === 'list') {
    const sets = atoms.map((one) => lists(dimension, textsIn(one), fact))
    return { when: alone(sets), cells: [], isExact: false }
  }
  const isOrdered = ['number', 'length', 'date'].includes(domain.type)
  const pieces = isOrdered ? ranges(dimension, set) : named(dimension, atoms)
  return {
    when: alone(pieces.map((one) => whenOf(one, fact))),
    cells: pieces.map((one) => one.cell),
    isExact: pieces.every((one) => !one.tests && !one.not?.length),
  }
}

function whenOf({ cell, tests = [cell], not = [] }: Piece, fact: string): Condition {
  const asked = (one: NonNullable<Cell>): Test => ({ fact, ...one })
  return together([...tests.map(asked), ...(not.length ? [{ none: not.map(asked) }] : [])])
}

const alone = (any: Condition[]): Condition => (any.length === 1 ? oneAt(any, 0) : { any })
const together = (all: Condition[]): Condition => (all.length === 1 ? oneAt(all, 0) : { all })

export function isIn(set: Stretches, atom: number): boolean {
  for (let at = 0; at < set.length; at += 2) if (atom >= set[at]! && atom < set[at + 1]!) return true
  return false
}

function lists(dimension: Dimension, chosen: string[], fact: string): Condition {
  if (!chosen.length) return { fact, op: 'empty' }
  const options = [...new Set(textsIn(dimension.atoms.flat()))].filter((one) => one !== NONE)
  const has = chosen.filter((one) => options.includes(one)).map((value): Test => ({ fact, op: 'is', value }))
  const not = options.filter((one) => !chosen.includes(one))
  const tests: Test[] = [
    ...(has.length ? has : [{ fact, op: 'filled' as const }]),
    ...(not.length ? [{ fact, op: 'noneOf' as const, value: not }] : []),
  ]
  return together(tests)
}

const isOther = (value: FactValue | undefined) => typeof value === 'string' && value.endsWith(NONE)
const EMPTY: Piece = { cell: { op: 'empty' } }

/** Atoms that have names. */
function named(dimension: Dimension, atoms: readonly (FactValue | undefined)[]): Piece[] {
  const isEmptyIn = atoms.includes(undefined)
  const values = atoms.filter((one) => one !== undefined)
  const full = dimension.atoms.filter((one) => one !== undefined)
  const empty = isEmptyIn ? [EMPTY] : []
  if (values.length === full.length) return isEmptyIn ? [] : [{ cell: { op: 'filled' } }]
  const [all, chosen] = [textsIn(full), textsIn(values)]
  if (dimension.domain.type === 'path') return [...branches(all, chosen), ...empty]
  if (values.some(isOther)) return others(dimension, all, chosen, isEmptyIn)
  return [...among(values), ...empty]
}

const among = (values: readonly FactValue[]): Piece[] =>
  values.length > 1
    ? [{ cell: { op: 'oneOf', value: listValue(values) } }]
    : values.map((value) => ({ cell: { op: 'is', value } }))

/** Everything but what is named, and what begins with a text asked for but is not named. */
function others({ beginnings }: Dimension, full: string[], values: string[], isEmptyIn: boolean): Piece[] {
  const isIn = (one: string) => values.includes(one)
  const named = full.filter((one) => !isOther(one))
  const left = named.filter((one) => !isIn(one))
  const classes = values.filter(isOther).map((one) => one.slice(0, -NONE.length))
  const covers = (beginning: string, text: string) => fold(text).startsWith(fold(beginning))
  if (!beginnings.length) {
    const not: NonNullable<Cell> = { op: 'noneOf', value: left }
    // A negation fits what is empty too.
    return isEmptyIn ? [{ cell: not }] : [{ cell: not, tests: [{ op: 'filled' }, not] }]
  }
  const pieces = classes.map((beginning): Piece => {
    const isAny = beginning === ''
    const cell: NonNullable<Cell> = isAny ? { op: 'filled' } : { op: 'startsWith', value: beginning }
    const longer = beginnings.filter((one) => fold(one) !== fold(beginning) && covers(beginning, one))
    const not = longer.map((value): NonNullable<Cell> => ({ op: 'startsWith', value }))
    const within = left.filter((one) => covers(beginning, one) && !longer.some((other) => covers(other, one)))
    return { cell, not: [...not, ...among(within).map((one) => one.cell)] }
  })
  // What is named and belongs to none of these.
  const own = named.filter((one) => isIn(one) && !classes.some((beginning) => isLast(beginning, one)))
  return [...pieces, ...among(own), ...(isEmptyIn ? [EMPTY] : [])]

  /** Whether a beginning is the longest that a text has. */
  function isLast(beginning: string, text: string): boolean {
    const has = beginnings.filter((one) => covers(one, text)).map((one) => one.length)
    return covers(beginning, text) && beginning.length >= Math.max(0, ...has)
  }
}

/** Paths as whole branches where all that is known below is in it, else one by one. */
function branches(known: string[], values: string[]): Piece[] {
  const within = new Set(values)
  const below = (path: string) => known.filter((one) => one === path || one.startsWith(`${path}/`))
  const whole = values.filter((path) => {
    const branch = isOther(path) ? [] : below(path)
    return branch.length > 1 && branch.every((one) => within.has(one))
  })
  const roots = whole.filter((path) => !whole.some((other) => path.startsWith(`${other}/`)))
  const left = values.filter((path) => !roots.some((root) => path === root || path.startsWith(`${root}/`)))
  const under: Piece[] = roots.length
    ? [{ cell: { op: 'under', value: roots.length === 1 ? oneAt(roots, 0) : roots } }]
    : []
  const rest = left.filter(isOther).map((path): Piece => restOf(path, known))
  return [...under, ...among(left.filter((path) => !isOther(path))), ...rest]
}

/** What lies below a path, or anywhere, but is not named and not below a longer one that is. */
function restOf(path: string, known: string[]): Piece {
  const top = path.slice(0, -NONE.length).replace(/\/$/, '')
  const named = known.filter((one) => !isOther(one))
  if (!top) return { cell: { op: 'filled' }, not: named.length ? [{ op: 'under', value: named }] : [] }
  const longer = named.filter((one) => fold(one).startsWith(`${fold(top)}/`))
  const below: NonNullable<Cell>[] = longer.length ? [{ op: 'under', value: longer }] : []
  return { cell: { op: 'under', value: top }, not: [...below, { op: 'is', value: top }] }
}

/** Stretches of numbers or days. */
function ranges(dimension: Dimension, set: Stretches): Piece[] {
  const { atoms } = dimension
  const last = atoms.at(-1) === undefined ? atoms.length - 1 : atoms.length
  const pieces: Piece[] = []
  for (let at = 0; at < set.length; at += 2) {
    const [from, to] = [oneAt(set, at), Math.min(oneAt(set, at + 1), last)]
    if (from < to) pieces.push(range(dimension, from, to, last))
  }
  return last < atoms.length && isIn(set, last) ? [...pieces, EMPTY] : pieces
}

/** One stretch. Between edges there are other values than the one that stands for them, so it ends at edges. */
function range(dimension: Dimension, from: number, to: number, last: number): Piece {
  const { atoms, domain } = dimension
  if (domain.type === 'date' && String(atoms[0]).includes('T')) return momentRange(dimension, from, to, last)
  const isEdge = (index: number) => isEdgeOf(dimension, index)
  const low = from === 0 ? undefined : isEdge(from) ? from : from - 1
  const high = to === last ? undefined : isEdge(to - 1) ? to - 1 : to
  const [above, below] =
    domain.type === 'date' ? (['after', 'before'] as const) : (['greater', 'less'] as const)
  if (low !== undefined && low === high) return { cell: { op: 'is', value: atoms[low] } }
  const end = (op: NonNullable<Cell>['op'], at: number | undefined): NonNullable<Cell>[] =>
    at === undefined ? [] : [{ op, value: atoms[at] }]
  const ends = [
    ...end(low === from ? 'atLeast' : above, low),
    ...end(high === to - 1 ? 'atMost' : below, high),
  ]
  if (ends.length < 2) return { cell: ends[0] ?? { op: 'filled' } }
  const cell: NonNullable<Cell> = { op: 'between', value: listValue(ends.map((one) => one.value ?? null)) }
  return low === from && high === to - 1 ? { cell } : { cell, tests: ends }
}

/** A stretch of moments, from the first of one to the first after it. */
function momentRange({ atoms }: Dimension, from: number, to: number, last: number): Piece {
  const ends: NonNullable<Cell>[] = [
    ...(from > 0 ? [{ op: 'atLeast', value: atoms[from] } as const] : []),
    ...(to < last ? [{ op: 'before', value: atoms[to] } as const] : []),
  ]
  if (ends.length < 2) return { cell: ends[0] ?? { op: 'filled' } }
  return { cell: { op: 'between', value: listValue([atoms[from], atoms[to]]) }, tests: ends }
}

/** Edges and the stretches between them take turns; without a least value a stretch comes first. */
function isEdgeOf({ domain, atoms, edges }: Dimension, index: number): boolean {
  if (domain.type === 'date' || domain.type === 'length') return edges.has(atoms[index])
  return domain.type === 'number' && domain.min !== undefined ? index % 2 === 0 : index % 2 === 1
}
