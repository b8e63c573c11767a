import { listValue, OPERATORS, type FactValue } from '../condition'
import type { Cell } from './table'
import { UnreadableCell, type CellNames } from './text'
import { oneAt } from '../lookup'

/**
 * A cell as unary tests of FEEL (DMN 1.4, 7.3.3 and chapter 10): `-`, `"a","b"`, `not("a")`, `> 3`, `[1..5]`. Tests on
 * texts ask small letters, as ours do.
 */
export function cellToFeel(cell: Cell): string {
  if (!cell) return '-'
  return OPERATORS[cell.op].feel(cell.value, literal)
}

const BY_SIGN = { '>=': 'atLeast', '<=': 'atMost', '>': 'greater', '<': 'less' } as const

const DAY = /^\d{4}-\d\d-\d\d$/

function literal(value: unknown): string {
  if (typeof value !== 'string') return String(value)
  if (DAY.test(value)) return `date("${value}")`
  return `"${value.replaceAll('\\', '\\\\').replaceAll('"', '\\"')}"`
}

const TEXT = String.raw`"(?:[^"\\]|\\.)*"`
const VALUE = String.raw`(?:date\(\s*${TEXT}\s*\)|${TEXT}|-?\d+(?:\.\d+)?|true|false|null)`
const whole = (pattern: string) => new RegExp(`^${pattern}$`, 's')
const LIST = whole(String.raw`${VALUE}(?:\s*,\s*${VALUE})*`)
const NOT = /^not\s*\((.*)\)$/s
const COMPARED = whole(String.raw`(>=|<=|>|<)\s*(${VALUE})`)
const RANGE = whole(String.raw`([[(\]])\s*(${VALUE})\s*\.\.\s*(${VALUE})\s*([\])[])`)

/**
 * Reads unary tests that a cell can say.
 * @param names what the values are; names of them are taken for the values
 * @throws UnreadableCell with what cannot be taken over
 */
export function cellFromFeel(text: string, names: CellNames): Cell {
  const said = text.trim()
  if (said === '' || said === '-') return null
  const negated = NOT.exec(said)
  if (negated) return negation(oneAt(negated, 1).trim(), names)
  const compared = COMPARED.exec(said)
  if (compared) return comparison(compared[1] as '>', valueOf(oneAt(compared, 2), names))
  const range = RANGE.exec(said)
  if (range) return between(range, names)
  if (!LIST.test(said)) throw new UnreadableCell(`“${said}” asks what a cell here cannot ask`)
  const values = valuesOf(said, names)
  if (values.length === 1 && values[0] === null) return { op: 'empty' }
  return values.length === 1 ? { op: 'is', value: values[0] } : { op: 'oneOf', value: listValue(values) }
}

function negation(inner: string, names: CellNames): Cell {
  if (!LIST.test(inner)) throw new UnreadableCell(`“not(${inner})” asks what a cell here cannot ask`)
  const values = valuesOf(inner, names)
  if (values.length === 1 && values[0] === null) return { op: 'filled' }
  return values.length === 1 ? { op: 'isNot', value: values[0] } : { op: 'noneOf', value: listValue(values) }
}

function comparison(sign: keyof typeof BY_SIGN, value: FactValue): Cell {
  if (typeof value === 'string' && sign.length === 1) return { op: sign === '<' ? 'before' : 'after', value }
  return { op: BY_SIGN[sign], value }
}

function between([, open, from, to, close]: string[], names: CellNames): Cell {
  if (open !== '[' || close !== ']')
    throw new UnreadableCell('a range whose ends are not in it takes two columns; put its ends into it')
  return { op: 'between', value: listValue([from, to].map((end) => valueOf(String(end), names))) }
}

const valuesOf = (list: string, names: CellNames) =>
  list.match(new RegExp(VALUE, 'gs'))!.map((one) => valueOf(one, names))

function valueOf(text: string, { values, type }: CellNames): FactValue {
  const isDate = text.startsWith('date(') && text.endsWith(')')
  const said = isDate ? text.slice('date('.length, -1).trim() : text
  if (said === 'null') return null
  if (said === 'true' || said === 'false') return said === 'true'
  if (!said.startsWith('"')) return Number(said)
  const plain = said.slice(1, -1).replace(/\\(.)/gs, '$1')
  const found = values?.find((one) => one.value === plain) ?? values?.find((one) => one.label === plain)
  if (values?.length && !found && type !== 'text')
    throw new UnreadableCell(`“${plain}” is not among the choices`)
  return found?.value ?? plain
}
