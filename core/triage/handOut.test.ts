import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory, firstDesign, type Person, type TeamAssignment } from '../design'
import { weekly } from '../time'
import { spoken } from '../../tests/spoken'
import { handOut, type HandOut, type Workloads } from '.'

const TEN = Date.parse('2026-11-16T10:00Z')
const shift = {
  ...{ id: 'day', name: 'Day', zone: 'UTC' },
  week: weekly([1, 2, 3, 4, 5], '08:00', '17:00'),
  exceptions: [],
}
const person = (id: string, more: Partial<Person> = {}): Person => ({
  ...{ id, name: id.toUpperCase(), mail: `${id}@x.example`, role: 'technician', active: true, zone: 'UTC' },
  ...{ teams: ['boats', 'masts'], shift },
  ...more,
})
const directoryOf = (people: Person[]) =>
  new Directory({
    people,
    teams: ['boats', 'masts'].map((id) => ({ id, name: id })),
    sites: [],
    organisations: [],
    agreements: [],
  })
const designWith = (assignment: Record<string, TeamAssignment>) => {
  const base = firstDesign('Desk', 'UTC', 'boats')
  return new CompiledDesign({ ...base, triage: { ...base.triage, assignment } }, 1)
}
const BY_LOAD = designWith({ boats: { ways: ['leastLoaded'] }, masts: { ways: ['leastLoaded'], limit: 3 } })
const ticket = (more: Partial<HandOut> = {}): HandOut => ({
  ...{ team: 'boats', requester: 'ask', skills: [], weight: 1, design: BY_LOAD },
  ...more,
})
const having = (open: Record<string, number>): Workloads => ({ openCounts: new Map(Object.entries(open)) })
const hand = (tickets: HandOut[], people: Person[], work = having({}), without: string[] = []) =>
  spoken(
    handOut(tickets, { now: TEN, work, without: new Set(without) }, directoryOf(people)),
    tickets[0]?.design ?? BY_LOAD,
    directoryOf(people),
  )
const whom = (...asked: Parameters<typeof hand>) => hand(...asked).map((one) => one.value)

describe('tickets of somebody who is away', () => {
  const knows = person('ann', { skills: ['radio'], capacity: 1 })

  it('all find somebody where that can be: whoever alone knows something is kept for what needs it', () => {
    const people = [knows, person('bo', { capacity: 9 })]
    expect(whom([ticket(), ticket({ skills: ['radio'] })], people)).toEqual(['bo', 'ann'])
  })

  it('are shared out evenly, with what people have already', () => {
    const given = whom([ticket(), ticket(), ticket()], [person('ann'), person('bo')], having({ ann: 2 }))
    expect(given.filter((one) => one === 'bo')).toHaveLength(2)
    expect(given.filter((one) => one === 'ann')).toHaveLength(1)
  })

  it('say that they were looked at together, who could not and how much somebody has then', () => {
    const [result] = hand([ticket({ skills: ['radio'] })], [knows, person('bo')])
    expect(result!.because).toEqual({
      text: 'ANN is on shift until 17:00. Looked at together with the others, as many as can be find somebody and the work is shared out evenly: ANN has 1 open with it.',
      nearly: 'BO does not know radio.',
      article: 'triage/who-gets-it',
    })
  })

  it('stay in the queue where everybody has as many as they may, with why', () => {
    const [first, second] = hand([ticket(), ticket()], [knows])
    expect(first!.value).toBe('ann')
    expect(second).toMatchObject({ value: null, because: { nearly: 'ANN has 1 of at most 1.' } })
  })

  it('never go to whoever is away', () => {
    expect(whom([ticket(), ticket()], [person('ann'), person('bo')], having({ bo: 9 }), ['ann'])).toEqual([
      'bo',
      'bo',
    ])
  })

  it('go by the other ways of their teams where load is not what decides, and count for the rest', () => {
    const design = designWith({
      boats: { ways: ['sameAsLast', 'leastLoaded'] },
      masts: { ways: ['leave'] },
    })
    const work = { ...having({}), lastOf: new Map([['known', 'ann']]) }
    const results = hand(
      [
        ticket({ design, requester: 'known' }),
        ticket({ design, team: 'masts' }),
        ticket({ design, requester: 'new' }),
      ],
      [person('ann'), person('bo')],
      work,
    )
    expect(results.map((one) => one.value)).toEqual(['ann', null, 'bo'])
    expect(results[0]!.because.text).toContain('had this requester’s last ticket')
    expect(results[1]!.because.text).toContain('takes its tickets from the queue')
    expect(results[2]!.because.text).toMatch(/^Nobody of the team has helped this requester before\./)
  })

  it('count by weight where the team says so', () => {
    const design = designWith({ boats: { ways: ['leastLoaded'], byWeight: true } })
    const work = { ...having({ ann: 1, bo: 3 }), weights: new Map(Object.entries({ ann: 8, bo: 3 })) }
    expect(whom([ticket({ design, weight: 2 })], [person('ann'), person('bo')], work)).toEqual(['bo'])
  })

  it('never bring anybody over a limit of their own or of a team, whoever has how much', () => {
    const people = fc.array(
      fc.record({ capacity: fc.integer({ min: 1, max: 4 }), open: fc.nat(3), radio: fc.boolean() }),
      { minLength: 1, maxLength: 4 },
    )
    const wanted = fc.array(fc.record({ team: fc.constantFrom('boats', 'masts'), radio: fc.boolean() }), {
      maxLength: 8,
    })
    fc.assert(
      fc.property(people, wanted, (some, asked) => {
        const team = some.map(({ capacity, radio }, index) =>
          person(`p${index}`, { capacity, ...(radio && { skills: ['radio'] }) }),
        )
        const open = new Map(team.map((one, index) => [one.id, some[index]!.open]))
        const tickets = asked.map(({ team, radio }) => ticket({ team, skills: radio ? ['radio'] : [] }))
        const results = whom(tickets, team, { openCounts: open })
        expect(results).toHaveLength(asked.length)
        for (const who of team) {
          const got = tickets.filter((_, index) => results[index] === who.id)
          const had = open.get(who.id)!
          if (got.length) expect(had + got.length).toBeLessThanOrEqual(who.capacity!)
          // Others may come to it from the team that has no limit.
          const ofMasts = got.filter((one) => one.team === 'masts').length
          if (ofMasts) expect(had + ofMasts).toBeLessThanOrEqual(3)
          if (got.some((one) => one.skills.length)) expect(who.skills).toContain('radio')
        }
      }),
    )
  })
})
