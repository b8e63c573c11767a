import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { LISTS, TRIAGE_PARTS } from './design'
import { firstDesign } from './first'
import { designFolder, FOLDER_FILES, readDesignFolder } from './folder'

describe('a design as a folder', () => {
  const design = demoDesign()
  const files = designFolder(design)

  it('comes back as it was, whatever order its files are read in', () => {
    expect(readDesignFolder(files).design).toEqual(design)
    expect(readDesignFolder(new Map([...files].reverse())).design).toEqual(design)
    const first = firstDesign('A desk', 'Europe/London', 'help')
    expect(readDesignFolder(designFolder(first)).design).toEqual(first)
    const names = { team: { help: 'Those who help' } }
    expect(readDesignFolder(designFolder(first, names)).names).toEqual(names)
  })

  it('has a file for each article, and everything of a design in one of them', () => {
    for (const name of files.keys()) expect(FOLDER_FILES).toContain(name)
    const held = [...files.values()].flatMap((text) => Object.keys(JSON.parse(text) as object))
    expect(new Set(held).size).toBe(held.length)
    for (const list of LISTS.filter((one) => design[one].length)) expect(held).toContain(list)
    for (const part of TRIAGE_PARTS.filter((one) => design.triage[one])) expect(held).toContain(part)
  })

  it('shows a change of one article in its file alone', () => {
    const other = demoDesign()
    other.serviceLevels[0]!.name = 'Nobody can board'
    const changed = [...designFolder(other)].filter(([name, text]) => files.get(name) !== text)
    expect(changed.map(([name]) => name)).toEqual(['service-levels.json'])
  })

  it.each<[string, [string, string | undefined], string]>([
    ['has no head', ['design.json', undefined], 'it has no design.json'],
    ['has a file of another sort', ['notes.json', '{}'], 'notes.json is no file of a design'],
    ['has what belongs elsewhere', ['portals.json', '{"items": []}'], 'portals.json holds “items”'],
    ['is no JSON', ['moves.json', '{'], 'moves.json is not JSON'],
    ['is a list', ['moves.json', '[]'], 'moves.json is no object'],
  ])('says so where it %s', (_, [name, text], message) => {
    const broken = new Map(files)
    if (text === undefined) broken.delete(name)
    else broken.set(name, text)
    expect(() => readDesignFolder(broken)).toThrow(message)
  })
})
