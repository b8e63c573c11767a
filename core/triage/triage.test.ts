import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory, firstDesign, type Design, type Person } from '../design'
import { weekly, type Calendar } from '../time'
import { askSources, assign, triage } from './triage'

const shift = (id: string, from: string, to: string): Calendar => ({
  id,
  name: id,
  zone: 'UTC',
  week: weekly([1, 2, 3, 4, 5], from, to),
  exceptions: [],
})
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
const sort = (design: CompiledDesign, known = directory(), requester = asker) =>
  triage(
    { item: base.items[0]!.id, facts: { site: 'quay' }, requester, now: at(10), openCounts: new Map() },
    design,
    known,
  )

describe('the source order', () => {
  it('a category’s high and a site’s low, category first: high; and the because says what nearly decided (practice)', () => {
    const { priority } = sort(designWith(['category', 'site'], 'p2'), directory({ priority: 'p4' }))
    expect(priority.value).toBe('p2')
    expect(priority.because.nearly).toContain('gives IV, but the category comes first')
  })

  it('passes over a source without a value (practice), and an inactive priority is none', () => {
    const { priority } = sort(designWith(['category', 'site', 'requester']), directory({ priority: 'p4' }))
    expect(priority.value).toBe('p4')
    expect(priority.because.text).toContain('Asked before: the category (no value)')
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
      askSources(base.items[0]!.id, asker, { category: 'general', impact, urgency }, design, directory())[0]!
        .value
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
    assign('first-line', at(hour), design, directory(), new Map(counts))

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
      because: { text: expect.stringContaining('before Tue 06:00') },
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
})
