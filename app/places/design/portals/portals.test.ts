import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import { changeDesign, CompiledDesign, Directory, proofread, type Design } from '~~/core/design'
import type { Portal } from '~~/core/intake'
import { copyOf, groupsShown, itemsOf, onlyAt, readdressed, spoken, withGroups, without } from './portals'

const design = demoDesign()
const portalOf = (of: Design, id: string): Portal => of.portals.find((one) => one.id === id)!
const merrow = portalOf(design, 'merrow')
const TODAY = '2026-11-27'
const errors = (of: Design) =>
  proofread(of, new Directory(demoDirectory())).filter((one) => one.severity === 'error')

describe('the address of a portal', () => {
  it('is changed, and the one that it had leads on; back again, nothing is left of it but that', () => {
    const moved = readdressed(design, merrow, ' Crew-Help ')
    expect(moved.address).toBe('crew-help')
    expect(moved).not.toHaveProperty('formerAddresses')
    const again = readdressed({ portals: [moved] }, moved, 'help-at-sea')
    expect(again).toMatchObject({ address: 'help-at-sea', formerAddresses: ['crew-help'] })
    const compiled = new CompiledDesign({ ...design, portals: [again] }, 1)
    for (const address of ['merrow', 'crew-help', 'help-at-sea'])
      expect(compiled.findPortal(address)?.id).toBe('merrow')
    const back = readdressed({ portals: [again] }, again, 'merrow')
    expect(back).not.toHaveProperty('address')
    expect(back.formerAddresses).toEqual(['crew-help', 'help-at-sea'])
  })

  it.each(['', 'crew help', '-crew', 'a'.repeat(61), 'Å'])('is not “%s”', (address) =>
    expect(() => readdressed(design, merrow, address)).toThrow(/small letters/),
  )

  it('is no other’s, nor one that leads on to another; a file that says so is refused', () => {
    const port = portalOf(design, 'port')
    expect(() => readdressed(design, merrow, 'port')).toThrow(port.name)
    const moved = { ...port, formerAddresses: ['quay'] }
    expect(() => readdressed({ portals: [merrow, moved] }, merrow, 'quay')).toThrow(port.name)
    const both = design.portals.map((one) => (one.id === 'heron' ? { ...one, address: 'merrow' } : one))
    expect(errors({ ...design, portals: both }).map((one) => `${one.place} ${one.code}`)).toEqual([
      'portals/merrow addressTaken',
      'portals/heron addressTaken',
    ])
  })
})

describe('a copy of a portal', () => {
  it('shows what the pattern shows, at an address of its own', () => {
    const { id, steps } = copyOf(design, { ...merrow, address: 'crew-help' }, { name: 'Crew Help' })
    const after = steps.reduce(changeDesign, design)
    expect(id).toBe('crew-help')
    expect(portalOf(after, id)).not.toHaveProperty('address')
    expect(itemsOf(after, portalOf(after, id), TODAY).map((one) => one.id)).toEqual(
      itemsOf(design, merrow, TODAY).map((one) => one.id),
    )
    // A name whose address is another’s gets one that is free.
    expect(copyOf(after, merrow, { name: 'Crew help' }).id).toBe('crew-help-2')
    const gone = without(after, portalOf(after, id)).reduce(changeDesign, after)
    expect(gone.items).toEqual(design.items)
    expect(gone.portals).toEqual(design.portals)
  })

  it('has a mailbox, a mark and an ink of its own, and the people for whom it was made', () => {
    const { id, steps } = copyOf(
      design,
      { ...merrow, mark: 'Ml' },
      { name: 'Ferry Guild', organisation: 'port' },
    )
    const after = steps.reduce(changeDesign, design)
    const made = portalOf(after, id)
    expect(made).toMatchObject({ mailbox: 'help@ferry-guild.sound.example', organisations: ['port'] })
    expect(made.ink).not.toBe(merrow.ink ?? 'sea')
    expect(made).not.toHaveProperty('mark')
    expect(
      errors(after)
        .filter((one) => one.place === `portals/${id}`)
        .map((one) => one.code),
    ).toEqual([])
    // Where the pattern’s mailbox does not say whose it is, the copy’s does.
    const plain = { ...merrow, mailbox: 'desk@sound.example' }
    const other = copyOf(design, plain, { name: 'Guild' }).steps[0]!.after as Portal
    expect(other.mailbox).toBe('guild@sound.example')
  })

  it('cannot be missed where only it shows something', () => {
    expect(onlyAt(design, merrow).length).toBeGreaterThan(0)
    for (const item of onlyAt(design, merrow)) expect(item.portals).toEqual(['merrow'])
  })
})

describe('what a portal shows', () => {
  it('is what comes, as long as it shows all groups in the order of the catalog', () => {
    const all = design.groups.map((one) => one.id)
    expect(groupsShown(design, { ...merrow, groups: [] })).toEqual(all)
    expect(groupsShown(design, { ...merrow, groups: [all[1]!, 'gone'] })).toEqual([all[1]])
    expect(withGroups(design, all)).toEqual({ groups: [] })
    expect(withGroups(design, [...all].reverse())).toEqual({ groups: [...all].reverse() })
  })

  it('is read in English unless it says otherwise', () => {
    expect(spoken(['en'])).toEqual({ languages: undefined })
    expect(spoken(['nb', 'en'])).toEqual({ languages: ['nb', 'en'] })
  })
})
