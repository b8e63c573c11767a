import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, TORA } from '../../tests/aTicket'
import { CompiledDesign, type Design } from '../design'
import { ticketFacts } from '../facts'
import type { Plan, PlanTask } from '../plan'
import { MINUTE } from '../time'
import type { Move } from '../work'
import { planMove, rebuild, type Command } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const todo: PlanTask = { id: 'x', text: 'Do it', do: 'work', required: true }
const plan = (id: string, tasks: PlanTask[] = [todo], more: Partial<Plan> = {}): Plan => ({
  ...{ id, name: `Plan ${id}`, stages: [{ id: 'do', name: 'Do', tasks }] },
  ...more,
})
const designWith = (change: (design: Design) => void, plans = [plan('refit')]) => {
  const design = demoDesign()
  design.checklists = []
  design.plans = plans
  change(design)
  return new CompiledDesign(design, 1)
}
let ticket: Ticket
const begin = (change: (design: Design) => void = () => undefined, plans?: Plan[]) => {
  ticket = new Ticket(designWith(change, plans)).log({ gates: 1 }, 'gate-scanner', 'ines-varga', at(0))
}
const running = () => (ticket.state!.plans ?? []).filter((one) => !one.ended).map((one) => one.plan)
const becauseOf = (plan: string) =>
  ticket.entries.flatMap((one) => (one.kind === 'planBegan' && one.plan === plan ? one.because.why : []))

describe('a plan that a move begins', () => {
  const move: Move = {
    id: 'refit',
    name: 'Refit',
    when: { all: [] },
    asks: [],
    steps: [{ do: 'plan', plan: 'refit' }],
  }
  const looking = () => ({
    ...{ state: ticket.state!, design: ticket.edition, directory: ticket.directory },
    ...{ person: 'tora-aas', now: at(1), checklists: [] },
  })
  const make = (minutes: number) => {
    const command: Command = { kind: 'makeMove', move, from: ticket.state!.status, asked: {}, checklists: [] }
    return ticket.do(command, at(minutes), TORA)
  }
  beforeEach(() => begin())

  it('says so before, begins once, and ends when the move is taken back', () => {
    expect(planMove(looking(), move).will).toEqual([{ is: 'stepPlan', plan: 'refit' }])
    make(1)
    expect(running()).toEqual(['refit'])
    expect(planMove(looking(), move).wont).toEqual([{ is: 'planUnderWay', plan: 'refit' }])
    expect(() => make(2)).toThrow('which is under way already')
    const { sequence } = ticket.entries.find((one) => one.kind === 'moveMade')!
    ticket.do({ kind: 'undoMove', sequence }, at(3), TORA)
    expect(running()).toEqual([])
    expect(ticket.state!.plans).toMatchObject([{ ended: { how: 'calledOff' } }])
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('is passed over where there is none such any more', () => {
    expect(planMove(looking(), { ...move, steps: [{ do: 'plan', plan: 'gone' }] }).whyNot).toContain('gone')
  })
})

describe('a plan that a rung begins', () => {
  it('has the rung as its reason, and begins once', () => {
    begin((design) => {
      design.ladders = [
        {
          ...{ id: 'late', name: 'Late', when: { all: [] }, target: 'resolve' },
          rungs: [
            {
              ...{ id: 'r1', moment: { at: 'share', share: 0 } as never },
              actions: [
                { do: 'plan', plan: 'refit' },
                { do: 'plan', plan: 'refit' },
                { do: 'plan', plan: 'gone' },
              ],
            },
          ],
        },
      ]
      design.ladders[0]!.rungs[0]!.moment = demoDesign().ladders[0]!.rungs[0]!.moment
      design.ladders[0]!.target = demoDesign().ladders[0]!.target
    })
    const due = Math.max(...ticket.state!.clocks.map((one) => one.startedAt ?? 0)) + 40 * 24 * 60 * MINUTE
    ticket.do({ kind: 'ring' }, due, { system: 'alarm' })
    expect(running()).toEqual(['refit'])
    expect(becauseOf('refit')).toMatchObject([{ is: 'rung', ladder: 'late' }])
  })
})

describe('a plan that comes with a kind', () => {
  it('begins with every ticket of it, once where it is for such tickets as well', () => {
    const both = plan('both', [todo], { when: { fact: 'item', op: 'is', value: 'gate-scanner' } })
    begin(
      (design) => {
        design.kinds = design.kinds.map((one) => ({ ...one, plans: ['refit', 'both'] }))
      },
      [plan('refit'), both, plan('other')],
    )
    expect(running()).toEqual(['refit', 'both'])
    expect(becauseOf('refit')).toMatchObject([{ is: 'planOfKind', plan: 'refit', kind: ticket.state!.kind }])
    expect(becauseOf('both')).toHaveLength(1)
  })
})

describe('what is asked of plans by rules', () => {
  const seal: PlanTask = {
    ...{ id: 'seal', text: 'Somebody agrees', do: 'approval', required: true },
    ask: [{ who: { by: 'person', person: 'olin-brandt' } }],
  }
  const spare: PlanTask = {
    ...{ id: 'spare', text: 'A spare', do: 'ticket', required: true, item: 'sign-in' },
    passes: [{ question: 'details', fact: 'category' }],
  }
  const facts = () => {
    const { approvalOpen, childOpen } = ticketFacts(ticket.state!, ticket.edition)
    return [approvalOpen, childOpen]
  }

  it('is so as long as the task is open, and clocks rest by it', () => {
    begin(
      (design) => {
        design.serviceLevels = design.serviceLevels.map((level) => ({
          ...level,
          targets: level.targets.map((one) => ({
            ...one,
            pauseWhen: {
              any: [
                { fact: 'approvalOpen', op: 'is', value: true },
                { fact: 'childOpen', op: 'is', value: true },
              ],
            },
          })),
        }))
      },
      [plan('both', [seal, spare], { when: { all: [] } })],
    )
    const rests = () => ticket.state!.clocks.every((one) => one.pauses.at(-1) && !one.pauses.at(-1)!.to)
    const run = ticket.state!.plans![0]!.id
    expect(facts()).toEqual([true, false])
    expect(rests()).toBe(true)
    const { sequence } = ticket.entries.find((one) => one.kind === 'outsideAsked')!
    const PLANS = { system: 'plans' }
    ticket.do({ kind: 'childLogged', run, task: 'spare', number: sequence, child: 99 }, at(1), PLANS)
    ticket.do({ kind: 'saySeal', run, task: 'seal', yes: true, text: '' }, at(2), { person: 'olin-brandt' })
    expect(facts()).toEqual([false, true])
    expect(rests()).toBe(true)
    ticket.do({ kind: 'hearOfChild', child: 99, done: true }, at(3), PLANS)
    expect(facts()).toEqual([false, false])
    expect(rests()).toBe(false)
  })
})

describe('a plan under way, in another edition', () => {
  const first = plan('refit', [todo, { ...todo, id: 'y', text: 'Look again' }], { when: { all: [] } })
  const second = plan('refit', [
    todo,
    {
      ...{ id: 'y', text: 'Somebody agrees', do: 'approval', required: true },
      ask: [{ who: { by: 'person', person: 'olin-brandt' } }],
    },
    { ...todo, id: 'z', text: 'Put it away' },
  ])
  /** The ticket follows edition 2; its plan still edition 1. */
  const adopt = (plans: Plan[]) => {
    const before = ticket.edition
    const design = demoDesign()
    design.checklists = []
    design.plans = plans
    ticket.edition = new CompiledDesign(design, 2, (edition) => (edition === 1 ? before : undefined))
    ticket.do({ kind: 'adopt' }, at(5), { system: 'adoption' })
  }
  const follow = (minutes: number, person = 'tora-aas') =>
    ticket.do({ kind: 'followPlanEdition', run: ticket.state!.plans![0]!.id }, at(minutes), { person })
  beforeEach(() => {
    begin(undefined, [first])
    const run = ticket.state!.plans![0]!.id
    ticket.do({ kind: 'changePlanTask', run, task: 'x', change: { done: true } }, at(1), TORA)
  })

  it('keeps its own until somebody says so; then what is done stays, and what is otherwise begins anew', () => {
    adopt([second])
    expect(ticket.state!.plans![0]).toMatchObject({ edition: 1 })
    follow(6)
    const run = ticket.state!.plans![0]!
    expect(run).toMatchObject({ edition: 2, tasks: { x: { end: { how: 'done' } }, y: { asked: [{}] } } })
    expect(Object.keys(run.tasks).sort()).toEqual(['x', 'y', 'z'])
    expect(run.stages.do).not.toHaveProperty('throughAt')
    expect(() => follow(7)).toThrow('nothing else of this plan')
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('has nothing to follow where that edition has it just so, or no more', () => {
    adopt([first])
    expect(() => follow(6)).toThrow('nothing else')
    begin(undefined, [first])
    adopt([])
    expect(() => follow(6)).toThrow('nothing else')
    expect(running()).toEqual(['refit'])
  })
})
