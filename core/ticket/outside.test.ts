import { beforeEach, describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS } from '../../demo/directory'
import { Ticket, TORA } from '../../tests/aTicket'
import { CompiledDesign } from '../design'
import type { Design } from '../design'
import { faultInWords, type PartOf, type PlanTask } from '../plan'
import { MINUTE } from '../time'
import { childWanted, rebuild, type Actor, type Command } from '.'

const at = (minutes: number) => DEMO_BEGINS + minutes * MINUTE
const MAIL = { system: 'messages' }

const account = (more: object = {}) =>
  ({
    ...{ id: 'account', text: 'Account', do: 'call', required: true, webhook: 'accounts' },
    ...{ who: { by: 'person', person: 'pia-lund' }, reads: [{ from: 'account.name', field: 'lamp' }] },
    ...more,
  }) as PlanTask
const spare = (more: object = {}) =>
  ({
    ...{ id: 'spare', text: 'A spare laptop', do: 'ticket', required: true, item: 'loan-laptop' },
    passes: [
      { question: 'neededUntil', fact: 'form.gates' },
      { question: 'details', fact: 'category' },
    ],
    ...more,
  }) as PlanTask

const designWith = (tasks: PlanTask[], change: (design: Design) => void = () => undefined) => {
  const design = demoDesign()
  design.checklists = []
  design.fields = [...design.fields, { name: 'lamp', label: 'Name of the lamp', type: 'text' }]
  design.kinds = design.kinds.map((one) => ({ ...one, fields: [...one.fields, { field: 'lamp' }] }))
  design.plans = [
    {
      ...{ id: 'gates', name: 'New gate', when: { fact: 'item', op: 'is', value: 'gate-scanner' } },
      stages: [{ id: 'do', name: 'Do', tasks }],
    },
  ]
  change(design)
  return new CompiledDesign(design, 1)
}

let ticket: Ticket
const ANSWERS = { gates: 1, scannerLight: 'red' }
const log = (partOf?: PartOf) => {
  const asks = { item: 'gate-scanner', portal: 'merrow', channel: 'portal', requester: 'ines-varga' } as const
  const command: Command = { kind: 'log', reference: 7, ...asks, answers: ANSWERS, ...(partOf && { partOf }) }
  return ticket.do(command, at(0), { person: 'ines-varga' })
}
const run = () => ticket.state!.plans![0]!
const task = (id: string) => run().tasks[id]!
const ask = (minutes: number, command: Command, actor: Actor = TORA) => ticket.do(command, at(minutes), actor)
const callMade = () => ticket.entries.filter((one) => one.kind === 'outsideAsked').at(-1)!
const deliver = (minutes: number, state: 'delivered' | 'givenUp', more: object = {}) =>
  ask(
    minutes,
    {
      kind: 'recordDelivery',
      key: callMade().message!,
      state,
      attempt: 1,
      detail: '503 in trouble',
      ...more,
    },
    MAIL,
  )
const answered = (data: Record<string, unknown>) => ({ answer: { type: 'application/json', data } })
const begin = (tasks: PlanTask[], change?: (design: Design) => void) => {
  ticket = new Ticket(designWith(tasks, change))
  log()
}

describe('a call that a plan makes', () => {
  beforeEach(() => begin([account()]))

  it('goes out once its task opens, is nobody’s meanwhile, and what is answered is a fact', () => {
    expect(ticket.messages.map((one) => one.channel)).toContain('call')
    expect(callMade()).toMatchObject({ as: 'call', what: 'accounts', task: 'account' })
    deliver(1, 'delivered', answered({ account: { name: 'signe-dahl' }, more: [1, 2] }))
    expect(ticket.state!.fields?.lamp).toBe('signe-dahl')
    expect(task('account').end).toMatchObject({ how: 'done' })
    expect(run().ended).toMatchObject({ how: 'done' })
    const set = ticket.entries.find((one) => one.kind === 'fieldsSet')
    expect(set).toMatchObject({ because: { why: [{ is: 'answeredBy', task: 'Account' }] } })
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it.each([
    ['is no data', { answer: { type: 'text/html' } }, { is: 'notData', said: 'text/html' }],
    ['lacks what is wanted', answered({ account: {} }), { is: 'lacks', said: 'account.name' }],
    ['has more than one value there', answered({ account: { name: ['a'] } }), { is: 'lacks' }],
    ['has it only by birth', answered({ account: 'x' }), { is: 'lacks', said: 'account.name' }],
    ['does not fit', answered({ account: { name: true } }), { is: 'misfit' }],
  ])('is somebody’s where the answer %s', (_, more, fault) => {
    deliver(1, 'delivered', more)
    expect(task('account').end).toBeUndefined()
    expect(task('account').outside?.fault).toMatchObject(fault)
    expect(ticket.state!.fields?.lamp).toBeUndefined()
    expect(faultInWords(task('account').outside!.fault!)).not.toBe('')
  })

  it('is somebody’s where nobody answers; tried again it has the same key, and the earlier answer is not heard', () => {
    expect(() => ask(1, { kind: 'askAgain', run: run().id, task: 'account' })).toThrow('nothing to try again')
    expect(() =>
      ask(1, { kind: 'changePlanTask', run: run().id, task: 'account', change: { done: true } }),
    ).toThrow('cannot be ticked')
    const first = callMade()
    deliver(2, 'givenUp')
    expect(task('account').outside?.fault).toMatchObject({ is: 'notDone', said: '503 in trouble' })
    const told = ticket.messages.filter((one) => one.person === 'pia-lund')
    expect(told).toHaveLength(1)
    ask(3, { kind: 'askAgain', run: run().id, task: 'account' })
    expect(callMade().key).toBe(first.key)
    expect(callMade().message).not.toBe(first.message)
    expect(task('account').outside?.fault).toBeUndefined()
    const late = {
      kind: 'recordDelivery',
      key: first.message!,
      state: 'delivered',
      attempt: 6,
      detail: '200',
    } as const
    ask(4, { ...late, ...answered({ account: { name: 'old' } }) }, MAIL)
    expect(task('account').end).toBeUndefined()
    deliver(5, 'delivered', answered({ account: { name: 'new' } }))
    expect(ticket.state!.fields?.lamp).toBe('new')
  })

  it('may be done by hand once it has failed, and by nobody of elsewhere', () => {
    deliver(1, 'givenUp')
    const again = { kind: 'askAgain', run: run().id, task: 'account' } as const
    expect(() => ask(2, again, { person: 'ketil-rasp' })).toThrow('somebody else’s')
    ask(3, { kind: 'changePlanTask', run: run().id, task: 'account', change: { done: true } })
    expect(run().ended).toMatchObject({ how: 'done' })
    deliver(4, 'delivered', answered({ account: { name: 'too late' } }))
    expect(ticket.state!.fields?.lamp).toBeUndefined()
  })

  it('says that there is no such system', () => {
    begin([account({ webhook: 'gone' })])
    expect(task('account').outside?.fault).toMatchObject({ is: 'notDone', said: 'no such system' })
  })
})

describe('a ticket of its own that a plan asks for', () => {
  const wanted = () => ({ run: run().id, task: 'spare', number: callMade().sequence })
  const logged = (minutes: number, child: number) =>
    ask(minutes, { kind: 'childLogged', ...wanted(), child, expected: at(900) }, { system: 'plans' })
  beforeEach(() => begin([spare()]))

  it('is asked for with what is passed on, once', () => {
    const found = childWanted(ticket.state!, ticket.edition, wanted())!
    expect(found.command).toMatchObject({
      ...{ item: 'loan-laptop', requester: ticket.state!.requester, channel: 'desk', internal: true },
      answers: { neededUntil: ticket.state!.answers.gates, details: ticket.state!.category },
      partOf: { parent: ticket.state!.reference, task: 'spare', items: ['gate-scanner'] },
    })
    expect(childWanted(ticket.state!, ticket.edition, { ...wanted(), number: 1 })).toBeUndefined()
    logged(1, 99)
    logged(2, 99)
    expect(childWanted(ticket.state!, ticket.edition, wanted())).toBeUndefined()
    expect(ticket.entries.filter((one) => one.kind === 'childLogged')).toHaveLength(1)
    expect(ticket.state!.links).toEqual([{ reference: 99, as: 'child' }])
  })

  it('keeps its plan until it is done, and again where it is opened before the plan is over', () => {
    begin([spare(), { ...spare({ id: 'other', text: 'Another' }) }])
    const second = callMade()
    const [first] = ticket.entries.filter((one) => one.kind === 'outsideAsked')
    const of = { kind: 'childLogged', run: run().id } as const
    ask(1, { ...of, task: 'spare', number: first!.sequence, child: 99 }, { system: 'plans' })
    ask(1, { ...of, task: 'other', number: second.sequence, child: 100 }, { system: 'plans' })
    const hear = (minutes: number, child: number, done: boolean) =>
      ask(minutes, { kind: 'hearOfChild', child, done }, { system: 'plans' })
    hear(2, 99, true)
    hear(3, 99, true)
    expect(task('spare').end).toMatchObject({ how: 'done' })
    hear(4, 99, false)
    expect(task('spare').end).toBeUndefined()
    hear(5, 99, true)
    hear(6, 100, true)
    expect(run().ended).toMatchObject({ how: 'done' })
    // What was over stays so.
    hear(7, 100, false)
    expect(task('other').end).toMatchObject({ how: 'done' })
    hear(8, 5, true)
    expect(rebuild(ticket.entries)).toEqual(ticket.state)
  })

  it('is somebody’s where it cannot be logged, and can be tried again', () => {
    ask(1, { kind: 'childRefused', ...wanted(), said: 'neededUntil: is no day' }, { system: 'plans' })
    expect(task('spare').outside?.fault).toMatchObject({ is: 'notDone', said: 'neededUntil: is no day' })
    ask(2, { kind: 'askAgain', run: run().id, task: 'spare' })
    expect(task('spare').outside?.fault).toBeUndefined()
    expect(childWanted(ticket.state!, ticket.edition, wanted())).toBeDefined()
  })

  it('never asks for itself, however far round', () => {
    begin([spare({ item: 'gate-scanner' })])
    expect(task('spare').outside?.fault).toMatchObject({ is: 'circle', said: 'gate-scanner → gate-scanner' })
    ticket = new Ticket(designWith([spare()]))
    log({ parent: 1, run: 5, task: 'x', items: ['loan-laptop', 'radio'] })
    expect(task('spare').outside?.fault).toMatchObject({
      said: 'loan-laptop → radio → gate-scanner → loan-laptop',
    })
    expect(ticket.state!.links).toEqual([{ reference: 1, as: 'parent' }])
    const far = ['a', 'b', 'c', 'd', 'e'].map((one) => `item-${one}`)
    ticket = new Ticket(designWith([spare()]))
    log({ parent: 1, run: 5, task: 'x', items: far })
    expect(task('spare').outside?.fault).toMatchObject({ is: 'circle' })
  })
})
