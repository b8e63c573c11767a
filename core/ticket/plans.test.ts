import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { theDirectory, Ticket, TORA } from '../../tests/aTicket'
import { runs } from '../../tests/runs'
import { CompiledDesign } from '../design'
import { openTaskCount } from '../facts'
import { canonicalJson } from '../json'
import type { Plan, PlanTask } from '../plan'
import { MINUTE } from '../time'
import { rebuild, ticketAlarms, type Actor, type Command } from '.'
import { Change } from './change'
import { followUp } from './decide'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const OLIN: Actor = { person: 'olin-brandt' }
const INES: Actor = { person: 'ines-varga' }

const todo = (id: string, more: object = {}) =>
  ({ id, text: `Do ${id}`, do: 'work', required: true, ...more }) as PlanTask
const seal = (more: object = {}) =>
  ({
    ...{ id: 'seal', text: 'Somebody agrees', do: 'approval', required: true },
    ask: [{ who: { by: 'person', person: 'olin-brandt' } }],
    ...more,
  }) as PlanTask
/** Prepare, approve, equip. */
const plan = (more: Partial<Plan> = {}, approval: object = {}): Plan => ({
  ...{ id: 'gates', name: 'New gate', when: { fact: 'item', op: 'is', value: 'gate-scanner' } },
  stages: [
    {
      ...{ id: 'prepare', name: 'Prepare' },
      tasks: [
        todo('list', { due: { within: 'PT4H' } }),
        todo('spare', { required: undefined, who: { by: 'person', person: 'pia-lund' } }),
      ],
    },
    { id: 'approve', name: 'Approve', tasks: [seal(approval)] },
    {
      id: 'equip',
      name: 'Equip',
      tasks: [todo('build'), todo('early', { beginsWith: 'prepare', required: undefined })],
    },
  ],
  ...more,
})
function withPlans(...plans: Plan[]): CompiledDesign {
  const design = { ...demoDesign(), plans }
  const compiled: CompiledDesign = new CompiledDesign(design, 1, () => compiled)
  return compiled
}
const begun = (...plans: Plan[]) => new Ticket(withPlans(...plans)).log({ gates: 3, boardingStopped: false })

let ticket: Ticket
let run: number
beforeEach(() => {
  ticket = begun(plan())
  run = ticket.state!.plans![0]!.id
})
const done = (task: string, isDone = true): Command => ({
  kind: 'changePlanTask',
  run,
  task,
  change: { done: isDone },
})
const says = (yes: boolean, text = ''): Command => ({ kind: 'saySeal', run, task: 'seal', yes, text })
const open = ({ state }: Ticket = ticket) =>
  state!.plans!.flatMap(({ tasks }) => Object.keys(tasks).filter((id) => !tasks[id]!.end)).sort()
const stages = ({ state }: Ticket = ticket) =>
  Object.entries(state!.plans![0]!.stages).map(
    ([id, one]) => `${id}${one.throughAt === undefined ? '' : ' ✓'}`,
  )

describe('a plan on a ticket', () => {
  it('begins with the ticket, and its tasks are told to whose they are', () => {
    expect([open(), stages()]).toEqual([['early', 'list', 'spare'], ['prepare']])
    expect(ticket.told.filter((one) => one.startsWith('planTask'))).toEqual(['planTask→pia-lund'])
    expect(ticket.entries.find((one) => one.kind === 'planBegan')).toMatchObject({
      because: { why: [{ is: 'planFor' }] },
    })
  })

  it('goes on as its tasks are done, asks for the word it needs, and ends', () => {
    ticket.do(done('list'), at(1))
    expect([open(), ticket.told.at(-1)]).toEqual([['early', 'seal', 'spare'], 'sealAsked→olin-brandt'])
    ticket.do(says(true, 'Gladly.'), at(2), OLIN)
    expect(stages()).toEqual(['prepare ✓', 'approve ✓', 'equip'])
    ticket.do(done('build'), at(3))
    expect([ticket.state!.plans![0]!.ended, open()]).toMatchObject([{ how: 'done' }, ['early', 'spare']])
    // What was carried over can still be done.
    ticket.do(done('spare'), at(4))
    expect(open()).toEqual(['early'])
  })

  it('keeps the ticket from being done while something required is not, whether it has begun or not', () => {
    const move: Command = {
      ...{ kind: 'move', from: 'logged', to: 'solved' },
      fields: { solvedBy: 'tora-aas', remarks: 'New battery.' },
    }
    expect(() =>
      ticket
        .do({ kind: 'move', from: 'logged', to: 'in-hand', fields: {} }, at(1))
        .do({ ...move, from: 'in-hand' }, at(2)),
    ).toThrow('Do list; Somebody agrees; Do build')
    expect(openTaskCount(ticket.state!)).toBe(3)
    ticket.do({ kind: 'endPlan', run, text: 'The gate is not needed.' }, at(3))
    expect(openTaskCount(ticket.state!)).toBe(0)
    ticket.do({ ...move, from: 'in-hand' }, at(4))
    expect(ticket.state!.status).toBe('solved')
  })

  it('rests while the ticket is done, and goes on when it is opened again', () => {
    const early = begun(plan({}, {}))
    early.do({ kind: 'withdraw', text: 'No longer needed.' }, at(1), INES)
    expect(() => early.do(done('list'), at(2))).toThrow('rests')
    expect(ticketAlarms(early.state!, early.edition).filter(({ key }) => /^(plan|late):/.test(key))).toEqual(
      [],
    )
  })

  it('is begun by hand once, where the edition has it', () => {
    const other = begun(plan({ when: undefined }))
    expect(other.state!.plans).toBeUndefined()
    other.do({ kind: 'beginPlan', plan: 'gates' }, at(1))
    expect(open(other)).toEqual(['early', 'list', 'spare'])
    expect(() => other.do({ kind: 'beginPlan', plan: 'gates' }, at(2))).toThrow('under way')
    expect(() => other.do({ kind: 'beginPlan', plan: 'nothing' }, at(2))).toThrow('no such plan')
  })

  it('is looked at once more after every command, and that changes nothing', () => {
    const change = new Change(ticket.state, ticket.edition, theDirectory, {
      now: at(9),
      actor: TORA,
      work: { openCounts: new Map() },
    })
    followUp(change, ticket.state, 0)
    expect(change.entries).toEqual([])
  })
})

describe('tasks of a plan', () => {
  it('are done once, whoever is quicker', () => {
    ticket.do(done('list'), at(1))
    expect(() => ticket.do(done('list'), at(2), { person: 'pia-lund' })).toThrow('Somebody was quicker')
    ticket.do(done('list', false), at(3))
    expect(open()).toContain('list')
    // The stage after it has begun, and stays so.
    expect(stages()).toEqual(['prepare ✓', 'approve'])
  })

  it('wait for their stage, and are not needed for a reason only', () => {
    expect(() => ticket.do(done('build'), at(1))).toThrow('its stage opens later')
    const notNeeded = (text: string): Command => ({
      kind: 'changePlanTask',
      run,
      task: 'list',
      change: { notNeeded: text },
    })
    expect(() => ticket.do(notNeeded(' '), at(1))).toThrow()
    ticket.do(notNeeded('There is only one gate.'), at(1))
    expect(ticket.state!.plans![0]!.tasks.list!.end).toMatchObject({
      how: 'notNeeded',
      why: 'There is only one gate.',
    })
    expect(open()).toContain('seal')
  })

  it('go to somebody of the desk, or back to a team; a requester does only what is theirs', () => {
    const give = (change: object): Command => ({
      kind: 'changePlanTask',
      run,
      task: 'list',
      change: change as never,
    })
    ticket.do(give({ person: 'pia-lund' }), at(1))
    expect(ticket.told.at(-1)).toBe('planTask→pia-lund')
    expect(() => ticket.do(give({ person: 'ines-varga' }), at(1))).toThrow('cannot be booked')
    ticket.do(give({ team: 'networks' }), at(2))
    expect(ticket.state!.plans![0]!.tasks.list).toMatchObject({ team: 'networks' })
    expect(ticket.state!.plans![0]!.tasks.list!.person).toBeUndefined()
    expect(() => ticket.do(done('list'), at(3), INES)).toThrow('somebody else’s')
    const hers = begun(
      plan({ stages: [{ id: 's', name: 'S', tasks: [todo('word', { who: { by: 'requester' } })] }] }),
    )
    hers.do(
      { kind: 'changePlanTask', run: hers.state!.plans![0]!.id, task: 'word', change: { done: true } },
      at(1),
      INES,
    )
    expect(hers.state!.plans![0]!.ended?.how).toBe('done')
  })

  it('are late once, and whoever has them hears of it', () => {
    const alarm = ticketAlarms(ticket.state!, ticket.edition).find(({ key }) => key.startsWith('late:'))!
    ticket.do({ kind: 'ring' }, alarm.at, { system: 'clock' })
    expect(ticket.entries.filter((one) => one.kind === 'planTaskLate')).toMatchObject([{ task: 'list' }])
    expect(ticket.told.at(-1)).toMatch(/^planLate→/)
    expect(ticketAlarms(ticket.state!, ticket.edition).some(({ key }) => key.startsWith('late:'))).toBe(false)
  })

  it('are late for nobody where they are not for the request any more', () => {
    const onCounter = { fact: 'team', op: 'isNot' as const, value: 'networks' }
    const tasks = [todo('a', { when: onCounter, due: { within: 'PT4H' } }), todo('b')]
    const other = begun(plan({ stages: [{ id: 's', name: 'S', tasks }] }))
    const late = () =>
      ticketAlarms(other.state!, other.edition).filter(({ key }) => key.startsWith('late:')).length
    expect(late()).toBe(1)
    other.do({ kind: 'resort', field: 'team', value: 'networks' }, at(1))
    expect(late()).toBe(0)
  })

  it('begin without a due time in hours that never open, and the request is taken', () => {
    const design = demoDesign()
    const [first] = design.calendars
    const never = { ...first!, id: 'never', name: 'Never', week: [], exceptions: [], buildsOn: undefined }
    const shut = plan({ hours: 'never' }, { remind: 'PT2H' })
    shut.stages[0]!.takes = 'PT8H'
    const made = { ...design, calendars: [...design.calendars, never], plans: [shut] }
    const compiled: CompiledDesign = new CompiledDesign(made, 1, () => compiled)
    const other = new Ticket(compiled).log({ gates: 3, boardingStopped: false })
    expect(open(other)).toEqual(['early', 'list', 'spare'])
    expect(other.state!.plans![0]!.tasks.list!.due).toBeUndefined()
  })

  it('are not waited for where they are not for the request any more', () => {
    const onNetworks = { fact: 'team', op: 'is' as const, value: 'networks' }
    const other = begun(
      plan({ stages: [{ id: 's', name: 'S', tasks: [todo('a', { when: onNetworks }), todo('b')] }] }),
    )
    const id = other.state!.plans![0]!.id
    expect(open(other)).toEqual(['b'])
    other.do({ kind: 'resort', field: 'team', value: 'networks' }, at(1))
    expect(open(other)).toEqual(['a', 'b'])
    other.do({ kind: 'changePlanTask', run: id, task: 'b', change: { done: true } }, at(2))
    expect(other.state!.plans![0]!.ended).toBeUndefined()
    other.do({ kind: 'resort', field: 'team', value: 'front-counter' }, at(3))
    expect(other.state!.plans![0]!.ended?.how).toBe('done')
  })
})

describe('approvals on a ticket', () => {
  const asked = (more: object, ...before: Command[]) => {
    ticket = begun(plan({}, more))
    run = ticket.state!.plans![0]!.id
    for (const one of [done('list'), ...before]) ticket.do(one, at(1))
    return ticket
  }

  it('count once: nobody says yes twice, and nobody whose word is not asked for here', () => {
    asked({
      ask: ['olin-brandt', 'pia-lund'].map((person) => ({ who: { by: 'person', person } })),
      needs: 'all',
    })
    ticket.do(says(true), at(2), OLIN)
    expect(() => ticket.do(says(false, 'No.'), at(3), OLIN)).toThrow('cannot be changed')
    expect(() => ticket.do(says(true), at(3), TORA)).toThrow('not asked for here')
    ticket.do(says(true), at(4), { person: 'pia-lund' })
    expect(stages()).toEqual(['prepare ✓', 'approve ✓', 'equip'])
    expect(() => ticket.do(says(true), at(5), { person: 'pia-lund' })).toThrow('settled already')
  })

  it('are asked one after the other where they go in turn', () => {
    asked({
      ask: ['olin-brandt', 'pia-lund'].map((person) => ({ who: { by: 'person', person } })),
      needs: 'inTurn',
    })
    expect(() => ticket.do(says(true), at(2), { person: 'pia-lund' })).toThrow('not your turn')
    ticket.do(says(true), at(3), OLIN)
    expect(ticket.told.at(-1)).toBe('sealAsked→pia-lund')
  })

  it('refused, say why, and end the plan, go on or go back', () => {
    asked({})
    expect(() => ticket.do(says(false, ' '), at(2), OLIN)).toThrow('Say why not')
    ticket.do(says(false, 'There is no berth.'), at(2), OLIN)
    expect(ticket.state!.plans![0]!.ended?.how).toBe('refused')
    asked({ refused: { then: 'goOn' } })
    ticket.do(says(false, 'There is no berth.'), at(2), OLIN)
    expect(stages()).toEqual(['prepare ✓', 'approve ✓', 'equip'])
    asked({ refused: { then: 'back', stage: 'prepare' } })
    ticket.do(says(false, 'The name is wrong.'), at(2), OLIN)
    expect([stages(), open()]).toEqual([['prepare'], ['early', 'list', 'spare']])
    ticket.do(done('list'), at(3))
    // It is asked for anew: what it was about has changed.
    expect(open()).toContain('seal')
    ticket.do(says(true), at(4), OLIN)
    expect(stages()).toEqual(['prepare ✓', 'approve ✓', 'equip'])
  })

  it('are asked once more where nobody says a word for a while', () => {
    asked({ remind: 'PT2H' })
    const next = () =>
      ticketAlarms(ticket.state!, ticket.edition).find(({ key }) => key.startsWith('remind:'))
    const first = next()!
    ticket.do({ kind: 'ring' }, first.at, { system: 'clock' })
    expect(ticket.told.at(-1)).toBe('sealAsked→olin-brandt')
    expect(next()!.at).toBeGreaterThan(first.at)
    ticket.do(says(true), first.at + MINUTE, OLIN)
    expect(next()).toBeUndefined()
  })

  it('are handed on by whoever is asked, or by the desk; to nobody who asks for it themselves', () => {
    asked({ ask: [{ who: { by: 'person', person: 'olin-brandt' } }] })
    const hand = (from: string | null, to: string): Command => ({
      kind: 'handSeal',
      run,
      task: 'seal',
      from,
      to,
    })
    expect(() => ticket.do(hand('olin-brandt', 'ines-varga'), at(2))).toThrow('cannot be asked')
    expect(() => ticket.do(hand('tora-aas', 'pia-lund'), at(2))).toThrow('not asked for any more')
    ticket.do(hand('olin-brandt', 'pia-lund'), at(2))
    expect(ticket.told.at(-1)).toBe('sealAsked→pia-lund')
    ticket.do(says(true), at(3), { person: 'pia-lund' })
    expect(ticket.entries.findLast((one) => one.kind === 'sealSaid')).toMatchObject({
      for: 'olin-brandt',
      sealed: 'sealed',
    })
  })

  it('go to the lead of the team where nobody can be asked', () => {
    asked({ ask: [{ who: { by: 'answer', question: 'unasked' } }] })
    const lead = theDirectory.teams.get(ticket.state!.team)!.lead
    expect(ticket.state!.plans![0]!.tasks.seal!.asked).toEqual([{ person: lead }])
    expect(ticket.told.at(-1)).toBe(`sealAsked→${lead}`)
  })
})

describe('a stage that is entered again', () => {
  it('shuts those after it: what was done there stays done, what is open waits for its stage', () => {
    ticket.do(done('list'), at(1)).do(says(true), at(2), OLIN)
    const back = (tasks: string[], text = 'The name is wrong.'): Command => ({
      kind: 'sendPlanBack',
      run,
      stage: 'prepare',
      tasks,
      text,
    })
    expect(() => ticket.do(back(['build']), at(3))).toThrow('nothing to do again')
    expect(() => ticket.do({ ...back([]), stage: 'nowhere' } as Command, at(3))).toThrow(
      'cannot be sent back',
    )
    ticket.do(back(['list']), at(3))
    expect([stages(), open()]).toEqual([['prepare'], ['early', 'list', 'spare']])
    expect(ticket.state!.plans![0]!.rounds).toEqual({ prepare: 2 })
    ticket.do(done('list'), at(4)).do(says(true), at(5), OLIN).do(done('build'), at(6))
    expect(ticket.state!.plans![0]!.ended?.how).toBe('done')
  })
})

describe('the record of a plan', () => {
  const people = ['tora-aas', 'pia-lund', 'olin-brandt', 'ines-varga']
  const tasks = ['list', 'spare', 'seal', 'build', 'early']
  const commands = fc.array(
    fc.oneof(
      fc.record({
        kind: fc.constant('changePlanTask' as const),
        task: fc.constantFrom(...tasks),
        change: fc.constantFrom(
          { done: true },
          { done: false },
          { notNeeded: 'x' },
          { person: 'pia-lund' },
          { team: 'networks' },
        ),
      }),
      fc.record({
        kind: fc.constant('saySeal' as const),
        task: fc.constant('seal'),
        yes: fc.boolean(),
        text: fc.constant('x'),
      }),
      fc.record({
        kind: fc.constant('sendPlanBack' as const),
        stage: fc.constantFrom('prepare', 'approve', 'equip'),
        tasks: fc.constant([]),
        text: fc.constant('again'),
      }),
      fc.record({ kind: fc.constant('endPlan' as const), text: fc.constant('enough') }),
      fc.record({ kind: fc.constant('ring' as const) }),
    ),
    { maxLength: 30 },
  )

  it('makes the same state again, whatever is tried by whomever; what was done is never lost', () => {
    fc.assert(
      fc.property(
        commands,
        fc.array(fc.constantFrom(...people), { minLength: 30, maxLength: 30 }),
        (some, who) => {
          const one = begun(plan({}, { refused: { then: 'back', stage: 'prepare' } }))
          const id = one.state!.plans![0]!.id
          some.forEach((command, index) => {
            try {
              one.do({ ...command, run: id } as Command, at(60 * index), { person: who[index]! })
            } catch (error) {
              expect((error as Error).name).toBe('Refused')
            }
          })
          expect(canonicalJson(rebuild(one.entries))).toBe(canonicalJson(one.state))
          const ended = new Set(
            one.entries.flatMap((entry) => (entry.kind === 'planTaskEnded' ? [entry.task] : [])),
          )
          const again = new Set(
            one.entries.flatMap((entry) =>
              entry.kind === 'planTaskReopened'
                ? [entry.task]
                : entry.kind === 'planSentBack'
                  ? entry.tasks
                  : [],
            ),
          )
          for (const task of ended)
            if (!again.has(task)) expect(one.state!.plans![0]!.tasks[task]!.end).toBeDefined()
          // Whoever said yes or no said it once for each time it was asked for.
          const words = one.state!.plans![0]!.tasks.seal?.words ?? []
          expect(new Set(words.map((word) => word.person)).size).toBe(words.length)
        },
      ),
      runs(400),
    )
  })
})
