import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../../../demo/design'
import { addStatus, addTransition, removeStatus, type TicketKind } from '../../../../core/lifecycle'
import { BOX, nextTo, pathOf, pictureOf, waysOf, type Direction, type Picture, type Point } from './layout'

const kind = demoDesign().kinds[0]!
const DIRECTIONS: Direction[] = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']

/** Whether two stretches cross between their ends. */
function cross([a, b]: [Point, Point], [c, d]: [Point, Point]): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x))
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
}
const stretches = (points: readonly Point[]) =>
  points.slice(1).map((point, at): [Point, Point] => [points[at]!, point])
/** How many pairs of ways cross. */
const crossings = ({ ways }: Picture) =>
  ways.flatMap((way, at) =>
    ways
      .slice(at + 1)
      .filter((other) =>
        stretches(way.points).some((one) => stretches(other.points).some((two) => cross(one, two))),
      ),
  ).length

/** A kind of so many statuses with some ways. */
const kindWith = (count: number, pairs: readonly (readonly [number, number])[]): TicketKind => {
  const bare = [...kind.statuses].slice(1).reduce((less, { id }) => removeStatus(less, id), kind)
  const whole = Array.from({ length: count - 1 }).reduce<TicketKind>(
    (more, _, at) => addStatus(more, `s${at}`, 'active'),
    { ...bare, idle: [] },
  )
  const ids = whole.statuses.map((one) => one.id)
  return pairs.reduce((more, [a, b]) => addTransition(more, ids[a % count]!, ids[b % count]!, 'go'), whole)
}

describe('the picture of a lifecycle', () => {
  it('has every status and every way once, and nothing stands on anything else', () => {
    const pairs = fc.array(fc.tuple(fc.nat(11), fc.nat(11)), { maxLength: 24 })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        pairs,
        fc.constantFrom('across', 'down'),
        (count, list, along) => {
          const drawn = kindWith(count, list)
          const picture = pictureOf(drawn, along as 'across' | 'down')
          const places = [...picture.places.values()]
          expect(picture.places.size).toBe(drawn.statuses.length)
          expect(picture.ways).toHaveLength(waysOf(drawn).length)
          for (const { x, y } of places) {
            expect(x).toBeGreaterThanOrEqual(-1)
            expect(y).toBeGreaterThanOrEqual(-1)
            expect(x + BOX.width).toBeLessThanOrEqual(picture.width + 1)
            expect(y + BOX.height).toBeLessThanOrEqual(picture.height + 1)
          }
          const apart = places.every((a, at) =>
            places
              .slice(at + 1)
              .every((b) => Math.abs(a.x - b.x) >= BOX.width || Math.abs(a.y - b.y) >= BOX.height),
          )
          expect(apart).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('has no crossing where none need be: a line, a tree, a round', () => {
    const line = kindWith(5, [[0, 1], [1, 2], [2, 3], [3, 4]]) // prettier-ignore
    const tree = kindWith(7, [[0, 1], [0, 2], [1, 3], [1, 4], [2, 5], [2, 6]]) // prettier-ignore
    const round = kindWith(4, [[0, 1], [1, 2], [2, 3], [3, 0]]) // prettier-ignore
    for (const one of [line, tree, round]) expect(crossings(pictureOf(one, 'across'))).toBe(0)
  })

  it('says a way once, with all that leads along it', () => {
    const both = { ...kind, automatic: { onReply: { logged: 'in-hand' }, onAnswer: {} }, idle: [] }
    const way = waysOf(both).find(({ from, to }) => from === 'logged' && to === 'in-hand')
    expect(way?.label).toMatch(/, or on a reply$/)
    expect(way?.byItself).toBe(false)
    const alone = waysOf({ ...both, transitions: [] })
    expect(alone).toEqual([{ from: 'logged', to: 'in-hand', label: 'on a reply', byItself: true }])
  })

  it('is gone through by arrows: each leads somewhere in its direction, and every status is come to', () => {
    const picture = pictureOf(kind, 'across')
    const reached = new Set([kind.first])
    for (const id of reached) for (const one of DIRECTIONS) reached.add(nextTo(picture, id, one))
    expect(reached).toEqual(new Set(kind.statuses.map((one) => one.id)))
    const right = nextTo(picture, kind.first, 'ArrowRight')
    expect(picture.places.get(right)!.x).toBeGreaterThan(picture.places.get(kind.first)!.x)
    expect(nextTo(picture, 'gone', 'ArrowUp')).toBe('gone')
  })

  it('draws ways without corners', () => {
    const [a, b, c, d] = [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 20, y: 10 }, { x: 30, y: 10 }] // prettier-ignore
    expect(pathOf([a!, d!])).toBe('M 0 0 L 30 10')
    expect(pathOf([a!, b!, c!, d!])).toBe('M 0 0 Q 10 0 15 5 Q 20 10 30 10')
    expect(pathOf([])).toBe('')
  })
})
