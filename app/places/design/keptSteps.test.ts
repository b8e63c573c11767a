import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { DesignStep } from '~~/core/design'
import { keepSteps, readSteps } from './keptSteps'

beforeEach(() => sessionStorage.clear())
const act = (name: string): DesignStep[] => [
  { list: 'desk', id: 'desk', before: { name: 'old' }, after: { name } },
]
const done = ['a', 'b'].map(act)

describe('what can be taken back', () => {
  it('is there after a reload, for whoever did it and the same edition only', () => {
    keepSteps('olin', 3, { done, undone: [act('c')], refused: act('d') })
    expect(readSteps('olin', 3)).toEqual({ done, undone: [act('c')], refused: act('d') })
    expect(readSteps('tora', 3)).toEqual({ done: [], undone: [], refused: [] })
    expect(readSteps('olin', 4)).toEqual({ done: [], undone: [], refused: [] })
  })

  it('is nothing once there is nothing, or where what was kept cannot be read', () => {
    keepSteps('olin', 3, { done, undone: [], refused: [] })
    keepSteps('olin', 3, { done: [], undone: [], refused: [] })
    expect(sessionStorage.length).toBe(0)
    sessionStorage.setItem('yare-steps-olin', '{"done"')
    expect(readSteps('olin', 3)).toEqual({ done: [], undone: [], refused: [] })
    sessionStorage.setItem('yare-steps-olin', '{"edition":3,"done":1}')
    expect(readSteps('olin', 3)).toEqual({ done: [], undone: [], refused: [] })
  })

  it('loses its oldest acts where it is too much, never its newest', () => {
    const many = Array.from({ length: 80 }, (_, at) => act(String(at)))
    keepSteps('olin', 3, { done: many, undone: [], refused: [] })
    expect(readSteps('olin', 3).done).toEqual(many.slice(-60))
    const large = ['x', 'y', 'z'].map((one) => act(one.repeat(600_000)))
    keepSteps('olin', 3, { done: large, undone: [], refused: [] })
    expect(readSteps('olin', 3).done).toEqual(large.slice(-1))
  })

  it('is kept by the page alone where the window keeps nothing', () => {
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new Error('full')
    })
    expect(() => keepSteps('olin', 3, { done, undone: [], refused: [] })).not.toThrow()
    full.mockRestore()
  })
})
