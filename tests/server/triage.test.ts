import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { articleOf } from '../../core/reason'
import { CompiledDesign } from '../../core/design'
import type { DecisionTable } from '../../core/table'
import { changeDraft } from '../../server/commands/draft'
import { handOver } from '../../server/commands/handOver'
import { saveThing, setAway } from '../../server/commands/directory'
import { correctionsPage } from '../../server/queries/signals'
import { rehearseTriage, triageTrial } from '../../server/queries/triageTrial'
import { tableFromDmn, tableToDmn } from '../../server/tables/dmn'
import { tableInUse } from '../../server/tables/parts'
import {
  linesOfCsv,
  linesOfWorkbook,
  tableFromLines,
  tableToLines,
  workbookOf,
} from '../../server/tables/sheet'
import { csvOf } from '../../core/clock'
import { oneAt } from '../../core/lookup'
import { makeWorld, SCANNER, INES, TORA, OLIN } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('triage', 300)
})
afterAll(() => world.close())

/** The draft with the routing changed. */
async function reroute(change: (table: DecisionTable) => DecisionTable) {
  const { table } = await tableInUse(world.desk, 'routing')
  const step = { list: 'triage', id: 'routing', before: table, after: change(table) }
  await changeDraft(world.desk, [step], 'olin-brandt')
}

describe('a trial of the draft', () => {
  it('says for each step what it would be and why, and what the ticket is now', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const before = await triageTrial(world.desk, { reference: state.reference })
    expect(before.steps.map((one) => one.step)).toEqual([
      'category',
      'impact',
      'urgency',
      'priority',
      'queue',
      'team',
      'technician',
    ])
    for (const step of before.steps.filter((one) => one.step !== 'technician'))
      expect(step.value).toBe(step.now)
    expect(before.sources.filter((one) => one.wins)).toHaveLength(1)
    expect(before.rows.routing).toEqual({ decided: 'gates', nearly: 'boarding' })

    await reroute((table) => ({
      ...table,
      rows: table.rows.map((row) =>
        row.id === 'gates' ? { ...row, outcome: { ...row.outcome, team: 'field-crew' } } : row,
      ),
    }))
    const after = await triageTrial(world.desk, { reference: state.reference })
    expect(after.steps.find((one) => one.step === 'team')).toMatchObject({
      value: 'Field Crew',
      now: 'Devices & Workshop',
    })
  })

  it('takes what somebody may ask for, and refuses answers that could not be given', async () => {
    const question = { item: 'gate-scanner', requester: 'ines-varga', portal: 'merrow' }
    const stopped = await triageTrial(world.desk, {
      ...question,
      answers: { gates: 3, boardingStopped: true },
    })
    expect(stopped.steps.find((one) => one.step === 'queue')?.value).toBe('Boarding')
    await expect(triageTrial(world.desk, { ...question, answers: { gates: -3 } })).rejects.toMatchObject({
      reason: 'invalid',
    })
    await expect(triageTrial(world.desk, { reference: 999_999 })).rejects.toMatchObject({ reason: 'missing' })
  })

  it('over past tickets counts just those that would change, in groups', async () => {
    const gates = await world.db
      .selectFrom('ticket')
      .select(['state'])
      .where('category', 'like', 'gates%')
      .execute()
    // The draft of the first test sends what the row “gates” takes to the field crew.
    const moved = gates.filter(({ state }) => state.answers.boardingStopped !== true)
    const found = await rehearseTriage(world.desk, 400, { person: 'ada-thorne', closed: [] })
    expect(found.changed).toBe(moved.length)
    expect(found.groups).toEqual([
      {
        step: 'team',
        from: 'Devices & Workshop',
        to: 'Field Crew',
        count: moved.length,
        references: expect.any(Array),
      },
    ])
    expect(found.tickets).toBeGreaterThan(found.changed)
  })
})

describe('a decision table as a file', () => {
  const same = (read: object, { columns, outcomes, rows }: DecisionTable) =>
    expect(read).toMatchObject({ columns, outcomes, rows, problems: [] })

  it.each(['routing', 'weight', 'skills'])('%s comes back the same as CSV, XLSX and DMN', async (part) => {
    const { table, namesOf, title } = await tableInUse(world.desk, part)
    const lines = tableToLines(table, namesOf)
    same(tableFromLines(await linesOfCsv(csvOf(lines)), namesOf), table)
    same(tableFromLines(await linesOfWorkbook(await workbookOf(table.name, lines)), namesOf), table)
    const dmn = tableToDmn(table, title)
    expect(dmn).toContain(table.hitPolicy === 'collect' ? 'hitPolicy="COLLECT"' : 'hitPolicy="FIRST"')
    same(await tableFromDmn(dmn, namesOf), table)
  })

  it('names the cells that cannot be taken over, and refuses what is no table', async () => {
    const { namesOf } = await tableInUse(world.desk, 'routing')
    const read = tableFromLines(
      [
        ['category', '→ queue'],
        ['under Gates', 'Boarding'],
        ['Nowhere', 'Boarding'],
      ],
      namesOf,
    )
    expect(read.rows[0]).toMatchObject({
      cells: [{ op: 'under', value: 'gates' }],
      outcome: { queue: 'boarding' },
    })
    expect(read.problems).toEqual([
      { row: 2, column: 'category', message: '“Nowhere” is not among the choices' },
    ])
    expect(() => tableFromLines([['a', 'b']], namesOf)).toThrow('headings')
    await expect(tableFromDmn('<definitions/>', namesOf)).rejects.toThrow('no decision table')
    await expect(tableFromDmn('<!DOCTYPE x [<!ENTITY a "b">]><x/>', namesOf)).rejects.toThrow('document type')
    await expect(linesOfWorkbook(Buffer.from('no workbook'))).rejects.toThrow('workbook')
  })
})

describe('people', () => {
  it('hand over their open tickets as the assignment of the teams says, after a look', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    await world.desk.run(state.reference, { kind: 'assign', technician: 'tora-aas' }, TORA)
    const plan = await handOver(world.desk, 'tora-aas', { person: 'olin-brandt' }, false)
    expect(plan.tickets.map((one) => one.reference)).toContain(state.reference)
    const holder = async () =>
      (
        await world.db
          .selectFrom('ticket')
          .select('technician')
          .where('reference', '=', state.reference)
          .executeTakeFirstOrThrow()
      ).technician
    expect(await holder()).toBe('tora-aas')
    const done = await handOver(world.desk, 'tora-aas', { person: 'olin-brandt' }, true)
    expect(done.tickets).toHaveLength(plan.tickets.length)
    expect(await holder()).not.toBe('tora-aas')
    expect((await handOver(world.desk, 'tora-aas', { person: 'olin-brandt' }, false)).tickets).toEqual([])
  })

  it('who reached their limit get no more', async () => {
    const members = await world.db
      .selectFrom('person')
      .select('id')
      .where(sql<boolean>`'devices-workshop' = any(teams)`)
      .execute()
    const most = (id: string, capacity: number | null) =>
      saveThing(world.desk, { list: 'people', id, given: { capacity } }, OLIN)
    for (const { id } of members) await most(id, 1)
    for (let ticket = 0; ticket < 4; ticket++) await world.desk.log(SCANNER, INES)
    const { state } = await world.desk.log(SCANNER, INES)
    expect(state.technician).toBe(null)
    const [left] = state.because.technician?.nearly ?? []
    const limits = left?.is === 'leftOut' ? left.people.map((one) => one.limit) : []
    expect(new Set(limits)).toEqual(new Set([1]))
    for (const { id } of members) await most(id, null)
    await expect(
      setAway(world.desk, { list: 'people', id: 'ada-thorne', away: true }, OLIN),
    ).rejects.toMatchObject({ reason: 'forbidden' })
    await expect(
      setAway(world.desk, { list: 'people', id: 'olin-brandt', away: true }, OLIN),
    ).rejects.toThrow('yourself')
  })
})

describe('corrections', () => {
  it('are counted at the rule that was overruled, once for each value that triage had set', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const rule = articleOf(state.because.team!)!
    await world.desk.run(state.reference, { kind: 'resort', field: 'team', value: 'networks' }, TORA)
    await world.desk.run(state.reference, { kind: 'resort', field: 'team', value: 'field-crew' }, TORA)
    const { corrections } = await correctionsPage(world.desk, 90)
    const found = corrections.filter((one) => one.article === rule && one.field === 'team')
    expect(found).toEqual([
      { article: rule, field: 'team', value: 'devices-workshop', to: 'networks', count: 1 },
    ])
  })
})

describe('what is learnt from words', () => {
  it('is checked against tickets that were kept back, and names a category with its words', async () => {
    const found = await world.desk.learnt.check()
    expect(found.learntFrom + found.asked).toBeGreaterThan(200)
    const [half] = found.from
    expect(half!.right).toBeLessThanOrEqual(half!.named)
    // The words of the sample world tell its categories apart: far better than the commonest category would do.
    const { rows } = await sql<{ share: number }>`
      select (max(many) / sum(many))::float as share
      from (select count(*) as many from ticket group by category) as counted`.execute(world.db)
    expect(half!.right / half!.named).toBeGreaterThan(2 * oneAt(rows, 0).share)
    await world.desk.learnt.learn()
    const { design } = await world.desk.knowledge.currentEdition()
    const asking = new CompiledDesign(
      { ...design, triage: { ...design.triage, learnt: { items: ['something-else'], suggestFrom: 0.1 } } },
      1,
    )
    const suggestion = world.desk.learnt.suggest(asking, 'something-else', 'the till prints a blank receipt')
    expect(suggestion!.category).toContain('tills')
    expect(world.desk.learnt.suggest(asking, 'gate-scanner', 'the till')).toBeUndefined()
  })
})
