import { deflateRawSync } from 'node:zlib'
import ExcelJS from 'exceljs'
import { describe, expect, it } from 'vitest'
import { readCsv } from './readCsv'
import { decisionOf } from './readDmn'
import { linesOfWorkbook } from './readWorkbook'

/** An archive by PKWARE APPNOTE 4.3.7, 4.3.12 and 4.3.16, which may say another number of entries than it has. */
function archive(parts: Record<string, Buffer>, says = Object.keys(parts).length): Buffer {
  const [local, central]: [Buffer[], Buffer[]] = [[], []]
  let offset = 0
  for (const [name, content] of Object.entries(parts)) {
    const packed = deflateRawSync(content)
    const head = Buffer.alloc(30)
    head.writeUInt32LE(0x04034b50, 0)
    head.writeUInt16LE(8, 8)
    head.writeUInt32LE(packed.length, 18)
    head.writeUInt32LE(content.length, 22)
    head.writeUInt16LE(name.length, 26)
    const entry = Buffer.alloc(46)
    entry.writeUInt32LE(0x02014b50, 0)
    head.copy(entry, 6, 4, 28)
    entry.writeUInt32LE(offset, 42)
    local.push(head, Buffer.from(name), packed)
    central.push(entry, Buffer.from(name))
    offset += head.length + name.length + packed.length
  }
  const end = Buffer.alloc(22)
  const size = central.reduce((sum, one) => sum + one.length, 0)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(says, 10)
  end.writeUInt32LE(size, 12)
  end.writeUInt32LE(offset, 16)
  return Buffer.concat([...local, ...central, end])
}

describe('a workbook', () => {
  const bomb = Buffer.alloc(40 * 1024 * 1024, 'a')

  it('that is small and holds a thousand times as much is refused before it is read', async () => {
    const file = archive({ 'xl/workbook.xml': Buffer.from('<workbook/>'), 'xl/worksheets/sheet1.xml': bomb })
    expect(file.length).toBeLessThan(100_000)
    await expect(linesOfWorkbook(file)).rejects.toThrow('larger than 24 MB once it is unpacked')
  })

  it('that hides a part by saying a smaller number of them is refused as well', async () => {
    const parts = { 'xl/workbook.xml': Buffer.from('<workbook/>'), 'xl/worksheets/sheet1.xml': bomb }
    await expect(linesOfWorkbook(archive(parts, 1))).rejects.toThrow('larger than 24 MB')
    const small = { 'a.xml': Buffer.from('<a/>'), 'b.xml': Buffer.from('<b/>') }
    await expect(linesOfWorkbook(archive(small, 1))).rejects.toThrow('damaged')
  })

  it('with too many parts, cut off, or none at all, is refused with what is wrong', async () => {
    const many = Object.fromEntries(Array.from({ length: 501 }, (_, at) => [`${at}.xml`, Buffer.from('a')]))
    await expect(linesOfWorkbook(archive(many))).rejects.toThrow('larger than')
    const good = await workbook(2)
    await expect(linesOfWorkbook(good.subarray(0, good.length / 2))).rejects.toThrow('no workbook')
    await expect(linesOfWorkbook(Buffer.from('name;site\n'))).rejects.toThrow('no workbook')
  })

  it('has its rows read up to twenty thousand', async () => {
    expect(await linesOfWorkbook(await workbook(3))).toEqual([['row 1'], ['row 2'], ['row 3']])
    await expect(linesOfWorkbook(await workbook(20_001))).rejects.toThrow('20001 rows')
  })
})

async function workbook(rows: number): Promise<Buffer> {
  const book = new ExcelJS.Workbook()
  book.addWorksheet('one').addRows(Array.from({ length: rows }, (_, at) => [`row ${at + 1}`]))
  return Buffer.from(await book.xlsx.writeBuffer())
}

describe('a CSV file', () => {
  it('is read up to twenty thousand lines, and no longer one is gone through', () => {
    expect(() => readCsv(`name\n${'gate\n'.repeat(500_000)}`)).toThrow('more than 20000 lines')
    expect(() => readCsv(`name\n${'a'.repeat(8_000_001)}`)).toThrow('8 million characters')
  })
})

describe('a DMN file', () => {
  const table = (inside: string) =>
    `<definitions><decision><decisionTable>${inside}</decisionTable></decision></definitions>`

  it('is refused when it is deeper, or an element carries more, than any table', () => {
    expect(decisionOf(table('<rule/>'))).toMatchObject({ decisionTable: { rule: [''] } })
    expect(() => decisionOf(table('<a>'.repeat(9000) + '</a>'.repeat(9000)))).toThrow(
      'nested deeper than 60 levels',
    )
    const attributes = Array.from({ length: 20_000 }, (_, at) => `a${at}="1"`).join(' ')
    expect(() => decisionOf(table(`<rule ${attributes}/>`))).toThrow('more than 60 attributes')
    expect(() => decisionOf(`<!DOCTYPE a [<!ENTITY b "c">]>${table('')}`)).toThrow('document type')
  })
})
