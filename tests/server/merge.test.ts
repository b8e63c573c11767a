import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'kysely'
import { setAbsence } from '../../server/commands/people'
import { saveThing } from '../../server/commands/directory'
import { mergePlan, mergeThings, type Merge } from '../../server/commands/merge'
import { sweepBatch, sweepOf } from '../../server/commands/sweep'
import { publishDraft } from '../../server/commands/draft'
import { mergerPage } from '../../server/directory/merger'
import { thingPage, trailOf, usesOfThing } from '../../server/directory/listing'
import { draftPage } from '../../server/queries/draft'
import { rebuild, type TicketState } from '../../core/ticket'
import { entryFromRow } from '../../server/db/rows'
import { MINUTE } from '../../core/time'
import { ADA, INES, makeWorld, OLIN, TORA_BY, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('merge')
})
afterAll(() => world.close())

const make = async (list: Merge['list'], given: Parameters<typeof saveThing>[1]['given']) =>
  (await saveThing(world.desk, { list, given }, ADA)).id
const merge = (list: Merge['list'], id: string, into: string, more: Partial<Merge> = {}, by = ADA) =>
  mergeThings(world.desk, { list, id, into, ...more }, by)
const log = async (more: object = {}) => (await world.desk.log({ ...SCANNER, ...more }, INES)).state.reference
const stateOf = async (reference: number): Promise<TicketState> => {
  const row = await world.db
    .selectFrom('ticket')
    .select('state')
    .where('reference', '=', reference)
    .executeTakeFirstOrThrow()
  return { ...row.state, because: {} }
}

/** Does what a worker would, to the end, the look at what came in meanwhile among it. */
async function sweepAll(): Promise<void> {
  const waiting = await world.db.selectFrom('sweep').select('id').where('state', '=', 'running').execute()
  for (const { id } of waiting) {
    let batch: Awaited<ReturnType<typeof sweepBatch>> = { id }
    while (batch) batch = await sweepBatch(world.desk, batch)
  }
}

describe('two people that are one', () => {
  it('are one everywhere: in the directory, on tickets, in views, by their addresses', async () => {
    const twin = await make('people', {
      ...{ name: 'I Varga', mail: 'varga@merrow.sound.example', role: 'requester', site: 'varnes' },
      ...{ phone: '+47 55 09 09', remarks: 'Knows the old gate' },
    })
    const managed = await make('people', {
      ...{
        name: 'Nils Varg',
        mail: 'nils@merrow.sound.example',
        role: 'requester',
        site: 'varnes',
        manager: twin,
      },
    })
    const [first, second] = [await log({ requester: twin }), await log()]
    await world.desk.run(
      first,
      { kind: 'move', from: 'logged', to: 'called-off', fields: { remarks: 'No need' } },
      TORA,
    )
    await world.db
      .insertInto('saved_view')
      .values({
        ...{ person: 'tora-aas', name: 'Hers', changed_at: 0 },
        definition: JSON.stringify({ where: { fact: 'requester', op: 'is', value: twin } }),
      })
      .execute()
    const page = await mergerPage(world.desk, { list: 'people', id: twin, into: 'ines-varga' }, OLIN)
    expect(page.problems).toEqual([])
    expect(page.differing.map((one) => one.field)).toEqual(['name', 'mail'])
    expect(page.uses.tickets).toEqual([{ as: 'requester', open: 0, all: 1 }])
    await merge('people', twin, 'ines-varga', {}, OLIN)
    expect((await thingPage(world.desk, 'people', 'ines-varga')).following).toEqual({ total: 0, done: 0 })
    await sweepAll()
    const directory = await world.desk.knowledge.directory()
    expect(directory.people.get(managed)?.manager).toBe('ines-varga')
    expect(directory.personOf('varga@merrow.sound.example')?.id).toBe('ines-varga')
    expect(directory.people.get(twin)?.id).toBe('ines-varga')
    expect(directory.people.get('ines-varga')).toMatchObject({
      phone: '+47 55 09 09',
      remarks: 'Knows the old gate',
    })
    for (const reference of [first, second]) expect((await stateOf(reference)).requester).toBe('ines-varga')
    expect(await usesOfThing(world.desk, 'people', twin)).toMatchObject({ directory: [], tickets: [] })
    const { definition } = await world.db
      .selectFrom('saved_view')
      .select('definition')
      .where('name', '=', 'Hers')
      .executeTakeFirstOrThrow()
    expect(definition).toMatchObject({ where: { value: 'ines-varga' } })
    expect(await sweepOf(world.db, 'people', 'ines-varga')).toBeUndefined()
    const trail = await trailOf(world.desk, { list: 'people', limit: 4 })
    expect(trail.rows.map((one) => [one.deed, one.thing])).toEqual([
      ['changed', managed],
      ['changed', 'ines-varga'],
      ['merged', twin],
      ['made', managed],
    ])
    expect(trail.names.people?.['ines-varga']).toBe('Ines Varga')
    // A program that still says the id of before means the same person.
    expect((await stateOf(await log({ requester: twin }))).requester).toBe('ines-varga')
  })

  it('at the desk keep hours, absences, rota and work of both, and the address that was chosen', async () => {
    const twin = await make('people', {
      ...{ name: 'T Aas', mail: 'aas@commons.sound.example', role: 'technician', teams: ['field-crew'] },
      identifier: 'tora@sso',
    })
    await setAbsence(world.desk, twin, { from: '2026-12-07', to: '2026-12-08', why: 'course' })
    const reference = await log()
    await world.desk.run(reference, { kind: 'assign', technician: twin }, TORA)
    await world.desk.run(reference, { kind: 'startTimer' }, { person: twin })
    await world.desk.run(
      reference,
      { kind: 'recordTime', from: world.begins - 20 * MINUTE, to: world.begins - 5 * MINUTE, what: 'Looked' },
      { person: twin },
    )
    await expect(merge('people', twin, 'tora-aas', {}, OLIN)).rejects.toMatchObject({ reason: 'forbidden' })
    await merge('people', twin, 'tora-aas', { chosen: ['mail'] })
    await sweepAll()
    const tora = (await world.desk.knowledge.directory()).people.get('tora-aas')!
    expect(tora).toMatchObject({ mail: 'aas@commons.sound.example', identifier: 'tora@sso' })
    expect(tora.teams).toEqual(['networks', 'field-crew'])
    expect(
      tora.shift?.exceptions.filter((one) => one.name === 'Away: course').map((one) => one.date),
    ).toEqual(['2026-12-07', '2026-12-08'])
    const own = await world.db
      .selectFrom('person')
      .select(['mail', 'identifier', 'active'])
      .where('id', '=', twin)
      .executeTakeFirst()
    expect(own).toEqual({ mail: 'tora-aas@commons.sound.example', identifier: null, active: false })
    const state = await stateOf(reference)
    expect(state).toMatchObject({ technician: 'tora-aas', timers: [{ person: 'tora-aas' }] })
    const times = await world.db
      .selectFrom('time_record')
      .select('person')
      .where('reference', '=', reference)
      .execute()
    expect(times).toEqual([{ person: 'tora-aas' }])
    // What it is follows from its record alone.
    const kept = await world.db
      .selectFrom('entry')
      .selectAll()
      .where('reference', '=', reference)
      .orderBy('sequence')
      .execute()
    expect({ ...rebuild(kept.map(entryFromRow)), because: {} }).toEqual(state)
  })

  it.each<[string, () => Promise<unknown>, string]>([
    [
      'somebody else changed one meanwhile',
      () => merge('people', 'corin-vale', 'ines-varga', { version: 99 }),
      'conflict',
    ],
    ['one is not there', () => merge('people', 'nobody', 'ines-varga'), 'missing'],
    ['it is whoever says so', () => merge('people', 'ada-thorne', 'tora-aas'), 'conflict'],
    ['they cannot be one', () => merge('sites', 'skerry', 'hallin'), 'invalid'],
    ['it was merged already', () => merge('people', 'i-varga', 'corin-vale'), 'invalid'],
    ['nobody may', () => merge('teams', 'networks', 'field-crew', {}, TORA_BY), 'forbidden'],
    [
      'what was merged is changed',
      () => saveThing(world.desk, { list: 'people', id: 'i-varga', given: { name: 'X' } }, ADA),
      'conflict',
    ],
  ])('are left as they are where %s', async (_, tried, reason) => {
    const before = await world.db
      .selectFrom('directory_change')
      .select((e) => e.fn.countAll().as('n'))
      .executeTakeFirst()
    await expect(tried()).rejects.toMatchObject({ reason })
    expect(
      await world.db
        .selectFrom('directory_change')
        .select((e) => e.fn.countAll().as('n'))
        .executeTakeFirst(),
    ).toEqual(before)
  })
})

describe('a team and a queue that are merged while tickets arrive', () => {
  it('get none after it, and lose none', async () => {
    const before = await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('n'))
      .executeTakeFirstOrThrow()
    const first = await log()
    const { team, queue } = await stateOf(first)
    const into = team === 'networks' ? 'field-crew' : 'networks'
    const page = await mergerPage(world.desk, { list: 'teams', id: team, into }, ADA)
    expect(page.uses.design.length).toBeGreaterThan(0)
    const draft = await draftPage(world.desk)
    const arriving = Promise.all(Array.from({ length: 40 }, () => log()))
    const { edition } = await merge('teams', team, into)
    expect(edition).toBe(draft.edition + 1)
    await Promise.all([arriving, merge('queues', queue, queue === 'crossings' ? 'tills' : 'crossings')])
    await sweepAll()
    const left = await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('n'))
      .where((e) => e.or([e('team', '=', team), e('queue', '=', queue)]))
      .executeTakeFirstOrThrow()
    expect(left.n).toBe(0)
    const after = await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('n'))
      .executeTakeFirstOrThrow()
    expect(after.n).toBe(before.n + 41)
    // The rules name the one that stays, and nothing that proofreading would miss.
    expect((await draftPage(world.desk)).findings.filter((one) => one.severity === 'error')).toEqual([])
    expect(await usesOfThing(world.desk, 'teams', team)).toEqual({ directory: [], design: [], tickets: [] })
    expect((await stateOf(await log())).team).toBe(into)
  })

  it('bring tickets that name them to the new edition, and leave those that keep an earlier one', async () => {
    const [kept, current] = [await log(), await log()]
    const team = (await stateOf(kept)).team
    const page = await draftPage(world.desk)
    // One of them keeps an edition before the one in force.
    await sql`update ticket set edition = 1, state = jsonb_set(state, '{edition}', '1') where reference = ${kept}`.execute(
      world.db,
    )
    const twin = await make('teams', { name: 'Twin of them', desks: ['house'] })
    const { edition } = await merge('teams', team, twin)
    await sweepAll()
    expect(edition).toBe(page.edition + 1)
    expect(await stateOf(current)).toMatchObject({ team: twin, edition })
    expect(await stateOf(kept)).toMatchObject({ team: twin, edition: 1 })
    const others = await world.db
      .selectFrom('adoption')
      .select('edition')
      .where('edition', '=', edition)
      .execute()
    expect(others).toEqual([])
  })

  it('leave a draft that is begun as it is, but for their names', async () => {
    const { design } = await draftPage(world.desk)
    const twin = await make('queues', { name: 'Boarding gates', team: 'networks' })
    const { changeDraft } = await import('../../server/commands/draft')
    await changeDraft(
      world.desk,
      {
        list: 'items',
        id: design.items[0]!.id,
        before: design.items[0]!,
        after: { ...design.items[0]!, description: 'Anew' },
      },
      'olin-brandt',
    )
    const one = await draftPage(world.desk)
    const routed = one.design.triage
    await changeDraft(
      world.desk,
      {
        list: 'triage',
        id: 'otherwise',
        before: routed.otherwise,
        after: { ...routed.otherwise, queue: twin },
      } as never,
      'olin-brandt',
    )
    await merge('queues', twin, one.design.triage.otherwise.queue)
    const two = await draftPage(world.desk)
    expect(two.design.items[0]!.description).toBe('Anew')
    expect(two.design.triage.otherwise.queue).toBe(one.design.triage.otherwise.queue)
    expect(two.edition).toBe(one.edition)
    const published = await publishDraft(world.desk, { version: two.version, note: 'x' }, 'olin-brandt')
    expect(published.edition).toBe(one.edition + 1)
  })
})

it('that are merged into a third before their tickets have followed are that one, whoever is first', async () => {
  const [first, second] = [
    await make('organisations', { name: 'Tern One' }),
    await make('organisations', { name: 'Tern Two' }),
  ]
  const asker = await make('people', {
    ...{ name: 'Tam Tern', mail: 'tam@tern.example', role: 'requester', organisation: first },
  })
  const reference = await log({ requester: asker, portal: null })
  await merge('organisations', first, second)
  await merge('organisations', second, 'merrow')
  const waiting = await world.db
    .selectFrom('sweep')
    .select('id')
    .where('state', '=', 'running')
    .orderBy('id', 'desc')
    .execute()
  // The later one is done with before the earlier begins.
  for (const { id } of waiting) {
    let batch: Awaited<ReturnType<typeof sweepBatch>> = { id }
    while (batch) batch = await sweepBatch(world.desk, batch)
  }
  expect((await stateOf(reference)).organisation).toBe('merrow')
  expect((await world.desk.knowledge.directory()).organisations.get(first)?.id).toBe('merrow')
})

describe('a site that moves to other hours', () => {
  it('brings the promises that run there along, with what was spent', async () => {
    const reference = await log()
    const before = await stateOf(reference)
    await world.at(world.begins + 30 * MINUTE)
    await saveThing(
      world.desk,
      { list: 'sites', id: before.site!, given: { calendar: 'clock', zone: 'Europe/London' } },
      ADA,
    )
    await sweepAll()
    const { clocks } = await stateOf(reference)
    const running = clocks.filter((one) => one.stoppedAt === undefined)
    expect(running.map((one) => one.calendar)).toEqual(running.map(() => 'clock'))
    expect(running.every((one) => one.startedAt === before.clocks[0]!.startedAt)).toBe(true)
  })
})

it('looks at what two things would be without changing them', async () => {
  const plan = await mergePlan(world.desk, { list: 'organisations', id: 'heron', into: 'lantern' }, ADA)
  expect(plan.problems).toEqual([])
  expect(plan.follow.length).toBeGreaterThan(2)
  expect((await world.desk.knowledge.directory()).organisations.get('heron')?.active).toBe(true)
})
