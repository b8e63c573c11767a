import { describe, expect, it } from 'vitest'
import type { BenchPage } from '~/composables/useBench'
import { linesOf } from './useBenchPage'

const page = (tickets: [number, number | null][], fixed: [number, number][]) =>
  ({
    tickets: tickets.map(([reference, from]) => ({ reference, from })),
    fixed: fixed.map(([id, starts]) => ({ id, starts })),
  }) as unknown as BenchPage
const named = (lines: ReturnType<typeof linesOf>) =>
  lines.map((one) => (one.fixed ? `f${one.fixed.id}` : String(one.ticket.reference)))

describe('the lines of a bench', () => {
  it('have what is fixed at its hour among what moves', () => {
    expect(
      named(
        linesOf(
          page(
            [
              [1, 100],
              [2, 300],
            ],
            [
              [9, 200],
              [8, 50],
              [7, 900],
            ],
          ),
        ),
      ),
    ).toEqual(['f8', '1', 'f9', '2', 'f7'])
  })

  it('have it before what no shift comes for', () => {
    expect(named(linesOf(page([[1, null]], [[9, 200]])))).toEqual(['f9', '1'])
  })
})
