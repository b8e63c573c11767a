import { failures, holds, testsOf, type Condition, type Facts, type Test } from '../condition'
import { freeId } from '../naming'
import type { ServiceLevel, Target } from './clock'
import { PARTNERS, STAGES } from './beyondLevels'

/** What would become of one service level for one ticket. */
export interface LevelTrial {
  level: string
  holds: boolean
  /** Targets for which it is the first whose condition holds and that promises something for the priority. */
  promises: string[]
  /** Where it does not hold: the tests that failed, of how many. */
  missing: Test[]
  tests: number
}

/** A priority, as far as promises ask for it. */
export interface GrantingPriority {
  id: string
  times?: { respond?: string; resolve?: string }
}

/**
 * The time that a target grants a priority: its own, else that which the priority has for every service level.
 * @returns an ISO 8601 duration; undefined when nothing is promised
 */
export function grantedFor({ granted, target }: Target, { id, times }: GrantingPriority): string | undefined {
  return granted[id] || times?.[target as 'respond'] || undefined
}

/**
 * Tries service levels in their order against the facts of a ticket: which would apply, and which came close.
 * @param facts what is known about the ticket
 * @param priority decides what is granted
 */
export function tryLevels(
  levels: readonly ServiceLevel[],
  facts: Facts,
  priority: GrantingPriority,
): LevelTrial[] {
  const taken = new Set<string>()
  return levels.map((level) => {
    const applies = holds(level.when, facts)
    const promises = level.targets
      .filter((one) => applies && grantedFor(one, priority) && !taken.has(one.target))
      .map((one) => one.target)
    for (const target of promises) taken.add(target)
    return {
      level: level.id,
      holds: applies,
      promises,
      missing: failures(level.when, facts),
      tests: testsOf(level.when).length,
    }
  })
}

/**
 * Copies a level into a family: one level for each priority, which applies to that priority alone and grants what
 * the level granted it. Priorities to which it promises nothing get none.
 * @param priorities ids with their names, in the order in which the copies are to stand
 * @param isTaken whether an id is in use already
 */
export function familyOf(
  level: ServiceLevel,
  priorities: readonly { id: string; name: string }[],
  isTaken: (id: string) => boolean,
): ServiceLevel[] {
  return priorities
    .filter(({ id }) => level.targets.some((one) => one.granted[id]))
    .map(({ id, name }) => ({
      ...level,
      id: freeId(`${level.id}-${id}`, isTaken),
      name: `${level.name}, ${name}`,
      when: withTest(level.when, { fact: 'priority', op: 'is', value: id }),
      targets: level.targets
        .filter((one) => one.granted[id])
        .map((one) => ({ ...one, granted: { [id]: one.granted[id]! } })),
    }))
}

function withTest(condition: Condition, test: Test): Condition {
  return { all: 'all' in condition ? [...condition.all, test] : [condition, test] }
}

/** What promises something: service levels, plans whose stages may take only so long, and what partners owe. */
interface Promising {
  serviceLevels: readonly ServiceLevel[]
  plans: readonly { stages: readonly { takes?: string }[] }[]
  exchanges: readonly { takes: { owed?: readonly unknown[] } }[]
}

/**
 * What each target is called, in the first level that has it, and those of stages and partners where there are any:
 * `{ respond: 'Answer', stages: 'a stage of a plan' }`.
 */
export function targetNames({ serviceLevels, plans, exchanges }: Promising): Record<string, string> {
  const all = serviceLevels.flatMap((level) => level.targets)
  const hasStages = plans.some(({ stages }) => stages.some(({ takes }) => takes !== undefined))
  return {
    ...Object.fromEntries(all.reverse().map(({ target, label }) => [target, label])),
    ...(hasStages && { [STAGES]: 'a stage of a plan' }),
    ...(exchanges.some(({ takes }) => takes.owed?.length) && { [PARTNERS]: 'what a partner desk owes' }),
  }
}
