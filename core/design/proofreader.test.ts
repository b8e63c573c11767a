import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { thingsOf, type Thing } from './compare'
import { LISTS, type Design } from './design'
import type { Finding } from '../finding'
import { Directory } from './directory'
import { forProofreading } from './forProofreading'
import { Proofreader, proofread } from './proofread'

const directory = new Directory(demoDirectory())

/** What somebody does to a thing of a list: it goes, changes places, or gets what another one has. */
interface Deed {
  list: (typeof LISTS)[number]
  at: number
  other: number
  part: number
  does: 'take out' | 'move' | 'copy a part'
}
const deed: fc.Arbitrary<Deed> = fc.record({
  list: fc.constantFrom(...LISTS),
  at: fc.nat(500),
  other: fc.nat(500),
  part: fc.nat(20),
  does: fc.constantFrom('take out', 'move', 'copy a part', 'copy a part', 'copy a part'),
})

function done(design: Design, { list, at, other, part, does }: Deed): Design {
  const things = [...thingsOf(design, list)]
  if (!things.length) return design
  const [one, two] = [at % things.length, other % things.length]
  if (does === 'take out') things.splice(one, 1)
  if (does === 'move') things.splice(two, 0, ...things.splice(one, 1))
  if (does === 'copy a part') {
    const from = things[two]!
    const key = Object.keys(from)[part % Object.keys(from).length]!
    const isName = key === 'id' || key === 'name'
    if (!isName) things[one] = { ...things[one], [key]: from[key] } as Thing
  }
  return { ...design, [list]: things }
}

describe('proofreading again and again', () => {
  it('finds what proofreading anew finds, after every change', () => {
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 4 }), (deeds) => {
        const proofreader = new Proofreader()
        let design = demoDesign()
        expect(proofreader.read(design, directory)).toEqual([])
        for (const one of deeds) {
          design = done(design, one)
          // As it comes to a worker: a copy.
          expect(proofreader.read(structuredClone(design), directory)).toEqual(proofread(design, directory))
        }
      }),
      { numRuns: 60 },
    )
  })

  it('finds what a changed row of a table, or of who gets what, is about', () => {
    const proofreader = new Proofreader()
    const design = demoDesign()
    const { routing } = design.triage
    proofreader.read(design, directory)
    for (const triage of [
      { ...design.triage, routing: { ...routing, rows: [...routing.rows.slice(-1), ...routing.rows] } },
      { ...design.triage, otherwise: { queue: 'nowhere', team: 'nobody' } },
    ]) {
      const changed = { ...design, triage }
      const found = proofread(changed, directory)
      expect(found.length).toBeGreaterThan(0)
      expect(proofreader.read(changed, directory)).toEqual(found)
    }
    expect(proofreader.read(design, directory)).toEqual([])
  })

  it('finds the same elsewhere by what of the directory it asks, but for whether somebody exists', () => {
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 3 }), (deeds) => {
        const design = deeds.reduce(done, demoDesign())
        const told = new Directory(forProofreading(directory, design))
        const ofPeople = (one: Finding) => one.refersTo?.what === 'person'
        expect(new Proofreader().read(design, told, 'allButPeople')).toEqual(
          proofread(design, directory).filter((one) => !ofPeople(one)),
        )
      }),
      { numRuns: 40 },
    )
    const { people } = forProofreading(directory, demoDesign())
    expect(people.length).toBeLessThan(directory.people.size)
    expect(people.every((one) => one.mail === '')).toBe(true)
  })

  it('leaves people unasked where it is not told of all of them', () => {
    const design = demoDesign()
    const changed = { ...design, rotas: design.rotas.map((one) => ({ ...one, members: ['nobody-knows'] })) }
    const codes = (known: 'everything' | 'allButPeople') =>
      new Proofreader().read(changed, directory, known).map((one) => one.code)
    expect(codes('everything')).toContain('referenceMissing')
    expect(codes('allButPeople')).toEqual([])
  })
})
