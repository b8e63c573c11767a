import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { begun, done, planOf, plans, stage, take, todo, world } from '../../tests/aPlan'
import { runs } from '../../tests/runs'
import { HOUR, MINUTE, type Instant } from '../time'
import { momentAfter } from './day'
import { ASSUMED, forecast, movedSince, type ForecastWorld } from './forecast'
import { isOpen, type PlanRun } from './run'
import { nextMoment } from './steps'
import { tasksOf, type Plan } from './plan'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
/** How it stands at its beginning. */
const first = (plan: Plan, facts = {}) => take(begun(), plan, world(facts))

/**
 * Another way to the same: the plan is gone through from event to event, each task done once it has taken what it takes.
 * What nobody can date keeps it open.
 */
function goneThrough(plan: Plan, from: PlanRun, known: ForecastWorld): Instant | undefined {
  let [run, now] = [from, known.now]
  const endOf = (id: string) => {
    const task = tasksOf(plan).find((one) => one.id === id)!
    const span = task.work ?? (task.due && 'within' in task.due ? task.due.within : ASSUMED)
    return Math.max(known.now, momentAfter(known.hours, run.tasks[id]!.openedAt, span)!)
  }
  for (let round = 0; round < 500; round++) {
    const moment = { ...known, now }
    run = take(run, plan, moment)
    if (run.ended) return run.ended.at
    const open = Object.keys(run.tasks).filter(
      (id) => isOpen(run.tasks[id]) && tasksOf(plan).find((one) => one.id === id)!.do !== 'wait',
    )
    const moments = [...open.map(endOf), nextMoment(plan, run, moment) ?? Infinity]
    const next = Math.min(...moments)
    if (next === Infinity) return undefined
    now = Math.max(now, next)
    for (const id of open) if (endOf(id) <= now) run = done(run, id, now)
  }
  throw new Error('a plan goes on without end')
}

describe('when a plan is expected to be done', () => {
  it('is what going through it event by event comes to, for any plan at any time', () => {
    const spans = fc.array(fc.constantFrom('PT1H', 'PT3H', 'PT90M', 'PT30H', undefined), {
      minLength: 40,
      maxLength: 40,
    })
    const facts = fc.record({ x: fc.constantFrom(0, 1), y: fc.constantFrom(0, 1) })
    fc.assert(
      fc.property(
        plans,
        spans,
        facts,
        fc.nat(4000),
        fc.array(fc.nat(), { maxLength: 12 }),
        (plan, work, known, later, picks) => {
          tasksOf(plan).forEach((task, index) => {
            const span = work[index % work.length]
            if (span !== undefined) task.work = span
          })
          // Some of it is done already, one thing each hour.
          let run = first(plan, known)
          picks.forEach((pick, hour) => {
            const open = Object.keys(run.tasks).filter((id) => isOpen(run.tasks[id]))
            const moment = at(60 * (hour + 1))
            if (open.length)
              run = take(done(run, open[pick % open.length]!, moment), plan, world(known, moment))
          })
          const now = world(known, at(60 * picks.length + later))
          run = take(run, plan, now)
          expect(forecast(plan, run, now).at).toBe(goneThrough(plan, run, now))
        },
      ),
      runs(400),
    )
  })

  it('is after what comes one after the other, and after the longest of what stands side by side', () => {
    const plan = planOf([
      stage('one', [todo('a', { work: 'PT1H' }), todo('b', { work: 'PT3H' })]),
      stage('two', [todo('c', { work: 'PT2H' }), todo('extra', { work: 'PT9H', required: undefined })]),
    ])
    const found = forecast(plan, first(plan), world())
    expect(found).toMatchObject({ at: DEMO_BEGINS + 5 * HOUR, path: ['b', 'c'], undated: [] })
    expect(found.tasks.get('c')).toEqual({ from: DEMO_BEGINS + 3 * HOUR, to: DEMO_BEGINS + 5 * HOUR })
    expect(found.stages.get('two')).toEqual({ from: DEMO_BEGINS + 3 * HOUR, to: DEMO_BEGINS + 5 * HOUR })
  })

  it('goes by the hours of whoever has it', () => {
    const plan = planOf([
      stage('one', [todo('a', { work: 'PT1H', who: { by: 'person', person: 'tora-aas' } })]),
    ])
    const shut = { ...world().hours, add: (from: Instant, span: number) => from + span + 24 * HOUR } as never
    const asked: string[] = []
    const hoursOf = (person: string) => (asked.push(person), shut)
    expect(forecast(plan, first(plan), { ...world(), hoursOf }).at).toBe(DEMO_BEGINS + 25 * HOUR)
    expect(asked).toEqual(['tora-aas'])
  })

  it('waits for a day, and says what nobody can date', () => {
    const wait = (more: object) => todo('w', { do: 'wait', ...more } as never)
    const until = planOf([stage('one', [wait({ until: { fact: 'form.on', at: '08:00' } })])])
    const facts = { 'form.on': '2026-11-20' }
    expect(forecast(until, first(until, facts), world(facts)).at).toBe(Date.UTC(2026, 10, 20, 8))
    expect(forecast(until, first(until), world())).toMatchObject({ undated: ['w'] })
    expect(forecast(until, first(until), world()).at).toBeUndefined()
    const holds = planOf([
      stage('one', [wait({ holds: { fact: 'x', op: 'is', value: 1 } })]),
      stage('two', [todo('a')]),
    ])
    expect(forecast(holds, first(holds), world()).undated).toEqual(['w'])
    expect(forecast(holds, first(holds, { x: 1 }), world({ x: 1 })).at).toBe(DEMO_BEGINS + 4 * HOUR)
  })

  it('is never where stages wait for each other, and comes to an end all the same', () => {
    const plan = planOf([stage('one', [todo('a')], { after: ['two'] }), stage('two', [todo('b')])])
    expect(forecast(plan, first(plan), world()).at).toBeUndefined()
  })
})

describe('why it is expected at another time', () => {
  const plan = planOf([
    stage('one', [todo('a', { work: 'PT1H' })]),
    stage('two', [todo('b', { work: 'PT2H' })]),
    stage('three', [todo('c', { work: 'PT1H' })]),
  ])
  const moved = (run: PlanRun, now: Instant) =>
    movedSince(plan, run, world({}, now), forecast(plan, run, world({}, now)), 15 * MINUTE)

  it('is the first task on the way that takes longer', () => {
    const begins = first(plan)
    expect(moved(begins, at(30))).toBeUndefined()
    // The first is late and still open.
    expect(moved(begins, at(120))).toEqual({ from: DEMO_BEGINS + 4 * HOUR, task: 'a' })
    // It was done in time, and the second is late.
    const second = take(done(begins, 'a', at(60)), plan, world({}, at(60)))
    expect(moved(second, at(100))).toBeUndefined()
    expect(moved(second, at(300))).toEqual({ from: DEMO_BEGINS + 4 * HOUR, task: 'b' })
    // It was late, and what came after it was not.
    const late = take(done(begins, 'a', at(120)), plan, world({}, at(120)))
    const third = take(done(late, 'b', at(240)), plan, world({}, at(240)))
    expect(moved(third, at(241))).toEqual({ from: DEMO_BEGINS + 4 * HOUR, task: 'a' })
  })

  it('blames nobody where it comes sooner', () => {
    const soon = take(done(first(plan), 'a', at(10)), plan, world({}, at(10)))
    expect(moved(soon, at(10))).toEqual({ from: DEMO_BEGINS + 4 * HOUR })
  })
})
