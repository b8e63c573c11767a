import type { RotaOverride } from '../ladder'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import {
  CompiledDesign,
  Directory,
  firstDesign,
  type Design,
  type Person,
  type TeamAssignment,
} from '../design'
import type { DecisionTable, HitPolicy } from '../table'
import { weekly, type Calendar } from '../time'
import { spoken } from '../../tests/spoken'
import { assign, askSources, skillsFor, triage, type Assigning, type Workloads } from '.'

const shift = (id: string, from: string, to: string): Calendar => ({
  id,
  name: id,
  zone: 'UTC',
  week: weekly([1, 2, 3, 4, 5], from, to),
  exceptions: [],
})
const NO_WORK: Workloads = { openCounts: new Map() }
const person = (id: string, more: Partial<Person> = {}): Person => ({
  id,
  name: id.toUpperCase(),
  mail: `${id}@x.example`,
  role: 'technician',
  active: true,
  zone: 'UTC',
  teams: ['first-line'],
  ...more,
})
const asker = person('ask', { role: 'requester', teams: [], site: 'quay', organisation: 'line' })
const people = [
  asker,
  person('early', { shift: shift('early', '06:00', '14:00') }),
  person('day', { shift: shift('day', '09:00', '17:00') }),
  person('gone', { shift: shift('gone', '00:00', '24:00'), active: false }),
  person('never'),
]
const directory = (site: { priority?: string } = {}) =>
  new Directory({
    people,
    teams: [{ id: 'first-line', name: 'First line', lead: 'day' }],
    sites: [{ id: 'quay', name: 'Quay', zone: 'UTC', organisation: 'line', calendar: 'office', ...site }],
    organisations: [{ id: 'line', name: 'Line' }],
    agreements: [],
  })
const base = firstDesign('Desk', 'UTC', 'first-line')
const MONDAY = Date.parse('2026-11-16T00:00Z')
const at = (hour: number) => MONDAY + hour * 3_600_000

/** A design in which the sources say what is given, asked in the given order. */
function designWith(order: Design['triage']['sourceOrder'], category?: string, item?: string) {
  return new CompiledDesign(
    {
      ...base,
      categories: base.categories.map((one) => ({ ...one, ...(category && { priority: category }) })),
      items: base.items.map((one) => ({ ...one, ...(item && { priority: item }) })),
      triage: { ...base.triage, sourceOrder: order, assignment: { 'first-line': 'leastLoaded' } },
    },
    1,
  )
}
const sort = (design: CompiledDesign, known = directory(), requester = asker) => {
  const input = { item: base.items[0]!.id, facts: { site: 'quay' }, requester, now: at(10), work: NO_WORK }
  return spoken(triage(input, design, known), design, known)
}

describe('the source order', () => {
  it('a category’s high and a site’s low, category first: high; and the because says what nearly decided (practice)', () => {
    const { priority } = sort(designWith(['category', 'site'], 'p2'), directory({ priority: 'p4' }))
    expect(priority.value).toBe('p2')
    expect(priority.because.nearly).toContain('gives IV, but the category comes first')
  })

  it('passes over a source without a value (practice), and an inactive priority is none', () => {
    const { priority } = sort(designWith(['category', 'site', 'requester']), directory({ priority: 'p4' }))
    expect(priority.value).toBe('p4')
    expect(priority.because.text).toContain('Asked before, without an answer: the category.')
    const design = designWith(['site', 'requester'])
    const inactive = new CompiledDesign(
      { ...design.design, priorities: base.priorities.map((one) => ({ ...one, active: one.id !== 'p4' })) },
      1,
    )
    const urgent = person('ask', { ...asker, priority: 'p1' })
    expect(sort(inactive, directory({ priority: 'p4' }), urgent).priority.value).toBe('p1')
  })

  it('falls back to the lowest priority that is active when nobody says anything', () => {
    expect(sort(designWith(['category', 'site', 'requester'])).priority).toMatchObject({
      value: 'p5',
      because: { text: expect.stringContaining('No source has a priority') },
    })
  })

  it('the first source that has a value wins, whatever the order', () => {
    const sources = ['category', 'site', 'requester', 'item'] as const
    const value = fc.option(fc.constantFrom('p1', 'p2', 'p3', 'p4', 'p5'), { nil: undefined })
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...sources], { minLength: 1 }),
        fc.tuple(value, value, value, value),
        (order, [category, site, requester, item]) => {
          const says = { category, site, requester, item }
          const design = designWith(order, category, item)
          const who = person('ask', { ...asker, priority: requester })
          const expected = order.map((source) => says[source]).find((one) => one !== undefined) ?? 'p5'
          expect(sort(design, directory({ priority: site }), who).priority.value).toBe(expected)
        },
      ),
    )
  })

  it('codes impact and urgency as ITIL Service Operation does (from memory)', () => {
    const design = designWith(['impactUrgency'])
    const code = (impact: string, urgency: string) =>
      askSources(
        { item: base.items[0]!.id, requester: asker, facts: { category: 'general', impact, urgency } },
        design,
        directory(),
      )[0]!.value
    const grades = ['high', 'medium', 'low']
    expect(grades.map((impact) => grades.map((urgency) => code(impact, urgency)))).toEqual([
      ['p1', 'p2', 'p3'],
      ['p2', 'p3', 'p4'],
      ['p3', 'p4', 'p5'],
    ])
  })
})

describe('assignment', () => {
  const design = designWith(['category'])
  const give = (hour: number, counts: [string, number][] = []) =>
    spoken(
      assign(
        { team: 'first-line', now: at(hour), work: { openCounts: new Map(counts) } },
        design,
        directory(),
      ),
      design,
      directory(),
    )

  it('takes whoever is on shift with the fewest open tickets, and says who would be next', () => {
    expect(give(7).value).toBe('early')
    const both = give(10, [
      ['early', 3],
      ['day', 2],
    ])
    expect(both).toMatchObject({
      value: 'day',
      because: {
        text: 'DAY is on shift until 17:00 and has the fewest open tickets of First line: 2.',
        nearly: 'Next would be EARLY with 3.',
      },
    })
  })

  it('leaves it in the queue when nobody is on shift, and says from when on somebody is', () => {
    expect(give(20)).toMatchObject({
      value: null,
      because: { text: expect.stringContaining('from Tue 06:00') },
    })
  })

  it('never gives to somebody who has left or has no shift', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 24 * 14 }),
        fc.array(fc.tuple(fc.constantFrom('early', 'day', 'gone', 'never'), fc.nat(9))),
        (hour, counts) => {
          expect(['early', 'day', null]).toContain(give(hour, counts).value)
        },
      ),
    )
  })

  /** The team with another assignment, and people who know and may have something. */
  const withRules = (
    rules: TeamAssignment,
    skills: Record<string, Partial<Person>> = {},
    work: Workloads = NO_WORK,
    more: Partial<Assigning> = {},
    rotaOverrides: RotaOverride[] = [],
  ) => {
    const changed = new CompiledDesign(
      {
        ...design.design,
        triage: { ...design.design.triage, assignment: { 'first-line': rules } },
        rotas: [
          {
            id: 'nights',
            name: 'Nights',
            zone: 'UTC',
            from: '2026-11-01',
            handOver: '09:00',
            turnDays: 1,
            members: ['day', 'early'],
          },
        ],
      },
      1,
    )
    const known = new Directory({
      people: people.map((one) => ({ ...one, ...skills[one.id] })),
      teams: [{ id: 'first-line', name: 'First line', lead: 'day' }],
      sites: [],
      organisations: [],
      agreements: [],
      rotaOverrides,
    })
    return spoken(assign({ team: 'first-line', now: at(10), work, ...more }, changed, known), changed, known)
  }

  it('in turn: whoever has waited longest for a ticket, and who has had none first', () => {
    const newest = new Map([['early', at(9)]])
    const work = { openCounts: new Map([['day', 9]]), newest }
    expect(withRules({ ways: ['inTurn'] }, {}, work)).toMatchObject({
      value: 'day',
      because: { text: expect.stringContaining('has had no ticket yet'), nearly: 'Next in turn is EARLY.' },
    })
    newest.set('day', at(9) + 1)
    expect(withRules({ ways: ['inTurn'] }, {}, work).value).toBe('early')
  })

  it('is fair over time: in turn, nobody gets two more tickets than another who was there as long', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), (count) => {
        const newest = new Map<string, number>()
        const had = new Map([
          ['early', 0],
          ['day', 0],
        ])
        for (let one = 0; one < count; one++) {
          const { value } = withRules({ ways: ['inTurn'] }, {}, { openCounts: new Map(), newest })
          newest.set(value!, at(10) + one)
          had.set(value!, had.get(value!)! + 1)
        }
        expect(Math.abs(had.get('early')! - had.get('day')!)).toBeLessThanOrEqual(1)
      }),
      runs(100),
    )
  })

  it('gives nothing to somebody at their limit or who lacks a skill, and says so', () => {
    const work = {
      openCounts: new Map([
        ['early', 1],
        ['day', 3],
      ]),
    }
    const full = withRules({ ways: ['leastLoaded'] }, { early: { capacity: 1 } }, work)
    expect(full).toMatchObject({
      value: 'day',
      because: { nearly: expect.stringContaining('EARLY has 1 of at most 1') },
    })
    const skilled = withRules({ ways: ['leastLoaded'] }, { day: { skills: ['radio'] } }, work, {
      skills: ['radio'],
    })
    expect(skilled).toMatchObject({
      value: 'day',
      because: { nearly: expect.stringContaining('EARLY does not know radio') },
    })
    expect(withRules({ ways: ['leastLoaded'], limit: 1 }, {}, work).value).toBe(null)
  })

  it('never gives more than a limit, whatever the way', () => {
    const counts = fc.record({ early: fc.nat(6), day: fc.nat(6) })
    const ways = fc.shuffledSubarray(['inTurn', 'leastLoaded', 'sameAsLast'] as const, { minLength: 1 })
    fc.assert(
      fc.property(counts, ways, fc.integer({ min: 1, max: 6 }), (open, some, limit) => {
        const work = { openCounts: new Map(Object.entries(open)), lastOf: new Map([['ask', 'early']]) }
        const { value } = withRules({ ways: some, limit, orNextShift: true }, {}, work, { requester: 'ask' })
        if (value) expect(open[value as 'early']).toBeLessThan(limit)
        else expect(Math.min(...Object.values(open)) >= limit || some.join() === 'sameAsLast').toBe(true)
      }),
    )
  })

  it('weighs open tickets by their priority where the team says so', () => {
    const work = {
      openCounts: new Map([
        ['early', 1],
        ['day', 2],
      ]),
      weights: new Map([
        ['early', 8],
        ['day', 2],
      ]),
    }
    expect(withRules({ ways: ['leastLoaded'] }, {}, work).value).toBe('early')
    expect(withRules({ ways: ['leastLoaded'], byWeight: true }, {}, work).value).toBe('day')
  })

  it('tries one way after the other, and tells what the earlier ones lacked', () => {
    const rules: TeamAssignment = { ways: ['sameAsLast', 'onRota'], rota: 'nights' }
    const work = { openCounts: new Map(), lastOf: new Map([['ask', 'early']]) }
    expect(withRules(rules, {}, work, { requester: 'ask' })).toMatchObject({
      value: 'early',
      because: { text: 'EARLY had this requester’s last ticket and is on shift.' },
    })
    const evening = withRules(rules, {}, work, { requester: 'ask', now: at(20) })
    expect(evening.because.text).toContain('EARLY had this requester’s last ticket but is not on shift.')
    expect(evening.because.text).toContain('is on the rota “Nights”.')
    // 16 November is 15 turns after the first; members take turns of a day.
    expect(evening.value).toBe('early')
  })

  it('by rota: swaps and wanted gaps count, and whoever has left or hands over is passed by', () => {
    const rules: TeamAssignment = { ways: ['onRota', 'leave'], rota: 'nights' }
    const night = { now: at(20) }
    const of = (
      more: Partial<Assigning> = {},
      left: Record<string, Partial<Person>> = {},
      ...swaps: RotaOverride[]
    ) => withRules(rules, left, NO_WORK, { ...night, ...more }, swaps).value
    const swap = (person: string | null): RotaOverride => {
      return { id: 1, rota: 'nights', from: at(19), to: at(21), person, why: 'swap' }
    }
    expect(of()).toBe('early')
    expect(of({}, {}, swap('day'))).toBe('day')
    expect(of({}, {}, swap(null))).toBeNull()
    expect(of({}, { day: { active: false } }, swap('day'))).toBe('early')
    expect(of({}, { early: { active: false } })).toBe('day')
    expect(of({ without: new Set(['early']) })).toBe('day')
    expect(of({}, { early: { active: false }, day: { active: false } })).toBeNull()
  })

  it('gives it to whoever comes on shift next where the team says so, and else nobody', () => {
    const night = { now: at(20) }
    expect(withRules({ ways: ['inTurn'], orNextShift: true }, {}, NO_WORK, night)).toMatchObject({
      value: 'early',
      because: { text: expect.stringContaining('EARLY comes on shift next, Tue 06:00.') },
    })
    expect(withRules({ ways: ['inTurn'] }, {}, NO_WORK, night).value).toBe(null)
    expect(withRules({ ways: ['inTurn', 'leave'] }, {}, NO_WORK, night).because.text).toContain(
      'from the queue',
    )
  })
})

describe('the rest of triage', () => {
  const withTriage = (more: Partial<Design['triage']>, portal: object = {}) =>
    new CompiledDesign(
      {
        ...base,
        triage: { ...base.triage, ...more },
        portals: base.portals.map((one) => ({ ...one, ...portal })),
      },
      1,
    )
  const sorted = (design: CompiledDesign, facts: object = {}, requester = asker) => {
    const input = {
      item: base.items[0]!.id,
      facts: { site: 'quay', portal: base.portals[0]!.id, ...facts },
      ...{ requester, now: at(10), work: NO_WORK },
    }
    return spoken(triage(input, design, directory()), design, directory())
  }
  const table = (
    outcome: string,
    rows: [site: string, value: string][],
    hitPolicy?: HitPolicy,
  ): DecisionTable => ({
    id: 't',
    name: 'T',
    hitPolicy,
    columns: ['site'],
    outcomes: [outcome],
    rows: rows.map(([site, value], index) => ({
      id: String(index),
      cells: [{ op: 'is', value: site }],
      outcome: { [outcome]: value },
    })),
  })

  it('takes the category of the table where a row fits, and else that of the catalog item', () => {
    const what = table('category', [['quay', 'special']])
    expect(sorted(withTriage({ what })).category).toMatchObject({
      value: 'special',
      because: { article: 'triage/what#0' },
    })
    expect(sorted(withTriage({ what }), { site: 'x' }).category.value).toBe(base.items[0]!.category)
  })

  it('takes the category that the words speak for only where the design lets them, and as sure as it asks', () => {
    const item = base.items[0]!.id
    const suggestion = { category: 'special', confidence: 0.85, words: ['pump'], tickets: 12 }
    const known = { ...base, categories: [...base.categories, { id: 'special', name: 'Special' }] }
    const category = (learnt: Design['triage']['learnt']) => {
      const design = new CompiledDesign({ ...known, triage: { ...base.triage, learnt } }, 1)
      const input = { item, facts: {}, requester: asker, now: at(10), work: NO_WORK, suggestion }
      return spoken(triage(input, design, directory()).category, design, directory())
    }
    expect(category(undefined).value).toBe('general')
    expect(category({ items: ['other'], suggestFrom: 0.1, actFrom: 0.1 }).value).toBe('general')
    expect(category({ items: [item], suggestFrom: 0.9 }).because.nearly).toBeUndefined()
    expect(category({ items: [item], suggestFrom: 0.7, actFrom: 0.9 })).toMatchObject({
      value: 'general',
      because: { nearly: 'Its words speak for Special (“pump” in 12 past tickets; 85 % sure).' },
    })
    expect(category({ items: [item], suggestFrom: 0.7, actFrom: 0.8 })).toMatchObject({
      value: 'special',
      because: { text: 'Its words speak for Special: “pump” in 12 past tickets; 85 % sure.' },
    })
  })

  it('asks the sources again in the order of the team that the ticket goes to', () => {
    const team = base.triage.otherwise.team
    const clerk = person('ask', { ...asker, priority: 'p2', department: 'Bridge' })
    const orders = { sourceOrder: ['requester' as const], departments: { Bridge: 'p4' } }
    expect(sorted(withTriage(orders), {}, clerk).priority.value).toBe('p2')
    const own = withTriage({ ...orders, teamOrders: { [team]: ['department', 'requester'] } })
    expect(sorted(own, {}, clerk).priority).toMatchObject({
      value: 'p4',
      because: { nearly: expect.stringContaining('in the source order of First line') },
    })
  })

  it('goes where the portal says when no row of the routing fits', () => {
    const portal = { team: 'other-team', person: 'day', priority: 'p2' }
    const found = sorted(
      withTriage({ routing: { ...base.triage.routing, rows: [] }, sourceOrder: ['portal'] }, portal),
    )
    expect([found.team.value, found.technician.value, found.priority.value]).toEqual([
      'other-team',
      'day',
      'p2',
    ])
  })

  it('collects what a technician must know from all rows that fit', () => {
    const skills = table(
      'skill',
      [
        ['quay', 'radio'],
        ['quay', 'masts'],
        ['x', 'tills'],
      ],
      'collect',
    )
    expect(skillsFor({ site: 'quay' }, withTriage({ skills }))).toEqual(['radio', 'masts'])
  })
})
