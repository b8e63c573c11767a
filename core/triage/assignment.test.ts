import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory, firstDesign, type Person, type TeamAssignment } from '../design'
import { weekly } from '../time'
import { assign, handOut, type Assigning, type HandOut, type Workloads } from '.'

// Who gets a ticket and why, as the record keeps it.
const DAY = Date.parse('2026-11-16T00:00Z')
const at = (hour: number) => DAY + hour * 3_600_000
const shift = (from: string, to: string) => ({
  ...{ id: from, name: from, zone: 'UTC', exceptions: [] },
  week: weekly([1, 2, 3, 4, 5], from, to),
})
const person = (id: string, more: Partial<Person> = {}): Person => ({
  ...{ id, name: id.toUpperCase(), mail: `${id}@x.example`, role: 'technician', active: true, zone: 'UTC' },
  ...{ teams: ['boats'], shift: shift('08:00', '17:00') },
  ...more,
})
const directoryOf = (people: Person[]) =>
  new Directory({
    ...{ people, sites: [], organisations: [], agreements: [] },
    teams: ['boats', 'masts'].map((id) => ({ id, name: id })),
  })
const base = firstDesign('Desk', 'UTC', 'boats')
const rota = {
  ...{ id: 'nights', name: 'Nights', zone: 'UTC', from: '2026-11-01', handOver: '09:00', turnDays: 1 },
  members: ['ann'],
}
const designWith = (rules: TeamAssignment) =>
  new CompiledDesign(
    { ...base, rotas: [rota], triage: { ...base.triage, assignment: { boats: rules, masts: rules } } },
    3,
  )
const NONE: Workloads = { openCounts: new Map() }
const open = (counts: Record<string, number>): Workloads => ({ openCounts: new Map(Object.entries(counts)) })
const give = (rules: TeamAssignment, people: Person[], more: Partial<Assigning> = {}) =>
  assign({ team: 'boats', now: at(10), work: NONE, ...more }, designWith(rules), directoryOf(people))
const why = (...asked: Parameters<typeof give>) => give(...asked).because
const onShift = (id: string) => ({ person: id, until: at(17), at: at(10) })

describe('by load', () => {
  const LOAD: TeamAssignment = { ways: ['leastLoaded'] }

  it('is by the share of what each may have, where that is known of all', () => {
    const work = open({ ann: 1, bo: 3 })
    const people = [person('ann', { capacity: 2 }), person('bo', { capacity: 10 })]
    expect(give(LOAD, people, { work })).toEqual({
      value: 'bo',
      because: {
        edition: 3,
        why: [
          {
            ...{ is: 'leastLoaded', ...onShift('bo'), team: 'boats' },
            ...{ weighed: false, load: 3, capacity: 10 },
          },
        ],
        nearly: [{ is: 'nextWithLoad', person: 'ann', load: 1, capacity: 2 }],
      },
    })
    const [ann, bo] = people
    expect(why(LOAD, [ann!, person('bo')], { work })).toEqual({
      edition: 3,
      why: [{ is: 'leastLoaded', ...onShift('ann'), team: 'boats', weighed: false, load: 1 }],
      nearly: [{ is: 'nextWithLoad', person: 'bo', load: 3 }],
    })
    expect(why(LOAD, [person('ann'), bo!], { work }).nearly).toEqual([
      { is: 'nextWithLoad', person: 'bo', load: 3 },
    ])
  })

  it('is by weight where the team says so, with no weights at all as with none of somebody', () => {
    const rules: TeamAssignment = { ...LOAD, byWeight: true }
    expect(why(rules, [person('ann')], { work: open({ ann: 4 }) }).why).toMatchObject([
      { weighed: true, load: 0 },
    ])
  })

  it('goes by name where two have the same, whoever stands first', () => {
    for (const ids of [
      ['ann', 'bo', 'cy'],
      ['cy', 'bo', 'ann'],
    ])
      expect(
        give(
          LOAD,
          ids.map((id) => person(id)),
        ).because,
      ).toMatchObject({
        ...{ why: [{ person: 'ann' }], nearly: [{ person: 'bo' }] },
      })
  })

  it('says that there is nobody else, and asks nobody who only requests', () => {
    const people = [person('ann', { role: 'requester' }), person('bo')]
    expect(give(LOAD, people)).toMatchObject({ value: 'bo', because: { nearly: [{ is: 'nobodyElse' }] } })
  })

  it('says whether nobody is on shift, or nobody can at all', () => {
    expect(why(LOAD, [person('ann')], { now: at(20) }).why).toEqual([
      { is: 'nobodyOnShift', team: 'boats' },
      { is: 'waitsUntil', from: at(32), at: at(20) },
    ])
    expect(why(LOAD, [person('ann', { teams: [] })]).why).toEqual([{ is: 'nobodyCan', team: 'boats' }])
    expect(why(LOAD, [person('ann')], { team: 'gone' }).why).toEqual([{ is: 'fromQueue', team: 'gone' }])
  })
})

describe('whoever had the last one', () => {
  const LAST: TeamAssignment = { ways: ['sameAsLast'] }
  const work: Workloads = { ...NONE, lastOf: new Map([['ines', 'ann']]) }
  const people = [person('ann'), person('bo')]
  const of = (more: Partial<Assigning>, some = people) =>
    give(LAST, some, { requester: 'ines', work, ...more }).because.why[0]

  it('gets it while on shift; else it says why not', () => {
    expect(of({})).toEqual({ is: 'sameAsLast', person: 'ann' })
    expect(of({ now: at(20) })).toEqual({ is: 'lastNotOnShift', person: 'ann' })
    expect(of({}, [person('ann', { teams: ['masts'] }), person('bo')])).toEqual({
      ...{ is: 'lastCannot', person: 'ann' },
    })
    expect(of({ requester: 'signe' })).toEqual({ is: 'helpedByNobody' })
    expect(of({ requester: undefined })).toEqual({ is: 'helpedByNobody' })
    expect(of({ work: NONE })).toEqual({ is: 'helpedByNobody' })
  })
})

describe('by rota', () => {
  it('says whom it found, and on which rota nobody is', () => {
    const rules: TeamAssignment = { ways: ['onRota'], rota: 'nights' }
    expect(why(rules, [person('ann')]).why).toEqual([{ is: 'onRota', person: 'ann', rota: 'nights' }])
    expect(why(rules, [person('ann', { active: false })]).why).toEqual([
      { is: 'nobodyOnRota', rota: 'nights' },
    ])
    expect(why({ ...rules, rota: 'gone' }, [person('ann')], { now: at(20) }).why).toEqual([
      { is: 'nobodyOnRota', rota: null },
      { is: 'waitsUntil', from: at(32), at: at(20) },
    ])
  })
})

describe('whoever comes next', () => {
  const NEXT: TeamAssignment = { ways: ['inTurn'], orNextShift: true }
  const night = { now: at(20) }

  it('is whose shift begins first, by name where two begin together, and nobody without a shift', () => {
    const late = person('ann', { shift: shift('12:00', '20:00') })
    const early = person('bo', { shift: shift('06:00', '14:00') })
    const never = person('cy', { shift: undefined })
    for (const people of [
      [never, late, early],
      [early, late, never],
    ])
      expect(give(NEXT, people, night)).toEqual({
        value: 'bo',
        because: {
          edition: 3,
          why: [
            { is: 'nobodyOnShift', team: 'boats' },
            { is: 'comesNext', person: 'bo', from: at(30), at: at(20) },
          ],
        },
      })
    for (const ids of [
      ['dan', 'eve'],
      ['eve', 'dan'],
    ])
      expect(
        give(
          NEXT,
          ids.map((id) => person(id)),
          night,
        ).value,
      ).toBe('dan')
    expect(give(NEXT, [never], night).because.why).toEqual([{ is: 'nobodyOnShift', team: 'boats' }])
  })
})

describe('tickets that are handed out together', () => {
  const LOAD: TeamAssignment = { ways: ['leastLoaded'] }
  const hand = (tickets: Partial<HandOut>[], people: Person[], work: Workloads, rules = LOAD) =>
    handOut(
      tickets.map((one) => ({
        ...{ team: 'boats', requester: 'x', skills: [], weight: 1, design: designWith(rules) },
        ...one,
      })),
      { now: at(10), work, without: new Set() },
      directoryOf(people),
    ).map((one) => one.value)

  it('go by the share of what each may have, where that is known of all', () => {
    const people = [person('ann', { capacity: 2 }), person('bo', { capacity: 10 })]
    expect(hand([{}], people, open({ ann: 1, bo: 3 }))).toEqual(['bo'])
    expect(hand([{}], [people[0]!, person('bo')], open({ ann: 1, bo: 3 }))).toEqual(['ann'])
  })

  it('go by name where all is the same, whoever stands first', () => {
    for (const ids of [
      ['ann', 'bo'],
      ['bo', 'ann'],
    ])
      expect(
        hand(
          [{}],
          ids.map((id) => person(id)),
          NONE,
        ),
      ).toEqual(['ann'])
  })

  it('weigh as much as they weigh, the ones before them too', () => {
    const rules: TeamAssignment = { ...LOAD, byWeight: true }
    const work = { ...NONE, weights: new Map(Object.entries({ ann: 5, bo: 0 })) }
    // Each adds three: bo has three, then six is more than five, so the last is ann’s.
    const tickets = [{ weight: 3 }, { weight: 3 }, { weight: 3 }]
    const given = hand(tickets, [person('ann'), person('bo')], work, rules)
    expect(given.filter((one) => one === 'bo')).toHaveLength(2)
    const light = hand(
      [{ weight: 1 }, { weight: 1 }, { weight: 1 }],
      [person('ann'), person('bo')],
      work,
      rules,
    )
    expect(light).toEqual(['bo', 'bo', 'bo'])
  })

  it('count for those after them that go another way', () => {
    const rules: TeamAssignment = { ways: ['inTurn'] }
    const people = [person('ann'), person('bo')]
    expect(hand([{}, {}, {}], people, NONE, rules)).toEqual(['ann', 'bo', 'ann'])
    expect(hand([{}, {}], [person('ann', { capacity: 1 })], NONE, rules)).toEqual(['ann', null])
  })
})
