import { weighingFaults } from '../similar'
import { isOneOf } from '../lookup'
import { messageOf } from '../error/messageOf'
import { analyse, shadowedRows, type DecisionTable } from '../table'
import { parseDuration } from '../time'
import { say } from '../words'
import { PRIORITY_SOURCES, type PrioritySource, type TeamAssignment } from './design'
import type { Mend } from '../finding'
import { makeTriageOtherwise } from './mends'
import type { Reader } from './reader'

const GRADES = ['high', 'medium', 'low'] as const

/** Above so many rows only rows that never fit are looked for; the article of the table shows the rest. */
const MOST_ROWS = 1500

/** Proofreads how tickets are sorted: categories, priorities, tables, assignment and signals. */
export function triageRules(reader: Reader): void {
  const { triage, categories } = reader.design
  for (const category of categories) reader.gives(`triage/categories#${category.id}`, category.priority)
  priorities(reader)
  for (const row of Object.values(triage.matrix))
    for (const priority of new Set(Object.values(row))) reader.gives('triage/how-bad', priority)
  if (triage.what) table(reader, 'triage/what', triage.what)
  table(reader, 'triage/how-bad', triage.weight)
  table(reader, 'triage/where-it-goes', triage.routing)
  if (triage.skills) table(reader, 'triage/skills', triage.skills)
  reader.refers('triage/where-it-goes', 'queue', triage.otherwise.queue)
  reader.refers('triage/where-it-goes', 'team', triage.otherwise.team)
  assignments(reader)
  signals(reader)
  learnt(reader)
  similar(reader)
}

function priorities(reader: Reader): void {
  const { triage, priorities } = reader.design
  const { sourceOrder, teamOrders = {}, departments = {} } = triage
  if (!priorities.some((one) => one.active))
    reader.error('triage/priorities', 'noActivePriority', 'no priority is active')
  for (const one of priorities) {
    const place = `triage/priorities#${one.id}`
    if (!one.numeral.trim() || !one.name.trim())
      reader.error(place, 'nameMissing', 'needs a numeral and a name')
    if (priorities.some((other) => other !== one && other.order === one.order))
      reader.error(place, 'orderTwice', 'has the same place in the order as another one')
    if (one.weight !== undefined && !(one.weight > 0))
      reader.error(place, 'weightOutOfRange', 'its weight must be above 0')
    for (const time of Object.values(one.times ?? {})) duration(reader, place, time)
  }
  for (const [team, order] of Object.entries(teamOrders)) {
    reader.refers('triage/source-order', 'team', team)
    sourcesOf(reader, order, `${team}-`)
  }
  sourcesOf(reader, sourceOrder, '')
  for (const priority of Object.values(departments)) reader.gives('triage/source-order', priority)
  ofDirectory(reader)
}

/** What the directory gives stands there, so it is named and keeps nothing from being published. */
function ofDirectory({ design, directory, remark }: Reader): void {
  const off = new Map(design.priorities.filter((one) => !one.active).map((one) => [one.id, one.numeral]))
  const giving = [
    ...directory.agreements.map((one) => ({ name: `agreement ${one.number}`, priority: one.priority })),
    ...[...directory.sites.values()].map((one) => ({ name: `the site ${one.name}`, priority: one.priority })),
    ...[...directory.people.values()].map((one) => ({ name: one.name, priority: one.priority })),
  ]
  for (const { name, priority } of giving) {
    const numeral = off.get(priority ?? '')
    if (numeral !== undefined)
      remark(
        'triage/source-order',
        'priorityOff',
        `${name} gives the priority ${numeral}, which is switched off`,
      )
  }
}

function duration(reader: Reader, place: string, text: string): void {
  try {
    if (parseDuration(text) <= 0) reader.error(place, 'noTime', 'grants no time; give at least a minute')
  } catch (error) {
    reader.error(place, 'durationUnreadable', messageOf(error))
  }
}

/** An order of sources. @param prefix of the ids of its lines: that of the desk has none */
function sourcesOf(reader: Reader, order: readonly PrioritySource[], prefix: string): void {
  for (const source of order)
    if (!isOneOf(PRIORITY_SOURCES, source))
      reader.error('triage/source-order', 'sourceUnknown', `“${source}” is no source of a priority`)
  if (new Set(order).size !== order.length)
    reader.error('triage/source-order', 'sourceTwice', 'asks a source twice')
  const last = order.findIndex((one) => isOneOf(PRIORITY_SOURCES, one) && alwaysSays(reader, one))
  if (last < 0) return
  for (const source of order.slice(last + 1))
    if (isOneOf(PRIORITY_SOURCES, source))
      reader.remark(
        `triage/source-order#${prefix}${source}`,
        'sourceNeverAsked',
        `is never asked: ${say('en', `source.${order[last] as PrioritySource}`)} before it always has a priority; put it earlier, or take it out`,
        askedLess(reader, order, source, prefix.slice(0, -1)),
      )
}

/** An order of sources without one of them: that of a team, or of the desk where the team is empty. */
function askedLess({ design }: Reader, order: readonly PrioritySource[], source: string, team: string): Mend {
  const left = order.filter((one) => one !== source)
  const words = 'Take it out of the order'
  return team
    ? makeTriageOtherwise(design, 'teamOrders', { ...design.triage.teamOrders, [team]: left }, words)
    : makeTriageOtherwise(design, 'sourceOrder', left, words)
}

/** Whether a source has a priority for every ticket that there can be. */
function alwaysSays({ design }: Reader, source: PrioritySource): boolean {
  const { priorities, triage, categories, items } = design
  const on = new Set(priorities.filter((one) => one.active).map((one) => one.id))
  const isOn = (one: string | null | undefined) => typeof one === 'string' && on.has(one)
  // What lies below a category has its priority, unless it has one of its own.
  if (source === 'category')
    return (
      categories.length > 0 &&
      categories.every((one) =>
        one.id.includes('/') ? !one.priority || isOn(one.priority) : isOn(one.priority),
      )
    )
  if (source === 'item') return items.length > 0 && items.every((one) => isOn(one.priority))
  if (source === 'impactUrgency')
    return GRADES.every((impact) => GRADES.every((urgency) => isOn(triage.matrix[impact]?.[urgency])))
  return false
}

/** All that the findings of a table go by. */
function goesBy(reader: Reader, rules: DecisionTable): unknown[] {
  const { design, directory, domains, referable, memory } = reader
  const asking = rules.columns.flatMap((fact) =>
    fact.startsWith('form.') ? [reader.askedBy(fact.slice(5))] : [],
  )
  return [
    ...[rules, directory, referable, memory.same(`asking ${rules.id}`, asking)],
    ...[design.priorities, design.questions, design.fields, design.kept],
    ...rules.columns.map((column) => domains[column]),
  ]
}

function table(reader: Reader, place: string, rules: DecisionTable): void {
  reader.again(place, goesBy(reader, rules), () => readTable(reader, place, rules))
}

function readTable(reader: Reader, place: string, rules: DecisionTable): void {
  for (const column of rules.columns) reader.fact(place, column)
  let isWhole = true
  for (const row of rules.rows) {
    const here = `${place}#${row.id}`
    isWhole &&= row.cells.length === rules.columns.length
    if (row.cells.length !== rules.columns.length)
      reader.error(here, 'cellsMiscounted', 'has not one cell for each column')
    row.cells.forEach(
      (cell, index) => cell && reader.test(here, { fact: rules.columns[index] ?? '', ...cell }),
    )
    const tests = row.cells.flatMap((cell, index) =>
      cell ? [{ fact: rules.columns[index] ?? '', ...cell }] : [],
    )
    if (!row.off) reader.reasons(here, { all: tests })
    outcomes(reader, here, rules.outcomes, row.outcome)
  }
  if (isWhole) analysis(reader, place, rules)
}

function outcomes(
  reader: Reader,
  here: string,
  names: readonly string[],
  outcome: Record<string, string>,
): void {
  for (const what of ['queue', 'team', 'category']) reader.refers(here, what, outcome[what])
  reader.gives(here, outcome.priority)
  for (const name of ['impact', 'urgency'])
    if (outcome[name] && !isOneOf(GRADES, outcome[name]))
      reader.error(here, 'outcomeOutOfScale', `${name} is high, medium or low, not “${outcome[name]}”`)
  for (const name of names)
    if (!outcome[name]) reader.error(here, 'outcomeMissing', `does not say what ${name} becomes`)
}

/** Rows that never fit, and where only one may fit, rows that overlap. */
function analysis(reader: Reader, place: string, rules: DecisionTable): void {
  const { domains } = reader
  const isUnique = rules.hitPolicy === 'unique' && rules.rows.length <= MOST_ROWS
  const { dead, overlaps } = isUnique
    ? analyse(rules, domains)
    : { dead: shadowedRows(rules, domains), overlaps: [] }
  for (const { row, number, by } of dead)
    reader.error(`${place}#${row}`, 'rowNeverFits', neverFits(number, by), rowAbove(reader, rules, row, by))
  for (const { numbers, rows } of overlaps)
    reader.error(
      `${place}#${rows[1]}`,
      'rowsOverlap',
      `rows ${numbers[0]} and ${numbers[1]} fit the same cases, but only one may`,
    )
}

/** A table in which a row that never decides stands above those that take what it asks. */
function rowAbove(
  { design }: Reader,
  rules: DecisionTable,
  id: string,
  by: readonly number[],
): Mend | undefined {
  const part = (['what', 'weight', 'routing', 'skills'] as const).find((one) => design.triage[one] === rules)
  const first = Math.min(...by)
  const moved = rules.rows.find((one) => one.id === id)
  if (!by.length || !part || !moved || rules.hitPolicy === 'priority') return undefined
  const others = rules.rows.filter((one) => one.id !== id)
  const rows = [...others.slice(0, first - 1), moved, ...others.slice(first - 1)]
  return makeTriageOtherwise(design, part, { ...rules, rows }, `Put it above row ${first}`)
}

/** Why a row never decides, in words. */
export function neverFits(number: number, by: readonly number[]): string {
  if (!by.length) return `row ${number} never fits: no value is as it asks`
  if (by.length === 1) return `row ${number} never fits: row ${by[0]} takes it`
  return `row ${number} never fits: rows ${by.slice(0, -1).join(', ')} and ${by.at(-1)} take it together`
}

function assignments(reader: Reader): void {
  for (const [team, said] of Object.entries(reader.design.triage.assignment)) {
    reader.refers('triage/who-gets-it', 'team', team)
    if (typeof said === 'string') continue
    const place = `triage/who-gets-it#${team}`
    const { ways, rota, limit }: TeamAssignment = said
    if (!ways.length) reader.error(place, 'assignmentEmpty', 'says no way in which its tickets find somebody')
    if (ways.includes('onRota') && !rota)
      reader.error(place, 'rotaMissing', 'asks a rota but does not say which')
    if (rota) reader.refers(place, 'rota', rota)
    if (limit !== undefined && !(limit >= 1))
      reader.error(place, 'limitOutOfRange', 'its limit must be at least 1 ticket')
    const leave = ways.indexOf('leave')
    if (leave >= 0 && leave < ways.length - 1)
      reader.error(
        place,
        'assignmentAfterQueue',
        'asks nobody more once its tickets are left in the queue; put that last',
      )
  }
}

function similar(reader: Reader): void {
  const { similar: weighing } = reader.design.triage
  for (const fault of weighing ? weighingFaults(weighing) : [])
    reader.error('triage/similar', 'weighingUnusable', fault)
}

function learnt(reader: Reader): void {
  const { learnt: rules } = reader.design.triage
  if (!rules) return
  const place = 'triage/what'
  for (const item of rules.items) reader.refers(place, 'catalog item', item)
  const { suggestFrom, actFrom = 1 } = rules
  if (!(suggestFrom > 0 && suggestFrom <= 1 && actFrom > 0 && actFrom <= 1))
    reader.error(place, 'shareOutOfRange', 'how sure the words must be lies above 0 and is 100 % at most')
  else if (actFrom < suggestFrom)
    reader.error(place, 'sureBeforeNamed', 'it would decide before it is sure enough to be named')
}

function signals(reader: Reader): void {
  const { signals } = reader.design.triage
  if (!signals) return
  const known = new Set(signals.kinds.map((one) => one.id))
  for (const kind of signals.kinds) {
    const place = `triage/signals#${kind.id}`
    if (!kind.name.trim() || !kind.type.trim())
      reader.error(place, 'nameMissing', 'needs a name and the type of its signals')
    if (kind.calmMinutes !== undefined && !(kind.calmMinutes >= 0))
      reader.error(place, 'calmOutOfRange', 'its calm time cannot be below 0 minutes')
    if (signals.kinds.some((other) => other !== kind && other.type === kind.type))
      reader.error(
        place,
        'signalTypeTwice',
        'has the same type as another kind; they could not be told apart',
      )
    const holes = signals.covers.filter((cover) => signals.map[kind.id]?.[cover] === undefined)
    if (holes.length)
      reader.remark(
        place,
        'signalHole',
        `nobody hears of it from ${holes.map((cover) => (cover ? `those with “${cover}”` : 'those without an agreement')).join(', ')}`,
      )
  }
  for (const [kind, row] of Object.entries(signals.map)) {
    const place = `triage/signals#${kind}`
    if (!known.has(kind))
      reader.error(
        'triage/signals',
        'signalKindMissing',
        `the map has a row “${kind}” that is no kind of signal`,
      )
    for (const cell of Object.values(row)) {
      reader.refers(place, 'catalog item', cell?.item)
      reader.gives(place, cell?.priority)
      reader.refers(place, 'queue', cell?.queue)
    }
  }
}
