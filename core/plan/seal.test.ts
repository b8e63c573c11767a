import { describe, expect, it } from 'vitest'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { Directory, type Person } from '../design'
import { isoDate } from '../time'
import { askedFor, askedNow, sealedBy, waitsFor, type Approving, type Asked, type Needs, type Word } from '.'

const person = (id: string, more: Partial<Person> = {}): Person => ({
  ...{ id, name: id, mail: `${id}@commons.sound.example`, role: 'technician', active: true },
  ...{ zone: 'Europe/London', teams: [], ...more },
})
const away = {
  shift: {
    ...{ id: 's', name: 'Shift', zone: 'Europe/London', week: [] },
    exceptions: [
      { date: isoDate(DEMO_BEGINS, 'Europe/London'), name: 'Away: at sea', shut: 'all day' as const },
    ],
  },
}
const data = demoDirectory()
/** asks → first → second → top; and beside them one who is away, one who left, and a circle of managers. */
const directory = new Directory({
  ...data,
  people: [
    person('asks', { role: 'requester', manager: 'first' }),
    person('first', { manager: 'second', teams: ['board'] }),
    person('second', { manager: 'top', teams: ['board'] }),
    person('top', { teams: ['board'] }),
    person('at-sea', { manager: 'second', ...away }),
    person('has-left', { manager: 'second', active: false }),
    person('round', { manager: 'about', active: false }),
    person('about', { manager: 'round', active: false }),
  ],
  teams: [...data.teams, { id: 'board', name: 'Board', lead: 'top' }],
})
const who = (id: string, upTo?: number) => ({
  who: { by: 'person' as const, person: id },
  ...(upTo !== undefined && { upTo }),
})
const at = {
  ...{ directory, facts: {}, now: DEMO_BEGINS, onRota: (id: string) => (id === 'watch' ? 'top' : undefined) },
  request: {
    ...{ requester: 'asks', technician: null, team: 'board', site: null, organisation: null },
    answers: {},
  },
}
const asked = (approving: Partial<Approving>, facts = {}, requester = 'asks') =>
  askedFor({ ask: [], ...approving }, { ...at, facts, request: { ...at.request, requester } }).map((one) =>
    one.for ? `${one.person} for ${one.for.person} (${one.for.since})` : one.person,
  )

// Common practice with no source: who approves what, for whom, and up to which amount.
describe('whose word is asked for', () => {
  it.each<[string, Partial<Approving>, string[]]>([
    ['a named person', { ask: [who('first')] }, ['first']],
    ['the manager of whoever asks', { ask: [{ who: { by: 'requesterManager' } }] }, ['first']],
    [
      'a team, but nobody who is away',
      { ask: [{ who: { by: 'team', team: 'board' } }] },
      ['first', 'second', 'top'],
    ],
    ['each once', { ask: [who('first'), { who: { by: 'requesterManager' } }] }, ['first']],
    ['nobody who asks for themselves, but their manager', { ask: [who('asks')] }, ['first for asks (own)']],
    ['whoever asks, where the plan says so', { ask: [who('asks')], own: true }, ['asks']],
    ['the manager of whoever is away', { ask: [who('at-sea')] }, ['second for at-sea (away)']],
    ['the manager of whoever has left', { ask: [who('has-left')] }, ['second for has-left (left)']],
    ['nobody, where all managers have left, in a circle', { ask: [who('round')] }, []],
    ['whoever is on rota', { ask: [{ who: { by: 'rota', rota: 'watch' } }] }, ['top']],
    [
      'whoever is on rota in the place of whoever is away',
      { ask: [who('at-sea')], instead: { by: 'rota', rota: 'watch' } },
      ['top for at-sea (away)'],
    ],
    [
      'their manager, where nobody is on that rota',
      { ask: [who('at-sea')], instead: { by: 'rota', rota: 'empty' } },
      ['second for at-sea (away)'],
    ],
    [
      'the first of a team who is there',
      { ask: [who('has-left')], instead: { by: 'team', team: 'board' } },
      ['first for has-left (left)'],
    ],
    ['nobody, where nobody is there', { ask: [{ who: { by: 'technician' } }] }, []],
  ])('is that of %s', (_, approving, expected) => {
    expect(asked(approving)).toEqual(expected)
  })

  it('goes to the manager of a manager who asks for themselves', () => {
    expect(asked({ ask: [{ who: { by: 'person', person: 'first' } }] }, {}, 'first')).toEqual([
      'second for first (own)',
    ])
  })

  it('is asked of somebody else once whoever was asked is away, but for a word that is said', () => {
    const before: Asked[] = [{ person: 'at-sea', upTo: 500 }, { person: 'first' }, { person: 'has-left' }]
    const words: Word[] = [{ person: 'has-left', yes: true, text: '', at: 0 }]
    expect(askedNow({ ask: [] }, before, words, at)).toEqual([
      { person: 'second', for: { person: 'at-sea', since: 'away' }, upTo: 500 },
      { person: 'first' },
      { person: 'has-left' },
    ])
    // Whoever is asked already is not asked for two.
    const both: Asked[] = [{ person: 'at-sea' }, { person: 'second' }]
    expect(askedNow({ ask: [] }, both, [], at)[0]).toMatchObject({ person: 'top' })
    const asksThemselves: Asked[] = [{ person: 'asks' }]
    expect(askedNow({ ask: [], own: true }, asksThemselves, [], at)).toEqual(asksThemselves)
  })

  const limits: Approving = {
    ask: [who('first', 500), who('second', 5000), who('top')],
    amount: 'form.price',
  }
  it.each<[number | undefined, Needs, string[]]>([
    [200, 'one', ['first', 'second', 'top']],
    [500, 'one', ['first', 'second', 'top']],
    [501, 'one', ['second', 'top']],
    [9000, 'all', ['top']],
    [200, 'inTurn', ['first']],
    [501, 'inTurn', ['first', 'second']],
    [9000, 'inTurn', ['first', 'second', 'top']],
    // Without a figure no limit is enough.
    [undefined, 'one', ['top']],
    [undefined, 'inTurn', ['first', 'second', 'top']],
  ])('of an amount of %s, with %s of them, is that of whose limit is enough', (price, needs, expected) => {
    expect(asked({ ...limits, needs }, price === undefined ? {} : { 'form.price': price })).toEqual(expected)
  })

  it('is nobody’s where nobody’s word would be enough', () => {
    const low: Partial<Approving> = { ask: [who('first', 100), who('second', 200)], amount: 'form.price' }
    for (const needs of ['one', 'inTurn'] as const)
      expect(asked({ ...low, needs }, { 'form.price': 900 })).toEqual([])
  })
})

const three: Asked[] = ['a', 'b', 'c'].map((one) => ({ person: one }))
const words = (said: string): Word[] =>
  said
    .split(' ')
    .filter(Boolean)
    .map((one, at) => ({ person: one[0]!, yes: one[1] === '+', text: '', at }))

describe('what the words come to', () => {
  it.each<[Needs | undefined, string, string, string]>([
    [undefined, '', 'open', 'a b c'],
    ['one', 'b+', 'sealed', ''],
    // The first word counts.
    ['one', 'b-', 'refused', ''],
    ['all', 'a+ b+', 'open', 'c'],
    ['all', 'a+ b+ c+', 'sealed', ''],
    ['all', 'a+ c-', 'refused', ''],
    [{ of: 2 }, 'a+', 'open', 'b c'],
    [{ of: 2 }, 'a+ b-', 'open', 'c'],
    [{ of: 2 }, 'a+ b- c+', 'sealed', ''],
    [{ of: 2 }, 'a- b-', 'refused', ''],
    [{ of: 9 }, 'a+ b+ c+', 'sealed', ''],
    ['inTurn', '', 'open', 'a'],
    ['inTurn', 'a+', 'open', 'b'],
    ['inTurn', 'a+ b-', 'refused', ''],
    ['inTurn', 'a+ b+ c+', 'sealed', ''],
    // A word of somebody who is not asked is none.
    ['all', 'x+ y+ z+', 'open', 'a b c'],
  ])('%j, with “%s”, is %s and waits for “%s”', (needs, said, sealed, waits) => {
    expect(sealedBy(needs, three, words(said))).toBe(sealed)
    expect(
      waitsFor(needs, three, words(said))
        .map(({ person }) => person)
        .join(' '),
    ).toBe(waits)
  })

  it('is open as long as nobody can be asked', () => {
    for (const needs of [undefined, 'all', 'inTurn', { of: 1 }] as const)
      expect([sealedBy(needs, [], []), waitsFor(needs, [], [])]).toEqual(['open', []])
  })
})
