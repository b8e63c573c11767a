import { describe, expect, it } from 'vitest'
import { ANY_VALUE, type ActionReader, type Deed, type Found, type Hands } from '../action'
import type { Recipient } from '../recipient'
import { ACTIONS, termsOf, type Action } from './list'

const called = (what: string) => (id: string) => `${what} ${id}`
const WORDS = {
  ...{
    person: called('Mr'),
    rota: called('rota'),
    question: called('question'),
    team: called('team'),
    queue: called('queue'),
  },
  ...{ priority: called('priority'), status: called('status'), field: called('field') },
  ...{
    fieldValue: (name: string, value: unknown) => `${String(value)} of ${name}`,
    webhook: called('system'),
  },
  ...{ checklist: called('list'), ladder: called('ladder'), plan: called('plan') },
}
const say = (action: Action) => termsOf(action).said(action, WORDS)

/** What a reader is asked and told, in order. */
function checked(action: Action): unknown[][] {
  const seen: unknown[][] = []
  const note =
    (what: string) =>
    (...given: unknown[]) =>
      void seen.push([what, ...given])
  const reader: ActionReader = {
    ...{ error: note('error'), refers: note('refers'), recipient: note('recipient') },
    ...{ sets: note('sets'), enters: note('enters') },
  }
  termsOf(action).check?.(reader, 'here', action)
  return seen
}

/** What an action does to a ticket of team t, queue q and priority p3 that ann has. */
function done(action: Action, more: Partial<Hands> = {}): { deed: Deed; did: unknown[][] } {
  const did: unknown[][] = []
  const note =
    <T>(what: string, answer: T) =>
    (...given: unknown[]): T => {
      did.push([what, ...given])
      return answer
    }
  const hands: Hands = {
    ticket: { priority: 'p3', queue: 'q', team: 't', technician: 'ann', isMajor: false },
    higher: ['p2', 'p1'],
    find: ({ to }: Recipient): Found[] =>
      to === 'technician' ? [{ id: 'ann' }] : to === 'team' ? [{ id: 'ann' }, { id: 'bo' }] : [],
    ...{ tell: note('tell', undefined), sort: note('sort', undefined), give: note('give', undefined) },
    ...{ enter: note('enter', {}), set: note('set', {}), note: note('note', undefined) },
    ...{ addTask: note('addTask', undefined), addChecklist: note('addChecklist', {}) },
    ...{ declareMajor: note('declareMajor', undefined), call: note('call', undefined) },
    ...{ setOff: note('setOff', {}), beginPlan: note('beginPlan', {}) },
    handOn: note('handOn', { hasAny: false }),
    ...more,
  }
  const deed = termsOf(action).deed(hands, action)
  deed.run?.()
  return { deed, did }
}
const effects = (action: Action) => termsOf(action).effects?.(action, ['p1', 'p2', 'p3'])
const PERSON: Recipient = { to: 'person', person: 'bo' }
const LEAD: Recipient = { to: 'teamLead' }

describe('an action in words', () => {
  it.each<[Action, string]>([
    [{ do: 'notify', tell: [], template: 'x' }, 'tell nobody'],
    [
      { do: 'notify', tell: [LEAD, PERSON], template: 'x', urgent: true },
      'tell the lead of the team, Mr bo, urgently',
    ],
    [{ do: 'notify', tell: [LEAD], template: 'x' }, 'tell the lead of the team'],
    [{ do: 'raisePriority' }, 'raise the priority by one'],
    [{ do: 'raisePriority', to: 'p1' }, 'raise the priority to priority p1'],
    [{ do: 'assign', to: PERSON }, 'give it to Mr bo'],
    [{ do: 'assign', to: { to: 'answer', question: 'who' } }, 'give it to the address in “question who”'],
    [{ do: 'assign', to: { to: 'rota', rota: 'night' } }, 'give it to the first on rota rota night'],
    [
      { do: 'assign', to: { to: 'rota', rota: 'night', place: 3 } },
      'give it to the third on rota rota night',
    ],
    [{ do: 'assign', to: { to: 'rota', rota: 'night', place: 4 } }, 'give it to number 4 on rota rota night'],
    [{ do: 'team', team: 'x' }, 'give it to team x'],
    [{ do: 'queue', queue: 'x' }, 'move it to the queue queue x'],
    [{ do: 'status', to: 'x' }, 'move it to status x'],
    [{ do: 'set', field: 'due', value: null }, 'empty “field due”'],
    [{ do: 'set', field: 'due', value: 5 }, 'set “field due” to 5 of due'],
    [{ do: 'note', text: 'Nobody came.' }, 'note: Nobody came.'],
    [{ do: 'task', text: 'Ring them' }, 'add the task “Ring them”'],
    [{ do: 'checklist', checklist: 'x' }, 'add the checklist “list x”'],
    [{ do: 'plan', plan: 'x' }, 'begin the plan “plan x”'],
    [
      { do: 'handOn', to: { to: 'askedManager' } },
      'hand approvals that nobody has answered on to the manager of whose word an approval waits for',
    ],
    [{ do: 'majorIncident' }, 'declare a major incident'],
    [{ do: 'call', webhook: 'x' }, 'call system x'],
    [{ do: 'setOff', ladder: 'x' }, 'set off “ladder x”'],
  ])('%j', (action, said) => {
    expect(say(action)).toBe(said)
  })
})

describe('an action that is new', () => {
  const first = {
    ...{ template: 'a', team: 'b', queue: 'c', status: 'd', field: 'e', checklist: 'f', plan: 'i' },
    ...{ webhook: 'g', ladder: 'h' },
  }
  it('names the first of what it could name, and nothing else', () => {
    expect(Object.values(ACTIONS).map((one) => one.fresh(first))).toEqual([
      { do: 'notify', tell: [{ to: 'teamLead' }], template: 'a' },
      { do: 'raisePriority' },
      { do: 'assign', to: { to: 'teamLead' } },
      { do: 'team', team: 'b' },
      { do: 'queue', queue: 'c' },
      { do: 'status', to: 'd' },
      { do: 'set', field: 'e', value: null },
      { do: 'note', text: '' },
      { do: 'task', text: '' },
      { do: 'checklist', checklist: 'f' },
      { do: 'plan', plan: 'i' },
      { do: 'handOn', to: { to: 'askedManager' } },
      { do: 'majorIncident' },
      { do: 'call', webhook: 'g' },
      { do: 'setOff', ladder: 'h' },
    ])
  })
})

describe('an action that is read for faults', () => {
  it.each<[Action, unknown[][]]>([
    [
      { do: 'notify', tell: [LEAD], template: 'x' },
      [
        ['refers', 'here', 'template', 'x'],
        ['recipient', 'here', LEAD],
      ],
    ],
    [
      { do: 'notify', tell: [], template: 'x' },
      [
        ['refers', 'here', 'template', 'x'],
        ['error', 'here', 'recipientMissing', 'tells nobody; choose who is told'],
      ],
    ],
    [{ do: 'raisePriority', to: 'p1' }, [['refers', 'here', 'priority', 'p1']]],
    [{ do: 'assign', to: PERSON }, [['recipient', 'here', PERSON]]],
    [{ do: 'team', team: 'x' }, [['refers', 'here', 'team', 'x']]],
    [{ do: 'queue', queue: 'x' }, [['refers', 'here', 'queue', 'x']]],
    [{ do: 'status', to: 'x' }, [['enters', 'here', 'x']]],
    [{ do: 'set', field: 'due', value: 5 }, [['sets', 'here', 'due', 5]]],
    [{ do: 'note', text: 'x' }, []],
    [{ do: 'note', text: ' ' }, [['error', 'here', 'textEmpty', 'writes an empty note']]],
    [{ do: 'task', text: 'x' }, []],
    [{ do: 'task', text: ' ' }, [['error', 'here', 'textEmpty', 'adds an empty task']]],
    [{ do: 'checklist', checklist: 'x' }, [['refers', 'here', 'checklist', 'x']]],
    [{ do: 'plan', plan: 'x' }, [['refers', 'here', 'plan', 'x']]],
    [{ do: 'handOn', to: LEAD }, [['recipient', 'here', LEAD]]],
    [
      { do: 'handOn', to: { to: 'requester' } },
      [
        ['recipient', 'here', { to: 'requester' }],
        [
          ...['error', 'here', 'approvalAsksNobody'],
          'hands approvals on to somebody whose word cannot be asked for; choose a manager, or somebody else',
        ],
      ],
    ],
    [{ do: 'majorIncident' }, []],
    [{ do: 'call', webhook: 'x' }, [['refers', 'here', 'webhook', 'x']]],
    [{ do: 'setOff', ladder: 'x' }, [['refers', 'here', 'ladder', 'x']]],
  ])('%j', (action, seen) => {
    expect(checked(action)).toEqual(seen)
  })

  it.each(['requester', 'agreementContact', 'watchers', 'team'] as const)('is given to no %s', (to) => {
    const fault = 'gives it to somebody who does not work on tickets; choose a person of the desk'
    expect(checked({ do: 'assign', to: { to } })).toContainEqual(['error', 'here', 'notOfTheDesk', fault])
  })

  it('is given to no address of an answer, but to a lead or whoever is on rota', () => {
    expect(checked({ do: 'assign', to: { to: 'answer', question: 'x' } })).toHaveLength(2)
    for (const to of [LEAD, { to: 'rota', rota: 'x' } as const, { to: 'technician' } as const])
      expect(checked({ do: 'assign', to })).toHaveLength(1)
  })
})

describe('what may come of an action', () => {
  const lost = [{ why: 'a message that cannot be delivered', event: 'deliveryFailed' }]
  it.each<[Action, unknown]>([
    [{ do: 'notify', tell: [LEAD], template: 'x' }, lost],
    [{ do: 'call', webhook: 'x' }, lost],
    [
      { do: 'raisePriority', to: 'p1' },
      [{ why: 'raises the priority', event: 'priorityRaised', facts: { priority: 'p1' } }],
    ],
    [
      { do: 'assign', to: PERSON },
      [{ why: 'gives it to somebody', event: 'assigned', facts: { technician: 'bo' } }],
    ],
    [
      { do: 'assign', to: LEAD },
      [{ why: 'gives it to somebody', event: 'assigned', facts: { technician: ANY_VALUE } }],
    ],
    [
      { do: 'team', team: 'x' },
      [{ why: 'gives it to another team', facts: { team: 'x', technician: null } }],
    ],
    [{ do: 'queue', queue: 'x' }, [{ why: 'moves it to another queue', facts: { queue: 'x' } }]],
    [
      { do: 'status', to: 'x' },
      [{ why: 'moves it to another status', facts: { status: 'x', statusGroup: ANY_VALUE } }],
    ],
    [{ do: 'set', field: 'due', value: 5 }, [{ why: 'sets a field', facts: { 'field.due': 5 } }]],
    [
      { do: 'majorIncident' },
      [{ why: 'declares a major incident', event: 'majorIncident', facts: { majorIncident: true } }],
    ],
    [{ do: 'note', text: 'x' }, undefined],
    [{ do: 'setOff', ladder: 'x' }, undefined],
  ])('%j', (action, come) => {
    expect(effects(action)).toEqual(come)
  })

  it('is any priority but the lowest where it is raised by one', () => {
    expect(effects({ do: 'raisePriority' })!.map((one) => one.facts)).toEqual([
      { priority: 'p1' },
      { priority: 'p2' },
    ])
  })
})

describe('an action that is done', () => {
  it.each<[Action, unknown[][]]>([
    [{ do: 'raisePriority' }, [['sort', 'priority', 'p2']]],
    [{ do: 'raisePriority', to: 'p1' }, [['sort', 'priority', 'p1']]],
    // No higher than it is already.
    [{ do: 'raisePriority', to: 'p4' }, []],
    [{ do: 'team', team: 'x' }, [['give', null, 'x']]],
    [{ do: 'team', team: 't' }, []],
    [{ do: 'queue', queue: 'x' }, [['sort', 'queue', 'x']]],
    [{ do: 'queue', queue: 'q' }, []],
    [{ do: 'status', to: 'x' }, [['enter', 'x']]],
    [{ do: 'set', field: 'due', value: 5 }, [['set', 'due', 5]]],
    [{ do: 'note', text: 'x' }, [['note', 'x']]],
    [{ do: 'task', text: 'x' }, [['addTask', 'x', false]]],
    [{ do: 'task', text: 'x', required: true }, [['addTask', 'x', true]]],
    [{ do: 'checklist', checklist: 'x' }, [['addChecklist', 'x']]],
    [{ do: 'plan', plan: 'x' }, [['beginPlan', 'x']]],
    [{ do: 'majorIncident' }, [['declareMajor']]],
    [{ do: 'call', webhook: 'x' }, [['call', 'x']]],
    [{ do: 'setOff', ladder: 'x' }, [['setOff', 'x']]],
  ])('%j', (action, did) => {
    expect(done(action).did).toEqual(did)
  })

  it('raises nothing that is at the top', () => {
    expect(done({ do: 'raisePriority' }, { higher: [] }).did).toEqual([])
  })

  it('declares nothing twice', () => {
    const ticket = { priority: 'p3', queue: 'q', team: 't', technician: null, isMajor: true }
    expect(done({ do: 'majorIncident' }, { ticket }).did).toEqual([])
  })

  it('tells everybody who is found, and says whom it did not find', () => {
    const action: Action = { do: 'notify', tell: [{ to: 'team' }, PERSON, LEAD], template: 'x', urgent: true }
    const told = [{ id: 'ann' }, { id: 'bo' }]
    const { deed, did } = done(action)
    expect(deed).toMatchObject({
      told,
      missing: [
        { is: 'nobodyFound', recipient: 'person' },
        { is: 'nobodyFound', recipient: 'teamLead' },
      ],
    })
    expect(did).toEqual([['tell', told, 'x', { urgent: true, isRung: true }]])
    expect(done({ do: 'notify', tell: [{ to: 'team' }], template: 'x' }).deed.missing).toEqual([])
  })

  it('gives it to the first of the desk who is found and has it not yet, who is told', () => {
    const to: Recipient = { to: 'rota', rota: 'night' }
    const outside = { address: 'a@x.example', name: 'A' }
    const find = () => [outside, { id: 'bo' }]
    expect(done({ do: 'assign', to }, { find }).did).toEqual([
      ['give', 'bo', 't'],
      ['tell', [{ id: 'bo' }], 'assigned'],
    ])
    expect(done({ do: 'assign', to: { to: 'technician' } })).toEqual({ deed: {}, did: [] })
    const nobody = { deed: { missing: [{ is: 'nobodyFound', recipient: 'rota' }] }, did: [] }
    expect(done({ do: 'assign', to })).toEqual(nobody)
    expect(done({ do: 'assign', to }, { find: () => [outside] })).toEqual(nobody)
  })

  it('alone sets off what another ladder is', () => {
    expect(ACTIONS.setOff.setsOff!({ do: 'setOff', ladder: 'x' })).toBe('x')
    expect(Object.values(ACTIONS).filter((one) => one.setsOff)).toHaveLength(1)
  })
})
