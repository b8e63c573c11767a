import { factsOf, mayHold, type Condition, type Facts } from '../condition'
import { ANY_VALUE, type Effect } from './action'
import { termsOf } from './actions/list'
import { isRemembered, ladderOf, type Ladder } from './ladder'
import { oneAt } from '../lookup'

/** One ladder may make another ring, or itself. */
export interface Link {
  from: string
  to: string
  /** Rung of the first whose doing it is. */
  rung: string
  /** In words: “raises the priority”. */
  why: string
}

const knownOf = (facts: Facts) =>
  Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== ANY_VALUE)) as Facts

/** Whether a condition that asks for a fact which changes may come to hold with what it becomes. */
function mayBegin(condition: Condition | undefined, facts: Facts): boolean {
  if (!condition || !factsOf(condition).some((fact) => fact in facts)) return false
  return mayHold(condition, knownOf(facts))
}

function mayRing(from: Ladder, to: Ladder, effect: Effect): boolean {
  const hears = to.rungs.some(({ moment }) => moment.at === 'event' && moment.event === effect.event)
  // A message about a failed delivery that fails itself sets nothing off, so nobody is told of it without end.
  const isOwnFailure = effect.event === 'deliveryFailed' && from === to
  if (hears && !isOwnFailure && mayHold(to.when, knownOf(effect.facts ?? {}))) return true
  if (!effect.facts || !isRemembered(to) || to.onlySetOff) return false
  // One that has begun goes on: it begins again only where something has ended it.
  const ends = to.stopWhen ?? to.startWhen
  if (from === to && !ends) return false
  return mayBegin(to.startWhen, effect.facts) || mayBegin(to.when, effect.facts)
}

/**
 * What can set off what: each rung's doing that may make another ladder ring anew, or its own.
 * @param priorities ids, the most urgent first
 */
export function linksOf(ladders: readonly Ladder[], priorities: readonly string[]): Link[] {
  const links = new Map<string, Link>()
  const add = (from: Ladder, to: Ladder, rung: string, why: string) => {
    const key = `${from.id} ${to.id} ${why}`
    if (!links.has(key)) links.set(key, { from: from.id, to: to.id, rung, why })
  }
  for (const from of ladders)
    for (const rung of from.rungs)
      for (const action of rung.actions) {
        const terms = termsOf(action)
        const other = terms.setsOff?.(action)
        const to = other === undefined ? undefined : ladderOf(ladders, other)
        if (to) add(from, to, rung.id, 'sets it off')
        for (const effect of terms.effects?.(action, priorities) ?? [])
          for (const to of ladders) if (mayRing(from, to, effect)) add(from, to, rung.id, effect.why)
      }
  return [...links.values()]
}

/**
 * Ladders that could set each other off without end: each loop once, as the links that close it.
 * Links that only tell of failed deliveries close no loop by themselves, since a failed message about a failure
 * sets nothing off.
 */
export function loopsOf(links: readonly Link[]): Link[][] {
  const loops: Link[][] = []
  const seen = new Set<string>()
  for (const first of links) {
    const way = wayBack(links, first)
    if (!way) continue
    const key = [...new Set(way.map((one) => one.from))].sort().join(' ')
    if (!seen.has(key)) loops.push(way)
    seen.add(key)
  }
  return loops
}

/** The shortest way from where a link leads back to where it began, the link itself first; undefined where there is none. */
export function wayBack<L extends Pick<Link, 'from' | 'to'>>(links: readonly L[], first: L): L[] | undefined {
  const ways: L[][] = [[first]]
  const reached = new Set([first.to])
  for (let way = ways.shift(); way; way = ways.shift()) {
    const end = oneAt(way, way.length - 1).to
    if (end === first.from) return way
    for (const link of links)
      if (link.from === end && (!reached.has(link.to) || link.to === first.from)) {
        reached.add(link.to)
        ways.push([...way, link])
      }
  }
  return undefined
}
