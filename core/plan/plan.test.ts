import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { begun, directory, done, openIn, planOf, plans, stage, take, todo, world } from '../../tests/aPlan'
import { runs } from '../../tests/runs'
import { isoTime, MINUTE } from '../time'
import {
  isForIt,
  isSettled,
  nextMoment,
  nextSteps,
  numbersOf,
  requiredOf,
  stagesAfter,
  stagesBefore,
  tasksOf,
  type Doer,
  type Plan,
  type PlanRun,
  type PlanTask,
  type PlanWorld,
} from '.'

const open = openIn

describe('stages that open one after the other', () => {
  const plan = planOf([
    stage('prepare', [todo('a'), todo('b', { required: undefined }), todo('c', { after: ['a'] })]),
    stage('equip', [todo('d'), todo('early', { beginsWith: 'prepare' })]),
  ])

  it('open with all their tasks at once, but for those that come in turn', () => {
    const run = take(begun(), plan, world())
    expect(open(run)).toEqual(['a', 'b', 'early'])
    expect(open(take(done(run, 'a'), plan, world()))).toEqual(['b', 'c', 'early'])
  })

  it('are through when what is required is done; the rest is carried over, or let go', () => {
    let run = take(begun(), plan, world())
    for (const id of ['a', 'c']) run = take(done(run, id), plan, world())
    expect(run.stages.prepare!.throughAt).toBe(DEMO_BEGINS)
    expect(open(run)).toEqual(['b', 'd', 'early'])
    for (const id of ['d', 'early']) run = take(done(run, id), plan, world())
    expect([run.ended?.how, open(run)]).toEqual(['done', ['b']])
    let other = take(begun(), { ...plan, left: 'letGo' }, world())
    for (const id of ['a', 'c']) other = take(done(other, id), { ...plan, left: 'letGo' }, world())
    expect(other.tasks.b!.end?.how).toBe('letGo')
  })

  it('are passed over where they are not for the request, and what comes after them opens', () => {
    const middle = planOf([
      stage('one', [todo('a')]),
      stage('ship', [todo('b')], { when: { fact: 'form.onBoard', op: 'is', value: true } }),
      stage('last', [todo('c')]),
    ])
    const first = take(begun(), middle, world())
    const ashore = take(done(first, 'a'), middle, world())
    expect([ashore.stages.ship, open(ashore)]).toMatchObject([{ passed: true }, ['c']])
    const aboard = world({ 'form.onBoard': true })
    expect(open(take(done(first, 'a'), middle, aboard))).toEqual(['b'])
  })

  it('begin with what would have gone on early with a stage that was passed over', () => {
    const early = planOf([
      stage('ship', [todo('a')], { when: { fact: 'form.onBoard', op: 'is', value: true } }),
      stage('shore', [todo('b', { beginsWith: 'ship' })]),
    ])
    expect(open(take(begun(), early, world()))).toEqual(['b'])
  })

  it('go side by side, and are joined by all or by any', () => {
    const fork = (join?: 'any') =>
      planOf([
        stage('left', [todo('a')], { after: [] }),
        stage('right', [todo('b')], { after: [] }),
        stage('end', [todo('c')], { after: ['left', 'right'], ...(join && { join }) }),
      ])
    const both = take(begun(), fork(), world())
    expect(open(both)).toEqual(['a', 'b'])
    expect(open(take(done(both, 'a'), fork(), world()))).toEqual(['b'])
    expect(open(take(done(both, 'a'), fork('any'), world()))).toEqual(['b', 'c'])
  })

  it('open as soon as something before is done, where the plan says so', () => {
    const early = planOf([
      stage('one', [todo('a'), todo('b')]),
      stage('two', [todo('c')], { opensOn: 'first' }),
    ])
    const run = take(begun(), early, world())
    expect(open(run)).toEqual(['a', 'b'])
    expect(open(take(done(run, 'a'), early, world()))).toEqual(['b', 'c'])
  })

  it('open no sooner than the day of an answer, and say when they are to be looked at again', () => {
    const facts = { 'form.startsOn': '2026-12-01' }
    const plan = planOf([stage('day', [todo('a')], { from: { fact: 'form.startsOn', at: '06:00' } })])
    const moment = Date.parse('2026-12-01T06:00:00Z')
    const waiting = take(begun(), plan, world(facts))
    expect([open(waiting), nextMoment(plan, waiting, world(facts))]).toEqual([[], moment])
    expect(open(take(waiting, plan, world(facts, moment)))).toEqual(['a'])
    // Unanswered, nobody knows when.
    expect(nextMoment(plan, waiting, world())).toBeUndefined()
  })
})

describe('when tasks are due, and whose they are', () => {
  // Common practice with no source: due times of work count in working time.
  it('is so much working time after they begin, or before a day that is answered', () => {
    const facts = { 'form.startsOn': '2026-12-01' }
    const plan = planOf([
      stage('one', [
        todo('soon', { due: { within: 'PT16H' } }),
        todo('before', { due: { by: { fact: 'form.startsOn', before: 'PT5H' } } }),
        todo('unanswered', { due: { by: { fact: 'form.neededUntil' } } }),
      ]),
    ])
    // Monday 16 November, 10:46 in London: 7:14 are left of the day, and 8:46 of the next are needed.
    const at = Date.parse('2026-11-16T10:46:00Z')
    const { tasks } = take(begun(), plan, world(facts, at))
    expect(isoTime(tasks.soon!.due!, 'Europe/London')).toBe('2026-11-17T16:46:00+00:00')
    expect(isoTime(tasks.before!.due!, 'Europe/London')).toBe('2026-11-30T13:00:00+00:00')
    expect(tasks.unanswered!.due).toBeUndefined()
  })

  it('is whoever is that for the request, and the team of the ticket where nobody is', () => {
    const whose = (who: Doer, requester = 'ines-varga') => {
      const at = world()
      const plan = planOf([stage('one', [todo('a', { who })])])
      const { team, person } = take(begun(), plan, { ...at, request: { ...at.request, requester } }).tasks.a!
      return person ?? team
    }
    expect(whose({ by: 'team', team: 'devices-workshop' })).toBe('devices-workshop')
    expect(whose({ by: 'team', team: 'no-such-team' })).toBe('networks')
    expect(whose({ by: 'requester' })).toBe('ines-varga')
    expect(whose({ by: 'teamLead' })).toBe(directory.teams.get('networks')!.lead)
    expect(whose({ by: 'siteManager' })).toBe(directory.sites.get('hallin')!.manager)
    expect(whose({ by: 'answer', question: 'unasked' })).toBe('networks')
    const under = directory.data.people.find((one) => one.manager !== undefined && one.active)!
    expect(whose({ by: 'requesterManager' }, under.id)).toBe(under.manager)
    // Who has nobody above them gets no manager; the team of the ticket looks after it.
    expect(whose({ by: 'requesterManager' }, under.manager)).toBe('networks')
  })
})

describe('what the desk ends by itself', () => {
  it('is a wait whose day has come and for which something holds, and a message that went', () => {
    const wait = todo('wait', {
      do: 'wait',
      until: { fact: 'form.startsOn' },
      holds: { fact: 'form.ready', op: 'is', value: true },
    } as Partial<PlanTask>)
    const plan = planOf([
      stage('one', [wait]),
      stage('two', [todo('word', { do: 'message' } as Partial<PlanTask>)]),
    ])
    const day = Date.parse('2026-12-01T00:00:00Z')
    const facts = { 'form.startsOn': '2026-12-01' }
    const before = take(begun(), plan, world(facts))
    // What else it waits for is not so yet: whatever makes it so looks at it again.
    expect(nextMoment(plan, before, world(facts))).toBeUndefined()
    const ready = { ...facts, 'form.ready': true }
    expect(nextMoment(plan, before, world(ready))).toBe(day)
    expect(take(before, plan, world(facts, day)).ended).toBeUndefined()
    expect(take(before, plan, world(ready, day)).ended?.how).toBe('done')
  })
})

/** Which of the open tasks is done next, and with which facts. */
const histories = fc.array(
  fc.record({ pick: fc.nat(), facts: fc.record({ x: fc.constantFrom(0, 1), y: fc.constantFrom(0, 1) }) }),
  { minLength: 60, maxLength: 60 },
)

describe('any plan, whatever is done in whatever order', () => {
  /** Goes through a plan; tells what holds at every step. */
  function through(
    plan: Plan,
    history: { pick: number; facts: { x: number; y: number } }[],
    each: (run: PlanRun, at: PlanWorld) => void,
  ) {
    let [run, now] = [begun(), DEMO_BEGINS]
    let at = world({ x: 1, y: 1 }, now)
    for (const { pick, facts } of history) {
      at = world(facts, (now += MINUTE))
      run = take(run, plan, at)
      each(run, at)
      const can = open(run)
      if (can.length) run = done(run, can[pick % can.length]!, now)
    }
    return { run: take(run, plan, at), at }
  }

  it('no task begins before the stage with which it begins, and no stage before those before it', () => {
    fc.assert(
      fc.property(plans, histories, (plan, history) => {
        through(plan, history, (run) => {
          for (const one of plan.stages) {
            const before = stagesBefore(plan, one)
            const isMet = (id: string) =>
              run.stages[id]?.throughAt !== undefined ||
              (one.opensOn === 'first' &&
                plan.stages
                  .find((other) => other.id === id)!
                  .tasks.some((task) => run.tasks[task.id]?.end?.how === 'done'))
            if (run.stages[one.id] && before.length)
              expect(one.join === 'any' ? before.some(isMet) : before.every(isMet)).toBe(true)
            for (const task of one.tasks)
              if (run.tasks[task.id])
                expect([run.stages[one.id], run.stages[task.beginsWith ?? one.id]].some(Boolean)).toBe(true)
          }
        })
      }),
      runs(300),
    )
  })

  it('comes to an end once all is done, and then every stage was opened or passed over', () => {
    fc.assert(
      fc.property(plans, histories, (plan, history) => {
        // At last everything is for the request, so that nothing waits for what is not.
        const all = [...history, ...Array.from({ length: 40 }, () => ({ pick: 0, facts: { x: 1, y: 1 } }))]
        const { run } = through(plan, all, () => undefined)
        expect(plan.stages.every(({ id }) => run.stages[id]?.throughAt !== undefined)).toBe(true)
        expect(run.ended?.how).toBe('done')
      }),
      runs(300),
    )
  })

  it('loses nothing that is carried over, and keeps nothing that is let go', () => {
    fc.assert(
      fc.property(plans, histories, (plan, history) => {
        const seen = new Set<string>()
        const { run } = through(plan, history, (now) => Object.keys(now.tasks).forEach((id) => seen.add(id)))
        for (const id of seen) expect(run.tasks[id], id).toBeDefined()
        for (const one of plan.stages)
          for (const task of one.tasks) {
            const { end } = run.tasks[task.id] ?? {}
            if (plan.left === undefined) expect(end?.how).not.toBe('letGo')
            else if (end?.how === 'letGo') expect(run.stages[one.id]!.throughAt).toBe(end.at)
          }
      }),
      runs(300),
    )
  })

  it('is not over while something that must be done is not, and asking again changes nothing', () => {
    fc.assert(
      fc.property(plans, histories, (plan, history) => {
        through(plan, history, (run, at) => {
          expect(nextSteps(plan, run, at)).toEqual([])
          const left = requiredOf(plan, run, at.facts)
          expect(left.every((task) => isForIt(task, at.facts) && !isSettled(run.tasks[task.id]))).toBe(true)
          for (const one of plan.stages)
            if (run.stages[one.id]?.throughAt === undefined && run.stages[one.id])
              expect(left.some((task) => one.tasks.includes(task))).toBe(true)
        })
      }),
      runs(300),
    )
  })
})

describe('how a plan is read', () => {
  const plan = planOf([
    stage('one', [todo('a'), todo('b')]),
    stage('two', [todo('c')]),
    stage('side', [todo('d')], { after: ['one'] }),
  ])

  it('numbers stages and tasks, and knows what comes after what', () => {
    expect([...numbersOf(plan)].map(([id, number]) => `${id} ${number}`)).toEqual([
      ...['stage one 1', 'a 1.1', 'b 1.2', 'stage two 2', 'c 2.1', 'stage side 3', 'd 3.1'],
    ])
    expect([...stagesAfter(plan, 'one')].sort()).toEqual(['one', 'side', 'two'])
    expect([...stagesAfter(plan, 'two')]).toEqual(['two'])
    expect(tasksOf(plan).map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd'])
  })
})
