import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  acknowledge,
  afterHeard,
  afterRound,
  afterTold,
  decideConflict,
  endOf,
  hear,
  hearing,
  MOST_HOPS,
  newCounterpart,
  settled,
  tell,
  unsaid,
  type Arriving,
  type Crossed,
  type Counterpart,
  type Tiding,
} from './exchange'
import type { ConflictRule } from './map'
import type { Wire } from './offer'

// Two desks with words of their own for the same fields, and a line between them that loses, repeats and delays.

const FIELDS = ['status', 'priority', 'queue'] as const
const VALUES = 4

/** A side says value 2 of its status as `B:status=2`; the other has its own order of the same values. */
interface Map {
  /** By value of the other side, the value here. */
  taken: number[]
  rule: ConflictRule
}

class Side {
  one: Counterpart = newCounterpart()
  values: number[] = FIELDS.map(() => 0)
  readonly outbox: Tiding[] = []
  readonly heardSaid: string[] = []
  readonly said: string[] = []
  conflicts: Crossed[] = []

  constructor(
    readonly name: 'A' | 'B',
    readonly maps: Map[],
    /** How far its clock goes before or behind. */
    readonly skew: number,
  ) {}

  wire(): Wire {
    return Object.fromEntries(FIELDS.map((field, index) => [`${this.name}:${field}`, this.values[index]!]))
  }

  private tells(now: number, text?: string) {
    const said = text === undefined ? [] : [{ id: text, kind: 'reply' as const, by: this.name, text }]
    const tiding = tell(this.one, this.wire(), { now: now + this.skew, said })
    if (!tiding || 'goesRound' in tiding) return
    this.one = afterTold(this.one, tiding)
    this.outbox.push(tiding)
  }

  change(field: number, value: number, now: number) {
    this.values[field] = value
    this.tells(now)
  }

  say(text: string, now: number) {
    this.said.push(text)
    this.tells(now, text)
  }

  /** @returns from which on it is to be sent again; nothing where it was taken, now or before */
  receive(tiding: Tiding, now: number): number | undefined {
    const heard = hearing(this.one, tiding)
    if (heard.is === 'early') return heard.from
    if (heard.is !== 'new') return undefined
    const other = this.name === 'A' ? 'B' : 'A'
    const arriving = FIELDS.flatMap((target, index): Arriving[] => {
      const value = tiding.changes[`${other}:${target}`]
      const { taken, rule } = this.maps[index]!
      const becomes = typeof value === 'number' ? taken[value]! : undefined
      const mine = { ours: this.values[index]!, saying: [`${this.name}:${target}`], rule }
      return becomes === undefined ? [] : [{ field: `${other}:${target}`, target, becomes, ...mine }]
    })
    const { changes, conflicts } = hear(this.one, tiding, arriving, this.name === 'A')
    for (const { target, becomes } of changes)
      this.values[FIELDS.indexOf(target as (typeof FIELDS)[number])] = becomes as number
    this.conflicts.push(...conflicts)
    this.one = afterHeard(this.one, tiding, {
      ...{ conflicts, now: now + this.skew, targets: arriving.map((each) => each.target) },
      known: settled(this.wire(), changes),
    })
    this.heardSaid.push(...tiding.said.map((each) => each.text))
    return undefined
  }

  decide(keep: 'ours' | 'theirs', now: number) {
    const [open] = this.one.open
    if (!open) return
    this.one = decideConflict(this.one, open.target)
    const index = FIELDS.indexOf(open.target as (typeof FIELDS)[number])
    if (keep === 'theirs') this.values[index] = open.theirs as number
    this.tells(now)
  }
}

/** A line that goes on from what the other side has taken, as both remember it through kills. */
class Line {
  constructor(
    readonly from: Side,
    readonly to: Side,
  ) {}

  /** @param index of the tiding that is carried: any that was ever said may come again */
  carry(index: number, now: number) {
    const tiding = this.from.outbox[index]
    if (tiding) this.to.receive(structuredClone(tiding), now)
  }

  drain(now: number) {
    while (this.to.one.heard < this.from.one.sent) this.carry(this.to.one.heard, now)
    this.from.one = acknowledge(this.from.one, this.to.one.heard)
  }
}

const OPPOSITE: Record<ConflictRule, ConflictRule> = {
  ours: 'theirs',
  theirs: 'ours',
  later: 'later',
  ask: 'ask',
}
const permutation = fc.shuffledSubarray([...Array(VALUES).keys()], { minLength: VALUES, maxLength: VALUES })
const event = fc.oneof(
  fc.record({
    is: fc.constant('change' as const),
    at: fc.boolean(),
    field: fc.nat(FIELDS.length - 1),
    value: fc.nat(VALUES - 1),
  }),
  fc.record({ is: fc.constant('say' as const), at: fc.boolean() }),
  // Whichever comes next, comes again, or comes too early.
  fc.record({ is: fc.constant('carry' as const), at: fc.boolean(), off: fc.integer({ min: -3, max: 2 }) }),
)
const history = fc.record({
  maps: fc.array(fc.record({ way: permutation, rule: fc.constantFrom('ours', 'theirs', 'later', 'ask') }), {
    minLength: FIELDS.length,
    maxLength: FIELDS.length,
  }),
  skew: fc.integer({ min: -3_600_000, max: 3_600_000 }),
  events: fc.array(event, { maxLength: 60 }),
  keeps: fc.array(fc.constantFrom('ours' as const, 'theirs' as const), { minLength: 20, maxLength: 20 }),
})

function play({ maps, skew, events, keeps }: typeof history extends fc.Arbitrary<infer T> ? T : never) {
  const inverse = (way: number[]) => way.map((_, value) => way.indexOf(value))
  const a = new Side('A', maps.map(({ way, rule }) => ({ taken: inverse(way), rule })) as Map[], 0)
  const b = new Side(
    'B',
    maps.map(({ way, rule }) => ({ taken: way, rule: OPPOSITE[rule as ConflictRule] })) as Map[],
    skew,
  )
  // Linked: what each is follows from the other.
  b.values = maps.map(({ way }) => way[0]!)
  a.one = afterRound(a.one, a.wire())
  b.one = afterRound(b.one, b.wire())
  const lines = [new Line(a, b), new Line(b, a)] as const
  let [now, changed] = [1_000_000_000, 0]
  for (const one of events) {
    now += 1000
    const side = one.at ? a : b
    if (one.is === 'change') {
      if (side.values[one.field] !== one.value) changed++
      side.change(one.field, one.value, now)
    } else if (one.is === 'say') side.say(`${side.name}${side.said.length}`, now)
    else {
      const line = lines[one.at ? 0 : 1]
      line.carry(line.to.one.heard + one.off, now)
    }
  }
  const drain = () => {
    for (let round = 0; round < 3; round++) for (const line of lines) line.drain(++now)
  }
  drain()
  for (const keep of keeps) {
    const side = a.one.open.length ? a : b
    if (!side.one.open.length) break
    side.decide(keep, ++now)
    changed++
    drain()
  }
  return { a, b, maps, changed }
}

describe('two desks that change the same ticket', () => {
  it('agree by their maps in the end, with nothing lost, doubled or echoed, in 1,000 histories', () => {
    fc.assert(
      fc.property(history, (one) => {
        const { a, b, maps, changed } = play(one)
        expect(b.values).toEqual(a.values.map((value, index) => maps[index]!.way[value]))
        expect([a.one.open, b.one.open]).toEqual([[], []])
        // What was said has arrived once each, in its order.
        expect(b.heardSaid).toEqual(a.said)
        expect(a.heardSaid).toEqual(b.said)
        // Nobody says again what they heard: there is one tiding for what somebody did, and none besides.
        const told = [...a.outbox, ...b.outbox].filter((each) => Object.keys(each.changes).length > 0)
        expect(told.length).toBeLessThanOrEqual(changed)
        expect([a.one.taken, b.one.taken]).toEqual([a.one.sent, b.one.sent])
      }),
      { numRuns: 1000 },
    )
  })
})

const started = (known: Wire): Counterpart => ({ ...newCounterpart(), known })
const arriving: Arriving = {
  ...{ field: 'state', target: 'status' },
  becomes: 'waiting',
  ours: 'open',
  saying: ['status'],
}
const tiding = (more: Partial<Tiding> = {}): Tiding => ({
  ...{ sequence: 1, heard: 0, stamp: 5, changes: { state: 'working' }, said: [] },
  ...more,
})
/** Takes it in as a ticket would on which nothing else happens. */
function heard(one: Counterpart, tiding: Tiding, arriving: Arriving[] = [], { now = 10, first = true } = {}) {
  const { changes, conflicts } = hear(one, tiding, arriving, first)
  const targets = arriving.map((each) => each.target)
  return { changes, conflicts, one: afterHeard(one, tiding, { targets, conflicts, known: {}, now }) }
}
/** What is told, and how it stands then. */
function told(one: Counterpart, wire: Wire, now: number) {
  const tiding = tell(one, wire, { now })
  if (!tiding || 'goesRound' in tiding) throw new Error('nothing is told')
  return { tiding, one: afterTold(one, tiding) }
}

describe('what is told', () => {
  it('is what the partner does not know yet, once', () => {
    const first = told(started({ status: 'open' }), { status: 'done', summary: 'Till' }, 7)
    expect(first.tiding).toMatchObject({
      sequence: 1,
      stamp: 7,
      changes: { status: 'done', summary: 'Till' },
    })
    expect(tell(first.one, { status: 'done', summary: 'Till' }, { now: 8 })).toBeUndefined()
  })

  it('is nothing of what is not said any more, and that it is empty where it is', () => {
    const one = started({ status: 'open', due: 'x' })
    expect(unsaid(one, { status: 'open' })).toEqual({})
    expect(unsaid(one, { status: 'open', due: null })).toEqual({ due: null })
  })

  it('is later than all that was heard, though the own clock goes behind', () => {
    const { one } = heard(newCounterpart(), tiding({ stamp: 9000 }), [], { now: 20 })
    expect(told(one, { status: 'done' }, 21).tiding.stamp).toBe(9001)
  })

  it('follows no clock that goes more than a day ahead', () => {
    expect(heard(newCounterpart(), tiding({ stamp: 9e15 }), [], { now: 20 }).one.stamp).toBe(86_400_020)
  })

  it('stops where desks only answer each other', () => {
    let one = newCounterpart()
    for (let hops = 0; hops <= MOST_HOPS; hops++) {
      one = heard(one, tiding({ sequence: hops + 1, hops })).one
      const now = { status: `s${hops}` }
      const next = tell(one, now, { now: 30 + hops, follows: true })!
      if (hops < MOST_HOPS) one = afterTold(one, next as Tiding)
      else expect(next).toEqual({ goesRound: now })
    }
    one = afterRound(one, { status: 's4' })
    expect(tell(one, { status: 's4' }, { now: 80 })).toBeUndefined()
    // What somebody does themselves is told all the same.
    expect(told(one, { status: 'done' }, 90).tiding.changes).toEqual({ status: 'done' })
  })

  it('ends once', () => {
    const ends = endOf(newCounterpart(), 'byHand', 5)!
    expect(ends).toMatchObject({ sequence: 1, ends: 'byHand' })
    const one = afterTold(newCounterpart(), ends)
    expect(endOf(one, 'merged', 6)).toBeUndefined()
    expect(tell(one, { status: 'done' }, { now: 7 })).toBeUndefined()
    expect(hearing(one, tiding())).toEqual({ is: 'over', ended: 'byHand' })
    expect(heard(newCounterpart(), ends).one.ended).toBe('byHand')
  })
})

describe('what is heard', () => {
  it('is taken in its order and once', () => {
    expect(hearing(newCounterpart(), tiding({ sequence: 2 }))).toEqual({ is: 'early', from: 1 })
    const { one, changes } = heard(newCounterpart(), tiding(), [arriving])
    expect(changes).toEqual([arriving])
    expect(hearing(one, tiding())).toEqual({ is: 'again' })
  })

  it.each([
    ['ours', 'ours', []],
    ['theirs', 'theirs', ['status']],
    ['ask', 'asked', []],
    [undefined, 'theirs', ['status']],
  ] as const)('where both have changed it: by the rule %s %s stays', (rule, keeps, changed) => {
    const { one } = told(started({ status: 'new' }), { status: 'open' }, 3)
    const taken = heard(one, tiding(), [{ ...arriving, ...(rule && { rule }) }])
    expect(taken.conflicts).toEqual([
      { target: 'status', field: 'state', ours: 'open', theirs: 'waiting', keeps, saying: ['status'] },
    ])
    expect(taken.changes.map((each) => each.target)).toEqual(changed)
    expect(taken.one.open).toHaveLength(keeps === 'asked' ? 1 : 0)
  })

  it('of two at the same moment, that of the side that began stays on both', () => {
    const { one } = told(started({ status: 'new' }), { status: 'open' }, 5)
    const keeps = (first: boolean) => heard(one, tiding(), [arriving], { first }).conflicts[0]!.keeps
    expect([keeps(true), keeps(false)]).toEqual(['ours', 'theirs'])
  })

  it('is no conflict where both have come to the same', () => {
    const { one } = told(started({ status: 'new' }), { status: 'open' }, 3)
    expect(heard(one, tiding(), [{ ...arriving, becomes: 'open' }]).conflicts).toEqual([])
  })

  it('is what was asked no more once somebody has changed it again', () => {
    const { one } = told(started({ status: 'new' }), { status: 'open' }, 3)
    const asked = heard(one, tiding(), [{ ...arriving, rule: 'ask' }]).one
    expect(told(asked, { status: 'done' }, 12).one.open).toEqual([])
  })
})
