import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { demoDesign } from '../demo/design'
import { designFile } from '../core/design'
import { compareFiles } from './compare'
import { convertDesign } from './convert'
import { proofreadFile } from './proofread'

const folder = mkdtempSync(join(tmpdir(), 'yare-convert-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string) => join(folder, name)
writeFileSync(at('design.json'), designFile(demoDesign()))

describe('converting a design', () => {
  it('to a folder and back leaves it as it was, and the folder does wherever a file does', () => {
    expect(convertDesign([at('design.json'), at('parts')])).toMatch(/^Written: \d+ files/)
    expect(readdirSync(at('parts'))).toContain('service-levels.json')
    expect(convertDesign([at('parts'), at('again.json')])).toContain('again.json')
    // The lists may stand in another order; a second time round they stand as they did.
    const text = (name: string) => readFileSync(at(name), 'utf8')
    expect(JSON.parse(text('again.json'))).toEqual(JSON.parse(text('design.json')))
    convertDesign([at('again.json'), at('more')])
    convertDesign([at('more'), at('once-more.json')])
    expect(text('once-more.json')).toBe(text('again.json'))
    expect(compareFiles([at('design.json'), at('parts')])).toEqual({
      text: 'Nothing is different.',
      isSame: true,
    })
    expect(proofreadFile([at('parts')]).hasErrors).toBe(false)
  })

  it('takes away the file of an article that holds nothing any more', () => {
    writeFileSync(at('less.json'), designFile({ ...demoDesign(), webhooks: [], ladders: [], rotas: [] }))
    convertDesign([at('less.json'), at('parts')])
    expect(readdirSync(at('parts'))).not.toContain('ladders.json')
  })

  it('writes over nothing that is no part of a design', () => {
    mkdirSync(at('own'))
    writeFileSync(join(at('own'), 'diary.txt'), 'Dear diary')
    expect(() => convertDesign([at('design.json'), at('own')])).toThrow('holds something else (diary.txt)')
    expect(readdirSync(at('own'))).toEqual(['diary.txt'])
    expect(() => convertDesign([at('design.json')])).toThrow('./yare convert A B')
    expect(() => convertDesign([at('own'), at('x.json')])).toThrow('it has no design.json')
  })
})
