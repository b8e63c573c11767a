import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refuseDeep } from './door'
import { HttpProblem } from './problem'

/** How deep lists and objects stand in each other, by walking the value. */
const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null
    ? 1 + Math.max(0, ...Object.values(value as object).map(depthOf))
    : 0
const isRefused = (json: string) => {
  try {
    refuseDeep(json)
    return false
  } catch (error) {
    return error instanceof HttpProblem && error.status === 422
  }
}

describe('JSON that is nested too deep', () => {
  it('is refused before it is read, and nothing else is, whatever stands in its texts', () => {
    const text = fc.string({ unit: fc.constantFrom('"', '\\', '[', ']', '{', '}', 'a', '\n') })
    const value = fc.letrec((tie) => ({
      value: fc.oneof({ maxDepth: 6 }, text, fc.array(tie('value')), fc.dictionary(text, tie('value'))),
    })).value
    fc.assert(
      fc.property(value, fc.integer({ min: 0, max: 80 }), (inner, levels) => {
        let outer: unknown = inner
        for (let level = 0; level < levels; level++) outer = level % 2 ? [outer] : { '"}': outer }
        expect(isRefused(JSON.stringify(outer))).toBe(depthOf(outer) > 65)
      }),
    )
  })

  it('is found in no time where there are a million levels, and a text that does not end is left to the reader', () => {
    expect(isRefused('['.repeat(1_000_000))).toBe(true)
    expect(isRefused('{"a": "[[[[')).toBe(false)
    expect(isRefused(`"${'\\'.repeat(100_001)}`)).toBe(false)
  })
})
