import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import { changeDesign, Directory, proofread, type Design, type DesignStep } from '~~/core/design'
import {
  catalogLines,
  changedAlike,
  copiesOf,
  freshItem,
  sifted,
  STATES,
  usualKind,
  withoutItems,
  type Sifted,
} from './items'

const design = demoDesign()
const applied = (steps: DesignStep[], to: Design = design) => steps.reduce(changeDesign, to)
const NOTHING: Sifted = { words: '', group: '', kind: '', desk: '', portal: '', state: '' }
const known = { today: '2026-11-27', use: { 'gate-scanner': 4 } }

describe('the catalog', () => {
  const found = { severity: 'error', code: 'portalEmpty', message: '' } as const
  const lines = catalogLines(design, [
    { ...found, place: 'catalog/gate-scanner' },
    { ...found, place: 'forms/gate-scanner' },
  ])
  const ids = (by: Partial<Sifted>, of = lines) =>
    sifted(of, { ...NOTHING, ...by }, known).map((one) => one.id)

  it('stands group by group in the order of the design, with what is behind each item', () => {
    expect(lines.map((one) => one.id).sort()).toEqual(design.items.map((one) => one.id).sort())
    const groups = lines.map((one) => one.group)
    expect([...new Set(groups)]).toEqual(design.groups.map((one) => one.id))
    expect(groups).toEqual([...groups].sort((a, b) => order(a) - order(b)))
    expect(lines.find((one) => one.id === 'gate-scanner')).toMatchObject({ kind: 'Fault', findings: 2 })
    expect(lines.every((one) => one.levels.length > 0 && one.statuses > 2)).toBe(true)
  })
  const order = (group: string) => design.groups.findIndex((one) => one.id === group)

  it('is sifted by words, place and standing', () => {
    expect(ids({})).toHaveLength(design.items.length)
    expect(ids({ words: 'SCANNER gate' })).toEqual(['gate-scanner'])
    expect(ids({ words: 'no such thing' })).toEqual([])
    for (const { id } of design.kinds)
      expect(ids({ kind: id }).length).toBe(design.items.filter((one) => one.kind === id).length)
    expect(
      ids({ group: 'tills' }).every((id) => design.items.find((one) => one.id === id)!.group === 'tills'),
    ).toBe(true)
    expect(ids({ portal: 'merrow' })).toContain('gate-scanner')
    expect(ids({ portal: 'museum' })).not.toContain('gate-scanner')
    expect(ids({ desk: '-' }).length).toBe(design.items.filter((one) => !one.desk).length)
    expect(ids({ state: 'found' })).toEqual(['gate-scanner'])
    expect(ids({ state: 'unused' })).not.toContain('gate-scanner')
  })

  it('tells what is offered today from what is not, and from what is retired', () => {
    const other = catalogLines(
      applied([
        ...changedAlike(design, ['gate-scanner'], () => ({ from: '2026-12-01' })),
        ...changedAlike(design, ['crossing-wifi'], () => ({ until: '2026-11-26' })),
        ...changedAlike(design, ['something-else'], () => ({ retired: {}, until: '2026-01-01' })),
      ]),
      [],
    )
    expect(ids({ state: 'later' }, other)).toEqual(['gate-scanner', 'crossing-wifi'])
    expect(ids({ state: 'retired' }, other)).toEqual(['something-else'])
    expect(ids({ state: 'offered' }, other)).not.toContain('something-else')
    expect(Object.keys(STATES)).toContain('offered')
  })
})

describe('many items', () => {
  it('are changed alike in one act, and those that are so already are left', () => {
    const two = design.items.slice(0, 2).map((one) => one.id)
    const steps = changedAlike(design, two, () => ({ group: design.items[0]!.group, priority: undefined }))
    expect(steps.length).toBeLessThanOrEqual(2)
    expect(changedAlike(applied(steps), two, () => ({ group: design.items[0]!.group }))).toEqual([])
    expect(changedAlike(design, ['no-such-item'], () => ({ group: 'x' }))).toEqual([])
  })

  it('are copied with forms of their own that ask the same, however often', () => {
    const once = copiesOf(design, ['gate-scanner', 'something-else'])
    const after = applied(once.steps)
    const twice = copiesOf(after, ['gate-scanner'])
    expect(once.ids).toHaveLength(2)
    expect(new Set([...once.ids, ...twice.ids]).size).toBe(3)
    const copy = after.items.find((one) => one.id === once.ids[0])!
    expect(copy.form).not.toBe('gate-scanner')
    expect(after.forms.find((one) => one.id === copy.form)!.steps).toEqual(
      design.forms.find((one) => one.id === 'gate-scanner')!.steps,
    )
  })

  it('go with the forms that nothing else has', () => {
    const after = applied(withoutItems(design, ['gate-scanner']))
    expect(after.items.some((one) => one.id === 'gate-scanner')).toBe(false)
    expect(after.forms.some((one) => one.id === 'gate-scanner')).toBe(false)
    const sharing = design.items.filter(
      (one) => one.form === design.items.find((item) => item.id === 'something-else')!.form,
    )
    const left = applied(withoutItems(design, [sharing[0]!.id]))
    expect(left.forms.length).toBe(sharing.length > 1 ? design.forms.length : design.forms.length - 1)
  })
})

describe('a new item', () => {
  it('is whole: its form asks what every form asks, and nothing is found in it', () => {
    const fresh = {
      name: 'Drawer of a till is stuck',
      group: 'tills',
      kind: 'fault',
      category: design.categories[0]!.id,
    }
    const { id, steps } = freshItem(design, fresh)
    const after = applied(steps)
    expect(after.items.at(-1)).toMatchObject({ id, ...fresh, form: id })
    const directory = new Directory(demoDirectory())
    const news = proofread(after, directory).filter((one) => one.code !== 'translationLacking')
    expect(news).toEqual([])
    expect(freshItem(after, fresh).id).not.toBe(id)
  })

  it('leads to what most of its group lead to', () => {
    for (const { id } of design.groups) {
      const there = design.items.filter((one) => one.group === id)
      const usual = usualKind(design, id)!
      const count = (kind: string) => there.filter((one) => one.kind === kind).length
      for (const { id: kind } of design.kinds) expect(count(usual)).toBeGreaterThanOrEqual(count(kind))
    }
    expect(usualKind({ ...design, items: [] }, 'tills')).toBe(design.kinds[0]!.id)
  })
})
