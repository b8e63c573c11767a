import { isRecord, keysOf } from '../../core/lookup'
import { XMLBuilder } from 'fast-xml-parser'
import { isOperator, OPERATORS, type Operator } from '../../core/condition'
import { Refused } from '../../core/ticket'
import {
  cellFromFeel,
  cellToFeel,
  UnreadableCell,
  type Cell,
  type CellNames,
  type DecisionTable,
  type HitPolicy,
} from '../../core/table'
import { MOST_COLUMNS, MOST_ROWS } from '../parsing/limits'
import { parseApart } from '../parsing/parse'
import type { Xml } from '../parsing/readDmn'
import type { ReadTable } from './readTable'

const DMN = 'https://www.omg.org/spec/DMN/20211108/MODEL/'
/** For what FEEL says only about: our cell as it is, beside what stands for it elsewhere. */
const OWN = 'urn:yare:table'

const POLICIES: Record<HitPolicy, string> = {
  unique: 'UNIQUE',
  first: 'FIRST',
  priority: 'PRIORITY',
  collect: 'COLLECT',
}

/** What FEEL has no cell for, in both directions the same. */
const isOnlyOurs = (op: unknown): op is Operator => isOperator(op) && OPERATORS[op].isOurFeel === true

/** A decision table as DMN 1.4 XML. */
export function tableToDmn(table: DecisionTable, title: (fact: string) => string): string {
  const attribute = (values: Record<string, string>) =>
    Object.fromEntries(Object.entries(values).map(([name, value]) => [`@_${name}`, value]))
  const order = (outcome: string) => table.order?.[outcome]
  const document = {
    '?xml': { '@_version': '1.0', '@_encoding': 'UTF-8' },
    definitions: {
      ...attribute({
        xmlns: DMN,
        'xmlns:yare': OWN,
        id: `definitions_${table.id}`,
        name: table.name,
        namespace: OWN,
      }),
      decision: {
        ...attribute({ id: `decision_${table.id}`, name: table.name }),
        variable: attribute({ name: table.name }),
        decisionTable: {
          ...attribute({ id: table.id, hitPolicy: POLICIES[table.hitPolicy ?? 'first'] }),
          input: table.columns.map((fact, index) => ({
            ...attribute({ id: `input_${index + 1}`, label: title(fact) }),
            inputExpression: { ...attribute({ id: `fact_${index + 1}` }), text: fact },
          })),
          output: table.outcomes.map((name, index) => ({
            ...attribute({ id: `output_${index + 1}`, name }),
            ...(order(name) && {
              outputValues: {
                text: order(name)!
                  .map((value) => JSON.stringify(value))
                  .join(', '),
              },
            }),
          })),
          rule: table.rows.map((row) => ({
            ...attribute({ id: `rule_${row.id}`, ...(row.off && { 'yare:off': 'true' }) }),
            ...(row.note && { description: row.note }),
            inputEntry: row.cells.map((cell, index) => ({
              ...attribute({
                id: `in_${row.id}_${index + 1}`,
                ...(cell && isOnlyOurs(cell.op) && { 'yare:cell': JSON.stringify(cell) }),
              }),
              text: cellToFeel(cell),
            })),
            outputEntry: table.outcomes.map((name, index) => ({
              ...attribute({ id: `out_${row.id}_${index + 1}` }),
              text: JSON.stringify(row.outcome[name] ?? ''),
            })),
          })),
        },
      },
    },
  }
  return new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true }).build(document)
}

/**
 * Reads the first decision table of a DMN file.
 * @param namesOf what the values of a fact are
 * @throws Refused when it holds none
 */
export async function tableFromDmn(text: string, namesOf: (fact: string) => CellNames): Promise<ReadTable> {
  return readTable(await parseApart('dmn', text), namesOf)
}

const unreadable = (why: string) => new Refused('invalid', `This is no DMN file that can be read: ${why}.`)

function readTable(decision: Xml, namesOf: (fact: string) => CellNames): ReadTable {
  const found = node(decision.decisionTable)
  const columns = list(found.input).map((one) => textOf(node(one.inputExpression).text))
  const outputs = list(found.output)
  const outcomes = outputs.map((one) => String(one['@_name'] ?? ''))
  if (list(found.rule).length > MOST_ROWS || columns.length + outcomes.length > MOST_COLUMNS)
    throw unreadable(`it has more than ${MOST_ROWS} rules or ${MOST_COLUMNS} columns; take it in parts`)
  const problems: ReadTable['problems'] = []
  const rows = list(found.rule).map((rule, index): DecisionTable['rows'][number] => {
    const entries = list(rule.inputEntry)
    const results = list(rule.outputEntry)
    const cells = columns.map((fact, column): Cell => {
      try {
        return cellOf(entries[column] ?? {}, namesOf(fact))
      } catch (error) {
        if (!(error instanceof UnreadableCell)) throw error
        problems.push({ row: index + 1, column: fact, message: error.message })
        return null
      }
    })
    const outcome = Object.fromEntries(
      outcomes.map((name, at) => [name, valueOf(textOf(results[at]?.text), namesOf(name))]),
    )
    const note = textOf(rule.description)
    return {
      id: String(rule['@_id'] ?? `row-${index + 1}`).replace(/^rule_/, ''),
      cells,
      outcome,
      ...(note && { note }),
      ...(rule['@_yare:off'] === 'true' && { off: true }),
    }
  })
  return { columns, outcomes, rows, problems, ...policyOf(found, outputs) }
}

function policyOf(found: Xml, outputs: Xml[]): Pick<ReadTable, 'hitPolicy' | 'order'> {
  const said = String(found['@_hitPolicy'] ?? 'UNIQUE')
  const policy = keysOf(POLICIES).find((one) => POLICIES[one] === said)
  // Any lets rows overlap that say the same: then the first of them says it.
  if (!policy && said !== 'ANY')
    throw unreadable(`its hit policy ${said} is none of ${Object.values(POLICIES).join(', ')}`)
  const order: Record<string, string[]> = Object.fromEntries(
    outputs.flatMap((one) => {
      const values = textOf(node(one.outputValues).text)
      return values
        ? [[String(one['@_name']), (values.match(/"[^"]*"/g) ?? []).map((text) => text.slice(1, -1))]]
        : []
    }),
  )
  return { hitPolicy: policy ?? 'first', ...(Object.keys(order).length && { order }) }
}

/** An element; an empty one where there is none. */
const node = (value: unknown): Xml => (isRecord(value) ? value : {})
const list = (value: unknown): Xml[] => (Array.isArray(value) ? value : [])

function textOf(value: unknown): string {
  if (isRecord(value)) return textOf(value['#text'])
  return value === undefined || value === null ? '' : String(value)
}

function cellOf(entry: Xml, names: CellNames): Cell {
  const own = entry['@_yare:cell']
  if (typeof own === 'string') {
    try {
      const cell = JSON.parse(own) as NonNullable<Cell>
      if (isOnlyOurs(cell.op)) return { op: cell.op, value: cell.value }
    } catch {
      throw new UnreadableCell('what this program wrote about the cell is broken')
    }
  }
  return cellFromFeel(textOf(entry.text), names)
}

function valueOf(text: string, { values }: CellNames): string {
  const plain = text.startsWith('"') ? text.slice(1, -1).replace(/\\(.)/gs, '$1') : text
  return (
    values?.find((one) => one.label === plain && !values.some(({ value }) => value === plain))?.value ?? plain
  )
}
