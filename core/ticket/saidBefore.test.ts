import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Sends } from '../partner'
import { saidBefore } from './saidBefore'
import { TEXT_LIMIT } from './text'
import type { Attached, Entry } from './entry'

const AT = Date.UTC(2026, 10, 16, 9, 30)
const naming = {
  nameOf: (person: string) => (person === 'ines' ? 'Ines Varga' : 'Tora Aas'),
  zone: 'Europe/Oslo',
}
const sends = (more: Partial<Sends> = {}): Sends => ({ fields: [], earlier: true, replies: true, ...more })
let sequence = 0
const entry = (
  kind: 'answered' | 'replied' | 'noted',
  text: string,
  attachments?: Attached[],
  actor?: object,
) =>
  ({
    ...{
      kind,
      text,
      sequence: ++sequence,
      at: AT,
      actor: actor ?? { person: kind === 'answered' ? 'ines' : 'tora' },
    },
    ...(attachments && { attachments }),
  }) as Entry
const file = (name: string): Attached => ({ id: name, name, type: 'image/png', size: 3 })
const logged = (attachments: Attached[]) =>
  ({
    kind: 'logged',
    sequence: ++sequence,
    at: AT,
    actor: { person: 'ines' },
    attachments,
  }) as unknown as Entry

describe('what was said before a partner is asked', () => {
  it('goes in one, with who said it and when, the oldest first', () => {
    const entries = [
      entry('answered', 'It burns.'),
      entry('noted', 'Third time this week.'),
      entry('replied', 'Is it unplugged?'),
      entry('answered', 'From elsewhere.', undefined, { system: 'partner', called: 'Northgate' }),
    ]
    expect(saidBefore(entries, sends(), naming)).toEqual([
      {
        ...{ id: 'before reply 1', kind: 'reply', by: '' },
        text: 'Ines Varga, 2026-11-16 10:30 (Europe/Oslo)\nIt burns.\n\nTora Aas, 2026-11-16 10:30 (Europe/Oslo)\nIs it unplugged?',
      },
    ])
    const notes = saidBefore(entries, sends({ replies: undefined, notes: true }), naming)
    expect(notes).toMatchObject([{ kind: 'note', text: expect.stringContaining('Third time') as string }])
    expect(saidBefore(entries, sends({ earlier: undefined }), naming)).toEqual([])
    expect(saidBefore(entries, sends({ replies: undefined }), naming)).toEqual([])
    expect(saidBefore([], sends(), naming)).toEqual([])
  })

  it('takes the files of what was asked and said, ten with each, where files go over', () => {
    const asked = logged([file('form.png')])
    const said = Array.from({ length: 12 }, (_, at) => entry('answered', '', [file(`${at}.png`)]))
    expect(saidBefore([asked, ...said], sends(), naming)).toEqual([])
    const [first, second, ...more] = saidBefore([asked, ...said], sends({ files: true }), naming)
    expect(more).toEqual([])
    expect(first!.files!.map(({ name }) => name)).toEqual([
      'form.png',
      ...Array.from({ length: 9 }, (_, at) => `${at}.png`),
    ])
    expect(second).toMatchObject({ id: 'before reply 2', text: '', files: [{ name: '9.png' }, {}, {}] })
  })

  it('leaves out the oldest of what is too long, and never more than it must', () => {
    const text = fc.string({ minLength: 1, maxLength: 9000 }).map((one) => `x${one}`)
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 8 }), (texts) => {
        const entries = texts.map((one) => entry('replied', one))
        const [{ text: said }] = saidBefore(entries, sends(), naming) as unknown as [{ text: string }]
        expect(said.length).toBeLessThanOrEqual(TEXT_LIMIT)
        expect(said.endsWith(texts.at(-1)!)).toBe(true)
        const all = texts.map((one) => `Tora Aas, 2026-11-16 10:30 (Europe/Oslo)\n${one}`).join('\n\n')
        expect(said.startsWith('…')).toBe(all.length > TEXT_LIMIT - 3)
      }),
      { numRuns: 50 },
    )
    const [one] = saidBefore([entry('replied', 'y'.repeat(TEXT_LIMIT))], sends(), naming)
    expect(one!.text.length).toBe(TEXT_LIMIT - 2)
  })
})
