import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { portalIndex } from './portalIndex'

const MERROW = { organisation: 'merrow', site: 'varnes', cover: 'Round the clock' }

describe('the index of a portal', () => {
  it('holds what the portal and its groups show, to those for whom it is meant', () => {
    const design = demoDesign()
    const merrow = () => design.portals.find((one) => one.id === 'merrow')!
    const today = '2026-11-27'
    const names = (asker: object) =>
      portalIndex(design, merrow(), { asker: { ...asker }, today }).flatMap((group) =>
        group.items.map((one) => one.id),
      )
    expect(names(MERROW)).toContain('gate-scanner')
    expect(names(MERROW)).not.toContain('audio-guide')
    const scanner = design.items.find((one) => one.id === 'gate-scanner')!
    scanner.showWhen = { fact: 'cover', op: 'is', value: 'Round the clock' }
    expect(names(MERROW)).toContain('gate-scanner')
    expect(names({ ...MERROW, cover: null })).not.toContain('gate-scanner')
    scanner.showWhen = { all: [] }
    for (const [change, isThere] of [
      [{ from: '2026-11-27' }, true],
      [{ from: '2026-11-28' }, false],
      [{ until: '2026-11-27' }, true],
      [{ until: '2026-11-26' }, false],
      [{ retired: {} }, false],
    ] as const) {
      Object.assign(scanner, { from: undefined, until: undefined, retired: undefined }, change)
      expect(names(MERROW).includes('gate-scanner')).toBe(isThere)
    }
    delete scanner.retired
    merrow().groups = [scanner.group]
    const shown = portalIndex(design, merrow(), { asker: MERROW, today })
    expect(shown.map((group) => group.id)).toEqual([scanner.group])
  })

  it('has its groups in the order that the portal gives them', () => {
    const design = demoDesign()
    const portal = design.portals.find((one) => one.id === 'merrow')!
    const groups = () =>
      portalIndex(design, portal, { asker: MERROW, today: '2026-11-27' }).map((one) => one.id)
    const before = groups()
    expect(before.length).toBeGreaterThan(2)
    portal.groups = [...before].reverse()
    expect(groups()).toEqual([...before].reverse())
    portal.groups = ['no-such-group', before[1]!]
    expect(groups()).toEqual([before[1]])
  })
})
