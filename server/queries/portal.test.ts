import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory } from '../../core/design'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { choicesOf } from './choices'
import { portalIndex } from './portal'

const MERROW = { organisation: 'merrow', site: 'varnes', cover: 'Round the clock' }

describe('the index of a portal', () => {
  it('holds what the portal and its groups show, to those for whom it is meant', () => {
    const design = demoDesign()
    const merrow = () => design.portals.find((one) => one.id === 'merrow')!
    const today = '2026-11-27'
    const names = (asker: object) =>
      portalIndex(new CompiledDesign(design, 1), merrow(), { asker: { ...asker }, today }).flatMap((group) =>
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
    const shown = portalIndex(new CompiledDesign(design, 1), merrow(), { asker: MERROW, today })
    expect(shown.map((group) => group.id)).toEqual([scanner.group])
  })
})

describe('what may be chosen', () => {
  const design = new CompiledDesign(demoDesign(), 1)
  const directory = new Directory(demoDirectory())
  const ask = (type: 'person' | 'site' | 'organisation' | 'category', search = '', within?: string) =>
    choicesOf(type, { design, directory, search, within })

  it('is of their own organisation for requesters, by name, and of all for the desk', () => {
    const mine = ask('person', '', 'merrow')
    expect(mine.length).toBeGreaterThan(0)
    for (const { value } of mine) expect(directory.people.get(value)!.organisation).toBe('merrow')
    expect(ask('person').length).toBeGreaterThan(mine.length)
    expect(ask('site', '', 'merrow').length).toBeLessThan(ask('site').length)
    expect(ask('organisation', '', 'merrow').map((one) => one.label)).toEqual(['Merrow Line'])
  })

  it('is found by part of its name, whatever the case', () => {
    expect(ask('person', 'VARGA').map((one) => one.label)).toEqual(['Ines Varga'])
    expect(ask('category', 'scan').map((one) => one.label)).toEqual(['Gates › Scanners'])
  })
})
