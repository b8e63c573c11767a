import {
  END_WORDS,
  UNTAKEN_WORDS,
  type Crossed,
  type TakenIn,
  type Untaken,
  type WireValue,
} from '../partner'
import { textOf } from '../reason'
import { capital, listInWords } from '../words'
import type { CounterpartKind } from './counterpartState'
import type { Entry } from './entry'
import { by, type RecordNames } from './recordNames'

type Words = { [K in CounterpartKind]: (entry: Extract<Entry, { kind: K }>, names: RecordNames) => string }

/** A value as the record shows it. */
export const wireInWords = (value: WireValue): string => {
  if (value === null || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const text = Array.isArray(value) ? value.join(', ') : String(value)
  return `“${text.length > 80 ? `${text.slice(0, 79)}…` : text}”`
}

const ours = ({ statuses }: RecordNames, { to, becomes }: TakenIn): string =>
  to === 'status' && typeof becomes === 'string' ? `“${statuses[becomes] ?? becomes}”` : wireInWords(becomes)

/** A field by its last name: `field.rack` is “rack”. */
const fieldName = (to: string): string => to.slice(to.lastIndexOf('.') + 1)

const takenWords = (names: RecordNames, one: TakenIn): string =>
  `${one.field} ${wireInWords(one.value)} is ${fieldName(one.to)} ${ours(names, one)} here`

const untakenWords = ({ field, value, why, said }: Untaken): string =>
  `${field} ${wireInWords(value)} is not taken: ${said ?? UNTAKEN_WORDS[why]}`

const KEEPS: Readonly<Record<Crossed['keeps'], string>> = {
  ours: 'ours stays',
  theirs: 'theirs is taken',
  asked: 'somebody has to decide',
}

const conflictWords = ({ target, ours: here, theirs, keeps }: Crossed): string =>
  `both sides changed ${fieldName(target)} (${wireInWords(here)} here, ${wireInWords(theirs)} there): ${KEEPS[keeps]}`

const changesWords = (changes: Readonly<Record<string, WireValue>>): string[] =>
  Object.entries(changes).map(([field, value]) => `${field} ${wireInWords(value)}`)

const saidWords = (said: number): string[] => (said ? [`${said} ${said === 1 ? 'message' : 'messages'}`] : [])

/** What the record says of each entry of an exchange with a partner desk. */
export const COUNTERPART_WORDS: Words = {
  partnerLinked: ({ begun, name, reference, because, ...entry }, names) => {
    if (begun === 'there') return `${name} sent it: it is ${reference} there`
    return because
      ? `${name} is asked to take it: ${textOf(because)}`
      : `${by(entry, names)} asked ${name} to take it`
  },
  partnerTold: ({ tiding: { changes, said, ends } }) => {
    if (ends) return `the partner desk is told that the exchange is over: ${END_WORDS[ends]}`
    return `the partner desk is told: ${listInWords([...changesWords(changes), ...saidWords(said)])}`
  },
  partnerRound: ({ changes }) =>
    `not told any more, since both desks only answer each other: ${listInWords(changesWords(changes))}`,
  partnerHeard: ({ word, taken, untaken, conflicts, ...entry }, names) => {
    const lines = [
      ...taken.map((one) => takenWords(names, one)),
      ...untaken.map(untakenWords),
      ...conflicts.map(conflictWords),
      ...(word.ends ? [`the exchange is over: ${END_WORDS[word.ends]}`] : []),
      ...saidWords(word.said),
    ]
    return `${capital(by(entry, names))} said${lines.length ? `: ${lines.join('; ')}` : ' what is nothing here'}`
  },
  partnerAnswered: ({ reference, refused, untaken = [], ...entry }, names) => {
    const lines = [
      ...(refused === undefined ? [] : [`does not take it: ${refused}`]),
      ...(reference === undefined ? [] : [`has it as ${reference}`]),
      ...untaken.map(untakenWords),
    ]
    return `${by(entry, names)} ${lines.join('; ')}`
  },
  partnerDecided: ({ target, keeps, ...entry }, names) =>
    `${by(entry, names)} decided that ${fieldName(target)} stays ${keeps === 'ours' ? 'as it is here' : 'as it is there'}`,
}
