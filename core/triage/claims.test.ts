import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory, type Design } from '../design'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { itemFirst, priorityStanding } from './claims'
import { askSources } from './priority'

const directory = new Directory(demoDirectory())
const withItem = (own: string | undefined, order?: Design['triage']['sourceOrder']): CompiledDesign => {
  const design = demoDesign()
  Object.assign(
    design.items.find((one) => one.id === 'crossing-wifi')!,
    { priority: own },
  )
  if (order) design.triage.sourceOrder = order
  return new CompiledDesign(design, 1)
}
const standing = (design: CompiledDesign) => priorityStanding(design.item('crossing-wifi'), design)
const ON_BOARD = { source: 'category', of: 'network/on-board', value: 'p2' }
const OWN = { source: 'item', of: 'crossing-wifi', value: 'p4' }

describe('what is known of the priority of an item', () => {
  it('is what its category and itself say, in the order of the desk', () => {
    expect(standing(withItem('p4', ['site', 'category', 'requester', 'item', 'impactUrgency']))).toEqual({
      claims: [ON_BOARD, OWN],
      before: ['site'],
    })
    expect(standing(withItem('p4', ['item', 'site', 'category'])).claims).toEqual([OWN, ON_BOARD])
    expect(standing(withItem(undefined, ['site', 'impactUrgency']))).toEqual({
      claims: [],
      before: ['site', 'impactUrgency'],
    })
  })

  it('says where the desk never asks the item', () => {
    expect(standing(withItem('p4', ['category']))).toEqual({ claims: [ON_BOARD], before: [], unasked: 'p4' })
  })

  it('leaves out a priority that is switched off', () => {
    const { design } = withItem('p4', ['item', 'category'])
    design.priorities.find((one) => one.id === 'p4')!.active = false
    expect(standing(new CompiledDesign(design, 1)).claims).toEqual([ON_BOARD])
  })

  it('is what triage asks: an item that is put first decides for everybody', () => {
    const before = withItem('p4', ['category', 'item', 'impactUrgency'])
    const order = itemFirst(before.design.triage.sourceOrder, standing(before).claims)
    expect(order).toEqual(['item', 'category', 'impactUrgency'])
    const after = withItem('p4', order)
    for (const requester of directory.people.values()) {
      const asked = { item: 'crossing-wifi', requester, facts: { category: 'network/on-board' } }
      const first = (design: CompiledDesign) =>
        askSources(asked, design, directory).find((one) => one.value !== undefined)
      expect(first(before)).toMatchObject({ source: 'category', value: 'p2' })
      expect(first(after)).toMatchObject({ source: 'item', value: 'p4' })
    }
    expect(itemFirst(['site'], [])).toEqual(['site', 'item'])
  })
})
