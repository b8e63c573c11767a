import { describe, expect, it } from 'vitest'
import { effectScope, ref, shallowRef } from 'vue'
import { useHeld } from './useHeld'

interface Row {
  id: string
  balance: number
}
const rowsOf = (...ids: string[]): Row[] => ids.map((id, at) => ({ id, balance: at }))

function list(first: Row[]) {
  const fresh = shallowRef<readonly Row[]>(first)
  const busy = ref(false)
  const filter = ref('all')
  const held = effectScope().run(() =>
    useHeld(
      () => fresh.value,
      ({ id }) => id,
      () => busy.value,
      () => filter.value,
    ),
  )!
  const order = () => held.rows.value.map(({ id }) => id).join('')
  return { fresh, busy, filter, held, order }
}

describe('rows while somebody is among them', () => {
  it('follow what is new as long as nobody is', () => {
    const { fresh, order, held } = list(rowsOf('a', 'b', 'c'))
    fresh.value = rowsOf('c', 'a', 'b')
    expect([order(), held.waits.value]).toEqual(['cab', false])
  })

  it('stay where they are, and say what is new', () => {
    const { fresh, busy, order, held } = list(rowsOf('a', 'b', 'c'))
    busy.value = true
    fresh.value = rowsOf('c', 'a', 'b')
    expect([order(), held.waits.value]).toEqual(['abc', true])
    expect(held.rows.value.map(({ balance }) => balance)).toEqual([1, 2, 0])
  })

  it('keep what is gone until nobody is among them any more', () => {
    const { fresh, busy, order, held } = list(rowsOf('a', 'b', 'c'))
    busy.value = true
    fresh.value = rowsOf('a', 'c')
    expect([order(), held.waits.value]).toEqual(['abc', true])
    busy.value = false
    expect([order(), held.waits.value]).toEqual(['ac', false])
  })

  it('let what is new above wait, and what is read further down come', () => {
    const { fresh, busy, order, held } = list(rowsOf('a', 'b'))
    busy.value = true
    fresh.value = rowsOf('n', 'a', 'b', 'c', 'd')
    expect([order(), held.waits.value]).toEqual(['abcd', true])
  })

  it('are put in order when somebody asks for it, and stay so then', () => {
    const { fresh, busy, order, held } = list(rowsOf('a', 'b'))
    busy.value = true
    fresh.value = rowsOf('b', 'a')
    held.release()
    expect([order(), held.waits.value]).toEqual(['ba', false])
    fresh.value = rowsOf('a', 'b')
    expect(order()).toBe('ba')
  })

  it('of another list are not mixed with them', () => {
    const { fresh, busy, filter, order } = list(rowsOf('a', 'b'))
    busy.value = true
    filter.value = 'over'
    fresh.value = rowsOf('x', 'y')
    expect(order()).toBe('xy')
    fresh.value = rowsOf('y', 'x')
    expect(order()).toBe('xy')
  })
})
