import { describe, expect, it } from 'vitest'
import { codeOf } from '../error/codeOf'
import { isOneOf, isRecord, keysOf, named, numbersIn, oneAt, oneBy, present, textsIn } from './index'

describe('looking up what must be there', () => {
  it('finds it by its place, from either end', () => {
    expect(oneAt(['a', 'b', 'c'], 0)).toBe('a')
    expect(oneAt(['a', 'b', 'c'], -1)).toBe('c')
    expect(oneAt('abc', 1)).toBe('b')
    expect(oneAt(Uint32Array.of(0, 7), 0)).toBe(0)
    expect(oneAt([null], 0)).toBeNull()
  })

  it.each([2, -3, 0.5, Number.NaN])('says that nothing stands at %s of two', (place) => {
    expect(() => oneAt(['a', 'b'], place)).toThrow(`Nothing stands at ${place} of 2`)
  })

  it('finds it by its key and says which key is missing', () => {
    expect(oneBy(new Map([['a', 0]]), 'a')).toBe(0)
    expect(() => oneBy(new Map([['a', 0]]), 'b')).toThrow('Nothing is held under “b”')
    expect(() => oneBy(new WeakMap(), {})).toThrow('Nothing is held under “this”')
  })

  it('finds it by its name, and no name that every object has', () => {
    expect(named({ a: '' }, 'a')).toBe('')
    expect(() => named({ a: 1 }, 'b')).toThrow('Nothing stands under “b”')
    expect(() => named<unknown>({}, 'constructor')).toThrow('“constructor”')
    expect(() => named<number | undefined>({ a: undefined }, 'a')).toThrow('“a”')
  })

  it('says so where nothing is there, and takes nought, no and an empty text for something', () => {
    expect([present(0), present(false), present('')]).toEqual([0, false, ''])
    expect(() => present(undefined)).toThrow(TypeError)
    expect(() => present(null)).toThrow('Nothing is there')
  })

  it('tells what something of unknown kind is', () => {
    const words = keysOf({ low: 1, high: 2 })
    const asked = ['low', 'high', 'Low', 'constructor', 1, undefined]
    expect(asked.filter((one) => isOneOf(words, one))).toEqual(['low', 'high'])
    expect([{}, [], null, 'a', new Map()].map(isRecord)).toEqual([true, false, false, false, true])
    expect(keysOf({ b: 1, a: 2 })).toEqual(['b', 'a'])
    expect([textsIn(['a', 1, null, 'b']), textsIn('a'), numbersIn(['a', 1]), numbersIn(null)]).toEqual([
      ['a', 'b'],
      [],
      [1],
      [],
    ])
    expect([
      codeOf(Object.assign(new Error(), { code: 'ENOENT' })),
      codeOf({ code: 5 }),
      codeOf(null),
    ]).toEqual(['ENOENT', undefined, undefined])
  })
})
