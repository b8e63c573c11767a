import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Directory, type Queue, type Team } from '../design'
import {
  EVERY_RIGHT,
  FIRST_ROLES,
  isLimited,
  isSeen,
  RIGHT_NAMES,
  rightsOf,
  UNDER,
  aboutRight,
  type Right,
  type Role,
} from '.'

const TEAMS: Team[] = [
  { id: 'quay', name: 'Quay', desks: ['house'] },
  { id: 'tower', name: 'Tower', desks: ['house'] },
  { id: 'yard', name: 'Yard', desks: ['crews'] },
]
const QUEUES: Queue[] = [
  { id: 'open', name: 'Open', team: 'yard' },
  { id: 'quays', name: 'Quay’s', team: 'quay' },
  { id: 'shut', name: 'Shut', team: 'tower', seenBy: ['tower'] },
  { id: 'shown', name: 'Shown', team: 'tower', seenBy: ['quay'] },
  { id: 'nobody', name: 'Of nobody', seenBy: ['yard'] },
]

/** Somebody of a role, and which tickets they see: `team/queue`, with a star where they have it in hand. */
function sees(role: Partial<Role>, teams: string[], leads: string[] = []) {
  const directory = new Directory({
    ...{ teams: TEAMS, queues: QUEUES, sites: [], organisations: [], agreements: [] },
    desks: [
      { id: 'house', name: 'House', leads },
      { id: 'crews', name: 'Crews', leads: [] },
    ],
    roles: [...FIRST_ROLES, { id: 'own', name: 'Own', rights: [], reach: 'all', ...role }],
    people: [
      { id: 'sefa', name: 'Sefa', mail: 's@x.example', role: 'own', active: true, zone: 'UTC', teams },
    ],
  })
  const sight = directory.sightOf('sefa')
  const seen = (text: string) => {
    const [place, hand] = text.split('*')
    const [team = '', queue = ''] = place!.split('/')
    return isSeen(sight, { team, queue, technician: hand === undefined ? null : 'sefa' })
  }
  return { seen, isLimited: isLimited(sight) }
}

describe('which tickets somebody sees', () => {
  it.each<[string, Partial<Role>, string[], string[], string[]]>([
    [
      'all but closed queues',
      {},
      ['quay'],
      ['yard/open', 'quay/quays', 'tower/shown'],
      ['tower/shut', 'x/nobody'],
    ],
    [
      'closed ones of their own team',
      {},
      ['tower'],
      ['tower/shut', 'tower/shown', 'yard/open'],
      ['x/nobody'],
    ],
    ['every queue with that right', { rights: ['everyQueue'] }, [], ['tower/shut', 'x/nobody'], []],
    [
      ...(['what their teams work on or have in a queue', { reach: 'teams' }, ['quay']] as const),
      ...([
        ['quay/open', 'yard/quays', 'yard/shown', 'yard/open*'],
        ['yard/open', 'tower/open', 'quay/shut'],
      ] as const),
    ] as never,
    [
      ...(['what the desks of their teams have', { reach: 'desks' }, ['quay']] as const),
      ...([
        ['quay/open', 'tower/open', 'tower/shown'],
        ['yard/open', 'tower/shut'],
      ] as const),
    ] as never,
    [
      'nothing but what is theirs without a team',
      { reach: 'teams' },
      [],
      ['yard/open*', 'tower/shut*'],
      ['yard/open', '/'],
    ],
  ])('is %s', (_, role, teams, seen, unseen) => {
    const asked = sees(role, teams)
    expect(seen.filter((one) => !asked.seen(one))).toEqual([])
    expect(unseen.filter((one) => asked.seen(one))).toEqual([])
  })

  it('is a desk that they lead, also where their team works at another', () => {
    expect(sees({ reach: 'desks' }, ['yard'], ['sefa']).seen('tower/x')).toBe(true)
    expect(sees({ reach: 'desks' }, ['yard']).seen('tower/x')).toBe(false)
  })

  it('is never less for a wider reach, another team or the right to every queue', () => {
    const place = fc.tuple(
      fc.constantFrom(...TEAMS.map((one) => one.id)),
      fc.constantFrom(...QUEUES.map((one) => one.id)),
    )
    const teams = fc.subarray(TEAMS.map((one) => one.id))
    fc.assert(
      fc.property(
        place,
        teams,
        teams,
        fc.constantFrom('teams', 'desks', 'all'),
        ([team, queue], few, more, reach) => {
          const at = `${team}/${queue}`
          const role = (wide: 'teams' | 'desks' | 'all', rights: Right[] = []) => ({ reach: wide, rights })
          const narrow = sees(role(reach), few).seen(at)
          if (!narrow) return
          expect(sees(role('all'), few).seen(at)).toBe(true)
          expect(sees(role(reach), [...new Set([...few, ...more])]).seen(at)).toBe(true)
          expect(sees(role(reach, ['everyQueue']), few).seen(at)).toBe(true)
        },
      ),
    )
  })

  it('has no limit only where nothing is hidden', () => {
    expect(sees({ rights: ['everyQueue'] }, []).isLimited).toBe(false)
    expect(sees({}, []).isLimited).toBe(true)
  })
})

describe('the roles of the first day', () => {
  const may = (id: string) => rightsOf(FIRST_ROLES.find((one) => one.id === id))

  it('go up from those who ask to those who may everything', () => {
    expect([...may('requester')]).toEqual([])
    for (const [less, more] of [
      ['technician', 'dispatcher'],
      ['dispatcher', 'lead'],
      ['lead', 'administrator'],
    ] as const)
      expect([...may(less)].filter((one) => !may(more).has(one))).toEqual([])
    expect(may('administrator')).toBe(EVERY_RIGHT)
  })

  it('keep the ends: a requester never works at the desk, an administrator may whatever is taken away', () => {
    expect([...rightsOf({ id: 'requester', rights: [...RIGHT_NAMES] })]).toEqual([])
    expect(rightsOf({ id: 'administrator', rights: [] })).toBe(EVERY_RIGHT)
    expect([...rightsOf({ id: 'x', rights: ['seeTickets', 'gone'] })]).toEqual(['seeTickets'])
    expect(rightsOf(undefined).size).toBe(0)
  })

  it('choose from rights that each have a heading and a name of their own', () => {
    const labels = RIGHT_NAMES.map((one) => aboutRight(one).label)
    expect(new Set(labels).size).toBe(labels.length)
    expect(new Set(RIGHT_NAMES.map((one) => aboutRight(one).under))).toEqual(new Set(Object.keys(UNDER)))
  })
})
