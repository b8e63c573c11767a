import { describe, expect, it } from 'vitest'
import { isRemembered, isTimed, ladderOf, type Ladder, type Moment, type Rung } from './ladder'
import { repeatInWords, rungMomentInWords } from './words'

describe('when a rung rings, in words', () => {
  it.each<[Moment, string]>([
    [{ at: 'share', share: 0.666 }, '67 % of “Answer” is spent'],
    [{ at: 'event', event: 'assigned' }, 'as soon as somebody gets it'],
    [{ at: 'due', after: 'PT0S' }, '“Answer” is due'],
    [{ at: 'due', after: '-PT30M' }, '30 minutes before “Answer” is due'],
    [{ at: 'due', after: 'PT1H' }, '1 hour after “Answer” is due'],
    [{ at: 'due', after: 'PT1H', counted: 'working' }, '1 hour of working time after “Answer” is due'],
    [{ at: 'start', after: 'PT0S' }, 'as soon as the ladder began'],
    [{ at: 'created', after: 'PT2H', counted: 'elapsed' }, '2 hours after it was logged'],
    [{ at: 'reply', after: 'PT2H' }, '2 hours after anybody last said anything'],
    [{ at: 'status', after: 'PT2H' }, '2 hours after it came into its status'],
  ])('%j', (moment, said) => {
    expect(rungMomentInWords('Answer', moment)).toBe(said)
  })

  it.each<[Rung['repeat'], string]>([
    [undefined, ''],
    [{ every: 'PT10M', times: 3 }, 'then every 10 minutes, 3 times'],
    [{ every: 'PT1H', counted: 'working' }, 'then every 1 hour of working time until it stops'],
    [{ every: 'PT1H', counted: 'elapsed' }, 'then every 1 hour until it stops'],
  ])('again: %j', (repeat, said) => {
    expect(repeatInWords({ repeat })).toBe(said)
  })
})

describe('a ladder', () => {
  const share: Rung = { id: 'a', moment: { at: 'share', share: 1 }, actions: [] }
  const due: Rung = { id: 'b', moment: { at: 'due', after: 'PT1H' }, actions: [] }
  const event: Rung = { id: 'c', moment: { at: 'event', event: 'created' }, actions: [] }
  const start: Rung = { id: 'd', moment: { at: 'start', after: 'PT1H' }, actions: [] }
  const ladder = (more: Partial<Ladder>): Ladder => ({
    ...{ id: 'x', name: 'X', target: 'respond', when: { all: [] }, rungs: [share, due] },
    ...more,
  })

  it('is remembered where it begins or ends by itself, or counts from something else than a clock', () => {
    const condition = { all: [] }
    const remembered = [
      { startWhen: condition },
      { stopWhen: condition },
      { onlySetOff: true },
      { target: undefined },
      { rungs: [share, event] },
      { rungs: [start] },
    ]
    expect(remembered.map((more) => isRemembered(ladder(more)))).toEqual(remembered.map(() => true))
    expect([{}, { onlySetOff: false }, { rungs: [] }].map((more) => isRemembered(ladder(more)))).toEqual([
      ...[false, false, false],
    ])
  })

  it('is reached by time on all rungs but those of events', () => {
    expect([share, due, event, start].map(isTimed)).toEqual([true, true, false, true])
  })

  it('is found by its id', () => {
    const all = [ladder({ id: 'a' }), ladder({ id: 'b' })]
    expect([ladderOf(all, 'b'), ladderOf(all, 'c')]).toEqual([all[1], undefined])
  })
})
