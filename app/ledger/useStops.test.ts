import { describe, expect, it } from 'vitest'
import { computed } from 'vue'
import { useStops, type Stop } from './useStops'

const at = (from: number, to = from): Stop => ({ from, to, text: `${from}` })
const press = (key: string, more: KeyboardEventInit = {}) =>
  new KeyboardEvent('keydown', { key, cancelable: true, ...more })

function reading(lanes: Stop[][]) {
  const stops = useStops(
    computed(() => lanes),
    () => ({ lane: 1, at: 50 }),
  )
  return { ...stops, go: (...keys: string[]) => keys.forEach((key) => stops.onKey(press(key))) }
}

describe('reading a drawing by keys', () => {
  const lanes = [[at(5), at(90)], [at(0, 40), at(45, 60), at(60, 100)], [], [at(10, 20), at(80)]]

  it('begins at the moment that it is told, and goes along its lane to the ends', () => {
    const { start, stop, go } = reading(lanes)
    start()
    expect(stop.value).toEqual(at(45, 60))
    go('ArrowRight', 'ArrowRight')
    expect(stop.value).toEqual(at(60, 100))
    go('Home')
    expect(stop.value).toEqual(at(0, 40))
  })

  it('crosses to what is nearest in time, over a lane that has nothing', () => {
    const { start, stop, go } = reading(lanes)
    start()
    go('End', 'ArrowDown')
    expect(stop.value).toEqual(at(80))
    go('ArrowUp', 'ArrowUp')
    expect(stop.value).toEqual(at(90))
    go('ArrowUp')
    expect(stop.value).toEqual(at(90))
  })

  it('ends by Escape, and leaves keys alone that are not its own', () => {
    const { start, stop, go, onKey } = reading(lanes)
    start()
    go('Escape')
    expect(stop.value).toBeUndefined()
    const other = press('ArrowRight', { ctrlKey: true })
    onKey(other)
    expect([other.defaultPrevented, stop.value]).toEqual([false, undefined])
    const letter = press('x')
    onKey(letter)
    expect(letter.defaultPrevented).toBe(false)
  })
})
