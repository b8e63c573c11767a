import fc from 'fast-check'
import { extractText, getDocumentProxy, getMeta } from 'unpdf'
import { describe, expect, it } from 'vitest'
import type { SheetLine, StatementSheet } from '../../core/clock'
import { faces, runsOf, sfntOfWoff } from './paperFonts'
import { parseApart } from './parse'
import { pdfOfStatement } from './statementPdf'

const line = (what: string, time: string, balance: string, isQuiet = false): SheetLine => ({
  ...{ from: '16 Nov 2026 10:42', to: '16 Nov 2026 11:42', what, time, balance, isQuiet },
})
const sheet = (lines: SheetLine[]): StatementSheet => ({
  title: '6037 Gate scanner will not read tickets',
  about: ['Merrow Ferries · Varnes Quay (Europe/Oslo) · Ines Varga', 'Solve · printed today'],
  columns: ['From', 'To', 'What', 'Time', 'Balance'],
  lines,
  sum: { ...line('due 17 Nov 2026 09:00', '−1:00', '7:00'), from: 'Now', to: '' },
})
const read = async (pdf: Uint8Array) => (await extractText(await getDocumentProxy(pdf))).text

describe('a statement as PDF', () => {
  it('says whose it is and every line, and is marked as a table for those who hear it', async () => {
    const pdf = await pdfOfStatement(
      sheet([line('granted: High', '+8:00', '8:00'), line('counted', '−1:00', '7:00')]),
    )
    // What it says of itself stands outside what is pressed.
    expect(Buffer.from(pdf).toString('latin1')).toContain('/MarkInfo')
    const document = await getDocumentProxy(pdf)
    expect((await getMeta(document)).info).toMatchObject({ Title: '6037 Gate scanner will not read tickets' })
    const text = (await extractText(document)).text.join('\n')
    for (const said of ['Merrow Ferries · Varnes Quay', 'granted: High +8:00 8:00', 'counted −1:00 7:00'])
      expect(text).toContain(said)
    expect(text).toMatch(/Now due 17 Nov 2026 09:00 −1:00 7:00/)
    expect(text).toContain('1 / 1')
  })

  it('of many lines has its columns named on every page, and leaves none out', async () => {
    const lines = Array.from({ length: 150 }, (_, index) => line(`counted ${index}.`, '−0:01', '7:00'))
    const pages = await read(await parseApart('statementPdf', sheet(lines)))
    expect(pages.length).toBeGreaterThan(2)
    for (const page of pages) expect(page).toContain('From To What Time Balance')
    expect(pages.join('\n').match(/counted \d+\./g)).toHaveLength(150)
  })

  it('is refused with another way where it would be a book', async () => {
    const lines = Array.from({ length: 2_001 }, () => line('counted', '−0:01', '7:00'))
    await expect(parseApart('statementPdf', sheet(lines))).rejects.toThrow('fetch it as CSV')
  })

  it('shows names in other alphabets, and a mark for what no face has', async () => {
    const [page] = await read(await pdfOfStatement(sheet([line('Šárka Ωmega Жук 漢', '0:00', '8:00')])))
    expect(page).toContain('Šárka Ωmega Жук �')
  })
})

describe('the faces of paper', () => {
  it('are TrueType files whose tables have the sums that they say (OpenType 1.9, “Calculating checksums”)', async () => {
    for (const { normal } of await faces()) {
      const count = normal.readUInt16BE(4)
      for (let entry = 12; entry < 12 + count * 16; entry += 16) {
        // The head's own sum is reckoned with a field of it at zero.
        if (normal.toString('latin1', entry, entry + 4) === 'head') continue
        const [sum, at, length] = [4, 8, 12].map((by) => normal.readUInt32BE(entry + by)) as [
          number,
          number,
          number,
        ]
        let total = 0
        for (let word = at; word < at + length; word += 4) total = (total + normal.readUInt32BE(word)) >>> 0
        expect(total).toBe(sum)
      }
    }
  })

  it('refuse what is cut short rather than draw with it', () => {
    expect(() => sfntOfWoff(Buffer.alloc(20))).toThrow(RangeError)
  })

  it('lose no letter: the pieces of a text are the text, but for what is lacking', async () => {
    const known = await faces()
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const shown = runsOf(text, known).map((one) => one.text)
        const [whole, letters] = [[...shown.join('')], [...text.normalize('NFC')]]
        expect(whole).toHaveLength(letters.length)
        for (const [at, letter] of whole.entries()) expect([letters[at], '\uFFFD']).toContain(letter)
      }),
    )
  })
})
