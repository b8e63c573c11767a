import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { articleOf, usesOfAnswer, usesOfKind } from '.'

const design = demoDesign()
const to = (place: string) => articleOf(design, place)

describe('where something stands in Design', () => {
  it('is the item whose form it is, or where those are that only plans ask for', () => {
    expect(to('forms/gate-scanner#gates')).toBe('catalog/gate-scanner#gates')
    expect(to('forms/of-nobody#gates')).toBe('plans/forms#of-nobody')
  })

  it('is its place on the page that shows the whole list', () => {
    expect(to('service-levels/office')).toBe('service-levels#office')
    expect(to('ladders/not-solved#due')).toBe('ladders#not-solved-due')
    expect(to('service-levels')).toBe('service-levels')
  })

  it('is the article named where there is one', () => {
    expect(to('kinds/fault')).toBe('kinds/fault')
    expect(to('triage/where-it-goes#r2')).toBe('triage/where-it-goes#r2')
    expect(to('catalog/gate-scanner')).toBe('catalog/gate-scanner')
    expect(to('questions/gates')).toBe('questions/gates')
  })

  it('is known for everything that goes by a question or a kind', () => {
    const uses = [
      ...design.questions.flatMap((one) => usesOfAnswer(design, one.name)),
      ...design.kinds.flatMap((one) => usesOfKind(design, one.id)),
    ]
    expect(uses.length).toBeGreaterThan(5)
    for (const { place } of uses)
      expect(to(place)).toMatch(/^(catalog\/[\w-]+|kinds\/|triage\/|service-levels#|ladders#|moves#|plans\/)/)
  })
})
