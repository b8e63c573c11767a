import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dutiesOf, isDutyOf } from '../../server/queries/plans'
import { benchPage } from '../../server/queries/bench'
import { planBoard } from '../../server/queries/planBoard'
import { audit } from '../../server/queries/audit'
import { repair } from '../../server/commands/repair'
import { ringDue } from '../../server/jobs/alarms'
import { requestPage } from '../../server/queries/requests'
import { ticketPage } from '../../server/queries/tickets'
import { deskNow } from '../../server/clock/deskClock'
import { followedPlans, type Command } from '../../core/ticket'
import { DAY, HOUR } from '../../core/time'
import { Knowledge } from '../../server/db/knowledge'
import { MIGRATIONS } from '../../server/db/migrations'
import { makeWorld, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('plans', 60)
}, 120_000)
afterAll(() => world.close())

const KETIL = { person: 'ketil-rasp' }
/** Ketil Rasp asks for somebody new at Varnes Quay, which Ines Varga looks after. */
const log = async (startsOn: string, joinerNeeds: string[] = ['mail']) =>
  (
    await world.desk.log(
      {
        ...{ item: 'new-crew', portal: 'merrow', channel: 'portal', requester: 'ketil-rasp' },
        answers: { joinerName: 'Signe Dahl', startsOn, joinerNeeds },
      },
      KETIL,
    )
  ).state
const tomorrow = () => new Date(deskNow() + 3 * DAY).toISOString().slice(0, 10)
const runOf = (state: { plans?: { id: number }[] }) => state.plans![0]!.id
const rowsOf = (table: 'plan_run' | 'plan_task', reference: number) =>
  world.db.selectFrom(table).selectAll().where('reference', '=', reference).execute()
/** The account service has done what it was asked for. */
async function account(reference: number) {
  const { key } = await world.db
    .selectFrom('outbox')
    .select('key')
    .where('reference', '=', reference)
    .where('channel', '=', 'call')
    .executeTakeFirstOrThrow()
  const answer = { type: 'application/json', data: { account: { name: 'signe-dahl' } } }
  await world.desk.run(
    reference,
    { ...{ kind: 'recordDelivery', key, state: 'delivered', attempt: 1, detail: '200' }, answer },
    { system: 'messages' },
  )
}
const tick = (reference: number, run: number, task: string, by = TORA) =>
  world.desk.run(reference, { kind: 'changePlanTask', run, task, change: { done: true } }, by)

const berth = (reference: number, run: number) =>
  world.desk.run(
    reference,
    { kind: 'fillForm', run, task: 'berth', answers: { berth: 'Cabin 12', watch: 'day' } },
    { person: 'ines-varga' },
  )

describe('a task of a plan on a bench', () => {
  it('is work among tickets for whoever has it, by its own promise', async () => {
    const { reference, plans } = await log(tomorrow())
    const give: Command = {
      ...{ kind: 'changePlanTask', run: plans![0]!.id, task: 'crew-list' },
      change: { person: 'pia-lund' },
    }
    const tasksOf = async () =>
      (await benchPage(world.desk, 'pia-lund', 'earliestDue'))!.tickets.filter(
        (one) => one.task && one.reference === reference,
      )
    expect(await tasksOf()).toEqual([])
    await world.desk.run(reference, give, TORA)
    const page = (await benchPage(world.desk, 'pia-lund', 'earliestDue'))!
    const [line] = await tasksOf()
    expect(line).toMatchObject({
      task: { text: 'Check the crew list', plan: 'New crew member' },
      ...{ estimate: 'plan', part: null, isToAnswer: false },
    })
    expect(line!.thenLeft).not.toBeNull()
    // It is done in the time in which nothing else is, and the ticket of another stays theirs.
    const spans = page.tickets.flatMap(({ from, to }) => (from === null || to === null ? [] : [[from, to]]))
    expect(spans.every(([from], index) => index === 0 || from! >= spans[index - 1]![1]!)).toBe(true)
    expect(page.tickets.some((one) => one.reference === reference && !one.task)).toBe(false)
    await tick(reference, plans![0]!.id, 'crew-list')
    expect(await tasksOf()).toEqual([])
  })
})

describe('the board of a plan', () => {
  it('has each request in the stage that is open, or the next to open, with who has what', async () => {
    const state = await log(tomorrow())
    const [run, { reference }] = [runOf(state), state]
    const cardOf = async (person = 'tora-aas', plan?: string) => {
      const board = await planBoard(world.desk, person, plan)
      return board.columns.flatMap((column) =>
        column.cards.filter((one) => one.reference === reference).map((one) => ({ in: column.id, ...one })),
      )
    }
    expect(await cardOf()).toMatchObject([
      { in: 'prepare', settled: 0, has: [{ text: 'Check the crew list', who: 'Access & Accounts' }, {}, {}] },
    ])
    await tick(reference, run, 'crew-list')
    await berth(reference, run)
    const [card] = await cardOf()
    expect(card).toMatchObject({ in: 'approve', has: [{ who: 'Ines Varga' }] })
    await world.desk.run(
      reference,
      { kind: 'saySeal', run, task: 'seal', yes: true, text: '' },
      { person: 'ines-varga' },
    )
    for (const task of ['laptop', 'cabin-phone']) await tick(reference, run, task)
    await account(reference)
    // Its last stage waits for a day: there it stands next.
    expect(await cardOf()).toMatchObject([{ in: 'first-day', since: null, has: [] }])
    expect((await planBoard(world.desk, 'tora-aas')).plans).toMatchObject([{ id: 'joining' }])
    await world.desk.run(reference, { kind: 'endPlan', run, text: 'She does not come.' }, TORA)
    expect(await cardOf()).toEqual([])
  })

  it('counts in each column all that stand there, those that are not laid out among them', async () => {
    await log(tomorrow())
    const { columns, plans, laid } = await planBoard(world.desk, 'tora-aas', 'joining', 1)
    expect(laid).toBe(1)
    expect(plans[0]!.count).toBeGreaterThan(1)
    expect(columns.reduce((sum, one) => sum + one.count, 0)).toBe(plans[0]!.count)
    expect(columns.reduce((sum, one) => sum + one.cards.length, 0)).toBe(1)
  })

  it('finds at which stage plans stood before the update that counts them', async () => {
    const waiting = await log(tomorrow())
    const run = runOf(waiting)
    for (const task of ['crew-list', 'laptop', 'cabin-phone']) await tick(waiting.reference, run, task)
    await berth(waiting.reference, run)
    const word = { kind: 'saySeal', run, task: 'seal', yes: true, text: '' } as const
    await world.desk.run(waiting.reference, word, { person: 'ines-varga' })
    await account(waiting.reference)
    const over = await log(tomorrow())
    await world.desk.run(over.reference, { kind: 'endPlan', run: runOf(over), text: 'Not coming' }, TORA)
    const stand = (reference: number, stages: string[]) =>
      world.db.updateTable('plan_run').set({ stages }).where('reference', '=', reference).execute()
    await stand(waiting.reference, [])
    await stand(over.reference, ['prepare'])
    await sql.raw(MIGRATIONS.find(({ name }) => name.startsWith('0036 '))!.sql).execute(world.db)
    expect(await rowsOf('plan_run', waiting.reference)).toMatchObject([{ stages: ['first-day'] }])
    expect((await audit(world.db)).differences).toEqual([])
  })

  it('is that with the most under way where none, or one that is not there, is asked for', async () => {
    for (const plan of [undefined, 'no-such'])
      expect((await planBoard(world.desk, 'tora-aas', plan)).plan).toBe('joining')
  })
})

describe('a plan under way', () => {
  it('stands in tables of its own: who has what to do by when, and the first due first', async () => {
    const state = await log(tomorrow())
    const [run, { reference }] = [runOf(state), state]
    expect(await rowsOf('plan_run', reference)).toMatchObject([
      { plan: 'joining', stages: ['prepare'], settled: 0, ended_at: null },
    ])
    const tasks = (await rowsOf('plan_task', reference)).map((one) => `${one.task} ${one.person || one.team}`)
    expect(tasks.sort()).toEqual([
      ...['berth ines-varga', 'cabin-phone devices-workshop', 'crew-list access-accounts'],
      'laptop devices-workshop',
    ])
    const ines = await dutiesOf(world.desk, { id: 'ines-varga', teams: [] })
    expect(ines.find((one) => one.reference === reference)).toMatchObject({
      ...{ task: 'berth', requester: 'Ketil Rasp', item: 'New crew member', isMine: true },
    })
    const asked = ines.find((one) => one.reference === reference)!
    expect(asked.answers.map((one) => one.answer)).toContain('Signe Dahl')
    expect(await isDutyOf(world.desk, 'ines-varga', { reference, run, task: 'berth' })).toBe(true)
    const dues = (await dutiesOf(world.desk, { id: 'x', teams: ['devices-workshop'] })).map(
      (one) => one.due ?? Infinity,
    )
    expect(dues).toEqual([...dues].sort((a, b) => a - b))
  })

  it('goes on by the hands of four people, to the first day', async () => {
    const starts = tomorrow()
    const state = await log(starts, ['mail', 'manifest'])
    const [run, { reference }] = [runOf(state), state]
    const INES = { person: 'ines-varga' }
    await tick(reference, run, 'crew-list')
    await berth(reference, run)
    // Who asks is not who agrees, and nobody of elsewhere is.
    const word = { kind: 'saySeal', run, task: 'seal', yes: true, text: 'Gladly.' } as const
    await expect(world.desk.run(reference, word, KETIL)).rejects.toThrow('not asked for')
    await world.desk.run(reference, word, INES)
    await account(reference)
    for (const task of ['laptop', 'manifest']) await tick(reference, run, task)
    expect(await rowsOf('plan_run', reference)).toMatchObject([{ stages: ['first-day'] }])
    await world.at(Date.parse(`${starts}T06:00:00+01:00`))
    await ringDue(world.desk)
    expect(await rowsOf('plan_run', reference)).toMatchObject([{ stages: ['first-day'] }])
    await tick(reference, run, 'hand-over')
    expect(await rowsOf('plan_run', reference)).toMatchObject([{ how: 'done', stages: [] }])
    const caller = { id: 'tora-aas', role: 'technician' as const, teams: [] }
    const [plan] = (await ticketPage(world.desk, reference, caller))!.plans
    expect(plan!.stages.map((one) => `${one.number} ${one.stands}`)).toEqual([
      ...['1 through', '2 through', '3 through', '4 through'],
    ])
    const seal = plan!.stages[1]!.tasks[0]!
    expect(seal.seal).toMatchObject({
      sealed: 'sealed',
      asked: [{ person: 'ines-varga', word: { yes: true, text: 'Gladly.' } }],
    })
  })

  it('is one where two people tick the same at once', async () => {
    const state = await log(tomorrow())
    const [run, { reference }] = [runOf(state), state]
    const both = await Promise.allSettled([
      tick(reference, run, 'crew-list'),
      tick(reference, run, 'crew-list', { person: 'mika-okoro' }),
    ])
    expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    const entries = await world.db
      .selectFrom('entry')
      .select('kind')
      .where('reference', '=', reference)
      .where('kind', '=', 'planTaskEnded')
      .execute()
    expect(entries).toHaveLength(1)
  })

  it('has nothing to do while its ticket is done, and has it again when that is opened', async () => {
    const state = await log(tomorrow())
    const { reference } = state
    await world.desk.run(reference, { kind: 'withdraw', text: 'She does not come.' }, KETIL)
    expect(await rowsOf('plan_task', reference)).toEqual([])
    await world.desk.run(reference, { kind: 'answer', text: 'She comes after all.' }, KETIL)
    expect((await rowsOf('plan_task', reference)).length).toBeGreaterThan(0)
  })

  it('is opened once by the day, however many workers ring', async () => {
    const starts = new Date(deskNow() + 2 * DAY).toISOString().slice(0, 10)
    const state = await log(starts)
    const [run, { reference }] = [runOf(state), state]
    for (const task of ['crew-list', 'laptop']) await tick(reference, run, task)
    await berth(reference, run)
    await world.desk.run(
      reference,
      { kind: 'saySeal', run, task: 'seal', yes: true, text: '' },
      { person: 'ines-varga' },
    )
    await account(reference)
    await world.at(Date.parse(`${starts}T06:00:00+01:00`) + HOUR)
    await Promise.all([ringDue(world.desk), ringDue(world.desk), ringDue(world.desk)])
    const opened = await world.db
      .selectFrom('entry')
      .select('body')
      .where('reference', '=', reference)
      .where('kind', '=', 'stageOpened')
      .execute()
    expect(
      opened.filter(({ body }) => (body as unknown as { stage: string }).stage === 'first-day'),
    ).toHaveLength(1)
  })

  it('follows the edition with which it began, whatever its ticket follows and whoever asks first', async () => {
    const state = await log(tomorrow())
    const { document } = await world.db
      .selectFrom('edition')
      .select('document')
      .where('number', '=', 1)
      .executeTakeFirstOrThrow()
    await world.db
      .insertInto('edition')
      .values({
        ...{ number: 2, note: 'Without plans', published_by: 'olin-brandt', published_at: deskNow() },
        document: JSON.stringify({ ...document, plans: [] }),
      })
      .execute()
    const later = { ...state, edition: 2 }
    const design = await new Knowledge(world.db).editionOf(later)
    expect(design.design.plans).toEqual([])
    expect(followedPlans(later, design).map(({ plan }) => plan.name)).toEqual(['New crew member'])
    await world.db.deleteFrom('edition').where('number', '=', 2).execute()
  })

  it('agrees with its record, and is mended where its rows do not', async () => {
    expect((await audit(world.db)).differences).toEqual([])
    const state = await log(tomorrow())
    await world.db.deleteFrom('plan_task').where('reference', '=', state.reference).execute()
    await world.db
      .updateTable('plan_run')
      .set({ stages: ['equip'] })
      .where('reference', '=', state.reference)
      .execute()
    const found = (await audit(world.db)).differences.map((one) => one.what)
    expect(found.sort()).toEqual(['plans', 'tasks of plans'])
    await repair(world.db, [state.reference])
    expect((await audit(world.db)).differences).toEqual([])
  })
})

describe('when a plan is expected to be done', () => {
  it('stands on the ticket and, as a day with why it has moved, on its request', async () => {
    const { reference, plans } = await log(tomorrow())
    const caller = { id: 'tora-aas', role: 'technician' as const, teams: [] }
    const page = async () => (await ticketPage(world.desk, reference, caller))!.plans[0]!
    const { expected, stages } = await page()
    expect(expected).toMatchObject({ undated: [], moved: null })
    // No sooner than the first day, on which its last stage opens.
    expect(expected!.at).toBeGreaterThanOrEqual(stages.at(-1)!.expected!.from)
    const request = async () => (await requestPage(world.desk, reference, 'ketil-rasp'))!.readyBy
    expect(await request()).toEqual({ at: expected!.at, moved: null })
    await world.desk.run(reference, { kind: 'endPlan', run: runOf({ plans }), text: 'Not coming' }, TORA)
    expect([(await page()).expected, await request()]).toEqual([null, null])
  })
})
