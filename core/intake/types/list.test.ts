import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { QUESTION_TYPES } from './list'

describe('types of questions', () => {
  it('are all in the list, each in a file of its own name', () => {
    const files = readdirSync(import.meta.dirname).filter((one) => !/^list\.|\.test\.ts$/.test(one))
    expect(
      Object.keys(QUESTION_TYPES)
        .map((name) => `${name}.ts`)
        .sort(),
    ).toEqual(files.sort())
  })

  it('have names of their own, and a way to be typed where they are typed in words', () => {
    const all = Object.values(QUESTION_TYPES)
    expect(new Set(all.map((one) => one.name)).size).toBe(all.length)
    for (const one of all) expect(one.typed !== undefined, one.name).toBe(one.control === 'typed')
  })
})
