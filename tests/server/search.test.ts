import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { holds, type Condition } from '../../core/condition'
import { ticketFacts } from '../../core/facts'
import { MINUTE } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { indexAll } from '../../server/commands/searchWords'
import { CannotFilter, conditionSql } from '../../server/queries/conditionSql'
import { saveThing } from '../../server/commands/directory'
import { findEverything } from '../../server/queries/everything'
import { ADA, INES, makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('search', 150)
  await indexAll(world.db, world.desk.knowledge)
}, 120_000)
afterAll(() => world.close())

const find = (words: string, limit = 50) => findEverything(world.desk, words, 'tora-aas', limit)
const log = async (summary: string) => (await world.desk.log({ ...SCANNER, summary }, INES)).state.reference
const index = () => indexAll(world.db, world.desk.knowledge)
const titles = async (words: string) => (await find(words)).hits.map((one) => one.title)

describe('a search', () => {
  it('finds words wherever they were said, and says where', async () => {
    const reference = await log('Gangway lamp flickers')
    await world.desk.run(reference, { kind: 'note', text: 'The thingummy by the bilge is loose' }, TORA)
    await world.desk.run(reference, { kind: 'addTasks', tasks: [{ text: 'Order a marzipan fuse' }] }, TORA)
    await index()
    for (const words of ['thingummy bilge', 'marzipan', 'gangw flick', 'LAMP varga']) {
      const { hits, tickets } = await find(words)
      expect([tickets, hits[0]?.title], words).toEqual([1, `${reference} Gangway lamp flickers`])
    }
    expect((await find('thingummy')).hits[0]!.why).toContain('«thingummy»')
  })

  it('bears typing errors and says what it took for what', async () => {
    const reference = await log('Periskope fogs up')
    await index()
    const found = await find('perisxope')
    expect(found.corrected[0]).toMatchObject({ word: 'perisxope' })
    expect(found.corrected[0]!.like).toContain('periskope')
    expect(found.hits.map((one) => one.to)).toContain(`/desk/${reference}`)
  })

  it('does not say that no record has what a machine is called', async () => {
    const given = { name: 'Plovver mast', organisation: 'merrow' }
    await saveThing(world.desk, { list: 'equipment', given }, ADA)
    await log('Plover on the mast')
    await index()
    const { corrected, hits } = await find('plovver')
    expect(hits.map((one) => one.kind)).toContain('equipment')
    expect(corrected).toEqual([])
  })

  it('goes straight to a number, closed tickets and parts too', async () => {
    const closed = await world.db
      .selectFrom('ticket')
      .select('reference')
      .where('status_group', '=', 'done')
      .limit(1)
      .executeTakeFirstOrThrow()
    expect((await find(String(closed.reference))).hits[0]!.to).toBe(`/desk/${closed.reference}`)
    expect((await find('999999')).hits.filter((one) => one.kind === 'ticket')).toEqual([])
  })

  it('finds what is meant by its number or serial number, with its tickets', async () => {
    const given = { name: 'Winch camera', organisation: 'merrow', serial: 'WX-77/0042' }
    const { id: number } = await saveThing(world.desk, { list: 'equipment', given }, ADA)
    const answers = { till: 4, machine: number }
    const { state } = await world.desk.log({ ...SCANNER, item: 'till-receipts', answers }, INES)
    await index()
    for (const words of [`#${number}`, number, 'WX-77/0042', `equipment ${number}`]) {
      const { hits } = await find(words)
      expect(hits[0], words).toMatchObject({ kind: 'equipment', title: `${number} Winch camera` })
      expect(
        hits.map((one) => one.to),
        words,
      ).toContain(`/desk/${state.reference}`)
    }
    const found = await find('agreement 1042 done')
    expect(found.filters).toEqual(['agreement 1042', 'done'])
    expect(found.hits[0]).toMatchObject({ kind: 'agreement', title: 'Agreement 1042' })
    const { count } = await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .where(sql<boolean>`state->>'agreement' = '1042' and status_group = 'done'`)
      .executeTakeFirstOrThrow()
    expect(found.tickets).toBe(Number(count))
    expect((await find('agreement 9999')).hits).toEqual([])
  })

  it('puts open tickets before those that are done, and one’s own before those', async () => {
    const [done, own, open] = [
      await log('Xylophone'),
      await log('Xylophone'),
      await log('Xylophone xylophone'),
    ]
    await world.desk.run(own, { kind: 'assign', technician: TORA.person }, TORA)
    await world.desk.run(done, { kind: 'withdraw', text: 'Found it' }, INES)
    await index()
    expect((await find('xylophone')).hits.map((one) => one.to)).toEqual(
      [own, open, done].map((reference) => `/desk/${reference}`),
    )
  })

  it('is limited by words that stand for a filter', async () => {
    const all = await find('scanner')
    const open = await find('scanner open')
    const done = await find('scanner done')
    expect(open.filters).toEqual(['open'])
    expect(open.tickets + done.tickets).toBe(all.tickets)
    const team = await find('in Networks open')
    const { count } = await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .where('team', '=', 'networks')
      .where('status_group', '<>', 'done')
      .executeTakeFirstOrThrow()
    expect(team.tickets).toBe(Number(count))
  })

  it('finds people, equipment, agreements, articles and parts of the design', async () => {
    const kinds = async (words: string) => (await find(words)).hits.map((one) => one.kind)
    expect(await kinds('harriet boom')).toContain('person')
    expect(await kinds('petrel works')).toContain('equipment')
    expect(await kinds('1042')).toContain('agreement')
    expect(await kinds('grey heron')).toEqual(expect.arrayContaining(['organisation', 'agreement']))
    expect(await kinds('round the clock')).toContain('design')
    expect(await kinds('till paper')).toContain('article')
  })

  it('bears whatever is typed', async () => {
    for (const words of ["' or 1=1 --", '& | ! :*', 'the', '“', '%_\\', 'a'.repeat(200), '🙂'])
      await expect(find(words), words).resolves.toBeDefined()
    expect((await titles('the')).filter((one) => /^\d/.test(one))).toEqual([])
  })

  it('is brought up to date by several workers at once', async () => {
    const references = await Promise.all(Array.from({ length: 12 }, (_, one) => log(`Quokka ${one}`)))
    await Promise.all([index(), index(), index()])
    expect((await find('quokka')).tickets).toBe(references.length)
  })
})

describe('a condition as a question to the database', () => {
  const value = (fact: string): fc.Arbitrary<unknown> =>
    ({
      category: fc.constantFrom('gates', 'gates/scanners', 'tills', 'GATES'),
      team: fc.constantFrom('networks', 'devices-workshop', ''),
      technician: fc.constantFrom('tora-aas', 'pia-lund'),
      statusGroup: fc.constantFrom('new', 'active', 'done', 'waiting'),
      statusBefore: fc.constantFrom('logged', 'in-hand'),
      cover: fc.constantFrom('Round the clock', 'round', 'clock'),
      agreement: fc.constantFrom('1042', '1051'),
      'form.gates': fc.integer({ min: 0, max: 6 }),
      'form.boardingStopped': fc.boolean(),
      'form.what': fc.constantFrom('a', 'screen'),
      hoursSinceLogged: fc.integer({ min: 1, max: 9000 }),
      hoursInStatus: fc.integer({ min: 1, max: 9000 }),
      openTasks: fc.integer({ min: 0, max: 3 }),
      minutesWorked: fc.constantFrom(0, 12, 30),
      majorIncident: fc.boolean(),
      department: fc.constantFrom('Boarding', 'Pilots'),
      desk: fc.constantFrom('house', 'crews', 'gone'),
      equipmentMaker: fc.constantFrom('Coinwright', 'x'),
      equipmentInWarranty: fc.boolean(),
    })[fact]!
  const FACTS = [
    ...['category', 'team', 'technician', 'statusGroup', 'statusBefore', 'cover', 'agreement'],
    ...['form.gates', 'form.boardingStopped', 'form.what', 'hoursSinceLogged', 'hoursInStatus'],
    ...[
      'desk',
      'openTasks',
      'minutesWorked',
      'majorIncident',
      'department',
      'equipmentMaker',
      'equipmentInWarranty',
    ],
  ]
  const SINGLE = ['is', 'isNot', 'greater', 'atLeast', 'less', 'atMost', 'empty', 'filled'] as const
  const TEXTUAL = ['under', 'startsWith', 'contains', 'matches'] as const
  const isText = (fact: string) =>
    ![
      'form.gates',
      'form.boardingStopped',
      'hoursSinceLogged',
      'hoursInStatus',
      'openTasks',
      'minutesWorked',
      'majorIncident',
      'equipmentInWarranty',
    ].includes(fact)
  const test = fc.constantFrom(...FACTS).chain((fact) => {
    const yesNo =
      fact === 'majorIncident' || fact === 'equipmentInWarranty' || fact === 'form.boardingStopped'
    const single = yesNo ? (['is', 'isNot', 'filled'] as const) : SINGLE
    const ops = isText(fact) ? [...single, ...TEXTUAL] : single
    const one = fc.record({ fact: fc.constant(fact), op: fc.constantFrom(...ops), value: value(fact) })
    const several = fc.record({
      fact: fc.constant(fact),
      op: fc.constantFrom('oneOf', 'noneOf'),
      value: fc.array(value(fact), { maxLength: 3 }),
    })
    return isText(fact) ? fc.oneof(one, several) : one
  }) as fc.Arbitrary<Condition>
  const asked = fc.oneof(
    fc.record({ op: fc.constant('inTheLast'), value: fc.constantFrom('P7D', 'P90D', 'PT1H', 'soon') }),
    fc.record({ op: fc.constant('isWorkingDay'), value: fc.constantFrom('desk', 'gone') }),
  )
  const moment = fc
    .tuple(fc.constantFrom('loggedAt', 'statusSince', 'saidAt'), asked)
    .map(([fact, one]) => ({ fact, ...one })) as fc.Arbitrary<Condition>
  const tree = fc.letrec<{ one: Condition }>((tie) => ({
    one: fc.oneof(
      { maxDepth: 2 },
      test,
      moment,
      fc.array(tie('one'), { maxLength: 3 }).map((all) => ({ all })),
      fc.array(tie('one'), { maxLength: 3 }).map((any) => ({ any })),
      fc.array(tie('one'), { maxLength: 3 }).map((none) => ({ none })),
    ),
  })).one

  it('finds just the tickets for which it holds', async () => {
    const now = deskNow()
    const worked = await log('Somebody looked at it')
    const record = { from: now - 30 * MINUTE, to: now, what: 'looked at it' }
    await world.desk.run(worked, { kind: 'recordTime', ...record }, TORA)
    const rows = await world.db.selectFrom('ticket').select('state').execute()
    const design = await world.desk.knowledge.currentEdition()
    const facts = rows.map(({ state }) => ({
      reference: state.reference,
      facts: ticketFacts(state, design, now),
    }))
    await fc.assert(
      fc.asyncProperty(tree, async (condition) => {
        const found = await sql<{ reference: number }>`select reference from ticket
          where ${conditionSql(condition, { now, calendars: design })} order by reference`.execute(world.db)
        const wanted = facts.filter((one) => holds(condition, one.facts)).map((one) => one.reference)
        expect(found.rows.map((one) => one.reference)).toEqual(wanted.sort((a, b) => a - b))
      }),
      { numRuns: 150 },
    )
  }, 60_000)

  it('says by what lists cannot be filtered', () => {
    expect(() => conditionSql({ fact: 'workingHoursInStatus', op: 'greater', value: 1 }, { now: 0 })).toThrow(
      CannotFilter,
    )
  })
})
