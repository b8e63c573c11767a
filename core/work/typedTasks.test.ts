import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { typedTasks } from './typedTasks'

describe('tasks that are typed or pasted', () => {
  it.each([
    ['Look at the fuse', ['Look at the fuse']],
    [
      '- Look at the fuse\n- [ ] Call the pier\r\n\n * [x] Shut the box',
      ['Look at the fuse', 'Call the pier', 'Shut the box'],
    ],
    ['1. One\n2) Two\n10.  Ten', ['One', 'Two', 'Ten']],
    ['☐ A box\n☑ Another', ['A box', 'Another']],
    ['2026-11-30 is the day\n3 keys\n-5 degrees', ['2026-11-30 is the day', '3 keys', '-5 degrees']],
    [' \n\t\n', []],
  ])('%j is %j', (text, tasks) => {
    expect(typedTasks(text)).toEqual(tasks)
  })

  it('lose no word and hold no empty line, whatever is pasted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-z]{1,8}( [a-z]{1,8}){0,3}$/), { maxLength: 20 }),
        (lines) => {
          expect(typedTasks(lines.map((one) => `  - ${one} `).join('\n'))).toEqual(lines)
        },
      ),
    )
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const one of typedTasks(text)) expect(one).toBe(one.trim())
        expect(typedTasks(text)).not.toContain('')
      }),
    )
  })

  it('takes a large text in a moment', () => {
    expect(typedTasks('- x\n'.repeat(10_000))).toHaveLength(10_000)
    expect(typedTasks(' '.repeat(100_000))).toEqual([])
  })
})
