import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { inflateSync } from 'node:zlib'
import type { Font } from 'fontkit'

/** What letters are drawn with on paper: a name, its two files and which letters it has. */
export interface Face {
  name: string
  normal: Buffer
  bold: Buffer
  has: (codePoint: number) => boolean
}

// The page's own face first; what it has not, such as Greek or Cyrillic, comes from another.
const FILES = [
  ...['latin', 'latin-ext'].map((subset) => ['atkinson-hyperlegible-next', subset] as const),
  ...['latin', 'greek', 'cyrillic', 'cyrillic-ext', 'vietnamese'].map(
    (subset) => ['ibm-plex-sans', subset] as const,
  ),
]
/** Shown in place of a letter that no face has. */
const LACKING = '\uFFFD'

/**
 * The TrueType file inside a WOFF file (W3C, WOFF File Format 1.0, sections 3 to 5): what draws on paper reads no
 * other.
 */
export function sfntOfWoff(woff: Buffer): Buffer {
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, index) => tableOf(woff, 44 + index * 20))
  const power = Math.floor(Math.log2(count))
  const head = Buffer.alloc(12 + count * 16)
  woff.copy(head, 0, 4, 8)
  head.writeUInt16BE(count, 4)
  head.writeUInt16BE(2 ** power * 16, 6)
  head.writeUInt16BE(power, 8)
  head.writeUInt16BE((count - 2 ** power) * 16, 10)
  const parts: Buffer[] = [head]
  let at = head.length
  for (const [index, { tag, sum, data }] of tables.entries()) {
    const entry = 12 + index * 16
    tag.copy(head, entry)
    head.writeUInt32BE(sum, entry + 4)
    head.writeUInt32BE(at, entry + 8)
    head.writeUInt32BE(data.length, entry + 12)
    // Each table begins at a multiple of four bytes.
    parts.push(data, Buffer.alloc((4 - (data.length % 4)) % 4))
    at += data.length + ((4 - (data.length % 4)) % 4)
  }
  return Buffer.concat(parts)
}

/** One entry of the table directory, with what it leads to; unpacked where it is packed. */
function tableOf(woff: Buffer, at: number) {
  const [offset, packed, length] = [
    woff.readUInt32BE(at + 4),
    woff.readUInt32BE(at + 8),
    woff.readUInt32BE(at + 12),
  ]
  const raw = woff.subarray(offset, offset + packed)
  return {
    tag: woff.subarray(at, at + 4),
    sum: woff.readUInt32BE(at + 16),
    data: packed < length ? inflateSync(raw) : raw,
  }
}

export type Faces = [Face, ...Face[]]
let known: Promise<Faces> | undefined

/** The faces, in the order in which they are asked for a letter; read once. */
export function faces(): Promise<Faces> {
  known ??= readFaces()
  return known
}

async function readFaces(): Promise<Faces> {
  // Fetched when something is drawn: a thread that only reads mails has no use for it.
  const { create } = await import('fontkit')
  const packages = createRequire(import.meta.url)
  const fileOf = (name: string, subset: string, weight: number) =>
    packages.resolve(`@fontsource/${name}/files/${name}-${subset}-${weight}-normal.woff`)
  return FILES.map(([name, subset]): Face => {
    const normal = sfntOfWoff(readFileSync(fileOf(name, subset, 400)))
    const bold = sfntOfWoff(readFileSync(fileOf(name, subset, 600)))
    const font = create(normal) as Font
    return { name: `${name}-${subset}`, normal, bold, has: (one) => font.hasGlyphForCodePoint(one) }
  }) as Faces
}

/** A piece of a text in the face that has its letters. */
export interface Run {
  text: string
  font: string
}

/**
 * A text in pieces by the face that has their letters; a letter that none has is shown as � rather than left out.
 * @param from the faces, the one that is preferred first
 */
export function runsOf(text: string, from: Faces): Run[] {
  const runs: Run[] = []
  const faceOf = (letter: string) => from.find((one) => one.has(letter.codePointAt(0) ?? 0))
  for (const letter of text.normalize('NFC')) {
    const last = runs.at(-1)
    const isSpace = /\s/.test(letter)
    const face = isSpace ? undefined : faceOf(letter)
    const shown = isSpace || face ? letter : LACKING
    // No face changes for a space.
    const { name: font } = face ??
      (isSpace ? undefined : faceOf(LACKING)) ?? { name: last?.font ?? from[0].name }
    if (last?.font === font) last.text += shown
    else runs.push({ text: shown, font })
  }
  return runs
}
