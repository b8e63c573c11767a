import { describe, expect, it } from 'vitest'
import { misfitsOf } from './fit'
import { newExchange, saying, type Exchange, type SentField, type TakenField } from './map'
import { isOfType, type Offer } from './offer'
import { deskAddressIn } from './pairing'
import { offerOf, sentLines, wireOf, type Told } from './sending'
import { clockDeedOf, itemOf, takenLines } from './taking'

const STATUS: SentField = {
  ...{ id: 'state', name: 'State', type: 'choice', from: { fact: 'status' } },
  values: [
    { ours: 'open', sent: 'new', name: 'New' },
    { ours: 'working', sent: 'busy', name: 'Busy' },
    { ours: 'done', sent: 'done', name: 'Done' },
  ],
}
const TAKEN: TakenField = {
  ...{ from: 'stage', to: 'status' },
  values: [
    { theirs: 'started', ours: 'working' },
    { theirs: 'over', ours: 'done' },
  ],
}
const exchange = (sends: SentField[] = [STATUS], takes: TakenField[] = [TAKEN]): Exchange => ({
  ...{ id: 'varnes', name: 'Varnes' },
  sends: { fields: sends },
  takes: { fields: takes },
})
const told = (facts: Told['facts']): Told => ({
  ...{ facts, fill: (text) => text.replace('{summary}', 'No paper'), due: () => '2026-12-02T10:00:00Z' },
})

describe('what is said of a ticket', () => {
  const more: SentField[] = [
    STATUS,
    { id: 'title', name: 'Title', type: 'text', from: { text: 'Till: {summary}' } },
    { id: 'since', name: 'Since', type: 'moment', from: { fact: 'loggedAt' } },
    { id: 'by', name: 'By', type: 'moment', from: { due: 'resolve' } },
    { id: 'gates', name: 'Gates', type: 'number', from: { fact: 'form.gates' } },
    {
      id: 'vip',
      name: 'Who',
      type: 'text',
      from: { fact: 'requester' },
      when: { fact: 'cover', op: 'is', value: 'x' },
    },
  ]
  it('is a value of its table, words, a promise, or why it is none', () => {
    const lines = sentLines(exchange(more), told({ status: 'working', loggedAt: 0, 'form.gates': 'three' }))
    expect(wireOf(lines)).toEqual({
      ...{
        state: 'busy',
        title: 'Till: No paper',
        since: '1970-01-01T00:00:00.000Z',
        by: '2026-12-02T10:00:00Z',
      },
    })
    expect(lines.flatMap(({ field, why }) => (why ? [[field, why]] : []))).toEqual([
      ['gates', 'misfit'],
      ['vip', 'notNow'],
    ])
  })

  it('is nothing of a value that is not in its table, and says that a field is empty', () => {
    const [state, gates] = sentLines(exchange([STATUS, more[4]!]), told({ status: 'closed' }))
    expect(state).toEqual({ field: 'state', name: 'State', why: 'unmapped', ours: 'closed' })
    expect(gates).toMatchObject({ value: null })
  })

  it('is what a partner could hear as its own word, by what it says', () => {
    expect(saying(exchange(more).sends, 'status')).toEqual(['state'])
    expect(saying({ fields: [{ ...more[1]!, from: { text: '{summary}' } }] }, 'summary')).toEqual(['title'])
    expect(saying(exchange(more).sends, 'summary')).toEqual([])
    expect(saying({ fields: [{ ...more[1]!, from: { text: '{technician}' } }] }, 'technician')).toEqual([
      'title',
    ])
    // Whoever sets a status hears of its group as well.
    expect(saying({ fields: [{ ...STATUS, from: { fact: 'statusGroup' } }] }, 'status')).toEqual(['state'])
  })
})

describe('what is taken in', () => {
  it('becomes what the table says, or nothing with why', () => {
    const more: TakenField[] = [
      TAKEN,
      { from: 'urgent', to: 'priority', values: [{ theirs: 'yes', ours: 'p1' }], otherwise: 'p3' },
      { from: 'place', to: 'field.place', when: { fact: 'theirs.urgent', op: 'is', value: 'yes' } },
    ]
    const wire = { stage: 'asleep', urgent: 'perhaps', place: 'Quay', moon: 'full' }
    expect(takenLines(exchange([], more), wire, {})).toEqual([
      { field: 'stage', value: 'asleep', to: 'status', why: 'unmapped' },
      { field: 'urgent', value: 'perhaps', to: 'priority', becomes: 'p3' },
      { field: 'place', value: 'Quay', to: 'field.place', why: 'notNow' },
      { field: 'moon', value: 'full', why: 'notMapped' },
    ])
    const yes = takenLines(exchange([], more), { urgent: 'yes', place: null, stage: null }, {})
    expect(yes.map(({ becomes, why }) => becomes ?? why ?? null)).toEqual(['p1', null, 'empty'])
  })

  it('finds the item of a ticket that begins here, and pauses targets by their word', () => {
    const cells = [{ op: 'is', value: 'till' } as const]
    const table = { id: 'begins', name: '', columns: ['theirs.sort'], outcomes: ['item'] }
    const begins = {
      table: { ...table, rows: [{ id: 'a', cells, outcome: { item: 'till-repair' } }] },
      requester: 'x',
    }
    expect(itemOf(begins, { sort: 'till' })).toBe('till-repair')
    expect(itemOf(begins, { sort: 'moon' })).toBeUndefined()
    expect(itemOf({ ...begins, otherwise: 'anything' }, {})).toBe('anything')
    const clocks = { field: 'stage', deeds: { waiting: 'pause' as const } }
    const paused = { takes: { fields: [], clocks } }
    expect(clockDeedOf(paused, { stage: 'waiting' })).toBe('pause')
    expect(clockDeedOf(paused, { stage: 'constructor' })).toBeUndefined()
  })

  it.each([
    ['number', 'three', false],
    ['number', Number.NaN, false],
    ['yesNo', true, true],
    ['text', 'x'.repeat(20_001), false],
    ['day', null, true],
  ] as const)('a %s is not just anything: %s', (type, value, fits) =>
    expect(isOfType(type, value)).toBe(fits),
  )
})

describe('our maps against what the partner offers', () => {
  const theirs: Exchange = {
    ...newExchange('sound', 'Sound'),
    sends: {
      fields: [
        {
          ...{ id: 'stage', name: 'Stage', type: 'choice', from: { fact: 'status' } },
          values: [
            { ours: 'begun', sent: 'started', name: 'Started' },
            { ours: 'shut', sent: 'over', name: 'Over' },
          ],
        },
      ],
    },
    takes: {
      fields: [
        {
          ...{ from: 'state', to: 'status' },
          values: [
            { theirs: 'busy', ours: 'begun' },
            { theirs: 'new', ours: 'begun' },
            { theirs: 'done', ours: 'shut' },
          ],
        },
      ],
    },
  }
  const offer = offerOf(theirs, 'Varnes')

  it('fit where every value has its match, but for one that comes back as another', () => {
    expect(misfitsOf(exchange(), offer)).toEqual([
      { is: 'drifts', target: 'status', from: 'open', to: 'working' },
    ])
  })

  it('fit where what comes back is not taken then', () => {
    const when = (fact: string, value: string) => ({ fact, op: 'isNot' as const, value })
    const only = (one: TakenField['when']) => exchange([STATUS], [{ ...TAKEN, when: one! }])
    expect(misfitsOf(only(when('status', 'open')), offer)).toEqual([])
    expect(misfitsOf(only(when('theirs.stage', 'started')), offer)).toEqual([])
    // Of what nobody can tell, it may be so.
    expect(misfitsOf(only(when('statusGroup', 'new')), offer)).toHaveLength(1)
    expect(misfitsOf(only(when('statusGroup', 'new')), offer, { open: 'new' })).toEqual([])
    expect(misfitsOf(only(when('statusGroup', 'done')), offer, { open: 'new' })).toHaveLength(1)
  })

  it('hear by when something is kept, where they say it', () => {
    const owed = { id: 'good', name: 'Good', calendar: 'c', granted: {}, keptWhen: { all: [] } }
    const ours = exchange()
    ours.takes.owed = [{ ...owed, by: 'moon' }, owed]
    expect(misfitsOf(ours, offer)).toContainEqual({ is: 'fieldUnsaid', field: 'moon' })
    expect(offerOf(ours, 'Us').takes).toContainEqual({ id: 'moon', name: 'moon', type: 'moment' })
  })

  it('take a value for one thing where another field is nothing by it', () => {
    const reason = {
      from: 'stage',
      to: 'field.reason' as const,
      values: [{ theirs: 'over', ours: 'Theirs' }],
    }
    const both = exchange([STATUS], [TAKEN, reason])
    expect(misfitsOf(both, offer).filter(({ is }) => is === 'valueUntaken')).toEqual([])
  })

  it('are told of a field once, with its values, though a ticket begins by it as well', () => {
    const table = { ...{ id: 'b', name: '', columns: ['theirs.state'], outcomes: ['item'] }, rows: [] }
    const { takes } = { ...theirs, takes: { ...theirs.takes, begins: { table, requester: 'x' } } }
    const [state, ...more] = offerOf({ ...theirs, takes }, 'Varnes').takes
    expect(state).toMatchObject({ id: 'state', type: 'choice', needed: true, conflict: 'later' })
    expect([state!.values!.length, more]).toEqual([3, []])
  })

  it('say what would not arrive', () => {
    const lacking: Offer = {
      ...offer,
      takes: [
        { ...offer.takes[0]!, values: offer.takes[0]!.values!.slice(0, 1) },
        { id: 'sort', name: 'sort', type: 'text', needed: true },
      ],
      gives: [{ ...offer.gives[0]!, values: [...offer.gives[0]!.values!, { id: 'asleep', name: 'Asleep' }] }],
    }
    const ours = exchange(
      [STATUS, { id: 'moon', name: '', type: 'text', from: { text: 'full' } }],
      [TAKEN, { from: 'sun', to: 'summary' }],
    )
    ours.sends.notes = true
    expect(misfitsOf(ours, lacking)).toEqual([
      { is: 'valueUnheard', field: 'state', value: 'new' },
      { is: 'valueUnheard', field: 'state', value: 'done' },
      { is: 'fieldUnheard', field: 'moon' },
      { is: 'neededUnsaid', field: 'sort' },
      { is: 'spokenUnheard', what: 'notes' },
      { is: 'valueUntaken', field: 'stage', value: 'asleep', name: 'Asleep' },
      { is: 'fieldUnsaid', field: 'sun' },
    ])
  })

  it('say where one becomes the other and never stays', () => {
    const turned = {
      ...TAKEN,
      values: [
        { theirs: 'started', ours: 'done' },
        { theirs: 'over', ours: 'working' },
      ],
    }
    expect(misfitsOf(exchange([STATUS], [turned]), offer)).toEqual([
      { is: 'circle', target: 'status', values: ['done', 'working'] },
      { is: 'drifts', target: 'status', from: 'open', to: 'done' },
    ])
  })

  it('say where both sides would keep their own, or swap', () => {
    const mine = exchange([STATUS], [{ ...TAKEN, conflict: 'theirs' }])
    expect(misfitsOf(mine, offer)).toContainEqual({
      ...{ is: 'rulesCross', field: 'state', target: 'status', ours: 'theirs', theirs: 'later' },
    })
  })
})

describe('the address of a desk', () => {
  it.each([
    [' https://desk.example.org/ ', 'https://desk.example.org'],
    ['http://10.0.0.7:4203//', 'http://10.0.0.7:4203'],
    ['https://x.example/desks/sound/', 'https://x.example/desks/sound'],
    ['ftp://x.example', undefined],
    ['https://a:b@x.example', undefined],
    ['https://x.example/?a=1', undefined],
    ['https://x.example/#a', undefined],
    ['desk.example.org', undefined],
    [`https://x.example/${'a'.repeat(500)}`, undefined],
  ])('%s is %s', (typed, address) => expect(deskAddressIn(typed)).toBe(address))
})
