import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { reader, Ticket } from '../../tests/aTicket'
import { runs } from '../../tests/runs'
import { balance, STAGES, stageTarget } from '../clock'
import { CompiledDesign } from '../design'
import { becauseInWords } from '../explain'
import { readRungKey, type Ladder } from '../ladder'
import { planView, type Plan, type PlanTask, type Stage } from '../plan'
import { HOUR, MINUTE } from '../time'
import { followedPlans, planTime } from './planFollowed'
import { rebuild, ticketAlarms, type Actor, type Command } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const CLOCK: Actor = { system: 'alarm' }
const todo = (id: string) => ({ id, text: `Do ${id}`, do: 'work', required: true }) as PlanTask
const stage = (id: string, more: Partial<Stage> = {}): Stage => ({
  ...{ id, name: id, takes: 'PT2H', tasks: [todo(`do-${id}`)] },
  ...more,
})
const LADDER: Ladder = {
  ...{ id: 'stages', name: 'Stages', target: STAGES, when: { all: [] }, acknowledgementStops: true },
  rungs: [
    {
      ...{ id: 'half', moment: { at: 'share', share: 0.5 }, repeat: { every: 'PT30M', times: 3 } },
      actions: [{ do: 'notify', tell: [{ to: 'teamLead' }], template: 'rung' }],
    },
  ],
}
/** Around the clock, so that minutes are minutes. */
function begun(stages: Stage[], ladders: Ladder[] = []): Ticket {
  const plan: Plan = {
    ...{ id: 'gates', name: 'New gate', hours: 'clock', stages },
    when: { fact: 'item', op: 'is', value: 'gate-scanner' },
  }
  const compiled: CompiledDesign = new CompiledDesign(
    { ...demoDesign(), plans: [plan], ladders },
    1,
    () => compiled,
  )
  return new Ticket(compiled).log({ gates: 3, boardingStopped: false })
}
const runOf = ({ state }: Ticket) => state!.plans![0]!.id
const clocksOf = (ticket: Ticket, id: string) =>
  ticket.state!.clocks.filter(({ target }) => target === stageTarget(runOf(ticket), id))
const doneIn = (ticket: Ticket, id: string): Command => ({
  ...{ kind: 'changePlanTask', run: runOf(ticket), task: `do-${id}` },
  change: { done: true },
})
function stands(ticket: Ticket, now: number) {
  const { state, edition } = ticket
  const [followed] = followedPlans(state!, edition)
  const { stages } = planView(followed!.plan, followed!.run, planTime(state!, edition, followed!, now))
  return stages.map(({ dueAt, isLate, rests }) => ({ dueAt, isLate, rests }))
}

describe('a stage that may take only so long', () => {
  it('is promised while it is open, says why, and is kept when it is through', () => {
    const ticket = begun([stage('a'), stage('b', { takes: 'PT1H' })])
    const [clock] = clocksOf(ticket, 'a')
    expect(clock).toMatchObject({ label: 'Stage a in 2 hours', startedAt: DEMO_BEGINS })
    expect(becauseInWords(clock!.grants[0]!.why, { ...reader, design: () => ticket.edition }).text).toContain(
      'the stage “a” may take so long',
    )
    expect(clocksOf(ticket, 'b')).toEqual([])
    ticket.do(doneIn(ticket, 'a'), at(30))
    expect(clocksOf(ticket, 'a')).toMatchObject([{ stoppedAt: at(30), outcome: 'kept' }])
    expect(clocksOf(ticket, 'b')).toMatchObject([{ startedAt: at(30) }])
    ticket.do({ kind: 'ring' }, at(100), CLOCK)
    expect(ticket.entries.findLast((one) => one.kind === 'overdrawn')).toMatchObject({ dueAt: at(90) })
    ticket.do(doneIn(ticket, 'b'), at(110))
    expect(clocksOf(ticket, 'b')).toMatchObject([{ outcome: 'missed' }])
    expect(stands(ticket, at(400)).map((one) => one.isLate)).toEqual([false, true])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('is late in the view only by its clock, which stands still as the stage says', () => {
    const ticket = begun([stage('a', { pauseIn: ['waiting'] })])
    expect(stands(ticket, at(0))).toEqual([{ dueAt: at(120), isLate: false, rests: false }])
    ticket.do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(10))
    ticket.do({ kind: 'move', from: 'in-hand', to: 'ask-supplier', fields: { reason: 'r' } }, at(60))
    expect(stands(ticket, at(600))).toEqual([{ isLate: false, rests: true }])
    ticket.do({ kind: 'move', from: 'ask-supplier', to: 'in-hand', fields: {} }, at(600))
    expect(stands(ticket, at(600))).toEqual([{ dueAt: at(660), isLate: false, rests: false }])
    expect(stands(ticket, at(661))[0]!.isLate).toBe(true)
  })

  it('is promised more time by whoever may extend promises, and its rungs move with it', () => {
    const ticket = begun([stage('a')], [LADDER])
    const target = stageTarget(runOf(ticket), 'a')
    ticket.do({ kind: 'extendClock', target, by: 2 * HOUR, why: 'The lift is out.' }, at(10), {
      person: 'olin-brandt',
    })
    expect(stands(ticket, at(10))[0]!.dueAt).toBe(at(240))
    const rung = ticketAlarms(ticket.state!, ticket.edition).find(({ key }) => key.startsWith('rung:stages'))
    expect(rung!.at).toBe(at(120))
  })

  it('is neither kept nor missed where it is left, and has its time anew when it is entered again', () => {
    const ticket = begun([stage('a'), stage('b')])
    ticket.do(doneIn(ticket, 'a'), at(10))
    const back: Command = { kind: 'sendPlanBack', run: runOf(ticket), stage: 'a', tasks: [], text: 'Again.' }
    ticket.do(back, at(30), { person: 'olin-brandt' })
    expect(clocksOf(ticket, 'b')).toMatchObject([{ outcome: 'cancelled' }])
    expect(clocksOf(ticket, 'a')).toMatchObject([{ outcome: 'kept' }, { startedAt: at(30) }])
    expect(balance(clocksOf(ticket, 'a')[1]!, ticket.edition.calendar('clock'), at(30))).toBe(2 * HOUR)
    ticket.do({ kind: 'endPlan', run: runOf(ticket), text: 'No more.' }, at(40), { person: 'olin-brandt' })
    expect(clocksOf(ticket, 'a').at(-1)).toMatchObject({ outcome: 'cancelled' })
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('counts from when it opened where it opened before there were clocks of stages', () => {
    const ticket = begun([stage('a')])
    const { clocks, ...state } = ticket.state!
    ticket.state = { ...state, clocks: clocks.filter((one) => !one.target.startsWith('stage/')) }
    expect(stands(ticket, at(130))).toEqual([{ dueAt: at(120), isLate: true, rests: false }])
    ticket.do({ kind: 'note', text: 'Looked at it.' }, at(30))
    expect(clocksOf(ticket, 'a')).toMatchObject([{ startedAt: DEMO_BEGINS }])
  })
})

describe('whatever happens to a plan', () => {
  const STAGES_OF_IT = ['a', 'b', 'c']
  const step = fc.record({
    wait: fc.integer({ min: 0, max: 200 }),
    what: fc.constantFrom('done', 'back', 'note', 'wait', 'go on', 'ring', 'solve', 'end'),
    stage: fc.constantFrom(...STAGES_OF_IT),
  })
  function act(ticket: Ticket, { what, stage: id }: { what: string; stage: string }, now: number) {
    const { state } = ticket
    const lead: Actor = { person: 'olin-brandt' }
    const from = state!.status
    if (what === 'done') ticket.do(doneIn(ticket, id), now)
    if (what === 'back')
      ticket.do({ kind: 'sendPlanBack', run: runOf(ticket), stage: id, tasks: [], text: 'Again.' }, now, lead)
    if (what === 'note') ticket.do({ kind: 'note', text: 'Seen.' }, now)
    if (what === 'wait') ticket.do({ kind: 'move', from, to: 'ask-supplier', fields: { reason: 'r' } }, now)
    if (what === 'go on') ticket.do({ kind: 'move', from, to: 'in-hand', fields: {} }, now)
    if (what === 'ring') ticket.do({ kind: 'ring' }, now, CLOCK)
    if (what === 'solve')
      ticket.do({ kind: 'move', from, to: 'solved', fields: { solvedBy: 'pia-lund', remarks: 'x' } }, now)
    if (what === 'end') ticket.do({ kind: 'endPlan', run: runOf(ticket), text: 'No.' }, now, lead)
  }

  it('a clock runs for each stage that is open and for no other, and the record says the same', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), fc.boolean(), (history, isBeside) => {
        const ticket = begun(
          [
            stage('a', { pauseIn: ['waiting'] }),
            stage('b', isBeside ? { after: [] } : {}),
            stage('c', { takes: undefined }),
          ],
          [LADDER],
        )
        let now = DEMO_BEGINS
        for (const one of history) {
          now += one.wait * MINUTE
          try {
            act(ticket, one, now)
          } catch (error) {
            expect((error as Error).name).toBe('Refused')
          }
          const { plans, clocks, status } = ticket.state!
          const [run] = plans!
          const isDone = status === 'solved'
          for (const id of STAGES_OF_IT) {
            const stands = run!.stages[id]
            const isOpen = stands !== undefined && stands.throughAt === undefined && !run!.ended && !isDone
            const own = clocks.filter(({ target }) => target === stageTarget(run!.id, id))
            expect([id, own.filter((clock) => clock.stoppedAt === undefined).length]).toEqual([
              id,
              Number(isOpen && id !== 'c'),
            ])
            // What is through was kept or missed, by its balance at that moment.
            if (id === 'c' || stands?.throughAt === undefined) continue
            const last = own.at(-1)!
            expect([last.stoppedAt, last.outcome === 'kept' || last.outcome === 'missed']).toEqual([
              stands.throughAt,
              true,
            ])
          }
        }
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
      }),
      runs(80),
    )
  })
})

describe('a ladder along the stages of plans', () => {
  const sideBySide = () => begun([stage('a', { after: [] }), stage('b', { after: [] })], [LADDER])
  const rang = (ticket: Ticket) =>
    ticket.entries.flatMap((one) => (one.kind === 'rungRang' ? [(one.at - DEMO_BEGINS) / MINUTE] : []))

  it('rings for each of them, though they open at the same moment, and says which', () => {
    const ticket = sideBySide()
    ticket.do({ kind: 'ring' }, at(60), CLOCK)
    expect(rang(ticket)).toEqual([60, 60])
    expect(ticket.told.filter((one) => one.startsWith('rung'))).toHaveLength(2)
    const runs = ticket.state!.rang.map((key) => readRungKey(key).run)
    expect(new Set(runs).size).toBe(runs.length)
    expect(ticket.messages.map((one) => one.body).join()).toMatch(/Stage a in 2 hours.*Stage b in 2 hours/s)
  })

  it('stops for the one that somebody has, and for the other once they have that too', () => {
    const ticket = sideBySide()
    ticket.do(doneIn(ticket, 'b'), at(20))
    ticket.do({ kind: 'ring' }, at(60), CLOCK)
    ticket.do({ kind: 'acknowledge', via: 'application' }, at(61))
    const back: Command = { kind: 'sendPlanBack', run: runOf(ticket), stage: 'b', tasks: [], text: 'Again.' }
    ticket.do(back, at(61), { person: 'olin-brandt' })
    ticket.do({ kind: 'ring' }, at(121), CLOCK)
    expect(rang(ticket)).toEqual([60, 121])
    ticket.do({ kind: 'acknowledge', via: 'application' }, at(122))
    ticket.do({ kind: 'ring' }, at(600), CLOCK)
    expect(rang(ticket)).toEqual([60, 121])
    expect(Object.values(ticket.state!.acknowledged!)).toHaveLength(2)
  })
})
