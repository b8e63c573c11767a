import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { stepTerms, STEPS } from './list'

const FIRST = { priority: 'p1', field: 'landing', checklist: 'wet', ladder: 'other', plan: 'refit' }
const NAMES = Object.keys(STEPS) as (keyof typeof STEPS)[]

describe('what a move can do', () => {
  it('is all in the list, each in a file of its own name', () => {
    const files = readdirSync(import.meta.dirname).filter((one) => !/^list\.|\.test\.ts$/.test(one))
    expect(NAMES.map((name) => `${name}.ts`).sort()).toEqual(files.sort())
  })

  it.each(NAMES)('%s: begins as itself, with one of the choices of its field on the screen', (name) => {
    const fresh = STEPS[name].fresh(FIRST)
    const { field } = stepTerms(fresh)
    expect(fresh.do).toBe(name)
    const value = (key: string) => (fresh as unknown as Record<string, string>)[key]
    if (field.field === 'options') expect(Object.keys(field.options)).toContain(value(field.key))
    if (field.field === 'choice') expect(value(field.key)).toBe(FIRST[field.of])
  })
})
