import { describe, expect, it } from 'vitest'
import type { Test } from '../condition'
import { CompiledDesign, Directory, firstDesign, type Design, type Person } from '../design'
import type { Portal } from '../intake'
import type { DecisionTable, HitPolicy } from '../table'
import { weekly } from '../time'
import { askSources, skillsFor, sort, triage, tryTriage } from '.'
import { decidePriority } from './priority'

// What decided, as the record keeps it: reasons as data, whatever words are made of them later.
const TEN = Date.parse('2026-11-16T10:00Z')
const base = firstDesign('Desk', 'UTC', 'first-line')
const item = base.items[0]!.id
const portalId = base.portals[0]!.id
const asker: Person = {
  ...{
    id: 'ask',
    name: 'Ask',
    mail: 'ask@x.example',
    role: 'requester',
    active: true,
    zone: 'UTC',
    teams: [],
  },
}
const ann: Person = {
  ...{ ...asker, id: 'ann', name: 'Ann', role: 'technician', teams: ['first-line', 'masts'] },
  shift: { ...{ id: 'day', name: 'Day', zone: 'UTC', exceptions: [] }, week: weekly([1], '08:00', '17:00') },
}
const directory = (more: object = {}) =>
  new Directory({
    people: [asker, ann],
    teams: ['first-line', 'masts'].map((id) => ({ id, name: id })),
    sites: [
      { ...{ id: 'quay', name: 'Quay', zone: 'UTC', organisation: 'line', calendar: 'office' }, ...more },
    ],
    organisations: [{ id: 'line', name: 'Line' }],
    agreements: [],
  })

const cell = (value: string) => ({ op: 'is', value }) as const
/** A table of two columns; null asks nothing. */
const table = (
  columns: string[],
  outcome: string,
  rows: [cells: (string | null)[], value: string][],
  hitPolicy?: HitPolicy,
): DecisionTable => ({
  ...{ id: 't', name: 'T', columns, outcomes: [outcome], ...(hitPolicy && { hitPolicy }) },
  rows: rows.map(([cells, value], index) => ({
    id: `r${index + 1}`,
    cells: cells.map((one) => (one === null ? null : cell(one))),
    outcome: { [outcome]: value },
  })),
})
const designWith = (
  triage: Partial<Design['triage']>,
  portal: Partial<Portal> = {},
  more: Partial<Design> = {},
) =>
  new CompiledDesign(
    {
      ...base,
      ...more,
      triage: { ...base.triage, routing: { ...base.triage.routing, rows: [] }, ...triage },
      portals: base.portals.map((one) => ({ ...one, ...portal })),
    },
    7,
  )
const input = (facts: object = {}) => ({
  ...{ item, requester: asker, now: TEN, work: { openCounts: new Map<string, number>() } },
  facts: { site: 'quay', portal: portalId, ...facts },
})

describe('why a ticket goes where it goes', () => {
  const rows: [(string | null)[], string][] = [
    [['quay', 'general'], 'masts'],
    [['quay', null], 'first-line'],
  ]

  it('names the row with what it asked, other rows that fit where only one may, and the row that nearly did', () => {
    const routing = table(['site', 'category'], 'team', [[['hill', 'general'], 'x'], ...rows], 'unique')
    const { team, queue } = sort(input(), designWith({ routing }), directory())
    expect(team).toEqual({
      value: 'masts',
      because: {
        edition: 7,
        why: [
          { is: 'row', table: 'routing', row: 'r2', number: 2, facts: { site: 'quay', category: 'general' } },
        ],
        nearly: [
          { is: 'rowsToo', numbers: [3] },
          { is: 'rowNearly', table: 'routing', row: 'r1', number: 1, failed: [0] },
        ],
      },
    })
    // The row says nothing of a queue: that of the desk, for the same reason.
    expect(queue).toEqual({ value: base.triage.otherwise.queue, because: team.because })
  })

  it('says nothing of other rows where the first may decide, or where no other fits', () => {
    const first = sort(
      input(),
      designWith({ routing: table(['site', 'category'], 'team', rows) }),
      directory(),
    )
    expect(first.team.because.nearly).toBeUndefined()
    const alone = table(['site', 'category'], 'team', rows.slice(1), 'unique')
    const { team } = sort(input(), designWith({ routing: alone }), directory())
    expect(team.because).toEqual({
      edition: 7,
      why: [{ is: 'row', table: 'routing', row: 'r1', number: 1, facts: { site: 'quay' } }],
    })
  })

  it('notes what was empty as nothing', () => {
    const routing = table(['site', 'floor'], 'team', [[['quay', null], 'masts']])
    routing.rows[0]!.cells[1] = { op: 'empty' }
    const { team } = sort(input(), designWith({ routing }), directory())
    expect(team.because.why[0]).toMatchObject({ facts: { site: 'quay', floor: null } })
  })

  it('says that no row fits, and which nearly did', () => {
    const routing = table(['site', 'category'], 'team', [[['hill', 'general'], 'x']])
    const { team } = sort(input(), designWith({ routing }), directory())
    expect(team).toEqual({
      value: 'first-line',
      because: {
        ...{ edition: 7, why: [{ is: 'noRow', table: 'routing' }] },
        nearly: [{ is: 'rowNearly', table: 'routing', row: 'r1', number: 1, failed: [0] }],
      },
    })
  })

  it('is the portal’s team where no row fits, but never its queue; a row of the routing comes first', () => {
    const routing = table(['site', 'category'], 'team', [[['hill', 'general'], 'x']])
    const found = sort(input(), designWith({ routing }, { team: 'masts' }), directory())
    expect(found.team).toEqual({
      value: 'masts',
      because: {
        ...{ edition: 7, why: [{ is: 'portalTeam', portal: portalId }] },
        nearly: [{ is: 'rowNearly', table: 'routing', row: 'r1', number: 1, failed: [0] }],
      },
    })
    expect(found.queue.because.why).toEqual([{ is: 'noRow', table: 'routing' }])
    const routed = designWith({ routing: table(['site', 'category'], 'team', rows) }, { team: 'other' })
    expect(sort(input(), routed, directory()).team.value).toBe('masts')
    // A ticket of no portal.
    expect(
      sort(input({ portal: undefined }), designWith({}, { team: 'masts' }), directory()).team.value,
    ).toBe('first-line')
  })
})

describe('why a category is what it is', () => {
  const ofItem = { is: 'itemCategory', item, category: 'general' }

  it('is the item, the row of the table, or the item where a row only nearly fits', () => {
    expect(sort(input(), designWith({}), directory()).category).toEqual({
      value: 'general',
      because: { edition: 7, why: [ofItem] },
    })
    const what = table(['category', 'site'], 'category', [[['general', 'hill'], 'special']])
    expect(sort(input(), designWith({ what }), directory()).category).toEqual({
      value: 'general',
      because: {
        ...{ edition: 7, why: [ofItem] },
        nearly: [{ is: 'rowNearly', table: 'what', row: 'r1', number: 1, failed: [1] }],
      },
    })
    expect(sort(input({ site: 'hill' }), designWith({ what }), directory()).category).toEqual({
      value: 'special',
      because: {
        edition: 7,
        why: [
          {
            ...{ is: 'row', table: 'what', row: 'r1', number: 1 },
            facts: { category: 'general', site: 'hill' },
          },
        ],
      },
    })
  })

  const suggestion = { category: 'special', confidence: 0.8, words: ['pump'], tickets: 12 }
  const categories = [...base.categories, { id: 'special', name: 'Special' }]
  const byWords = (learnt: object, words: object = {}) =>
    sort(
      { ...input(), suggestion: { ...suggestion, ...words } },
      designWith({ learnt: { items: [item], suggestFrom: 0.8, ...learnt } }, {}, { categories }),
      directory(),
    ).category

  it('is what words of past tickets speak for, from the very share on that the design asks', () => {
    expect(byWords({ actFrom: 0.8 })).toEqual({
      value: 'special',
      because: { edition: 7, why: [{ is: 'pastWords', ...suggestion }], nearly: [ofItem] },
    })
    expect(byWords({ actFrom: 0.81 })).toEqual({
      value: 'general',
      because: { edition: 7, why: [ofItem], nearly: [{ is: 'pastWordsNearly', ...suggestion }] },
    })
    expect(byWords({}).value).toBe('general')
    expect(byWords({ suggestFrom: 0.81, actFrom: 0.5 }).because.nearly).toBeUndefined()
    expect(byWords({ actFrom: 0.8 }, { category: 'gone' }).because.nearly).toBeUndefined()
    expect(byWords({ actFrom: 0.8 }, { category: 'general' }).because).toEqual({ edition: 7, why: [ofItem] })
  })
})

describe('why somebody gets it', () => {
  it('is the portal, where it names somebody of the desk and no row routes', () => {
    const found = triage(input(), designWith({}, { person: 'ann' }), directory()).technician
    expect(found).toEqual({
      value: 'ann',
      because: { edition: 7, why: [{ is: 'portalPerson', portal: portalId, person: 'ann' }] },
    })
    const routing = table(['site'], 'team', [[['quay'], 'first-line']])
    const left = { assignment: { 'first-line': 'leave' as const } }
    const of = (person: string, more: Partial<Design['triage']>) =>
      triage(input(), designWith({ ...left, ...more }, { person }), directory()).technician
    expect(of('ann', { routing })).toEqual({
      value: null,
      because: { edition: 7, why: [{ is: 'fromQueue', team: 'first-line' }] },
    })
    expect([of('gone', {}), of('ann', {})].map((one) => one.value)).toEqual([null, 'ann'])
  })

  it('says besides which rows asked for what', () => {
    const skills = table(
      ['site'],
      'skill',
      [
        [['hill'], 'tills'],
        [['quay'], 'radio'],
        [[null], 'radio'],
        [[null], ''],
      ],
      'collect',
    )
    const design = designWith({ skills, assignment: { 'first-line': 'leastLoaded' } })
    const { technician } = triage(input(), design, directory())
    expect(technician).toEqual({
      value: null,
      because: {
        edition: 7,
        why: [
          { is: 'nobodyCan', team: 'first-line' },
          { is: 'asksFor', row: 'r2', number: 2, skill: 'radio' },
          { is: 'asksFor', row: 'r3', number: 3, skill: 'radio' },
        ],
        nearly: [{ is: 'leftOut', people: [{ person: 'ann', lacks: ['radio'] }] }],
      },
    })
    expect(skillsFor({ site: 'quay' }, design)).toEqual(['radio'])
    expect(skillsFor({ site: 'quay' }, designWith({}))).toEqual([])
    const none = designWith({ assignment: { 'first-line': 'leastLoaded' } })
    expect(triage(input(), none, directory()).technician).toMatchObject({
      value: 'ann',
      because: { why: [{ is: 'leastLoaded', person: 'ann' }] },
    })
  })
})

describe('the steps', () => {
  it('hand on what they decide: each table can ask for what came before it, and what time it is', () => {
    const weight: DecisionTable = {
      ...table(['category'], 'impact', [[['general'], 'high']]),
      outcomes: ['impact', 'urgency'],
    }
    const routing = table(['impact', 'urgency', 'priority'], 'team', [[['high', 'medium', 'p2'], 'masts']])
    const design = designWith({ weight, routing, sourceOrder: ['impactUrgency'] })
    const sorted = sort(input(), design, directory())
    expect([sorted.impact.value, sorted.urgency.value, sorted.priority.value]).toEqual([
      'high',
      'medium',
      'p2',
    ])
    expect(sorted.team.value).toBe('masts')
    const skills = table(
      ['queue', 'team'],
      'skill',
      [[[base.triage.otherwise.queue, 'masts'], 'radio']],
      'collect',
    )
    const asking = designWith({ weight, routing, skills, sourceOrder: ['impactUrgency'] })
    expect(triage(input(), asking, directory()).technician.because.why).toContainEqual({
      ...{ is: 'asksFor', row: 'r1', number: 1, skill: 'radio' },
    })
  })

  it('ask a calendar of the edition at the moment of sorting', () => {
    const working: Test = { fact: 'now', op: 'isWorkingDay', value: base.calendars[0]!.id }
    const routing = { ...table(['now'], 'team', [[[null], 'masts']]) }
    routing.rows[0]!.cells[0] = { op: working.op, value: working.value }
    const of = (now: number) => sort({ ...input(), now }, designWith({ routing }), directory()).team.value
    expect([of(TEN), of(TEN - 24 * 3_600_000)]).toEqual(['masts', 'first-line'])
  })

  it('leave what was chosen, and do not ask the team’s own order for it then', () => {
    const because = { edition: 7, why: [] }
    const chosen = {
      category: { value: 'special', because },
      priority: { value: 'p4', because },
      queue: { value: 'q', because },
    }
    const orders = { sourceOrder: ['category' as const], teamOrders: { 'first-line': ['site' as const] } }
    const sorted = sort({ ...input(), chosen }, designWith(orders), directory({ priority: 'p1' }))
    expect(sorted).toMatchObject(chosen)
    expect(sort(input(), designWith(orders), directory({ priority: 'p1' })).priority.value).toBe('p1')
  })
})

describe('why a priority is what it is', () => {
  const priorities = base.priorities.map((one) => ({ ...one, active: one.id !== 'p1' && one.id !== 'p5' }))
  const order = ['requester', 'site', 'item', 'category', 'portal'] as const
  const asked = (facts: object = {}) => ({
    ...{ item, requester: { ...asker, department: 'Bridge' }, facts: { category: 'general', ...facts } },
  })

  it('is the first source, with those before that said nothing or something switched off, and those after', () => {
    const items = base.items.map((one) => ({ ...one, priority: 'p2' }))
    const categories = base.categories.map((one) => ({ ...one, priority: 'p3' }))
    const design = designWith(
      { sourceOrder: [...order], teamOrders: { masts: [...order] } },
      { priority: 'p2' },
      { items, categories, priorities },
    )
    const facts = { site: 'quay', portal: portalId }
    const decided = decidePriority(asked(facts), design, directory({ priority: 'p1' }), 'masts')
    expect(decided).toEqual({
      value: 'p2',
      because: {
        edition: 7,
        why: [
          { is: 'source', source: 'item', of: item, priority: 'p2' },
          { is: 'sourcesSilent', sources: ['requester'] },
          { is: 'sourceOff', source: 'site', of: 'quay', priority: 'p1' },
        ],
        nearly: [
          {
            ...{ is: 'sourcesLater', after: 'item', team: 'masts' },
            sources: [{ source: 'category', of: 'general', priority: 'p3' }],
          },
        ],
      },
    })
    // Outside a team no team is named; and a first source has none before it.
    const plain = decidePriority(
      asked(),
      designWith({ sourceOrder: ['item', 'category'] }, {}, { items, categories }),
      directory(),
    )
    expect(plain.because).toEqual({
      ...{ edition: 7, why: [{ is: 'source', source: 'item', of: item, priority: 'p2' }] },
      nearly: [
        {
          ...{ is: 'sourcesLater', after: 'item' },
          sources: [{ source: 'category', of: 'general', priority: 'p3' }],
        },
      ],
    })
  })

  it('is the lowest active one where no source says anything that counts', () => {
    const design = designWith({ sourceOrder: ['site'] }, {}, { priorities })
    expect(decidePriority(asked({ site: 'quay' }), design, directory({ priority: 'p1' }))).toEqual({
      value: 'p4',
      because: {
        edition: 7,
        why: [
          { is: 'noSource', priority: 'p4' },
          { is: 'sourceOff', source: 'site', of: 'quay', priority: 'p1' },
        ],
      },
    })
  })

  it('asks each source by what the ticket has of it', () => {
    const everything = [
      ...['category', 'site', 'department', 'requester', 'agreement', 'item', 'portal', 'impactUrgency'],
    ] as Design['triage']['sourceOrder']
    const design = designWith({ sourceOrder: everything, departments: { Bridge: 'p3' } }, { priority: 'p2' })
    const facts = { site: 'quay', portal: portalId, impact: 'low', urgency: 'high' }
    const known = new Directory({
      ...{ people: [asker], teams: [], organisations: [{ id: 'line', name: 'Line' }] },
      sites: [{ id: 'quay', name: 'Quay', zone: 'UTC', organisation: 'line', calendar: 'office' }],
      agreements: [
        {
          ...{ number: 31, organisation: 'line', cover: 'x', starts: '2026-01-01', ends: '2026-12-31' },
          ...{ priority: 'p4', calendar: 'office' },
        } as never,
      ],
    })
    const answers = askSources({ ...asked(facts), agreement: 31 }, design, known)
    expect(answers.map(({ source, of, value }) => [source, of, value])).toEqual([
      ['category', 'general', undefined],
      ['site', 'quay', undefined],
      ['department', 'Bridge', 'p3'],
      ['requester', 'ask', undefined],
      ['agreement', '31', 'p4'],
      ['item', item, undefined],
      ['portal', portalId, 'p2'],
      ['impactUrgency', 'low high', 'p3'],
    ])
    const nothing = askSources({ item, requester: asker, facts: { category: 'general' } }, design, known)
    expect(nothing.map(({ of }) => of)).toEqual([
      ...['general', null, null, 'ask', null, item, null, 'undefined undefined'],
    ])
    expect(nothing.every(({ value }) => value === undefined)).toBe(true)
    const other = askSources({ ...asked(facts), requester: { ...asker, department: 'Deck' } }, design, known)
    expect(other[2]).toEqual({ source: 'department', of: 'Deck' })
    const unnamed = designWith({ sourceOrder: ['department'] })
    expect(askSources(asked(facts), unnamed, known)).toEqual([{ source: 'department', of: 'Bridge' }])
  })

  it('of a category is that of the nearest one above it that has one', () => {
    const categories = [
      ...base.categories,
      { id: 'sea', name: 'Sea', priority: 'p2' },
      { id: 'sea/boats', name: 'Boats' },
      { id: 'sea/boats/oars', name: 'Oars' },
      { id: 'sea/nets', name: 'Nets', priority: 'p4' },
    ]
    const design = designWith({ sourceOrder: ['category'] }, {}, { categories })
    const of = (category: string) =>
      askSources({ ...asked(), facts: { category } }, design, directory())[0]!.value
    expect(['sea/boats/oars', 'sea/boats', 'sea', 'sea/nets', 'seaside', 'general'].map(of)).toEqual([
      ...['p2', 'p2', 'p2', 'p4', undefined, undefined],
    ])
  })
})

describe('triage tried out', () => {
  const what = table(['category', 'site'], 'category', [
    [['general', 'hill'], 'special'],
    [['general', 'quay'], 'special'],
  ])
  const routing = table(['category'], 'team', [
    [['general'], 'x'],
    [['special'], 'masts'],
  ])
  const skills = table(
    ['team'],
    'skill',
    [
      [['x'], 'tills'],
      [['masts'], 'radio'],
    ],
    'collect',
  )
  const categories = [...base.categories, { id: 'special', name: 'Special' }]
  const priorities = base.priorities.map((one) => ({ ...one, active: one.id !== 'p1' }))
  const sources = { sourceOrder: ['site' as const, 'portal' as const, 'requester' as const] }
  const design = designWith(
    { what, routing, skills, ...sources },
    { priority: 'p2' },
    { categories, priorities },
  )
  // Made anew in each test, so that a fault in it is a fault of that test.
  const trial = () => tryTriage(input(), design, directory({ priority: 'p1' }))

  it('says each step in names, with its reason in words', () => {
    expect(trial().steps.map(({ step, value }) => [step, value])).toEqual([
      ['category', 'Special'],
      ['impact', 'medium'],
      ['urgency', 'medium'],
      ['priority', design.priority('p2').name],
      ['queue', base.triage.otherwise.queue],
      ['team', 'masts'],
      ['technician', null],
    ])
    expect(trial().steps[0]!.because.text).toContain('Row 2 of')
  })

  it('says of each source what it gives, what is switched off, and which wins', () => {
    expect(trial().sources).toEqual([
      { source: 'site', name: expect.stringContaining('Quay'), switchedOff: 'I', wins: false },
      { source: 'portal', name: expect.any(String), value: 'II', wins: true },
      { source: 'requester', name: expect.stringContaining('Ask'), wins: false },
    ])
  })

  it('says which rows decided and which nearly did, asking each table as it was asked', () => {
    expect(trial().rows).toEqual({
      what: { decided: 'r2', nearly: 'r1' },
      weight: { decided: undefined, nearly: undefined },
      routing: { decided: 'r2', nearly: 'r1' },
      // All rows that fit count; the first of them stands for them.
      skills: { decided: 'r2', nearly: 'r1' },
    })
    const bare = tryTriage(input(), designWith(sources), directory())
    expect(bare.rows).toEqual({
      weight: expect.anything(),
      routing: { decided: undefined, nearly: undefined },
    })
    expect(bare.sources.map((one) => one.wins)).toEqual([false, false, false])
  })

  it('asks the sources in the order of the team that it goes to', () => {
    const own = designWith({ ...sources, routing, what, teamOrders: { masts: ['requester'] } })
    expect(tryTriage(input(), own, directory()).sources.map((one) => one.source)).toEqual(['requester'])
    const other = designWith({ ...sources, routing, what, teamOrders: { x: ['requester'] } })
    expect(tryTriage(input(), other, directory()).sources).toHaveLength(3)
  })
})
