import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { firstDesign, proofread } from '../design'
import { addStatus, addTransition, moveByItself, removeStatus, type TicketKind } from '.'

const design = firstDesign('A desk', 'Europe/London', 'all')
const kind = design.kinds[0]!

const broken = (changed: TicketKind) =>
  proofread({ ...design, kinds: [changed] })
    .filter(({ severity, message }) => severity === 'error' && /does not have|does not exist/.test(message))
    .map((one) => one.message)

describe('a change of a ticket kind', () => {
  it('adds a status at the end of its group, with an id of its own', () => {
    const changed = addStatus(addStatus(kind, 'With a supplier', 'waiting'), 'With a supplier', 'waiting')
    const waiting = changed.statuses.filter((one) => one.group === 'waiting').map((one) => one.id)
    expect(waiting).toEqual(['ask-requester', 'ask-supplier', 'with-a-supplier', 'with-a-supplier-2'])
    expect(changed.statuses.at(-1)!.id).toBe('called-off')
  })

  it('leads to a new status and on from it where that is said', () => {
    const changed = addStatus(kind, 'At the supplier', 'waiting', { from: 'in-hand', to: 'solved' })
    expect(changed.transitions.slice(-2)).toEqual([
      { from: 'in-hand', to: 'at-the-supplier', label: 'To “At the supplier”' },
      { from: 'at-the-supplier', to: 'solved', label: 'To “Solved”' },
    ])
    expect(addStatus(kind, 'Alone', 'active', {}).transitions).toEqual(kind.transitions)
  })

  it('keeps one way between two statuses, and none from one to itself', () => {
    expect(addTransition(kind, 'logged', 'solved', 'Again')).toBe(kind)
    expect(addTransition(kind, 'logged', 'logged', 'Round')).toBe(kind)
    expect(addTransition(kind, 'solved', 'logged', 'Back').transitions.at(-1)!.label).toBe('Back')
  })

  it('sets and takes out what moves by itself', () => {
    const set = moveByItself(kind, 'onReply', 'ask-supplier', 'in-hand')
    expect(set.automatic.onReply['ask-supplier']).toBe('in-hand')
    expect(moveByItself(set, 'onReply', 'ask-supplier', undefined).automatic).toEqual(kind.automatic)
  })

  it('takes statuses out in any order without leaving a reference to one that is gone', () => {
    const ids = kind.statuses.map((one) => one.id)
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { maxLength: ids.length - 1 }), (gone) => {
        expect(broken(gone.reduce(removeStatus, kind))).toEqual([])
      }),
    )
  })
})
