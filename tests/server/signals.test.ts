import { CloudEvent, HTTP } from 'cloudevents'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { articleOf } from '../../core/reason'
import { MINUTE } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import type { Signal } from '../../server/commands/signals'
import { signalsOf } from '../../server/http/cloudEvents'
import { audit } from '../../server/queries/audit'
import { signalsPage } from '../../server/queries/signals'
import { setMonitorFaults, tryFix } from '../../server/standins/monitor'
import { STATE_COLUMNS, wholeState } from '../../server/db/rows'
import { makeWorld } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
let subject: string
beforeAll(async () => {
  world = await makeWorld('signals')
  const gear = await world.db
    .selectFrom('equipment')
    .select('number')
    .where('organisation', '=', 'merrow')
    .where('name', 'like', 'Gate scanner%')
    .orderBy('number')
    .executeTakeFirstOrThrow()
  subject = String(gear.number)
})
afterAll(() => world.close())

let count = 0
const signal = (more: Partial<Signal> = {}): Signal => ({
  source: '/monitors/test',
  id: String(++count),
  type: 'sound.gate.silent',
  subject,
  at: deskNow(),
  text: 'no answer',
  ...more,
})
const send = (...signals: Signal[]) => world.desk.signals.add(signals)
const stateOf = async (reference: number) =>
  wholeState(
    await world.db
      .selectFrom('ticket')
      .select(STATE_COLUMNS)
      .where('reference', '=', reference)
      .executeTakeFirstOrThrow(),
  )
const tickets = async () =>
  (
    await world.db
      .selectFrom('ticket')
      .select((e) => e.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow()
  ).count

describe('signals', () => {
  it('become a ticket as the map says for the cover of whose equipment it is, repeats join it, and the end closes it', async () => {
    const [first] = await send(signal())
    expect(first).toMatchObject({ outcome: 'ticket' })
    const made = await stateOf(first!.reference!)
    expect(made).toMatchObject({
      organisation: 'merrow',
      cover: 'Round the clock',
      priority: 'p2',
      channel: 'signal',
    })
    expect(articleOf(made.because.priority!)).toBe('triage/signals#gate-silent')
    expect(made.messages.filter((one) => one.person === 'monitors')).toEqual([])

    const again = await send(signal(), signal(), signal())
    expect(again.map((one) => [one.outcome, one.reference])).toEqual(
      Array.from({ length: 3 }, () => ['joined', first!.reference]),
    )
    expect((await stateOf(first!.reference!)).signal).toMatchObject({ count: 4 })

    const [cleared] = await send(signal({ type: 'sound.gate.answers' }))
    expect(cleared).toMatchObject({ outcome: 'cleared', reference: first!.reference })
    // The map asks for ten calm minutes.
    await world.at(deskNow() + 9 * MINUTE)
    await world.desk.ring([first!.reference!])
    const group = async () =>
      (
        await world.db
          .selectFrom('ticket')
          .select('status_group')
          .where('reference', '=', first!.reference!)
          .executeTakeFirstOrThrow()
      ).status_group
    expect(await group()).not.toBe('done')
    await world.at(deskNow() + 2 * MINUTE)
    await world.desk.ring([first!.reference!])
    expect(await group()).toBe('done')

    const [anew] = await send(signal())
    expect(anew).toMatchObject({ outcome: 'ticket' })
    expect(anew!.reference).not.toBe(first!.reference)
    expect(await audit(world.db)).toMatchObject({ differences: [] })
  })

  it('that come back before the calm is over keep the ticket open', async () => {
    const other = { subject: 'mast 4', organisation: 'merrow', type: 'sound.link.down' }
    const [made] = await send(signal(other))
    await send(signal({ ...other, type: 'sound.link.up' }))
    await send(signal(other))
    await world.at(deskNow() + 60 * MINUTE)
    await world.desk.ring([made!.reference!])
    const state = await stateOf(made!.reference!)
    expect(state.signal).toMatchObject({ count: 2 })
    expect(state.signal?.clearedAt).toBeUndefined()
    expect(state.status).toBe(state.statuses[0]!.status)
  })

  it('are taken once by source and id (CloudEvents 1.0, 3.1), whoever sends them again', async () => {
    const one = signal({ subject: 'mast 5', organisation: 'port', type: 'sound.link.down' })
    const before = await tickets()
    const [[first], [second]] = await Promise.all([send(one), send(one)])
    const [third] = await send({ ...one, text: 'other words' })
    expect(new Set([first!.reference, second!.reference, third!.reference]).size).toBe(1)
    expect([first!.repeated, second!.repeated, third!.repeated].filter(Boolean)).toHaveLength(2)
    expect(await tickets()).toBe(before + 1)
    expect((await stateOf(first!.reference!)).signal!.count).toBe(1)
  })

  it('in a storm make one ticket', async () => {
    const before = await tickets()
    const storm = Array.from({ length: 1500 }, () =>
      signal({ subject: 'mast 6', organisation: 'heron', type: 'sound.link.down' }),
    )
    const answers = (await Promise.all([send(...storm.slice(0, 700)), send(...storm.slice(700))])).flat()
    expect(new Set(answers.map((one) => one.reference)).size).toBe(1)
    expect(answers.filter((one) => one.outcome === 'ticket')).toHaveLength(1)
    expect(await tickets()).toBe(before + 1)
    expect((await stateOf(answers[0]!.reference!)).signal!.count).toBe(1500)
  })

  it('that the map passes over, that fall into a hole, or that nobody knows make no ticket, and are kept to be seen', async () => {
    const before = await tickets()
    const answers = await send(
      signal({ subject: 'disk', organisation: 'saltern', type: 'sound.disk.nearly-full' }),
      signal({ subject: 'disk', type: 'sound.disk.nearly-full' }),
      signal({ type: 'sound.whale.seen' }),
      signal({ subject: 'never broken', type: 'sound.link.up' }),
    )
    // What the kelp works report is passed over on purpose; without an organisation there is no cover, and no column for that.
    expect(answers.map((one) => one.outcome)).toEqual(['passedOver', 'hole', 'unknown', 'calm'])
    expect(await tickets()).toBe(before)
    const page = await signalsPage(world.desk, 30)
    expect(page.unknown).toEqual([{ type: 'sound.whale.seen', count: 1 }])
    expect(page.sums.find((one) => one.kind === 'disk-full' && one.outcome === 'hole')).toBeDefined()
  })

  it('can be set right by the monitor first; what came of it is on the ticket', async () => {
    for (const fixes of ['fails', 'silent', 'works'] as const) {
      await setMonitorFaults(world.db, { fixes })
      const [made] = await send(signal({ subject: `gate ${fixes}`, organisation: 'merrow' }))
      const request = {
        reference: made!.reference!,
        source: '/monitors/test',
        subject: `gate ${fixes}`,
        kind: 'gate-silent',
      }
      await tryFix(world.desk, request)
      const notes = await world.db
        .selectFrom('entry')
        .select('body')
        .where('reference', '=', made!.reference!)
        .where('kind', '=', 'noted')
        .execute()
      expect(JSON.stringify(notes)).toContain('First fix tried')
      expect((await stateOf(made!.reference!)).signal!.clearedAt !== undefined).toBe(fixes === 'works')
    }
  })

  it('are read from CloudEvents as the reference library writes them, and refused with what is wrong', () => {
    const event = new CloudEvent({
      source: '/m',
      type: 'sound.link.down',
      subject: 'mast',
      time: '2026-11-16T10:42:00Z',
      organisation: 'merrow',
      data: { text: 'no answer' },
    })
    const signal = {
      ...{ id: event.id, source: '/m', type: 'sound.link.down', subject: 'mast', organisation: 'merrow' },
      ...{ text: 'no answer', at: Date.parse('2026-11-16T10:42:00Z') },
    }
    for (const message of [HTTP.structured(event), HTTP.binary(event)])
      expect(signalsOf(message.headers, String(message.body))).toEqual([signal])
    const batch = { 'content-type': 'application/cloudevents-batch+json' }
    expect(signalsOf(batch, JSON.stringify([event, event]))).toEqual([signal, signal])
    expect(() => signalsOf(batch, JSON.stringify(Array(1001).fill(event)))).toThrow('1000')
    const structured = { 'content-type': 'application/cloudevents+json' }
    const { id: _, ...rest } = event.toJSON() as Record<string, unknown>
    for (const bad of ['no JSON', '[]', JSON.stringify({ ...rest, id: '' })])
      expect(() => signalsOf(structured, bad)).toThrow('no CloudEvent')
  })
})
