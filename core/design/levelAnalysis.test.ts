import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { grantedFor, tryLevels, type ServiceLevel } from '../clock'
import { holds, type Condition, type Facts, type Test } from '../condition'
import { caseDesign, holdsFor } from './cases'
import type { Design } from './design'
import { domainsOf } from './domains'
import { analyseLevels } from './levelAnalysis'

// A small design: two items of two kinds, of which one asks whether boarding stopped; two priorities and one switched off.
const base = demoDesign()
const [item, other] = ['gate-scanner', 'other'].map((id) => ({ ...base.items[0]!, id, kind: `${id}-kind` }))
const small: Design = {
  ...base,
  kinds: [item!, other!].map(({ kind: id }) => ({ ...base.kinds[0]!, id })),
  items: [
    { ...item!, form: 'asking' },
    { ...other!, form: 'silent' },
  ],
  forms: [
    { id: 'asking', name: 'Asking', steps: [{ title: '', questions: [{ question: 'boardingStopped' }] }] },
    { id: 'silent', name: 'Silent', steps: [{ title: '', questions: [] }] },
  ],
  priorities: base.priorities
    .slice(0, 3)
    .map((one, at) => ({ id: one.id, numeral: one.numeral, name: one.name, order: at, active: at < 2 })),
}
const PRIORITIES = small.priorities.map((one) => one.id)

/** Every ticket that there can be, as far as the conditions below ask. */
const TICKETS: Facts[] = small.items.flatMap(({ id, kind, form }) =>
  PRIORITIES.flatMap((priority) =>
    ['high', 'medium', 'low'].flatMap((impact) =>
      [true, false].flatMap((majorIncident) =>
        (form === 'asking' ? [true, false, undefined] : [undefined]).map((answer) => ({
          ...{ item: id, kind, priority, impact, majorIncident },
          'form.boardingStopped': answer,
        })),
      ),
    ),
  ),
)

const is = (fact: string, value: string | boolean): Test => ({ fact, op: 'is', value })
const test: fc.Arbitrary<Condition> = fc.oneof(
  fc.constantFrom('high', 'medium', 'low').map((value) => is('impact', value)),
  fc.subarray(['high', 'medium', 'low']).map((value): Test => ({ fact: 'impact', op: 'noneOf', value })),
  fc.boolean().map((value) => is('majorIncident', value)),
  fc.boolean().map((value) => is('form.boardingStopped', value)),
  fc.constantFrom<Test>(
    { fact: 'form.boardingStopped', op: 'filled' },
    { fact: 'form.boardingStopped', op: 'isNot', value: true },
  ),
  fc.constantFrom(...PRIORITIES).map((value) => is('priority', value)),
  fc.constantFrom(
    ...small.items.map((one) => is('item', one.id)),
    ...small.kinds.map((one) => is('kind', one.id)),
  ),
)
const condition = fc.letrec<{ one: Condition }>((tie) => ({
  one: fc.oneof(
    { maxDepth: 2, withCrossShrink: true },
    test,
    fc.array(tie('one'), { maxLength: 3 }).map((all) => ({ all })),
    fc.array(tie('one'), { minLength: 1, maxLength: 3 }).map((any) => ({ any })),
    fc.array(tie('one'), { maxLength: 2 }).map((none) => ({ none })),
  ),
})).one
const target = (name: string) =>
  fc.subarray(PRIORITIES).map((granted): ServiceLevel['targets'][number] => ({
    ...base.serviceLevels[0]!.targets[0]!,
    target: name,
    granted: Object.fromEntries(granted.map((id) => [id, 'PT1H'])),
  }))
const levels = fc
  .array(fc.record({ when: condition, targets: fc.tuple(target('respond'), target('resolve')) }), {
    minLength: 1,
    maxLength: 4,
  })
  .map((some): ServiceLevel[] => some.map((one, at) => ({ ...one, id: `l${at}`, name: `Level ${at}` })))

const priorityOf = (ticket: Facts) => small.priorities.find((one) => one.id === ticket.priority)!
const analysed = (serviceLevels: ServiceLevel[]) => {
  const design = { ...small, serviceLevels }
  return analyseLevels(design, domainsOf(design))
}

describe('the analysis of service levels, against every ticket in turn', () => {
  it('finds the levels and targets that never promise anything', () => {
    fc.assert(
      fc.property(levels, (serviceLevels) => {
        const made = new Set(
          TICKETS.flatMap((ticket) =>
            tryLevels(serviceLevels, ticket, priorityOf(ticket)).flatMap(({ level, promises }) =>
              promises.map((one) => `${level} ${one}`),
            ),
          ),
        )
        const idle = new Set(
          analysed(serviceLevels).idle.flatMap(({ level, target: only }) =>
            (only ? [only] : ['respond', 'resolve']).map((one) => `${level} ${one}`),
          ),
        )
        for (const level of serviceLevels) {
          const isFor = TICKETS.some((ticket) => holds(level.when, ticket))
          for (const one of level.targets) {
            // What grants no time to anybody promises nothing, and is told as that.
            const grants = Object.keys(one.granted).length > 0
            const name = `${level.id} ${one.target}`
            if (grants || !isFor) expect([name, idle.has(name)]).toEqual([name, !made.has(name)])
          }
        }
      }),
      { numRuns: 300 },
    )
  })

  it('names levels that without others take all that one is for', () => {
    fc.assert(
      fc.property(levels, (serviceLevels) => {
        for (const { level, target: only, by } of analysed(serviceLevels).idle) {
          const some = serviceLevels.filter((one) => by.includes(one.id) || one.id === level)
          const promises = TICKETS.flatMap((ticket) =>
            tryLevels(some, ticket, priorityOf(ticket)).filter((one) => one.level === level),
          ).flatMap((one) => one.promises)
          expect(promises.filter((one) => only === undefined || one === only)).toEqual([])
        }
      }),
    )
  })

  it('finds the tickets for which there is no level, each in some gap and none in vain', () => {
    fc.assert(
      fc.property(levels, (serviceLevels) => {
        const { gaps, isComplete } = analysed(serviceLevels)
        expect(isComplete).toBe(true)
        for (const ticket of TICKETS.filter((one) => priorityOf(one).active)) {
          const isFree = !serviceLevels.some((one) => holds(one.when, ticket))
          expect(gaps.some((gap) => holds(gap, ticket))).toBe(isFree)
        }
        for (const gap of gaps) expect(TICKETS.some((ticket) => holds(gap, ticket))).toBe(true)
      }),
      { numRuns: 300 },
    )
  })

  it('finds priorities that come without a time', () => {
    fc.assert(
      fc.property(levels, (serviceLevels) => {
        const found = new Set(
          analysed(serviceLevels).untimed.flatMap((one) =>
            one.priorities.map((id) => `${one.level} ${one.target} ${id}`),
          ),
        )
        for (const level of serviceLevels)
          for (const one of level.targets)
            for (const priority of small.priorities.filter((each) => each.active)) {
              const comes = TICKETS.filter(
                (ticket) => ticket.priority === priority.id && holds(level.when, ticket),
              )
              const isPoor = comes.some(
                (ticket) =>
                  !tryLevels(serviceLevels, ticket, priority).some((each) =>
                    each.promises.includes(one.target),
                  ),
              )
              const name = `${level.id} ${one.target} ${priority.id}`
              expect([name, found.has(name)]).toEqual([name, isPoor && !grantedFor(one, priority)])
            }
      }),
      { numRuns: 300 },
    )
  })
})

it('tells levels apart that were made of one another and have the very same target', () => {
  const { targets } = base.serviceLevels[0]!
  const serviceLevels = ['high', 'low'].map((impact): ServiceLevel => ({
    ...{ id: impact, name: impact, when: is('impact', impact) },
    targets,
  }))
  expect(analyseLevels({ ...small, serviceLevels }, domainsOf(small)).idle).toEqual([])
})

describe('for whom a condition holds among those of another', () => {
  it('is what trying every ticket says', () => {
    fc.assert(
      fc.property(condition, condition, (one, among) => {
        const all = TICKETS.filter((ticket) => holds(among, ticket))
        const some = all.filter((ticket) => holds(one, ticket))
        const wanted = !all.length
          ? 'some'
          : !some.length
            ? 'none'
            : some.length === all.length
              ? 'all'
              : 'some'
        const domains = {
          ...domainsOf(small),
          priority: { type: 'choice', values: PRIORITIES, always: true } as const,
        }
        expect(holdsFor(caseDesign(small), domains, one, among)).toBe(wanted)
      }),
      { numRuns: 500 },
    )
  })
})
