import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR, MINUTE, parseMoment, Zone } from '../time'
import {
  besides,
  BoardScale,
  conflictInWords,
  GRID,
  slotInWords,
  typedPlace,
  whyNotInWords,
  type DispatchWords,
} from '.'

const ZONE = 'Europe/London'
const dayOf = (day: string, next: string) => ({ start: parseMoment(day, ZONE), end: parseMoment(next, ZONE) })
const MONDAY = dayOf('2026-11-16', '2026-11-17')
const TUESDAY = dayOf('2026-11-17', '2026-11-18')
/** The clock goes back at 02:00. */
const LONG = dayOf('2026-10-25', '2026-10-26')

describe('where moments lie on a board', () => {
  it('is a share of the hours in sight, day beside day', () => {
    const one = new BoardScale([MONDAY], 6, 22)
    expect(one.x(MONDAY.start + 14 * HOUR)).toBe(0.5)
    expect(one.x(MONDAY.start)).toBe(0)
    expect(one.x(MONDAY.end)).toBe(1)
    const two = new BoardScale([MONDAY, TUESDAY], 6, 22)
    expect(two.x(MONDAY.start + 14 * HOUR)).toBe(0.25)
    expect(two.x(TUESDAY.start + 14 * HOUR)).toBe(0.75)
    expect(two.span({ start: MONDAY.start + 20 * HOUR, end: TUESDAY.start + 8 * HOUR })).toEqual({
      ...{ x: 0.4375, width: 0.125 },
    })
    expect(two.span({ start: MONDAY.start + 23 * HOUR, end: TUESDAY.start + 5 * HOUR })).toBeUndefined()
    expect(new BoardScale([], 6, 22).x(MONDAY.start)).toBe(0)
  })

  it('is found again from its place, at a quarter of an hour, in days of any length', () => {
    const scale = new BoardScale([LONG, MONDAY, TUESDAY], 0, 24)
    fc.assert(
      fc.property(fc.constantFrom(LONG, MONDAY, TUESDAY), fc.nat(99), ({ start, end }, quarter) => {
        const at = start + quarter * GRID
        if (at < end) expect(scale.at(scale.x(at))).toBe(at)
      }),
    )
  })

  it('has marks for hours, of which a long day has one more', () => {
    expect(new BoardScale([LONG], 0, 24).hours(1)).toHaveLength(25)
    expect(new BoardScale([MONDAY], 6, 22).hours(2).map((one) => one.x)).toEqual(
      [0, 1, 2, 3, 4, 5, 6, 7].map((n) => n / 8),
    )
  })
})

describe('a place that somebody types', () => {
  const people = ['Sten Vik', 'Stella Moor', 'Tora Aas', 'Maud Öster', 'Tue Field'].map((name) => ({
    ...{ name, id: name.toLowerCase().replace(' ', '-') },
  }))
  const days = [MONDAY, TUESDAY]
  const by = {
    weekday: ({ start }: { start: number }) => (start === MONDAY.start ? 'Mon' : 'Tue'),
    wallTime: ({ start }: { start: number }, minutes: number) =>
      Zone.of(ZONE).instantOfWall(start + minutes * MINUTE),
  }
  const typed = (text: string) => typedPlace(text, people, days, by)

  it('is a name and a time, in any order, with accents or without', () => {
    const start = MONDAY.start + 13 * HOUR + 15 * MINUTE
    for (const text of ['sten 13:15', '13.15 Sten', 'vik 1315', 'STEN  VIK 13:15'])
      expect(typed(text)).toEqual({ person: 'sten-vik', start })
    expect(typed('oster 9:00')).toMatchObject({ start: MONDAY.start + 9 * HOUR })
    expect(typed('tora monday 8:00')).toMatchObject({ person: 'tora-aas', start: MONDAY.start + 8 * HOUR })
  })

  it('says what of it is unclear', () => {
    expect(typed('')).toEqual({ fault: 'nobody' })
    expect(typed('nobody 10:00')).toEqual({ fault: 'nobody' })
    expect(typed('ste 10:00')).toEqual({ fault: 'several', names: ['Sten Vik', 'Stella Moor'] })
    expect(typed('tora')).toEqual({ fault: 'noTime' })
    expect(typed('tora 25:00')).toEqual({ fault: 'nobody' })
    expect(typedPlace('tora 10:00', people, [], by)).toEqual({ fault: 'noDay' })
  })

  it('is never a day where somebody is called so', () => {
    expect(typed('tue 10:00')).toEqual({ person: 'tue-field', start: MONDAY.start + 10 * HOUR })
  })
})

describe('things at the same time', () => {
  it('lie beside each other, and in one row where there is room', () => {
    const spans = [
      ...[
        { x: 0, width: 0.5 },
        { x: 0.2, width: 0.1 },
      ],
      { x: 0.5, width: 0.1 },
    ]
    expect(besides(spans, 0)).toEqual({ rows: [0, 1, 0], count: 2 })
    // One after the other, and too narrow to be pressed where they are drawn as long as they take.
    const short = [0, 0.01, 0.02].map((x) => ({ x, width: 0.01 }))
    expect(besides(short, 0).count).toBe(1)
    expect(besides(short, 0.02)).toEqual({ rows: [0, 1, 0], count: 2 })
    expect(besides([], 0)).toEqual({ rows: [], count: 0 })
  })

  it('never lie on each other, and need no more rows than lie at one place', () => {
    const span = fc.record({ x: fc.nat(100), width: fc.nat(30) })
    fc.assert(
      fc.property(fc.array(span, { maxLength: 12 }), fc.nat(10), (drawn, least) => {
        const spans = drawn.sort((a, b) => a.x - b.x)
        const { rows, count } = besides(spans, least)
        const end = (at: number) => spans[at]!.x + Math.max(spans[at]!.width, least)
        for (const [one, { x }] of spans.entries())
          for (let other = 0; other < one; other++)
            if (rows[one] === rows[other]) expect(end(other)).toBeLessThanOrEqual(x)
        const most = spans.map(
          (one, at) => 1 + spans.slice(0, at).filter((_, other) => end(other) > one.x).length,
        )
        expect(count).toBeLessThanOrEqual(Math.max(0, ...most))
      }),
    )
  })
})

describe('words of Dispatch', () => {
  const words: DispatchWords = {
    ...{ now: MONDAY.start, zone: ZONE },
    skill: (id) => id,
    site: (id) => ({ varnes: 'Varnes Quay' })[id] ?? id,
    visit: (id) => id.replace(/-.*/, ''),
  }
  const at = MONDAY.start + 10 * HOUR

  it('say what speaks against a place, each in its way', () => {
    const said = [
      { is: 'skill', skill: 'radio' },
      { is: 'overlap', visit: '614-9', from: at, to: at + HOUR },
      { is: 'noWay', visit: '614-9', site: 'varnes', missing: 33 * MINUTE },
      { is: 'noWay', visit: '', site: 'varnes', missing: MINUTE },
      { is: 'shut', next: at },
      { is: 'shut', next: null },
      { is: 'overLimit', over: HOUR },
      { is: 'overdue', over: 90 * MINUTE },
      { is: 'wayUnknown', from: 'varnes', to: 'hallin' },
    ] as const
    expect(said.map((one) => conflictInWords(one, words))).toEqual([
      'does not know radio',
      'has 614 from 10:00 to 11:00',
      '33 minutes of the way between it and 614 are missing',
      '1 minute of the way from Varnes Quay is missing',
      'the site is shut then; it can begin at 10:00',
      'the site is shut then, and not open long enough in this time',
      'it is 1 hour more fixed work than a day of theirs takes',
      'the promise is over by 1 hour 30 minutes then',
      'nobody has said how long the way from Varnes Quay to hallin is; half an hour is taken',
    ])
  })

  it('say why a place is offered, and why a job stays unplaced', () => {
    const slot = {
      ...{ hand: 'sten-vik', start: at, end: at + HOUR, way: 14 * MINUTE, detour: 20 * MINUTE, left: HOUR },
      ...{ freeAfter: 80 * MINUTE, isFirst: false, isKnown: true, from: { site: 'varnes', visit: '614-9' } },
    }
    expect(slotInWords(slot, 'displays', words)).toBe(
      'knows displays; after 614; comes from Varnes Quay; 20 minutes more way that day; free for 1:20 after it',
    )
    const of = (seen: number[], hidden = 0) => ({ seen, hidden })
    const moving = (moved: object, broken: object) =>
      slotInWords(slot, 'displays', words, { moved, broken } as never)
        .split('; ')
        .slice(4, -1)
    expect(moving(of([]), of([]))).toEqual(['moves nothing'])
    expect(moving(of([602, 603]), of([604]))).toEqual(['moves 602 and 603', '604 is late then'])
    expect(moving(of([602, 603, 604], 1), of([], 2))).toEqual([
      'moves 602, 603 and 2 more',
      '2 of their own are late then',
    ])
    const first = { ...slot, isFirst: true, from: null, way: 0, detour: 0, freeAfter: 0 }
    expect(slotInWords(first, undefined, words)).toBe(
      'anybody can; nothing fixed before it; nothing free after it',
    )
    expect(whyNotInWords({ is: 'tooLong', longest: 5 * HOUR }, words)).toContain('5:00 at most')
    expect(whyNotInWords({ is: 'noSkill', skill: 'radio' }, words)).toBe('nobody here knows radio')
  })
})
