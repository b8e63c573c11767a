import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { SignalRules } from '~~/core/design'
import { cellOf, holesOf, kindsOf, withoutCover, withoutKind, written, type Said } from './map'

const kind = (id: string) => ({ id, name: id, type: id })
const LOAN = { item: 'loan' }
const rules: SignalRules = {
  kinds: ['link', 'paper'].map(kind),
  covers: ['', 'round', 'office'],
  map: { link: { '': null, round: { item: 'gate' } } },
}

describe('the signal map', () => {
  it('is filled where it has holes, by row, by column or all of it, and says what it leaves', () => {
    const row = written(rules, { kind: 'link' }, LOAN, false)
    expect(row).toMatchObject({ fills: 1, replaces: [], leaves: 2 })
    expect(row.rules.map.link).toEqual({ '': null, round: { item: 'gate' }, office: LOAN })
    expect(holesOf(row.rules)).toBe(3)
    expect(written(rules, { cover: '' }, LOAN, false)).toMatchObject({ fills: 1, leaves: 1 })
    expect(holesOf(written(rules, {}, LOAN, false).rules)).toBe(0)
  })

  it('is written over only where that is said, and says each cell that it replaces', () => {
    const over = written(rules, { kind: 'link' }, LOAN, true)
    expect(over).toMatchObject({
      ...{ fills: 1, leaves: 0 },
      replaces: [
        { kind: 'link', cover: '', was: null },
        { kind: 'link', cover: 'round', was: { item: 'gate' } },
      ],
    })
    // A cell alone is what somebody pressed: it says so by itself.
    expect(written(rules, { kind: 'link', cover: '' }, undefined, false)).toMatchObject({
      replaces: [{ was: null }],
    })
    expect(
      cellOf(written(rules, { kind: 'link', cover: '' }, undefined, false).rules, 'link', ''),
    ).toBeUndefined()
  })

  it('adds up: each cell of a place is filled, replaced, left, or so already', () => {
    const cell = fc.constantFrom<Said>(undefined, null, LOAN, { item: 'gate' })
    fc.assert(
      fc.property(
        fc.array(cell, { minLength: 6, maxLength: 6 }),
        cell,
        fc.boolean(),
        (cells, wanted, over) => {
          const map: SignalRules['map'] = { link: {}, paper: {} }
          cells.forEach((one, at) => {
            if (one !== undefined) map[at < 3 ? 'link' : 'paper']![rules.covers[at % 3]!] = one
          })
          const before = { ...rules, map }
          const told = written(before, {}, wanted, over)
          const already = cells.filter((one) => JSON.stringify(one) === JSON.stringify(wanted)).length
          expect(told.fills + told.replaces.length + told.leaves + already).toBe(6)
          if (!over) expect(told.replaces).toEqual([])
          else expect(told.leaves).toBe(0)
        },
      ),
    )
  })

  it('loses a row or a column with what stood in it', () => {
    expect(withoutKind(rules, 'link')).toMatchObject({ kinds: [kind('paper')], map: {} })
    expect(withoutCover(rules, '').map).toEqual({ link: { round: { item: 'gate' } } })
  })
})

describe('kinds that are written', () => {
  it('have a name, a type and what says that they are over; what is left out is made or left', () => {
    expect(kindsOf('Link down; net.link.down; net.link.up\n\nPaper\n ;x', [kind('link-down')])).toEqual([
      { id: 'link-down-2', name: 'Link down', type: 'net.link.down', clears: 'net.link.up' },
      { id: 'paper', name: 'Paper', type: 'paper.raised' },
    ])
  })
})
