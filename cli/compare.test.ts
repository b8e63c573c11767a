import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { demoDesign } from '../demo/design'
import { designFile, type Design } from '../core/design'
import { compareFiles } from './compare'

const folder = mkdtempSync(join(tmpdir(), 'yare-compare-'))
afterAll(() => rmSync(folder, { recursive: true }))

function fileOf(name: string, change: (design: Design) => void): string {
  const design = demoDesign()
  change(design)
  const file = join(folder, name)
  writeFileSync(file, designFile(design))
  return file
}

describe('comparing two files', () => {
  const before = fileOf('before.json', () => undefined)

  it('says by article what is different, in sentences', () => {
    const after = fileOf('after.json', (design) => {
      design.serviceLevels[2]!.targets[0]!.granted.p2 = 'PT1H'
      design.items[0]!.name = 'A gate that does not read'
    })
    const { text, isSame } = compareFiles([before, after])
    expect(isSame).toBe(false)
    expect(text.split('\n')).toEqual([
      'Catalog and forms',
      '  Item “A gate that does not read”',
      `    called: “A gate that does not read” instead of “${demoDesign().items[0]!.name}”`,
      'Service levels',
      '  Level “Round the clock”',
      '    target “Answer”: for II High within 1 hour instead of 2 hours',
    ])
    const told = JSON.parse(compareFiles([before, after, '--json']).text) as { article: string }[]
    expect(told.map((one) => one.article)).toEqual(['Catalog and forms', 'Service levels'])
  })

  it('says that nothing is', () => {
    expect(compareFiles([before, before])).toEqual({ text: 'Nothing is different.', isSame: true })
  })

  it('says how it is asked, and which file is no design', () => {
    expect(() => compareFiles([before])).toThrow('./yare compare A B')
    const broken = join(folder, 'broken.json')
    writeFileSync(broken, JSON.stringify({ ...demoDesign(), items: 'none' }))
    expect(() => compareFiles([before, broken])).toThrow('broken.json is not a whole design')
  })
})
