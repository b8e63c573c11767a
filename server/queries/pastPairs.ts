import { sql } from 'kysely'
import type { Sight } from '../../core/rights'
import {
  evidenceOf,
  readyFor,
  type Evidence,
  type PastPair,
  type Ready,
  type Weighing,
} from '../../core/similar'
import { parseDuration } from '../../core/time'
import { collectionOf } from './collection'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'
import { readRow } from './similar'

/** So many of the newest tickets are compared each with each. */
const NEWEST = 400
/** So many tickets that people have called the same as others are compared with those, besides. */
const MOST_CALLED = 400
/** So many pairs are given at most: all that people called the same, then those with most words in common. */
const MOST_PAIRS = 6000
/** Pairs with less in common lie below every mark. */
const LEAST_WORDS = 0.1
/** After so many tickets others have their turn. */
const TURN = 20

/** What the past says about marks on the scale of likeness. */
export interface PastPairs {
  /** How many tickets were compared. */
  tickets: number
  pairs: PastPair[]
  /** The summaries of those tickets that some pair has, by number. */
  summaries: Record<number, string>
}

/**
 * Pairs of past tickets with what speaks for their being the same, and whether people have called them so; of those that
 * somebody of the desk sees.
 * @param weighing how words of the summary count, and in what time nearness halves
 */
export async function pastPairs(
  desk: Reading,
  person: string,
  weighing: Pick<Weighing, 'summary' | 'halfLife'>,
): Promise<PastPairs> {
  const sight = await sightOf(desk, person)
  const called = await calledSame(desk, sight)
  const newest = await desk.db
    .selectFrom('ticket_likeness')
    .innerJoin('ticket', 'ticket.reference', 'ticket_likeness.reference')
    .select('ticket.reference')
    .where(seenSql(sight))
    .orderBy('ticket.reference', 'desc')
    .limit(NEWEST)
    .execute()
  const references = [...new Set([...newest.map((one) => one.reference), ...called.flat()])]
  const ready = await readyOf(desk, references, weighing)
  const halfLife = parseDuration(weighing.halfLife)
  const isSame = new Set(called.map(keyOf))
  const pairs: PastPair[] = []
  const add = (a: Ready & Numbered, b: Ready & Numbered, evidence: Evidence) => {
    const numbers: [number, number] = [a.reference, b.reference]
    pairs.push({ references: numbers, evidence, isSame: isSame.has(keyOf(numbers)) })
  }
  for (const [a, b] of called) {
    const [one, other] = [ready.get(a), ready.get(b)]
    if (one && other) add(one, other, evidenceOf(one, other, halfLife))
  }
  const each = newest.flatMap(({ reference }) => ready.get(reference) ?? [])
  for (const [at, one] of each.entries()) {
    for (const other of each.slice(at + 1)) {
      if (isSame.has(keyOf([one.reference, other.reference]))) continue
      const evidence = evidenceOf(one, other, halfLife)
      if (evidence.words >= LEAST_WORDS || evidence.signs.machine) add(one, other, evidence)
    }
    if (at % TURN === TURN - 1) await new Promise((done) => setImmediate(done))
  }
  const kept = pairs
    .sort((a, b) => Number(b.isSame) - Number(a.isSame) || b.evidence.words - a.evidence.words)
    .slice(0, MOST_PAIRS)
  return { tickets: ready.size, pairs: kept, summaries: await summariesOf(desk, kept) }
}

interface Numbered {
  reference: number
}
const keyOf = ([a, b]: readonly [number, number]) => (a < b ? `${a} ${b}` : `${b} ${a}`)

/** The newest pairs of tickets that people have called the same, both of which somebody sees. */
async function calledSame(desk: Reading, sight: Sight): Promise<[number, number][]> {
  const rows = await desk.db
    .selectFrom('ticket_likeness')
    .innerJoin('ticket', 'ticket.reference', 'ticket_likeness.reference')
    .select(['ticket.reference', 'same'])
    .where(sql<boolean>`same <> '{}'`)
    .where(seenSql(sight))
    .orderBy('ticket_likeness.reference', 'desc')
    .limit(MOST_CALLED)
    .execute()
  const pairs = rows.flatMap(({ reference, same }) =>
    same.map((other): [number, number] => [reference, Number(other)]),
  )
  if (!pairs.length) return []
  const others = pairs.map(([, other]) => other)
  const seen = await desk.db
    .selectFrom('ticket')
    .select('reference')
    .where('reference', 'in', others)
    .where(seenSql(sight))
    .execute()
  const isSeen = new Set(seen.map((one) => one.reference))
  const known = new Map(pairs.flatMap((pair) => (isSeen.has(pair[1]) ? [[keyOf(pair), pair]] : [])))
  return [...known.values()]
}

async function readyOf(desk: Reading, references: readonly number[], weighing: Pick<Weighing, 'summary'>) {
  if (!references.length) return new Map<number, Ready & Numbered>()
  const [collection, rows] = await Promise.all([
    collectionOf(desk.db),
    desk.db
      .selectFrom('ticket_likeness')
      .selectAll()
      .where('reference', 'in', [...references])
      .execute(),
  ])
  return new Map(
    rows.map((row) => {
      const read = readRow(row)
      return [row.reference, { ...readyFor(read, weighing, collection), reference: row.reference }] as const
    }),
  )
}

async function summariesOf(desk: Reading, pairs: readonly PastPair[]): Promise<Record<number, string>> {
  const references = [...new Set(pairs.flatMap((one) => one.references))]
  if (!references.length) return {}
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary'])
    .where('reference', 'in', references)
    .execute()
  return Object.fromEntries(rows.map(({ reference, summary }) => [reference, summary]))
}
