import type { BoardScale } from './scale'

/** From where to where something is drawn, as shares of what it lies on. */
type Span = NonNullable<ReturnType<BoardScale['span']>>

/** In which row each of several things lies that would lie on each other, from 0 on. */
export interface Besides {
  rows: number[]
  /** How many rows there are. */
  count: number
}

/**
 * Things that are drawn at the same time lie in rows of their own: each in the first that is free where it begins.
 * @param spans in the order of their beginnings
 * @param least each is drawn at least so wide, as a share
 * @example besides([{ x: 0, width: 0.5 }, { x: 0.2, width: 0.1 }, { x: 0.5, width: 0.1 }], 0) // rows 0, 1, 0
 */
export function besides(spans: readonly Span[], least: number): Besides {
  const ends: number[] = []
  const rows = spans.map(({ x, width }) => {
    const free = ends.findIndex((end) => end <= x + ROUNDING)
    const row = free < 0 ? ends.length : free
    ends[row] = x + Math.max(width, least)
    return row
  })
  return { rows, count: ends.length }
}

/** Shares are divided, so that the end of one and the beginning of the next may differ by less than this. */
const ROUNDING = 1e-9
