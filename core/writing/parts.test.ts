import { describe, expect, it } from 'vitest'
import { partsIn, writtenHtml } from '.'
import { MOST_PARTS } from './parts'

describe('the parts of a text', () => {
  it('are its headings without signs, with how deep each lies, and can be gone to', () => {
    const text = '## Before **you** begin\n\nWait.\n\n### Tools\n\n## After [it](/knowledge)'
    expect(partsIn(text)).toEqual([
      { id: 'part-1', text: 'Before you begin', depth: 1 },
      { id: 'part-2', text: 'Tools', depth: 2 },
      { id: 'part-3', text: 'After it (/knowledge)', depth: 1 },
    ])
    for (const { id } of partsIn(text)) expect(writtenHtml(text)).toContain(`id="${id}"`)
  })

  it('are none in code, in a message, and where there is no heading', () => {
    expect(partsIn('```\n# no\n```\n\nWords')).toEqual([])
    expect(partsIn('')).toEqual([])
    expect(writtenHtml('# Heading', { breaks: true })).not.toContain('id=')
  })

  it('are bounded; empty headings are none', () => {
    expect(partsIn('# a\n\n'.repeat(MOST_PARTS + 20))).toHaveLength(MOST_PARTS)
    expect(partsIn('##\n\n## b').map((one) => one.text)).toEqual(['b'])
  })
})
