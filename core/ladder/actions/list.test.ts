import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ACTIONS, termsOf } from './list'

const FIRST = {
  plan: 'p',
  ...{ template: 'rung', team: 'networks', queue: 'tills', status: 'in-hand', field: 'landing' },
  ...{ checklist: 'wet', webhook: 'board', ladder: 'other' },
}
const NAMES = Object.keys(ACTIONS) as (keyof typeof ACTIONS)[]

describe('what a rung can do', () => {
  it('is all in the list, each in a file of its own name', () => {
    const files = readdirSync(import.meta.dirname).filter((one) => !/^list\.|\.test\.ts$/.test(one))
    expect(NAMES.map((name) => `${name}.ts`).sort()).toEqual(files.sort())
  })

  it.each(NAMES)(
    '%s: begins as itself, names what its field on the screen changes, and is said in words',
    (name) => {
      const fresh = ACTIONS[name].fresh(FIRST)
      const terms = termsOf(fresh)
      expect(fresh.do).toBe(name)
      if (terms.field.field === 'choice' && !terms.field.nothing)
        expect((fresh as unknown as Record<string, string>)[terms.field.key]).toBeTruthy()
      const called = (id: string) => `<${id}>`
      const words = {
        ...{
          person: called,
          rota: called,
          question: called,
          team: called,
          queue: called,
          priority: called,
          status: called,
        },
        ...{
          field: called,
          fieldValue: called,
          webhook: called,
          checklist: called,
          ladder: called,
          plan: called,
        },
      }
      expect(terms.said(fresh, words)).toMatch(/^\w/)
      expect(terms.said(fresh, words)).not.toMatch(/undefined|\[object/)
    },
  )
})
