import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { canonicalJson } from '../json'
import { CannotChange, changeDesign, type DesignStep } from './change'
import { idOfThing, thingsOf, type Thing } from './compare'
import type { Design, DesignList } from './design'

// Two leads at one draft: each changes things as they were at the beginning, and sends one step after the other.

const base = demoDesign()
const LISTS: readonly DesignList[] = ['items', 'questions', 'serviceLevels', 'kinds', 'ladders', 'portals']

/** Somewhere in a thing: the names and places that lead there. */
type Path = readonly (string | number)[]

function* leaves(value: unknown, path: Path = []): Generator<Path> {
  if (typeof value === 'object' && value !== null)
    for (const [key, part] of Object.entries(value))
      yield* leaves(part, [...path, Array.isArray(value) ? Number(key) : key])
  else yield path
}
const isId = (path: Path) =>
  ['id', 'name', 'question', 'target', 'do', 'at', 'to', 'op', 'fact'].includes(String(path.at(-1)))

function withLeaf(value: unknown, [key, ...rest]: Path, put: (old: unknown) => unknown): unknown {
  if (key === undefined) return put(value)
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<
    string,
    unknown
  >
  copy[key] = withLeaf(copy[key], rest, put)
  return copy
}
const partAt = (value: unknown, path: Path): unknown =>
  path.reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], value)

interface Edit {
  list: DesignList
  thing: number
  leaf: number
  /** What is written there: it says by whom. */
  by: string
}
const edit = (by: string) =>
  fc.record<Edit>({
    list: fc.constantFrom(...LISTS),
    thing: fc.nat(3),
    leaf: fc.nat(200),
    by: fc.constant(by),
  })

/** The step that an edit sends, and where it writes what; nothing where there is no such place. */
function stepOf({ list, thing: at, leaf, by }: Edit) {
  const things = thingsOf(base, list)
  const before = things[at % things.length] as Thing
  const places = [...leaves(before)].filter((one) => !isId(one) && one.length > 0)
  const path = places[leaf % places.length]!
  const put = (old: unknown) => (typeof old === 'number' ? old + by.length : `${String(old)} ${by}`)
  const after = withLeaf(before, path, put)
  return {
    path,
    step: { list, id: idOfThing(before), before, after } satisfies DesignStep,
    said: put(partAt(before, path)),
  }
}

function applied(steps: readonly DesignStep[]): Design | 'refused' {
  try {
    return steps.reduce(changeDesign, base)
  } catch (error) {
    if (error instanceof CannotChange) return 'refused'
    throw error
  }
}
const inDesign = (design: Design, { step, path }: ReturnType<typeof stepOf>) =>
  partAt(
    thingsOf(design, step.list as DesignList).find((one) => idOfThing(one) === step.id),
    path,
  )

describe('the draft of two leads', () => {
  it(
    'has what both wrote, or says that both wrote in one place, in whatever order it came',
    { timeout: 120_000 },
    () => {
      let refused = 0
      fc.assert(
        fc.property(edit('mine'), edit('theirs, which is longer'), (one, other) => {
          const [mine, theirs] = [stepOf(one), stepOf(other)]
          const [there, back] = [applied([mine.step, theirs.step]), applied([theirs.step, mine.step])]
          expect(canonicalJson(there)).toBe(canonicalJson(back))
          if (there === 'refused') return void refused++
          expect(inDesign(there, mine)).toEqual(mine.said)
          expect(inDesign(there, theirs)).toEqual(theirs.said)
        }),
        { numRuns: 1500 },
      )
      expect(refused).toBeGreaterThan(0)
    },
  )

  it(
    'has every one of many changes, whoever made them and however they come between each other',
    { timeout: 120_000 },
    () => {
      fc.assert(
        fc.property(
          fc.uniqueArray(edit('mine'), { selector: (one) => `${one.list} ${one.thing}`, maxLength: 6 }),
          fc.uniqueArray(edit('theirs, which is longer'), {
            selector: (one) => `${one.list} ${one.thing}`,
            maxLength: 6,
          }),
          fc.infiniteStream(fc.boolean()),
          (mine, theirs, turns) => {
            const [ours, others] = [mine.map(stepOf), theirs.map(stepOf)]
            const wait: [typeof ours, typeof others] = [[...ours], [...others]]
            const mixed: ReturnType<typeof stepOf>[] = []
            for (const turn of turns) {
              const next = (turn ? wait[0] : wait[1]).shift() ?? wait[0].shift() ?? wait[1].shift()
              if (!next) break
              mixed.push(next)
            }
            const design = applied(mixed.map((one) => one.step))
            const straight = applied([...ours, ...others].map((one) => one.step))
            expect(canonicalJson(design)).toBe(canonicalJson(straight))
            if (design === 'refused') return
            for (const one of mixed) expect(inDesign(design, one)).toEqual(one.said)
          },
        ),
        { numRuns: 300 },
      )
    },
  )

  it('has what both put in, and nothing that one of them took out', () => {
    const group = (id: string) => ({ list: 'groups', id, before: null, after: { id, name: id } })
    const [first] = base.groups
    const gone: DesignStep = { list: 'groups', id: first!.id, before: first, after: null }
    for (const steps of [
      [group('mine'), group('theirs'), gone],
      [gone, group('theirs'), group('mine')],
    ]) {
      const design = applied(steps) as Design
      expect(new Set(design.groups.map((one) => one.id))).toEqual(
        new Set([...base.groups.slice(1).map((one) => one.id), 'mine', 'theirs']),
      )
    }
    const renamed = { ...gone, after: { ...first!, name: 'Another' } }
    expect([applied([gone, renamed]), applied([renamed, gone])]).toEqual(['refused', 'refused'])
  })
})
