import {
  listValue,
  OPERATORS,
  readLength,
  type CellText,
  type FactValue,
  type Operator,
  type Takes,
} from '../condition'
import { parseDuration } from '../time'
import type { Cell } from './table'
import { keysOf, oneAt } from '../lookup'

/** What the values of a fact are, and how they are called: for cells that are typed, pasted or kept in a sheet. */
export interface CellNames {
  type: 'number' | 'length' | 'yesNo' | 'choice' | 'path' | 'date' | 'text'
  /** The values that there are, with their names; any other is refused where there are some. */
  values?: readonly { value: string; label: string }[]
  /** The calendars of the design, for what asks days as one of them has them. */
  calendars?: readonly { value: string; label: string }[]
}

/** A cell whose text cannot be read. */
export class UnreadableCell extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'UnreadableCell'
  }
}

type Form = CellText['form']

/** The operators that are said by a word or a sign, the longer ones first: `>=` before `>`. */
function saidBy<F extends Form>(form: F): [Operator, Extract<CellText, { form: F }>][] {
  type Said = Extract<CellText, { form: F }>
  return keysOf(OPERATORS).flatMap((op): [Operator, Said][] => {
    const { cell } = OPERATORS[op]
    return cell.form === form ? [[op, cell as Said]] : []
  })
}
const longestFirst = (list: [Operator, string][]) => list.sort(([, a], [, b]) => b.length - a.length)
const WORDS = longestFirst(saidBy('word').map(([op, { word }]) => [op, word]))
const SIGNS = longestFirst(saidBy('sign').map(([op, { sign }]) => [op, sign]))
const ALONE = saidBy('alone').map(([op, { word }]): [Operator, string] => [op, word])

/** A cell as a short text, such as `> 3`, `under Gates`, `not Hallin`; an empty cell is `-`. */
export function cellToText(cell: Cell, names: CellNames): string {
  if (!cell) return '-'
  const { op, value } = cell
  const { cell: said, takes } = OPERATORS[op]
  const known = takes === 'calendar' ? calendarNames(names) : names
  const one = (single: unknown) =>
    typeof single === 'number' ? String(single) : quoted(nameOf(single, known))
  const all = (Array.isArray(value) ? value : [value]).map(one)
  switch (said.form) {
    case 'word':
      return `${said.word} ${all.join(', ')}`
    case 'sign':
      return `${said.sign} ${all.join(', ')}`
    case 'alone':
      return said.word
    case 'range':
      return all.join(' .. ')
    case 'list':
      return `${said.isNegated ? 'not ' : ''}${all.join(', ')}`
  }
}

const calendarNames = ({ calendars = [] }: CellNames): CellNames => ({ type: 'choice', values: calendars })

function nameOf(value: unknown, { values }: CellNames): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const text = String(value)
  const label = values?.find((one) => one.value === text)?.label ?? text
  // A name that several have would be read back as the first of them.
  return values?.find((one) => one.label === label)?.value === text ? label : text
}

/** Texts that would be read as something else, or as several, stand in quotes. */
function quoted(text: string): string {
  return isPlain(text) ? text : `"${text.replaceAll('"', '""')}"`
}

const RESERVED = new RegExp(
  `^(not |${WORDS.map(([, word]) => `${word} |`).join('')}${ALONE.map(([, word]) => `${word}$|`).join('')}[<>=-]|any$|$)`,
  'i',
)
const isPlain = (text: string) => !RESERVED.test(text) && !/[",]|\.\.|^\s|\s$/.test(text)

/**
 * Reads a cell from a text as `cellToText` writes it; names and ids both do.
 * @throws UnreadableCell with what to write instead
 */
export function cellFromText(text: string, names: CellNames): Cell {
  const said = text.trim()
  const low = said.toLowerCase()
  if (said === '' || said === '-' || low === 'any') return null
  for (const [op, word] of ALONE) if (low === word) return { op }
  for (const [op, sign] of SIGNS)
    if (said.startsWith(sign)) return { op, value: valueOf(said.slice(sign.length).trim(), names) }
  for (const [op, word] of WORDS)
    if (low.startsWith(`${word} `)) return withWord(op, said.slice(word.length + 1), names)
  const isNegated = low.startsWith('not ')
  const parts = split(isNegated ? said.slice(4) : said)
  const range = isNegated ? undefined : rangeOf(parts)
  if (range) return { op: 'between', value: listValue(range.map((end) => valueOf(end, names))) }
  const values = parts.map((part) => valueOf(part, names))
  if (values.length === 1) return { op: isNegated ? 'isNot' : 'is', value: values[0] }
  return { op: isNegated ? 'noneOf' : 'oneOf', value: listValue(values) }
}

function withWord(op: Operator, said: string, names: CellNames): Cell {
  const { takes, isExact } = OPERATORS[op]
  const parts = split(said)
  // What is one of the fact's values may be one of several; other texts are taken as they are.
  if (!isExact) return { op, value: wordValue(takes, parts.join(', '), names) }
  const values = parts.map((part) => valueOf(part, names))
  return { op, value: values.length === 1 ? values[0] : listValue(values) }
}

function wordValue(takes: Takes, said: string, names: CellNames): FactValue {
  if (takes === 'calendar') return valueOf(said, calendarNames(names))
  if (takes === 'span') return spanOf(said)
  return valueOf(said, { type: names.type === 'date' ? 'date' : 'text' })
}

function spanOf(said: string): string {
  try {
    parseDuration(said)
    return said
  } catch {
    throw new UnreadableCell(`“${said}” is no length of time; write it like P2D or PT4H`)
  }
}

/** A part in quotes, marked so that nothing in it is read as more than text. */
const QUOTE = '\u0001'

/** Parts between commas; what stands in quotes is one part. */
function split(text: string): string[] {
  const parts: string[] = []
  let part = ''
  /** What a part begins with: nothing yet, a quotation mark, or something else. */
  let begins: 'not' | 'quoted' | 'plain' = 'not'
  let isOpen = false
  for (const letter of text) {
    if (begins === 'not' && letter.trim() !== '') begins = letter === '"' ? 'quoted' : 'plain'
    // Two quotation marks within quotes close and open again.
    if (letter === '"' && begins === 'quoted') isOpen = !isOpen
    if (letter === ',' && !isOpen) {
      parts.push(part)
      part = ''
      begins = 'not'
    } else part += letter
  }
  return [...parts, part].flatMap((one) => {
    const plain = one.trim()
    if (plain === '') return []
    const isWhole = plain.length > 1 && plain.startsWith('"') && plain.endsWith('"')
    return isWhole ? QUOTE + plain.slice(1, -1).replaceAll('""', '"') : plain
  })
}

function rangeOf(parts: string[]): string[] | undefined {
  if (parts.length !== 1 || oneAt(parts, 0).startsWith(QUOTE)) return undefined
  const ends = oneAt(parts, 0)
    .split('..')
    .map((end) => end.trim())
  return ends.length === 2 && ends.every(Boolean) ? ends : undefined
}

function valueOf(text: string, { type, values }: CellNames): FactValue {
  const said = text.startsWith(QUOTE) ? text.slice(1) : text.replace(/^"(.*)"$/s, '$1')
  if (type === 'number') return numberOf(said)
  if (type === 'yesNo') return yesNoOf(said)
  if (type === 'length') return lengthOf(said)
  if (type === 'date' && !/^\d{4}-\d\d-\d\d/.test(said))
    throw new UnreadableCell(`“${said}” is no day; write it like 2026-11-24`)
  if (!values?.length) return said
  const low = said.toLowerCase()
  const found =
    values.find((one) => one.label === said || one.value === said) ??
    values.find((one) => one.label.toLowerCase() === low || one.value.toLowerCase() === low)
  if (!found) throw new UnreadableCell(`“${said}” is not among the choices`)
  return found.value
}

function numberOf(text: string): number {
  const value = Number(text)
  if (text === '' || !Number.isFinite(value)) throw new UnreadableCell(`“${text}” is no number`)
  return value
}

function lengthOf(text: string): string {
  const length = readLength(text)
  if (length === undefined) throw new UnreadableCell(`“${text}” is no length of time; write it like PT1H30M`)
  return text
}

function yesNoOf(text: string): boolean {
  const low = text.toLowerCase()
  if (['yes', 'true'].includes(low)) return true
  if (['no', 'false'].includes(low)) return false
  throw new UnreadableCell(`“${text}” is neither yes nor no`)
}
