import { describe, expect, it } from 'vitest'
import { PLAIN_LAYOUT } from '~~/core/work'
import { arranged } from './arranged'

describe('where the parts of a layout stand', () => {
  it('has every part of the plain one in its place', () => {
    const all = arranged(PLAIN_LAYOUT)
    expect(all.head).toEqual(['priority', 'category', 'queueTeam', 'technician'])
    expect(all.rows).toEqual(['requester', 'asked', 'account'])
    expect(all.first).toEqual([])
    expect(all.beside).toEqual([
      ...['tasks', 'articles', 'similar', 'open', 'time', 'links'],
      ...['impactUrgency', 'equipment', 'fields', 'decided'],
    ])
    expect([all.history, all.messages]).toEqual([true, true])
  })

  it('puts before everything what a layout begins with', () => {
    const all = arranged(['tasks', 'requester', 'asked', 'talk', 'time'])
    expect([all.first, all.beside, all.history]).toEqual([['tasks'], ['time'], false])
  })
})
