import { describe, expect, it } from 'vitest'
import { stepped } from './stepped'

describe('a step in a list', () => {
  it('takes one on or back and leaves the list it was given', () => {
    const list = ['a', 'b', 'c', 'd']
    expect(stepped(list, 0, 1)).toEqual(['b', 'a', 'c', 'd'])
    expect(stepped(list, 3, -2)).toEqual(['a', 'd', 'b', 'c'])
    expect(list).toEqual(['a', 'b', 'c', 'd'])
  })

  it('stops at the ends and moves nothing that is not there', () => {
    expect(stepped(['a', 'b', 'c'], 1, -5)).toEqual(['b', 'a', 'c'])
    expect(stepped(['a', 'b', 'c'], 1, 5)).toEqual(['a', 'c', 'b'])
    expect(stepped(['a', 'b'], 2, -1)).toEqual(['a', 'b'])
  })
})
