import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { runs } from '../../tests/runs'
import { CompiledDesign, type Design } from '../design'
import { HOUR, MINUTE } from '../time'
import { MOST_TASKS, type Checklist, type Evidence, type ListedTask } from '../work'
import { rebuild, recordLines, ticketAlarms, type Actor, type Command } from '.'
import type { TaskChange } from './command'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const PIA: Actor = { person: 'pia-lund' }
const list = (tasks: ListedTask[], more: Partial<Checklist> = {}): Checklist => ({
  ...{ id: 'swap', name: 'Swap', tasks },
  ...more,
})
function withDesign(change: (design: Design) => void): CompiledDesign {
  const design = demoDesign()
  change(design)
  const compiled: CompiledDesign = new CompiledDesign(design, 1, () => compiled)
  return compiled
}
const plain = withDesign(() => undefined)
const logged = (design = plain) => new Ticket(design).log({ gates: 3, boardingStopped: false })

let ticket: Ticket
beforeEach(() => {
  ticket = logged()
})
const tasks = () => ticket.state!.tasks ?? []
const change = (index: number, what: TaskChange): Command => ({
  kind: 'changeTask',
  id: tasks()[index]!.id,
  change: what,
})
const adds = (...texts: string[]): Command => ({ kind: 'addTasks', tasks: texts.map((text) => ({ text })) })

describe('a task', () => {
  it('is due so much working time after it came, and may be told otherwise', () => {
    ticket.do({ kind: 'addChecklist', checklist: list([{ text: 'a', within: 'PT1H' }]) }, at(1))
    expect(tasks()[0]).toMatchObject({ came: at(1), due: at(61), list: 'swap', checklist: 'Swap' })
    ticket.do(change(0, { within: 'PT2H' }), at(30))
    expect(tasks()[0]!.due).toBe(at(121))
    ticket.do(change(0, { due: null }), at(31))
    expect(tasks()[0]!.due).toBeUndefined()
    expect(() => ticket.do(change(0, { within: 'soon' }), at(32))).toThrow('no span of time')
  })

  it('that is not needed holds nothing up, says why, and can be opened again', () => {
    ticket.do({ kind: 'addTasks', tasks: [{ text: 'a', required: true }] }, at(1))
    const solve: Command = {
      kind: 'move',
      ...{ from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'x' } },
    }
    expect(() => ticket.do(solve, at(2))).toThrow()
    expect(() => ticket.do(change(0, { notNeeded: ' ' }), at(2))).toThrow('missing')
    ticket.do(change(0, { notNeeded: 'It is new.' }), at(3))
    expect(tasks()[0]!.notNeeded).toEqual({ by: 'tora-aas', at: at(3), why: 'It is new.' })
    ticket.do(change(0, { done: false }), at(4))
    expect(tasks()[0]!.notNeeded).toBeUndefined()
    ticket.do(change(0, { notNeeded: 'It is new.' }), at(5))
    ticket.do(solve, at(6))
  })

  it('is ticked with what it asks for, and not without', () => {
    const evidence = { is: 'figure', least: 12, most: 14.4, unit: 'V' } as const
    ticket.do(
      {
        kind: 'addTasks',
        tasks: [
          { text: 'Measure', evidence },
          { text: 'Picture', evidence: { is: 'file' } },
          { text: 'Cause', evidence: { is: 'field', field: 'remarks' } },
        ],
      },
      at(1),
    )
    expect(() => ticket.do(change(0, { done: true }), at(2))).toThrow('please give the figure')
    expect(() => ticket.do(change(0, { done: true, figure: 11 }), at(2))).toThrow('from 12 to 14.4 V')
    ticket.do(change(0, { done: true, figure: 12.6 }), at(2))
    expect(tasks()[0]!.done).toEqual({
      by: 'tora-aas',
      at: at(2),
      given: { is: 'figure', figure: 12.6, unit: 'V' },
    })
    expect(() => ticket.do(change(1, { done: true }), at(3))).toThrow('A file belongs')
    const file = { id: 'f1', name: 'poles.png', type: 'image/png', size: 9 }
    ticket.do(change(1, { done: true, file }), at(3))
    // The requester gets no file that the desk needs for itself.
    expect([ticket.state!.innerFiles, ticket.state!.attachments]).toEqual([[file], undefined])
    expect(() => ticket.do(change(2, { done: true }), at(4))).toThrow('to be filled in before')
    ticket.do(change(2, { done: true, value: 'A worn belt' }), at(4))
    expect([ticket.state!.fields!.remarks, tasks()[2]!.done!.given]).toEqual([
      'A worn belt',
      { is: 'field', field: 'remarks' },
    ])
  })

  it('asks for nothing that cannot be given', () => {
    const adding = (evidence: Evidence) => () =>
      ticket.do({ kind: 'addTasks', tasks: [{ text: 'a', evidence }] }, at(1))
    expect(adding({ is: 'field', field: 'gone' })).toThrow('cannot be given')
    expect(adding({ is: 'figure', least: 3, most: 2 })).toThrow('cannot be given')
    ticket.do(adds('a'), at(1))
    expect(() => ticket.do(change(0, { evidence: { is: 'field', field: 'gone' } }), at(2))).toThrow()
    ticket.do(change(0, { evidence: { is: 'file' } }), at(2))
    ticket.do(change(0, { evidence: null }), at(3))
    ticket.do(change(0, { done: true }), at(4))
  })

  it('tells whoever gets it, and whoever has it when it is late, once for each time it is due', () => {
    ticket.do(adds('a'), at(1))
    ticket.do(change(0, { person: 'pia-lund', due: at(60) }), at(2))
    expect(ticket.told.at(-1)).toBe('planTask→pia-lund')
    const late = () => ticket.told.filter((one) => one.startsWith('planLate'))
    ticket.do({ kind: 'ring' }, at(61), { system: 'clock' })
    ticket.do({ kind: 'ring' }, at(90), { system: 'clock' })
    expect(late()).toEqual(['planLate→pia-lund'])
    ticket.do(change(0, { due: at(120) }), at(100))
    ticket.do(change(0, { done: true }), at(110))
    ticket.do({ kind: 'ring' }, at(121), { system: 'clock' })
    expect(late()).toHaveLength(1)
    expect(ticketAlarms(ticket.state!, plain).filter(({ key }) => key.startsWith('task'))).toEqual([])
  })

  it('leaves to a team what nobody by name has; who has left since is passed over', () => {
    ticket.do(
      {
        kind: 'addChecklist',
        checklist: list([
          { text: 'a', person: 'gone', team: 'networks' },
          { text: 'b', team: 'gone' },
        ]),
      },
      at(1),
    )
    expect(tasks().map(({ person, team }) => [person, team])).toEqual([
      [undefined, 'networks'],
      [undefined, undefined],
    ])
    expect(() => ticket.do(change(0, { team: 'gone' }), at(2))).toThrow('no such team')
  })

  it('stands where it is put', () => {
    ticket.do(adds('a', 'b', 'c'), at(1))
    const ids = tasks().map((one) => one.id)
    ticket.do({ kind: 'orderTasks', order: [ids[2]!, ids[0]!] }, at(2))
    expect(tasks().map((one) => one.text)).toEqual(['c', 'a', 'b'])
    const { sequence } = ticket.state!
    ticket.do({ kind: 'orderTasks', order: [ids[2]!] }, at(3))
    expect(ticket.state!.sequence).toBe(sequence)
    expect(() => ticket.do({ kind: 'orderTasks', order: ['gone'] }, at(4))).toThrow('not on the ticket')
  })
})

describe('a checklist', () => {
  it('comes by itself once a ticket has become something else, and once only', () => {
    ticket = logged(
      withDesign((design) => {
        design.checklists = [list([{ text: 'a' }], { when: { fact: 'priority', op: 'is', value: 'p1' } })]
      }),
    )
    expect(ticket.state!.priority).not.toBe('p1')
    expect(tasks()).toEqual([])
    const resort = (value: string): Command => ({ kind: 'resort', field: 'priority', value })
    ticket.do(resort('p1'), at(1))
    expect(tasks().map((one) => one.text)).toEqual(['a'])
    // What somebody took off stays off.
    ticket.do({ kind: 'dropTask', id: tasks()[0]!.id }, at(2))
    ticket.do(resort('p3'), at(3))
    ticket.do(resort('p1'), at(4))
    expect(tasks()).toEqual([])
  })

  it('that has no room says so and keeps nothing from happening', () => {
    const full = (id: string) =>
      list(
        Array.from({ length: MOST_TASKS }, (_, index) => ({ text: `${id} ${index}` })),
        {
          ...{ id, name: id },
          when: { all: [] },
        },
      )
    ticket = logged(withDesign((design) => (design.checklists = [full('one'), full('two')])))
    expect(tasks()).toHaveLength(MOST_TASKS)
    expect(ticket.entries.find((one) => one.kind === 'noted')).toMatchObject({
      text: expect.stringContaining('“two” was not added') as string,
    })
    expect(() => ticket.do({ kind: 'addChecklist', checklist: full('three') }, at(1))).toThrow('too many')
  })

  it('that was published before with what cannot be taken comes as far as it can', () => {
    const odd = [{ text: ' ' }, { text: 'x'.repeat(5000), within: 'soon' }, { text: 'b' }]
    ticket = logged(withDesign((design) => (design.checklists = [list(odd, { when: { all: [] } })])))
    expect(tasks().map((one) => [one.text.length, one.due])).toEqual([
      [300, undefined],
      [1, undefined],
    ])
  })

  it('gives nobody something to do on a ticket that is done', () => {
    ticket = logged(
      withDesign((design) => {
        design.checklists = [list([{ text: 'a' }], { when: { fact: 'priority', op: 'is', value: 'p1' } })]
      }),
    )
    ticket.do(
      {
        kind: 'move',
        ...{ from: 'logged', to: 'solved', fields: { solvedBy: 'tora-aas', remarks: 'x' } },
      },
      at(1),
    )
    ticket.do({ kind: 'resort', field: 'priority', value: 'p1' }, at(2))
    expect(tasks()).toEqual([])
  })

  it('comes with the stage of a plan that brings it', () => {
    ticket = logged(
      withDesign((design) => {
        design.checklists = [list([{ text: 'a' }])]
        const todo = { do: 'work', required: true } as const
        design.plans = [
          {
            ...{ id: 'plan', name: 'Plan', when: { all: [] } },
            stages: [
              { id: 'one', name: 'One', tasks: [{ id: 't', text: 'T', ...todo }] },
              { id: 'two', name: 'Two', checklists: ['swap'], tasks: [{ id: 'u', text: 'U', ...todo }] },
            ],
          },
        ]
      }),
    )
    expect(tasks()).toEqual([])
    const [run] = ticket.state!.plans!
    ticket.do({ kind: 'changePlanTask', run: run!.id, task: 't', change: { done: true } }, at(1))
    expect(tasks()).toMatchObject([{ text: 'a', list: 'swap' }])
    expect(ticket.entries.findLast((one) => one.kind === 'tasksAdded')!.because!.why).toEqual([
      { is: 'checklistOfStage', stage: 'Two', checklist: 'Swap' },
    ])
  })
})

describe('the record', () => {
  const names = () => ({ people: {}, statuses: {}, targets: {} }) as Parameters<typeof recordLines>[1]
  const ticks = (from: number) => recordLines(ticket.entries.slice(from), names())

  it('has one line for what one person ticked in one go, with each tick inside', () => {
    ticket.do(adds('a', 'b', 'c', 'd'), at(1))
    const from = ticket.entries.length
    ticket.do(change(0, { done: true }), at(2))
    ticket.do(change(1, { notNeeded: 'It is new.' }), at(3))
    ticket.do(change(2, { done: true }), at(4))
    ticket.do(change(3, { done: true }), at(5), PIA)
    ticket.do({ kind: 'note', text: 'Done.' }, at(6))
    ticket.do(change(3, { done: false }), at(7))
    expect(ticks(from)).toEqual([
      {
        at: at(2),
        sequence: from + 1,
        text: 'Tora-aas ticked 2, left out 1',
        parts: [
          { at: at(2), sequence: from + 1, text: '“a” is done' },
          { at: at(3), sequence: from + 2, text: '“b” is not needed: It is new.' },
          { at: at(4), sequence: from + 3, text: '“c” is done' },
        ],
      },
      { at: at(5), sequence: from + 4, text: 'Pia-lund: “d” is done' },
      { at: at(7), sequence: from + 6, text: 'Tora-aas: “d” is to do' },
    ])
  })
})

describe('whatever is done to tasks', () => {
  it('they are what the record says, each once, and none is lost', () => {
    const step = fc.oneof(
      fc.record({
        do: fc.constant('add' as const),
        texts: fc.array(fc.constantFrom('x', 'y'), { minLength: 1, maxLength: 4 }),
      }),
      fc.record({
        do: fc.constantFrom(
          'tick' as const,
          'untick' as const,
          'leave' as const,
          'drop' as const,
          'last' as const,
        ),
        at: fc.nat(6),
      }),
    )
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), (steps) => {
        ticket = logged()
        let expected = 0
        steps.forEach((one, minute) => {
          const now = at(minute + 1)
          if (one.do === 'add') {
            ticket.do(adds(...one.texts), now)
            expected += one.texts.length
            return
          }
          const task = tasks()[one.at]
          if (!task) return
          if (one.do === 'drop') expected--
          const commands: Record<typeof one.do, Command> = {
            tick: { kind: 'changeTask', id: task.id, change: { done: true } },
            untick: { kind: 'changeTask', id: task.id, change: { done: false } },
            leave: { kind: 'changeTask', id: task.id, change: { notNeeded: 'so' } },
            drop: { kind: 'dropTask', id: task.id },
            last: { kind: 'orderTasks', order: tasks().flatMap(({ id }) => (id === task.id ? [] : [id])) },
          }
          ticket.do(commands[one.do], now)
        })
        expect(tasks()).toHaveLength(expected)
        expect(new Set(tasks().map((one) => one.id)).size).toBe(expected)
        expect(tasks().every((one) => !(one.done && one.notNeeded))).toBe(true)
        expect(rebuild(ticket.entries)).toEqual(ticket.state)
      }),
      runs(60),
    )
  })
})

it('hours in which nothing is due are none of the clock', () => {
  // The desk is shut at night: an hour of working time from the evening is in the morning.
  ticket.do(
    { kind: 'addChecklist', checklist: list([{ text: 'a', within: 'PT1H' }]) },
    DEMO_BEGINS + 12 * HOUR,
  )
  expect(tasks()[0]!.due! - tasks()[0]!.came!).toBeGreaterThan(HOUR)
})
