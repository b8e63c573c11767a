import { Engine } from 'json-rules-engine'
import { CompiledDesign, Directory, type DirectoryData } from '../core/design'
import type { Facts } from '../core/condition'
import { analyse, CompiledTable, testsOfRow, type Cell, type DecisionTable } from '../core/table'
import { triage } from '../core/triage'
import { demoDesign } from '../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../demo/directory'
import { oneAt, oneBy } from '../core/lookup'

// Deciding and analysing tables beside json-rules-engine, in one run on one core.

/** The same numbers in every run. */
function chance(seed: number) {
  let state = seed
  return (below: number) => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff
    return state % below
  }
}

/** A table whose columns ask values, ranges and sets in turn; each cell asks nothing with the given share. */
function tableOf(rows: number, columns: number, asksNothing: number): DecisionTable {
  const below = chance(7)
  const names = Array.from({ length: columns }, (_, index) => `fact${index}`)
  const cell = (column: number): Cell => {
    if (below(100) < asksNothing * 100) return null
    if (column % 3 === 0) return { op: 'is', value: `value${below(50)}` }
    if (column % 3 === 2) return { op: 'oneOf', value: [`kind${below(20)}`, `kind${below(20)}`] }
    const from = below(1000)
    return { op: 'between', value: [from, from + below(200)] }
  }
  return {
    id: 'bench',
    name: 'Bench',
    columns: names,
    outcomes: ['x'],
    rows: Array.from({ length: rows }, (_, index) => ({
      id: String(index),
      cells: names.map((_, column) => cell(column)),
      outcome: { x: String(below(5)) },
    })),
  }
}

function factsFor(table: DecisionTable, count: number): Facts[] {
  const below = chance(11)
  const value = (column: number) =>
    column % 3 === 0 ? `value${below(50)}` : column % 3 === 2 ? `kind${below(20)}` : below(1000)
  return Array.from({ length: count }, () =>
    Object.fromEntries(table.columns.map((name, column) => [name, value(column)])),
  )
}

const OPERATORS = { is: 'equal', oneOf: 'in' } as const

function engineOf(table: DecisionTable): Engine {
  const rules = table.rows.map((row) => ({
    conditions: {
      all: testsOfRow(table, row).flatMap(
        ({ fact, op, value }): { fact: string; operator: string; value: unknown }[] =>
          op === 'between'
            ? [
                { fact, operator: 'greaterThanInclusive', value: (value as number[])[0] },
                { fact, operator: 'lessThanInclusive', value: (value as number[])[1] },
              ]
            : [{ fact, operator: OPERATORS[op as 'is'], value }],
      ),
    },
    event: { type: row.id },
  }))
  return new Engine(rules)
}

const micro = (milliseconds: number, count: number) => `${((milliseconds / count) * 1000).toFixed(1)} µs`

async function deciding(rows: number): Promise<void> {
  const table = tableOf(rows, 8, 0.4)
  const ready = new CompiledTable(table)
  const facts = factsFor(table, 3000)
  for (const one of facts) ready.decide(one)
  const began = performance.now()
  for (const one of facts) ready.decide(one)
  const ours = performance.now() - began
  const engine = engineOf(table)
  const some = facts.slice(0, Math.max(2, Math.round(20_000 / rows)))
  await engine.run(some[0] as Record<string, unknown>)
  const peerBegan = performance.now()
  for (const one of some) await engine.run(one as Record<string, unknown>)
  const peer = performance.now() - peerBegan
  console.log(
    `one ticket against a table of ${rows} rows of 8 columns, with the row that nearly fitted: ${micro(ours, facts.length)} (json-rules-engine ${micro(peer, some.length)})`,
  )
}

function analysing(rows: number, columns: number, asksNothing: number): void {
  const table = tableOf(rows, columns, asksNothing)
  const times = Array.from({ length: 5 }, () => {
    const began = performance.now()
    analyse(table)
    return performance.now() - began
  }).sort((a, b) => a - b)
  console.log(
    `analysis of ${rows} rows of ${columns} columns, ${asksNothing * 100} % of the cells ask nothing: p50 ${oneAt(times, 2).toFixed(0)} ms, most ${oneAt(times, 4).toFixed(0)} ms`,
  )
}

function fullTriage(): void {
  const design = new CompiledDesign(demoDesign(), 1)
  const directory = new Directory(demoDirectory() as DirectoryData)
  const requester = oneBy(directory.people, 'ines-varga')
  const work = { openCounts: new Map<string, number>() }
  const one = (gates: number) =>
    triage(
      {
        item: 'gate-scanner',
        facts: {
          'form.gates': gates,
          'form.boardingStopped': false,
          site: 'varnes',
          portal: 'merrow',
          cover: 'Round the clock',
        },
        requester,
        now: DEMO_BEGINS,
        work,
      },
      design,
      directory,
    )
  for (let times = 0; times < 5000; times++) one(times % 9)
  const count = 20_000
  const began = performance.now()
  for (let times = 0; times < count; times++) one(times % 9)
  console.log(
    `full triage of a ticket in the core, with every because: ${micro(performance.now() - began, count)}`,
  )
}

for (const rows of [100, 1000, 10_000]) await deciding(rows)
analysing(1000, 6, 0.2)
analysing(1000, 6, 0.4)
fullTriage()
