import type { Condition } from '../condition'
import { boxesMeet, includes, type Box, type Stretches } from './boxes'
import { takersOf, type Budget } from './cover'
import { describe, dimensionsOf, type Dimension, type Domains } from './domain'
import { gapsOf, lengthOf } from './gaps'
import { askingOrder, collects, type Cell, type DecisionTable } from './table'

/** A row that never decides. */
export interface Shadow {
  row: string
  number: number
  /** The rows that together take everything that would fit it, by their numbers. */
  by: number[]
}

/** Two rows that both fit some case and say different things. */
export interface Overlap {
  numbers: [number, number]
  rows: [string, string]
}

/** Cases that no row fits. */
export interface Gap {
  when: Condition
  /** Rows that would take exactly these cases, or, where cells cannot say that, these and some that rows above take. */
  cells: Cell[][]
  isExact: boolean
}

export interface Analysis {
  /** Rows that can never decide. */
  dead: Shadow[]
  /** With Unique all pairs that overlap; else those of which neither is an exception of the other. */
  overlaps: Overlap[]
  gaps: Gap[]
  /** Whether everything there is was found: a long list is cut off, and so is work that takes too long. */
  isComplete: boolean
  /** Whether values exist for everything found for certain: not where cells look for words in a text. */
  isCertain: boolean
}

const MOST_OVERLAPS = 500
/** Of cells that no single row can say, so many rows are offered. */
const MOST_ROWS = 6
/** So much work each, in rows looked at, goes into rows that never decide and into gaps; it takes about a second. */
const MOST_WORK = 5_000_000

/** Rows with more atoms than these are compared with all others. */
const FEW_ATOMS = 16

/** A row as a set of cases. */
interface Case {
  /** Index of the row in the table. */
  index: number
  box: Box
}

/**
 * The analysis of one table. A row never decides if the rows that are asked before it have all of its cases; gaps are
 * looked for one after the other, each made as wide as can be before the next. It is exact for values, sets, ranges and
 * paths (the questions are those of Calvanese et al., “Semantics and Analysis of DMN Decision Tables”, BPM 2016).
 */
class Analyser {
  private readonly dimensions: Dimension[]
  private readonly cases: Case[]
  private isComplete = true
  private byAtom: Map<number, number[]> | undefined

  constructor(
    private readonly table: DecisionTable,
    domains: Domains,
  ) {
    const order = askingOrder(table)
    const cellsOf = (column: number) => order.map((index) => table.rows[index]!.cells[column] ?? null)
    const dimensions = table.columns.flatMap((fact, column) =>
      dimensionsOf(column, cellsOf(column), domains[fact]),
    )
    const boxes = order.map((index) =>
      dimensions.map((one) => one.fitting(table.rows[index]!.cells[one.column] ?? null)),
    )
    // The dimension that tells most rows apart comes first: then few rows are left early.
    const spread = dimensions.map((one, at) => ({
      at,
      share: boxes.reduce((sum, box) => sum + lengthOf(box[at]!) / one.size, 0),
    }))
    const places = spread.sort((a, b) => a.share - b.share).map((one) => one.at)
    this.dimensions = places.map((at) => dimensions[at]!)
    this.cases = order.flatMap((index, place) => {
      const box = places.map((at) => boxes[place]![at]!)
      // A cell that no value can fit makes a row that never fits.
      return box.some((set) => !set.length) ? [] : [{ index, box }]
    })
  }

  run(): Analysis {
    const dead = this.dead()
    const overlaps = this.overlaps()
    const primes = this.gapBoxes()
    return {
      dead,
      overlaps: overlaps.slice(0, MOST_OVERLAPS),
      gaps: primes.map((box) => this.gap(box)).sort((a, b) => sizeOf(a.when) - sizeOf(b.when)),
      isComplete: this.isComplete && overlaps.length <= MOST_OVERLAPS,
      isCertain: this.dimensions.every((one) => one.isCertain),
    }
  }

  /** Rows that never decide, by their place in the table. */
  dead(): Shadow[] {
    const { rows } = this.table
    if (collects(this.table)) return []
    const budget: Budget = { left: MOST_WORK }
    const possible = new Map(this.cases.map((one, place) => [one.index, place]))
    return askingOrder(this.table)
      .flatMap((index): Shadow[] => {
        const place = possible.get(index)
        const by = place === undefined ? [] : this.takers(place, budget)
        return by ? [{ row: rows[index]!.id, number: index + 1, by }] : []
      })
      .sort((a, b) => a.number - b.number)
  }

  /** The rows asked before one that have all of its cases, as few as will do, by number; undefined if they have not. */
  private takers(place: number, budget: Budget): number[] | undefined {
    const { box } = this.cases[place]!
    const near = this.before(place).filter((one) => boxesMeet(one.box, box))
    const { by, isExhausted } = takersOf(
      box,
      near.map((one) => one.box),
      budget,
    )
    if (isExhausted) this.isComplete = false
    return by?.map((index) => near[index]!.index + 1).sort((a, b) => a - b)
  }

  /** The cases before one that may meet it: those with the same atoms in the dimension that tells most apart. */
  private before(place: number): Case[] {
    const [set] = this.cases[place]!.box
    if (!set || lengthOf(set) > FEW_ATOMS) return this.cases.slice(0, place)
    this.byAtom ??= placesByAtom(this.cases.map((one) => one.box[0]!))
    const places = new Set<number>()
    for (let at = 0; at < set.length; at += 2)
      for (let atom = set[at]!; atom < set[at + 1]!; atom++)
        for (const other of this.byAtom.get(atom) ?? []) if (other < place) places.add(other)
    return [...places].sort((a, b) => a - b).map((other) => this.cases[other]!)
  }

  private overlaps(): Overlap[] {
    if (collects(this.table)) return []
    const isUnique = this.table.hitPolicy === 'unique'
    const found: Overlap[] = []
    const outcomes = this.table.rows.map(({ outcome }) =>
      this.table.outcomes.map((name) => outcome[name]).join('\n'),
    )
    for (const [place, a] of this.cases.entries())
      for (let later = place + 1; later < this.cases.length && found.length <= MOST_OVERLAPS; later++) {
        const b = this.cases[later]!
        if (!isUnique && outcomes[a.index] === outcomes[b.index]) continue
        if (boxesMeet(a.box, b.box) && (isUnique || !isException(a.box, b.box)))
          found.push(this.overlap(a, b))
      }
    return found
  }

  private overlap(...both: [Case, Case]): Overlap {
    const [a, b] = both.map((one) => one.index).sort((x, y) => x - y) as [number, number]
    return { numbers: [a + 1, b + 1], rows: [this.table.rows[a]!.id, this.table.rows[b]!.id] }
  }

  /** The cases that no row fits, as few boxes, each as large as can be. */
  private gapBoxes(): Box[] {
    const { boxes, isComplete } = gapsOf({
      within: this.dimensions.map((one) => one.all),
      sizes: this.dimensions.map((one) => one.size),
      taken: this.cases.map((one) => one.box),
      budget: { left: MOST_WORK },
    })
    this.isComplete &&= isComplete
    return boxes
  }

  private gap(box: Box): Gap {
    const parts: Condition[] = []
    const cells: Cell[][] = this.table.columns.map(() => [null])
    let isExact = true
    this.dimensions.forEach((dimension, at) => {
      if (isAll(box[at]!, dimension)) return
      const told = describe(dimension, box[at]!, this.table.columns[dimension.column]!)
      parts.push(told.when)
      // Two dimensions of one column cannot both stand in its cell.
      const isFree = cells[dimension.column]!.length === 1 && cells[dimension.column]![0] === null
      if (told.cells.length && isFree) cells[dimension.column] = told.cells
      isExact &&= told.isExact && isFree
    })
    const rows = product(cells)
    return {
      when: parts.length === 1 ? parts[0]! : { all: parts },
      cells: rows.length > MOST_ROWS ? [cells.map((some) => (some.length > 1 ? null : some[0]!))] : rows,
      isExact: isExact && rows.length <= MOST_ROWS,
    }
  }
}

const isAll = (set: Stretches, dimension: Dimension) => set[0] === 0 && set[1] === dimension.size

function placesByAtom(sets: readonly Stretches[]): Map<number, number[]> {
  const places = new Map<number, number[]>()
  sets.forEach((set, place) => {
    for (let at = 0; at < set.length; at += 2)
      for (let atom = set[at]!; atom < set[at + 1]!; atom++) {
        const there = places.get(atom)
        if (there) there.push(place)
        else places.set(atom, [place])
      }
  })
  return places
}

/** Whether one of two boxes is a special case of the other, as far as they meet. */
const isException = (a: Box, b: Box) =>
  a.every((set, at) => includes(set, b[at]!)) || b.every((set, at) => includes(set, a[at]!))

const sizeOf = (condition: Condition): number => JSON.stringify(condition).length

const product = (cells: Cell[][]): Cell[][] =>
  cells.reduce<Cell[][]>((rows, some) => rows.flatMap((row) => some.map((cell) => [...row, cell])), [[]])

/**
 * Finds rows that can never decide, rows that overlap and say different things, and the cases that no row fits.
 * @param domains what values the facts can have; without one, whatever the cells do not name counts as one more value
 */
export function analyse(table: DecisionTable, domains: Domains = {}): Analysis {
  return new Analyser(table, domains).run()
}

/** Rows that can never decide, with the rows that take what would fit them. */
export function shadowedRows(table: DecisionTable, domains: Domains = {}): Shadow[] {
  return new Analyser(table, domains).dead()
}
