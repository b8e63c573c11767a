import { describe, expect, it } from 'vitest'
import { countTasks, type TaskCame } from './taskCounts'
import { countedAs, reworded } from './task'

const hours = { between: (from: number, to: number) => to - from }
const task = (
  counted: string,
  came: number,
  done: number | null = null,
  left: number | null = null,
): TaskCame => ({
  ...{ list: 'visit', counted, came, done, left },
})

describe('what became of tasks', () => {
  it('is counted by checklist and task; half of those ticked took no longer', () => {
    const counts = countTasks(
      [
        task('tide', 0, 10),
        task('tide', 0, 30),
        task('tide', 0, 20),
        task('tide', 0, 90),
        task('tide', 0),
        task('van', 5, null, 6),
        { ...task('tide', 0, 7), list: 'other' },
      ],
      hours,
    )
    expect(counts).toEqual({
      visit: {
        tide: { came: 5, ticked: 4, left: 0, took: 20 },
        van: { came: 1, ticked: 0, left: 1, took: null },
      },
      other: { tide: { came: 1, ticked: 1, left: 0, took: 7 } },
    })
    expect(countTasks([], hours)).toEqual({})
  })

  it('takes names that every object has for names', () => {
    const counts = countTasks([{ ...task('constructor', 0, 1), list: '__proto__' }], hours)
    expect(Object.entries(counts)).toEqual([
      ['__proto__', { constructor: { came: 1, ticked: 1, left: 0, took: 1 } }],
    ])
  })

  it('is counted as before where a task is called otherwise', () => {
    const before = { text: 'Tide looked up' }
    const once = reworded(before, { text: 'Tide and boarding time looked up' })
    const twice = reworded(once, { text: 'Tide table', required: true })
    expect([once, twice].map(countedAs)).toEqual(['Tide looked up', 'Tide looked up'])
    expect(reworded(before, { required: true })).toEqual({ text: 'Tide looked up', required: true })
  })
})
