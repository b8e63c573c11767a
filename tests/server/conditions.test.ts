import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  CALENDARS,
  fold,
  holds,
  type Condition,
  type FactValue,
  type Operator,
  type Test,
} from '../../core/condition'
import { answerFacts } from '../../core/intake'
import { CalendarTime, WorkingDays, weekly } from '../../core/time'
import { conditionSql } from '../../server/queries/conditionSql'
import { makeWorld } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('conditions')
})
afterAll(() => world.close())

const NOW = Date.parse('2026-11-18T12:00:00Z')
/** Answers as people give them, with everything that has been read in two ways. */
const ANSWERS: (FactValue | undefined)[] = [
  ...[undefined, null, '', [], '[]', ['[]'], 'null', 'true', true, false, 0, 1, 3, 2.5, -1, NOW, '3'],
  ...['a', 'A', 'ab', 'a/b', 'A/B', 'a/b/c', 'ab/c', ['a', 'till'], ['a/b'], ['a,b'], ['Till']],
  ...['İzmir', 'izmir', 'ODOS ΟΔΟΣ', 'οδος', 'οδοσ', 'STRAẞE', 'straße', 'strasse', 'ÅNGSTRÖM', 'Kelvin'],
  ...[
    '\uffee',
    '\u{1f6a2}',
    '\u{10000}',
    '\ud7ff',
    'the till, and gate-3',
    'नमस्ते दुनिया',
    'x²y',
    '½ till',
    'a%b_c\\d',
  ],
  ...['2026-11-17', '2026-11-18', '2026-11-19', '2026-02-28', '2026-02-29', '2024-02-29', '2026-02-30'],
  ...['2026-02-30 was the date', '2026-11-18 at noon', '0000-01-01', '0099-12-31', '0100-01-01', '26-11-18'],
  ...['2026-11-18T00:00:00Z', '2026-11-18T23:59:59Z', '2026-11-18T10:00:00+01:00', '2026-11-18T09:00:00Z'],
  ...[
    '2026-11-17T23:30:00-05:00',
    '2026-11-19T00:30:00+14:00',
    '2026-11-18T10:00:00',
    '2026-11-18T25:00:00Z',
  ],
  ...['PT30M', 'PT1H30M', 'PT2H', 'PT10H5M', 'PT9999H59M', 'PT90M', 'PT99999999999H', 'P1D'],
  ...['2026-11-18T10:00:00+15:99', '2026-13-01T10:00:00Z', 'November 18, 2026', '2026-11-18T11:00:00Z'],
]
const TEXTS = ANSWERS.filter((one) => typeof one === 'string')
const COMPARING: Operator[] = ['is', 'isNot', 'before', 'after', 'less', 'greater', 'atLeast', 'atMost']
const READING: Operator[] = ['startsWith', 'contains', 'matches', 'under']
const wanted = fc.constantFrom(...TEXTS, 0, 1, 3, 2.5, true, false)
const test = fc.oneof(
  fc.record({ op: fc.constantFrom(...COMPARING), value: wanted }),
  fc.record({ op: fc.constantFrom(...READING), value: fc.constantFrom(...TEXTS, 'till gate', 'ı', '...') }),
  fc.record({
    op: fc.constantFrom('oneOf', 'noneOf', 'under'),
    value: fc.array(fc.constantFrom(...TEXTS), { maxLength: 3 }),
  }),
  fc.record({ op: fc.constant('between'), value: fc.tuple(wanted, wanted) }),
  fc.record({
    op: fc.constant('inTheLast'),
    value: fc.constantFrom('P1D', 'PT1H', 'P300D', 'P3000D', 'soon'),
  }),
  fc.record({ op: fc.constant('isWorkingDay'), value: fc.constantFrom('office', 'harbour', 'gone') }),
  fc.record({ op: fc.constantFrom('empty', 'filled'), value: fc.constant(null) }),
) as fc.Arbitrary<Omit<Test, 'fact'>>

const daysOf = (id: string, zone: string) =>
  new WorkingDays(
    new CalendarTime({
      ...{ id, name: id, zone, week: weekly([1, 2, 3, 4], '09:00', '17:00') },
      exceptions: [{ date: '2026-11-18', name: 'Shut', shut: 'all day' }],
    }),
  )
const CALENDARS_HERE = new Map([
  ['office', daysOf('office', 'Europe/Oslo')],
  ['harbour', daysOf('harbour', 'Pacific/Auckland')],
])
const calendars = { workingDays: (id: string) => CALENDARS_HERE.get(id) }

/** Numbers of the answers that a list would find: the very question, asked of rows that hold them. */
async function found(condition: Condition): Promise<number[]> {
  const rows = ANSWERS.map((x, reference) => ({ reference, facts: { answers: { x } } }))
  const { rows: all } = await sql<{ reference: number }>`
    with ticket as (select * from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as one(reference int, facts jsonb))
    select reference from ticket where ${conditionSql(condition, { now: NOW, calendars })} order by reference`.execute(
    world.db,
  )
  return all.map((one) => one.reference)
}
const held = (condition: Condition) =>
  ANSWERS.flatMap((x, index) =>
    holds(condition, { ...answerFacts({ x }), now: NOW, [CALENDARS]: calendars }) ? [index] : [],
  )

describe('rules and lists', () => {
  it('mean the same by every test of an answer, whatever was answered', async () => {
    await fc.assert(
      fc.asyncProperty(test, async (one) => {
        const condition = { fact: 'form.x', ...one } as Test
        expect(await found(condition)).toEqual(held(condition))
      }),
      { numRuns: 600 },
    )
  }, 120_000)

  it('compare days with moments by the day where these were written, and moments as moments', async () => {
    const answers = async (op: Operator, value: FactValue) =>
      (await found({ fact: 'form.x', op, value })).map((index) => ANSWERS[index])
    expect(await answers('after', '2026-11-18')).not.toContain('2026-11-18T23:59:59Z')
    expect(await answers('is', '2026-11-18')).toContain('2026-11-18T00:00:00Z')
    expect(await answers('between', ['2026-11-17', '2026-11-18'])).toContain('2026-11-18T23:59:59Z')
    expect(await answers('is', '2026-11-18T09:00:00Z')).toContain('2026-11-18T10:00:00+01:00')
    expect(await answers('inTheLast', 'P300D')).not.toContain('2026-02-30 was the date')
  })

  // Letters that are newer than the tables of Debian's libc (Unicode 15) are left out.
  const NEWER = [
    [0x1c89, 0x1c8a],
    [0xa7cb, 0xa7dc],
    [0x10d50, 0x10d85],
    [0x16ea0, 0x16ed3],
  ] as const

  it('see the same letters as alike, in the whole of Unicode', async () => {
    const { rows } = await sql<{ code: number; low: string }>`
      select code, translate(lower(chr(code)), 'ς', 'σ') as low from generate_series(1, 131071) as code
      where code not between 55296 and 57343`.execute(world.db)
    const differ = rows.filter(
      ({ code, low }) =>
        fold(String.fromCodePoint(code)) !== low && !NEWER.some(([from, to]) => code >= from && code <= to),
    )
    expect(differ).toEqual([])
  })
})
