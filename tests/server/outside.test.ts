import { fork } from 'node:child_process'
import { setTimeout } from 'node:timers/promises'
import { sql } from 'kysely'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { callOf, type Command, type TicketState } from '../../core/ticket'
import { DAY } from '../../core/time'
import { hearOfChild, logChild } from '../../server/commands/children'
import { deskNow } from '../../server/clock/deskClock'
import { mailTransport, sendOn, type Channels } from '../../server/delivery/channels'
import { deliver, type Later } from '../../server/jobs/deliver'
import { startWorker, type Worker } from '../../server/jobs/worker'
import { planLived } from '../../server/queries/planLived'
import { audit } from '../../server/queries/audit'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { setBehaviour } from '../../server/standins/messageStore'
import { bundledWorker } from './bundledWorker'
import { makeWorld, setting, TORA } from './world'

// What plans ask of the outside: the account service that ships with the application, and tickets of their own.

let world: Awaited<ReturnType<typeof makeWorld>>
let outside: Mailbox
let channels: Channels
beforeAll(async () => {
  world = await makeWorld('outside', 20)
  setting('DATABASE_URL', world.url)
  outside = await startMailbox(0)
  const gateway = `http://127.0.0.1:${outside.gateway}`
  setting('GATEWAY_URL', gateway)
  channels = { mail: mailTransport(`smtp://127.0.0.1:${outside.port}`), gateway }
})
afterAll(async () => {
  channels.mail.close()
  await outside.stop()
  await world.close()
})
afterEach(() => setBehaviour(world.db, 'call', 'takes'))

const KETIL = { person: 'ketil-rasp' }
const INES = { person: 'ines-varga' }
const run = (reference: number, command: Exclude<Command, { kind: 'log' }>, actor = TORA) =>
  world.desk.run(reference, command, actor)
const stateOf = async (reference: number): Promise<TicketState> =>
  (
    await world.db
      .selectFrom('ticket')
      .select('state')
      .where('reference', '=', reference)
      .executeTakeFirstOrThrow()
  ).state as TicketState
const taskOf = async (reference: number, task: string) => (await stateOf(reference)).plans![0]!.tasks[task]

/** Somebody new whose plan has come to the stage in which the account service is called. */
async function equip(joinerName: string, joinerNeeds: string[] = ['mail']): Promise<number> {
  const startsOn = new Date(deskNow() + 5 * DAY).toISOString().slice(0, 10)
  const { reference, plans } = await world.desk
    .log(
      {
        ...{ item: 'new-crew', portal: 'merrow', channel: 'portal', requester: 'ketil-rasp' },
        answers: { joinerName, startsOn, joinerNeeds },
      },
      KETIL,
    )
    .then(({ state }) => state)
  const { id } = plans![0]!
  await run(reference, { kind: 'changePlanTask', run: id, task: 'crew-list', change: { done: true } })
  const answers = {
    ...{ berth: 'Cabin 12', watch: 'day' },
    ...(joinerNeeds.includes('tablet') && { tabletPlace: 'The bridge' }),
  }
  await run(reference, { kind: 'fillForm', run: id, task: 'berth', answers }, INES)
  await run(reference, { kind: 'saySeal', run: id, task: 'seal', yes: true, text: '' }, INES)
  return reference
}

const callFrom = (reference: number) =>
  world.db
    .selectFrom('outbox')
    .selectAll()
    .where('reference', '=', reference)
    .where('channel', '=', 'call')
    .orderBy('sequence', 'desc')
    .executeTakeFirstOrThrow()
const accounts = (name: string) =>
  world.db.selectFrom('standin_account').selectAll().where('for_whom', '=', name).execute()
const never: Later = () => Promise.resolve(undefined)
const attempt = async (reference: number, number: number) =>
  deliver(world.desk, channels, (await callFrom(reference)).key, number, never)
const jobs = async (name: string) =>
  (
    await world.desk.connection.pool.query(
      `select job.payload from graphile_worker._private_jobs as job
        join graphile_worker._private_tasks as task on task.id = job.task_id where identifier = $1 order by job.id`,
      [name],
    )
  ).rows.map((one: { payload: unknown }) => one.payload)

describe('a call that a plan makes', () => {
  it('is done by the account service, whose answer is a field of the ticket', async () => {
    const reference = await equip('Signe Dahl')
    await attempt(reference, 1)
    const state = await stateOf(reference)
    expect(state.fields?.accountName).toBe('signe-dahl')
    expect(await taskOf(reference, 'account')).toMatchObject({ end: { how: 'done' } })
    expect(await callFrom(reference)).toMatchObject({ state: 'delivered', detail: '200' })
  })

  it('is done once though the worker was killed between the call and its answer', async () => {
    const reference = await equip('Runa Falk')
    const [message, state] = [await callFrom(reference), await stateOf(reference)]
    const task = callOf(state, await world.desk.knowledge.editionOf(state), message.key)
    expect(task).toMatchObject({ reads: [{ from: 'account.name', field: 'accountName' }] })
    // It was called, and nobody was there any more to write that down.
    await sendOn(world.db, channels, message, task)
    expect(await taskOf(reference, 'account')).not.toHaveProperty('end')
    await attempt(reference, 2)
    expect(await accounts('Runa Falk')).toMatchObject([{ name: 'runa-falk', times: 2 }])
    expect((await stateOf(reference)).fields?.accountName).toBe('runa-falk')
  })

  it('is somebody’s once a page has answered for minutes, and done once when it is tried again', async () => {
    const reference = await equip('Tove Berg')
    await setBehaviour(world.db, 'call', 'page')
    for (const number of [1, 2, 3, 4]) await expect(attempt(reference, number)).rejects.toThrow('text/html')
    await attempt(reference, 5)
    expect(await taskOf(reference, 'account')).toMatchObject({
      outside: { fault: { is: 'notDone', said: 'answered with text/html, and not with data' } },
    })
    const duty = await world.db
      .selectFrom('plan_task')
      .select(['task', 'team'])
      .where('reference', '=', reference)
      .where('task', '=', 'account')
      .execute()
    expect(duty).toEqual([{ task: 'account', team: 'access-accounts' }])
    await setBehaviour(world.db, 'call', 'takes')
    await run(reference, { kind: 'askAgain', run: (await stateOf(reference)).plans![0]!.id, task: 'account' })
    await attempt(reference, 1)
    expect(await taskOf(reference, 'account')).toMatchObject({ end: { how: 'done' } })
    expect(await accounts('Tove Berg')).toHaveLength(1)
  })

  it('waits no longer than eight seconds for what never answers, and at once knows what refuses', async () => {
    const silent = await equip('Leif Strand')
    await setBehaviour(world.db, 'call', 'never')
    await attempt(silent, 5)
    expect(await taskOf(silent, 'account')).toMatchObject({
      outside: { fault: { is: 'notDone', said: 'it did not answer in time' } },
    })
    const refused = await equip('Aud Vik')
    await setBehaviour(world.db, 'call', 'refuses')
    await attempt(refused, 1)
    expect((await taskOf(refused, 'account'))?.outside?.fault?.said).toContain('refused with 422')
  }, 20_000)

  it('is refused by the account service where it is not signed by the desk', async () => {
    const ask = (headers: Record<string, string>) =>
      fetch(`${channels.gateway}/accounts`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: JSON.stringify({ data: { name: 'Nobody' } }),
      })
    expect((await ask({})).status).toBe(401)
    expect(
      (await ask({ 'webhook-id': 'a', 'webhook-timestamp': '1', 'webhook-signature': 'v1,x' })).status,
    ).toBe(401)
    expect(await accounts('Nobody')).toEqual([])
  })
})

describe('a ticket of its own', () => {
  it('is logged once though the worker was killed in between, and its end is heard', async () => {
    const reference = await equip('Ylva Moen', ['mail', 'loan'])
    const [wanted] = (await jobs('logChild')).slice(-1) as [Parameters<typeof logChild>[1]]
    expect(wanted).toMatchObject({ reference, task: 'loan' })
    // The first worker came as far as the ticket, and another does the whole of it again; so does a third, too late.
    const before = await world.db
      .selectFrom('ticket')
      .select(({ fn }) => fn.countAll().as('n'))
      .executeTakeFirstOrThrow()
    const real = world.desk.run.bind(world.desk)
    world.desk.run = () => Promise.reject(new Error('killed'))
    await expect(logChild(world.desk, wanted)).rejects.toThrow('killed')
    world.desk.run = real
    await Promise.all([logChild(world.desk, wanted), logChild(world.desk, wanted)])
    await logChild(world.desk, wanted)
    const after = await world.db
      .selectFrom('ticket')
      .select(({ fn }) => fn.countAll().as('n'))
      .executeTakeFirstOrThrow()
    expect(Number(after.n) - Number(before.n)).toBe(1)
    const child = (await taskOf(reference, 'loan'))!.outside!.ticket!
    const its = await stateOf(child)
    expect(its).toMatchObject({
      ...{
        item: 'loan-laptop',
        requester: 'ketil-rasp',
        summary: 'Loan laptop until then: New crew member: Ylva Moen',
      },
      partOf: { parent: reference, task: 'loan', items: ['new-crew'] },
      links: [{ reference, as: 'parent' }],
    })
    expect(its.answers.details).toBe('Ylva Moen')
    expect(its.clocks.length).toBeGreaterThan(0)
    expect((await taskOf(reference, 'loan'))!.outside!.expected).toBeGreaterThan(deskNow())
    // Its plan waits for it; nobody can tick it.
    await expect(
      run(reference, { kind: 'changePlanTask', run: wanted.run, task: 'loan', change: { done: true } }),
    ).rejects.toThrow('cannot be ticked')
    await run(child, { kind: 'withdraw', text: 'It is not needed.' }, KETIL)
    const heard = (await jobs('hearOfChild')) as Parameters<typeof hearOfChild>[1][]
    expect(heard.at(-1)).toEqual({ reference, child })
    await hearOfChild(world.desk, { reference, child })
    await hearOfChild(world.desk, { reference, child })
    expect((await taskOf(reference, 'loan'))!.end).toMatchObject({ how: 'done' })
    expect((await audit(world.db)).differences).toEqual([])
  })

  it('comes by itself while a worker runs', async () => {
    let worker: Worker | undefined
    try {
      worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, channels.gateway)
      const reference = await equip('Odd Lien', ['mail', 'loan'])
      await expect
        .poll(async () => (await taskOf(reference, 'loan'))?.outside?.ticket, { timeout: 20_000 })
        .toBeGreaterThan(0)
      await expect
        .poll(async () => (await stateOf(reference)).fields?.accountName, { timeout: 20_000 })
        .toBe('odd-lien')
    } finally {
      await worker?.stop()
    }
  }, 60_000)
})

describe('workers that are killed', () => {
  it('while they call, log tickets and open stages: each is done once, and nothing is left', async () => {
    const names = Array.from({ length: 8 }, (_, at) => `Crew ${'abcdefgh'[at]!.repeat(3)}`)
    const references: number[] = []
    for (const name of names) references.push(await equip(name, ['mail', 'loan']))
    for (const reference of references) {
      const { id } = (await stateOf(reference)).plans![0]!
      await run(reference, { kind: 'changePlanTask', run: id, task: 'laptop', change: { done: true } })
    }
    const script = await bundledWorker()
    const killed = async (after: number) => {
      const child = fork(script, {
        env: { ...process.env, DATABASE_URL: world.url, SMTP_URL: `smtp://127.0.0.1:${outside.port}` },
        stdio: 'ignore',
      })
      await setTimeout(after)
      const gone = new Promise((done) => child.once('exit', done))
      child.kill('SIGKILL')
      await gone
    }
    for (const after of [1900, 2100, 2300]) await Promise.all([killed(after), killed(after + 120)])
    const worker = await startWorker(`smtp://127.0.0.1:${outside.port}`, channels.gateway)
    try {
      const settled = async (isSo: (state: TicketState) => boolean) =>
        expect
          .poll(async () => (await Promise.all(references.map(stateOf))).filter(isSo).length, {
            timeout: 60_000,
            interval: 500,
          })
          .toBe(names.length)
      const task = (state: TicketState, id: string) => state.plans![0]!.tasks[id]
      await settled(
        (state) => state.fields?.accountName !== undefined && !!task(state, 'loan')?.outside?.ticket,
      )
      for (const reference of references) {
        const child = (await taskOf(reference, 'loan'))!.outside!.ticket!
        await run(child, { kind: 'withdraw', text: 'It is not needed.' }, KETIL)
      }
      await settled((state) => state.plans![0]!.stages.equip?.throughAt !== undefined)
      await world.at(deskNow() + 7 * DAY)
      await settled((state) => state.plans![0]!.stages['first-day'] !== undefined)
    } finally {
      await worker.stop()
      await world.at(world.begins)
    }
    for (const [at, reference] of references.entries()) {
      expect(await accounts(names[at]!)).toHaveLength(1)
      const kinds = (
        await world.db
          .selectFrom('entry')
          .select(['kind', 'body'])
          .where('reference', '=', reference)
          .execute()
      ).map(({ kind, body }) => `${kind} ${(body as { stage?: string }).stage ?? ''}`.trim())
      const times = (kind: string) => kinds.filter((one) => one === kind).length
      expect([times('childLogged'), times('linked'), times('stageOpened first-day')]).toEqual([1, 1, 1])
      const children = await world.db
        .selectFrom('entry')
        .select('reference')
        .where('kind', '=', 'childOf')
        .where((e) => e(sql<number>`(body->>'parent')::int`, '=', reference))
        .execute()
      expect(children).toHaveLength(1)
    }
    expect((await audit(world.db)).differences).toEqual([])
  }, 180_000)
})

describe('how a plan went', () => {
  it('is counted stage by stage, for the plan that is in force', async () => {
    const lived = await planLived(world.desk, 'joining')
    expect(lived.days).toBe(90)
    expect(lived.count).toBeGreaterThan(10)
    expect(lived.stages.prepare!.through).toBeGreaterThan(10)
    expect(lived.stages.prepare!.took).toBeGreaterThan(0)
    expect(await planLived(world.desk, 'gone')).toEqual({ days: 90, count: 0, stages: {} })
  })
})
