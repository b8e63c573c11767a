import { grantedFor, type ServiceLevel, type Target } from '../clock'
import type { Condition, Test } from '../condition'
import {
  gapsOf,
  inBoth,
  takersOf,
  TooManyCases,
  type Box,
  type Budget,
  type Domain,
  type Domains,
} from '../table'
import { caseDesign, casesOf, type CaseDesign, type Cases } from './cases'
import type { Design } from './design'

/** A level that makes no promise to any ticket, or one of its targets that does not. */
export interface IdleLevel {
  level: string
  /** Only this target of it; the whole level if left out. */
  target?: string
  /**
   * The levels above it that together promise the same to every ticket that it is for, by id. None where the level is for
   * no ticket, or the target grants time to priorities only that cannot come there.
   */
  by: string[]
}

/** A target that promises nothing for priorities that can come there, and neither does any other level. */
export interface UntimedTarget {
  level: string
  target: string
  priorities: string[]
}

/** What service levels come to, over all tickets that there can be. */
export interface LevelAnalysis {
  idle: IdleLevel[]
  untimed: UntimedTarget[]
  /** Tickets for which no level is. */
  gaps: Condition[]
  /** Levels whose conditions ask too much at once to be looked through. */
  unread: string[]
  /** Whether everything there is was found: work that takes too long is cut off. */
  isComplete: boolean
}

/** So much work, in boxes looked at, goes into each question; together they take about a second at most. */
const MOST_WORK = 2_000_000

/** What one target of a level promises: the cases, by whom. */
interface Promise {
  level: string
  box: Box
}

const PRIORITY: Test = { fact: 'priority', op: 'filled' }

/**
 * The analysis of service levels: for each target the first level that holds makes the promise, so a level is a region of
 * cases, and what is left of it by those above is what it decides. Exact for what tables are exact for.
 * @param domains what values the facts can have (`domainsOf`)
 */
export function analyseLevels(
  design: Design,
  domains: Domains,
  cases: CaseDesign = caseDesign(design),
): LevelAnalysis {
  return new LevelAnalyser(design, domains, cases).run()
}

class LevelAnalyser {
  private readonly cases: Cases
  private readonly whens = new Map<ServiceLevel, Box[]>()
  private readonly unread: string[] = []
  private isComplete = true

  constructor(
    private readonly design: Design,
    domains: Domains,
    cases: CaseDesign,
  ) {
    const { serviceLevels, priorities } = design
    // Priorities that are switched off stay on old tickets.
    const priority: Domain = { type: 'choice', values: priorities.map((one) => one.id), always: true }
    this.cases = casesOf(cases, { ...domains, priority }, [...serviceLevels.map((one) => one.when), PRIORITY])
    for (const level of serviceLevels) this.whens.set(level, this.read(level))
  }

  private read(level: ServiceLevel): Box[] {
    try {
      return this.cases.space.boxesOf(level.when)
    } catch (error) {
      if (!(error instanceof TooManyCases)) throw error
      this.unread.push(level.id)
      return []
    }
  }

  run(): LevelAnalysis {
    return {
      idle: this.idle(),
      untimed: this.untimed(),
      gaps: this.unread.length ? [] : this.gaps(),
      unread: this.unread,
      isComplete: this.isComplete && !this.unread.length,
    }
  }

  /** The cases of some priorities. */
  private ofPriorities(ids: readonly string[]): Box {
    return this.cases.space.fitting({ fact: 'priority', op: 'oneOf', value: ids })
  }

  /** The cases to which a level promises a target, whatever those above it do. */
  private region(level: ServiceLevel, target: Target): Box[] {
    // Levels that were made of one another may have the very same target.
    const ofLevel = this.regions.get(level) ?? new Map<Target, Box[]>()
    this.regions.set(level, ofLevel)
    let found = ofLevel.get(target)
    if (!found) ofLevel.set(target, (found = this.regionOf(level, target)))
    return found
  }
  private readonly regions = new Map<ServiceLevel, Map<Target, Box[]>>()

  private regionOf(level: ServiceLevel, target: Target): Box[] {
    const granted = this.design.priorities.filter((one) => grantedFor(target, one)).map((one) => one.id)
    return granted.length ? inBoth(this.whens.get(level)!, [this.ofPriorities(granted)]) : []
  }

  private idle(): IdleLevel[] {
    const above = new Map<string, Promise[]>()
    return this.design.serviceLevels.flatMap((level) => {
      const found = this.unread.includes(level.id) ? [] : this.idleIn(level, above)
      for (const target of level.targets) {
        const promises = this.region(level, target).map((box) => ({ level: level.id, box }))
        above.set(target.target, [...(above.get(target.target) ?? []), ...promises])
      }
      return found
    })
  }

  /** What of a level never promises anything: all of it, or some targets. */
  private idleIn(level: ServiceLevel, above: ReadonlyMap<string, Promise[]>): IdleLevel[] {
    const when = this.whens.get(level)!
    const budget: Budget = { left: MOST_WORK }
    if (this.takenBy(when, [], budget)) return [{ level: level.id, by: [] }]
    const granting = level.targets.filter((target) =>
      this.design.priorities.some((one) => grantedFor(target, one)),
    )
    const dead = granting.flatMap((target) => {
      const by = this.takenBy(this.region(level, target), above.get(target.target) ?? [], budget)
      return by ? [{ level: level.id, target: target.target, by }] : []
    })
    const by = inOrder(
      this.design,
      dead.flatMap((one) => one.by),
    )
    return dead.length && dead.length === granting.length && by.length ? [{ level: level.id, by }] : dead
  }

  /** The levels that together take all of some boxes; undefined where something is left of them. */
  private takenBy(boxes: readonly Box[], promises: readonly Promise[], budget: Budget): string[] | undefined {
    const { impossible } = this.cases
    const others = [...impossible, ...promises.map((one) => one.box)]
    const levels = new Set<string>()
    for (const box of boxes) {
      const { by, isExhausted } = takersOf(box, others, budget)
      if (isExhausted) this.isComplete = false
      if (!by) return undefined
      for (const index of by)
        if (index >= impossible.length) levels.add(promises[index - impossible.length]!.level)
    }
    return inOrder(this.design, levels)
  }

  private untimed(): UntimedTarget[] {
    const { serviceLevels, priorities } = this.design
    const active = priorities.filter((one) => one.active)
    const promised = new Map<string, Box[]>()
    for (const level of serviceLevels)
      for (const target of level.targets)
        promised.set(target.target, [...(promised.get(target.target) ?? []), ...this.region(level, target)])
    return serviceLevels.flatMap((level) =>
      level.targets.flatMap((target) => {
        const taken = [...this.cases.impossible, ...promised.get(target.target)!]
        const lacking = active
          .filter((one) => !grantedFor(target, one))
          .map((one) => one.id)
          .filter((id) => this.isLeft(inBoth(this.whens.get(level)!, [this.ofPriorities([id])]), taken))
        return lacking.length ? [{ level: level.id, target: target.target, priorities: lacking }] : []
      }),
    )
  }

  private isLeft(boxes: readonly Box[], taken: readonly Box[]): boolean {
    const budget: Budget = { left: MOST_WORK }
    return boxes.some((box) => {
      const { by, isExhausted } = takersOf(box, taken, budget)
      if (isExhausted) this.isComplete = false
      return !by && !isExhausted
    })
  }

  private gaps(): Condition[] {
    const { space, impossible } = this.cases
    const active = this.design.priorities.filter((one) => one.active).map((one) => one.id)
    const within = this.ofPriorities(active)
    if (!this.design.serviceLevels.length || !active.length) return []
    const { boxes, isComplete } = gapsOf({
      within,
      sizes: space.sizes,
      taken: [...this.whens.values()].flat(),
      impossible,
      budget: { left: MOST_WORK },
    })
    this.isComplete &&= isComplete
    return boxes.map((box) => space.whenOf(box, within))
  }
}

const inOrder = ({ serviceLevels }: Design, ids: Iterable<string>): string[] => {
  const some = new Set(ids)
  return serviceLevels.filter((one) => some.has(one.id)).map((one) => one.id)
}
