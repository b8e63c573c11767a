import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { demoDesign } from '../demo/design'
import { designFile, type Design } from '../core/design'
import { proofreadFile } from './proofread'

const folder = mkdtempSync(join(tmpdir(), 'yare-proofread-'))
afterAll(() => rmSync(folder, { recursive: true }))

function fileOf(change: (design: Design) => void): string {
  const design = demoDesign()
  change(design)
  const file = join(folder, 'design.json')
  writeFileSync(file, designFile(design))
  return file
}

describe('proofreading a file', () => {
  it('finds nothing wrong in the sample design, without people and teams', () => {
    const { text, hasErrors } = proofreadFile([fileOf(() => undefined)])
    expect(hasErrors).toBe(false)
    expect(text).toContain('0 errors')
  })

  it('finds what is broken, as lines and as JSON', () => {
    const file = fileOf((design) => (design.items[0]!.form = 'gone'))
    const { text, hasErrors } = proofreadFile([file])
    expect(hasErrors).toBe(true)
    expect(text).toMatch(/^error {2}catalog\/.*form “gone”/m)
    const findings = JSON.parse(proofreadFile([file, '--json']).text) as { severity: string }[]
    expect(findings[0]).toMatchObject({ severity: 'error' })
  })

  it.each<[string, string, string]>([
    ['is no JSON', 'design: {', 'not JSON'],
    ['is something else', '{"format": "other"}', 'not a design file'],
    ['is of another time', '{"format": "yare-design", "version": 9}', 'version 9'],
  ])('says so when it %s', (_, content, message) => {
    const file = join(folder, 'other.json')
    writeFileSync(file, content)
    expect(() => proofreadFile([file])).toThrow(message)
  })

  it('finds a design of which a part is missing', () => {
    const file = fileOf((design) => Reflect.deleteProperty(design, 'forms'))
    expect(proofreadFile([file])).toMatchObject({ hasErrors: true })
    expect(() => proofreadFile([])).toThrow('./yare proofread FILE')
  })
})
