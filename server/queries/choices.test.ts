import { describe, expect, it } from 'vitest'
import { CompiledDesign, Directory } from '../../core/design'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { choicesOf } from './choices'

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
