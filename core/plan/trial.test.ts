import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS } from '../../demo/directory'
import { PLANS } from '../../demo/plans'
import { begun, directory, done, planOf, plans, stage, take, todo, world } from '../../tests/aPlan'
import { runs } from '../../tests/runs'
import { HOUR, MINUTE } from '../time'
import { forecast } from './forecast'
import { stagesLived } from './lived'
import { questionsAsked, trial } from './trial'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const known = (facts = {}) => ({ ...world(facts), directory })
const said = (of: ReturnType<typeof trial>) =>
  of.lines.map((one) => `${(one.at - DEMO_BEGINS) / MINUTE} ${one.what} ${one.number}`.trim())

describe('a plan that is tried', () => {
  const plan = planOf([
    stage('a', [todo('x', { work: 'PT1H', due: { within: 'PT2H' } })]),
    stage('b', [todo('y', { work: 'PT30M', beginsWith: 'a' }), todo('z', { after: ['y'], work: 'PT15M' })]),
  ])

  it('says what opens and is done when, by the work or by all the time that there is', () => {
    expect(said(trial(plan, known(), 'work'))).toEqual([
      ...['0 opens 1', '30 done 2.1', '60 done 1.1', '60 opens 2', '75 done 2.2', '75 ready'],
    ])
    expect(said(trial(plan, known(), 'due'))).toContain('120 done 1.1')
  })

  it('is ready when the forecast of a plan that begins is, whatever the plan (property)', () => {
    fc.assert(
      fc.property(plans, fc.record({ x: fc.constantFrom(0, 1), y: fc.constantFrom(0, 1) }), (one, facts) => {
        const tried = trial(one, known(facts), 'work')
        const expected = forecast(one, begun(), known(facts))
        expect(tried.lines.find((line) => line.what === 'ready')?.at).toBe(expected.at)
        expect([...tried.lines].sort((a, b) => a.at - b.at)).toEqual(tried.lines)
      }),
      runs(100),
    )
  })

  it('asks for what the plan goes by', () => {
    expect(questionsAsked(PLANS[0]!).sort()).toEqual(
      ['joinerMail', 'joinerName', 'joinerNeeds', 'startsOn'].sort(),
    )
  })
})

describe('how the stages of a plan went', () => {
  const plan = planOf([stage('a', [todo('x'), todo('y')], { takes: 'PT1H' }), stage('b', [todo('z')])])
  const hours = {
    between: (from: number, to: number) => to - from,
    add: (from: number, span: number) => from + span,
  }
  /** Begun, with x and y done after so many minutes. */
  const lived = (x: number, y: number) => {
    const first = take(begun(), plan, world())
    const after = done(done(first, 'x', at(x)), 'y', at(y))
    return take(after, plan, { ...world(), now: at(Math.max(x, y)) })
  }

  it('is how long half of them took, which task took longest, and how often it was late', () => {
    const found = stagesLived([lived(10, 20), lived(10, 90), lived(5, 30)], plan.stages, hours, at(600))
    expect(found.a).toEqual({
      through: 3,
      took: 30 * MINUTE,
      longest: { task: 'y', took: 30 * MINUTE },
      late: 1,
    })
    expect(found.b).toEqual({ through: 0, took: null, late: 0 })
    const open = take(begun(), plan, world())
    expect(stagesLived([open], plan.stages, hours, at(0) + 2 * HOUR).a).toMatchObject({ through: 0, late: 1 })
    // Where its time stood still, its clock knows better.
    const rested = { ...open, targetOf: () => ({ isLate: false, rests: true }) }
    expect(stagesLived([rested], plan.stages, hours, at(0) + 2 * HOUR).a).toMatchObject({ late: 0 })
    expect(stagesLived([], plan.stages, hours, at(0)).a).toEqual({ through: 0, took: null, late: 0 })
  })
})
