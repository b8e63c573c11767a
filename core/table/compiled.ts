import { OPERATORS, testHolds, valueOf, type Facts, type FactValue, type Test } from '../condition'
import { addTo, allOf, firstOf, inAll, lowestIn, membersOf, wordsFor, type Bits } from './bits'
import { askingOrder, collects, testsOfRow, type Cell, type DecisionTable, type Row } from './table'
import { oneAt } from '../lookup'

export interface Decision {
  /** The row that decided, and its place counted from 1. */
  row?: Row
  number?: number
  /** All rows that fit, in the order in which they are asked. */
  fitting: number[]
  /** Of the rows that did not fit and are asked before (or anywhere, if none fits), the one with
   * fewest tests failed: their places among its tests.
   */
  nearest?: { row: Row; number: number; failed: number[] }
}

/** How many values of a fact are remembered with the rows that fit them. */
const MOST_VALUES = 2000

/** One column: which rows fit a value, worked out once for each value that is met. */
class Column {
  private readonly any: Bits
  private readonly cells: { cell: NonNullable<Cell>; rows: number[] }[]
  private readonly met = new Map<unknown, Bits>()
  private readonly edges: number[] | undefined
  /** Cells that ask more than the value, such as what time it is: they are asked each time. */
  private readonly asking: Test[]
  private readonly askingRows: number[][]

  constructor(
    private readonly fact: string,
    cells: Cell[],
  ) {
    this.any = new Int32Array(wordsFor(cells.length))
    const distinct = new Map<string, { cell: NonNullable<Cell>; rows: number[] }>()
    cells.forEach((cell, row) => {
      if (!cell) return addTo(this.any, [row])
      const key = JSON.stringify([cell.op, cell.value])
      const entry = distinct.get(key)
      if (entry) entry.rows.push(row)
      else distinct.set(key, { cell, rows: [row] })
    })
    const all = [...distinct.values()]
    const asking = all.filter(({ cell }) => OPERATORS[cell.op]?.needs)
    this.asking = asking.map(({ cell }) => ({ fact, ...cell }))
    this.askingRows = asking.map((one) => one.rows)
    this.cells = all.filter(({ cell }) => !OPERATORS[cell.op]?.needs)
    this.edges = this.numbers()
  }

  /** Where numbers change what fits, if this column compares numbers only. */
  private numbers(): number[] | undefined {
    const values = this.cells.flatMap(({ cell }) => cell.value ?? [])
    const edges = values.filter((one) => typeof one === 'number')
    return edges.length < values.length ? undefined : [...new Set(edges)].sort((a, b) => a - b)
  }

  /** The rows that fit what is known. */
  fitting(facts: Facts): Bits {
    const bits = this.fittingValue(valueOf(facts, this.fact))
    if (!this.asking.length) return bits
    const all = new Int32Array(bits)
    this.asking.forEach((test, index) => {
      if (testHolds(test, facts)) addTo(all, this.askingRows[index]!)
    })
    return all
  }

  private fittingValue(value: FactValue | undefined): Bits {
    const key = this.keyOf(value)
    let bits = this.met.get(key)
    if (!bits) {
      bits = new Int32Array(this.any)
      for (const { cell, rows } of this.cells)
        if (testHolds({ fact: 'x', ...cell }, { x: value })) addTo(bits, rows)
      // Words of requests are met once each; what was kept for them gives way.
      if (this.met.size >= MOST_VALUES) this.met.clear()
      this.met.set(key, bits)
    }
    return bits
  }

  /** Values with the same key fit the same rows: two numbers between the same edges, for one. */
  private keyOf(value: FactValue | undefined): unknown {
    if (typeof value === 'number' && this.edges) return segmentOf(this.edges, value)
    // A text that is written like a list is no list.
    return typeof value === 'object' && value !== null ? `\0${JSON.stringify(value)}` : (value ?? null)
  }
}

/** The number of the stretch a value lies in: even between two edges, odd upon one. */
function segmentOf(edges: readonly number[], value: number): number {
  let [low, high] = [0, edges.length]
  while (low < high) {
    const middle = (low + high) >>> 1
    if (edges[middle]! < value) low = middle + 1
    else high = middle
  }
  return edges[low] === value ? 2 * low + 1 : 2 * low
}

/**
 * A decision table made ready for deciding: each column gives the rows that fit as bits, so that all rows are asked at
 * once, 32 to a step, and the time hardly grows with their number.
 */
export class CompiledTable {
  private readonly rows: Row[]
  private readonly places: number[]
  private readonly columns: Column[]
  private readonly on: Bits

  constructor(private readonly table: DecisionTable) {
    this.places = askingOrder(table)
    this.rows = this.places.map((place) => oneAt(table.rows, place))
    this.columns = table.columns.map(
      (fact, index) =>
        new Column(
          fact,
          this.rows.map((row) => row.cells[index] ?? null),
        ),
    )
    this.on = allOf(this.rows.length)
  }

  /** Finds the row that decides, the others that fit, and the row that nearly decided. */
  decide(facts: Facts): Decision {
    const columns = this.columns.map((column) => column.fitting(facts))
    const fits = inAll(this.on, columns)
    const first = firstOf(fits)
    const near = this.nearest(columns, first < 0 ? this.rows.length : first)
    const nearest = near < 0 ? undefined : this.failing(near, facts)
    const fitting = membersOf(fits).map((index) => this.places[index]!)
    if (first < 0 || collects(this.table)) return { fitting, nearest }
    return { row: this.rows[first]!, number: this.places[first]! + 1, fitting, nearest }
  }

  /**
   * Of the rows before an end, the first that fails the fewest tests; −1 if there is none. The tests that 32 rows fail are
   * counted at once, as the binary digits of 32 numbers.
   */
  private nearest(columns: readonly Bits[], end: number): number {
    const words = wordsFor(end)
    const last = end & 31 ? -1 >>> (32 - (end & 31)) : -1
    let [fewest, nearest] = [columns.length + 1, -1]
    for (let word = 0; word < words && fewest > 1; word++) {
      // Each column adds one to the numbers of the rows that it does not fit, with what is carried to the next digit.
      let [one, two, four, eight, sixteen] = [0, 0, 0, 0, 0]
      for (let column = 0; column < columns.length; column++) {
        const missed = ~columns[column]![word]!
        const toTwo = one & missed
        const toFour = two & toTwo
        const toEight = four & toFour
        sixteen ^= eight & toEight
        eight ^= toEight
        four ^= toFour
        two ^= toTwo
        one ^= missed
      }
      const among = word === words - 1 ? last : -1
      for (let failed = 1; failed < fewest; failed++) {
        const here =
          among &
          (failed & 1 ? one : ~one) &
          (failed & 2 ? two : ~two) &
          (failed & 4 ? four : ~four) &
          (failed & 8 ? eight : ~eight) &
          (failed & 16 ? sixteen : ~sixteen)
        if (!here) continue
        fewest = failed
        nearest = lowestIn(word, here)
      }
    }
    return nearest
  }

  private failing(index: number, facts: Facts): NonNullable<Decision['nearest']> {
    const row = this.rows[index]!
    const failed = testsOfRow(this.table, row).flatMap((test, place) => (testHolds(test, facts) ? [] : place))
    return { row, number: this.places[index]! + 1, failed }
  }
}

const compiled = new WeakMap<DecisionTable, CompiledTable>()

/** Finds the row that decides, and the row that nearly did. The table is compiled when it is first asked. */
export function decideTable(table: DecisionTable, facts: Facts): Decision {
  let ready = compiled.get(table)
  if (!ready) compiled.set(table, (ready = new CompiledTable(table)))
  return ready.decide(facts)
}
