import { describe, expect, it } from 'vitest'
import { evidenceInWords, figureFault, type Evidence } from './evidence'

const figure = (more: object = {}) => ({ is: 'figure' as const, ...more })

describe('a figure that a task asks for', () => {
  it.each([
    [figure(), 0, undefined],
    [figure(), -3.5, undefined],
    [figure({ least: 12, most: 14.4, unit: 'V' }), 12, undefined],
    [figure({ least: 12, most: 14.4, unit: 'V' }), 14.4, undefined],
    [figure({ least: 12, most: 14.4, unit: 'V' }), 11.99, 'must be from 12 to 14.4 V'],
    [figure({ least: 12 }), 11, 'must be 12 or more'],
    [figure({ most: 0 }), 1, 'must be 0 or less'],
    [figure({ least: 4, most: 4 }), 5, 'must be 4'],
    [figure(), undefined, 'please give the figure'],
    [figure(), NaN, 'please give the figure'],
    [figure({ most: 3 }), Infinity, 'please give the figure'],
  ])('%j with %s: %s', (evidence, given, fault) => {
    expect(figureFault(evidence, given)).toBe(fault)
  })
})

describe('what is wanted', () => {
  it.each<[Evidence, string]>([
    [{ is: 'file' }, 'with a file'],
    [{ is: 'field', field: 'serial' }, 'with “the serial” filled in'],
    [{ is: 'figure' }, 'with a figure'],
    [{ is: 'figure', least: 2, unit: 'bar' }, 'with a figure 2 or more bar'],
    [{ is: 'figure', least: 2, most: 3, unit: 'bar' }, 'with a figure from 2 to 3 bar'],
  ])('is said in words: %j', (evidence, words) => {
    expect(evidenceInWords(evidence, (field) => `the ${field}`)).toBe(words)
  })
})
