import { codeOf } from '../../core/error/codeOf'
import { inflateRawSync } from 'node:zlib'
import ExcelJS from 'exceljs'
import { FileRefused, MOST_COLUMNS, MOST_ROWS } from './limits'

/** Most bytes of a workbook once it is unpacked: some 300,000 cells. */
const MOST_UNPACKED = 24 * 1024 * 1024
const MOST_ENTRIES = 500

/** Lines of the first sheet of a workbook (Office Open XML). @throws FileRefused when it is none, or too large */
export async function linesOfWorkbook(content: Uint8Array): Promise<string[][]> {
  const file = Buffer.from(content)
  refuseUnlessSmall(file)
  const book = new ExcelJS.Workbook()
  try {
    await book.xlsx.load(file as unknown as ArrayBuffer)
  } catch {
    throw new FileRefused('This is no workbook (XLSX) that can be read.')
  }
  const sheet = book.worksheets[0]
  if (!sheet) return []
  if (sheet.rowCount > MOST_ROWS || sheet.columnCount > MOST_COLUMNS)
    throw new FileRefused(
      `The sheet has ${sheet.rowCount} rows and ${sheet.columnCount} columns; at most ${MOST_ROWS} and ${MOST_COLUMNS} are read. Take it in parts.`,
    )
  const lines: string[][] = []
  sheet.eachRow((row) => {
    const line: string[] = []
    row.eachCell({ includeEmpty: true }, (cell, column) => (line[column - 1] = cell.text))
    lines.push(Array.from(line, (one) => one ?? ''))
  })
  return lines
}

/**
 * Unpacks each part once with a bound, whatever the archive says of its size: a small file may hold a thousand times
 * as much (PKWARE APPNOTE 4.3.7, 4.3.12, 4.3.16 for the places).
 */
function refuseUnlessSmall(file: Buffer): void {
  const end = file.lastIndexOf(Buffer.from([0x50, 0x4b, 0x05, 0x06]))
  if (end < 0 || end + 22 > file.length) throw new FileRefused('This is no workbook (XLSX) that can be read.')
  const entries = file.readUInt16LE(end + 10)
  if (entries > MOST_ENTRIES) throw tooLarge()
  let [at, left] = [file.readUInt32LE(end + 16), MOST_UNPACKED]
  let found = 0
  // As many as there are, whatever the archive says of their number: they are what will be unpacked.
  for (; at + 46 <= file.length && file.readUInt32LE(at) === 0x02014b50; found++) {
    const [method, packed] = [file.readUInt16LE(at + 10), file.readUInt32LE(at + 20)]
    const begin = file.readUInt32LE(at + 42)
    left -= method === 8 ? unpackedSize(file, begin, packed, left) : packed
    if (left < 0) throw tooLarge()
    at += 46 + file.readUInt16LE(at + 28) + file.readUInt16LE(at + 30) + file.readUInt16LE(at + 32)
  }
  if (found !== entries) throw new FileRefused('This workbook is damaged; it cannot be read.')
}

function unpackedSize(file: Buffer, begin: number, packed: number, most: number): number {
  if (begin + 30 > file.length) throw new FileRefused('This workbook is damaged; it cannot be read.')
  const from = begin + 30 + file.readUInt16LE(begin + 26) + file.readUInt16LE(begin + 28)
  try {
    return inflateRawSync(file.subarray(from, from + packed), { maxOutputLength: Math.max(1, most) }).length
  } catch (error) {
    if (codeOf(error) === 'ERR_BUFFER_TOO_LARGE') throw tooLarge()
    throw new FileRefused('This workbook is damaged; it cannot be read.')
  }
}

const tooLarge = () =>
  new FileRefused(
    `The workbook is larger than ${MOST_UNPACKED / 1024 / 1024} MB once it is unpacked; take it in parts.`,
  )
