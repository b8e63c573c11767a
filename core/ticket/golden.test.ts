import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020.js'
import { describe, expect, it } from 'vitest'
import { canonicalJson } from '../json'
import { ENTRY_KINDS, readEntry, UnreadableEntry, versionOf } from './readEntry'

// Every kind of entry in every version that was ever written, as it is kept, and as it is read today. Nothing that stands
// in the file is ever changed: a kind that is to hold something else gets a version, and a sample of it, beside these.
interface Sample {
  version: number
  /** What the kind holds in this version: a fingerprint of its JSON Schema. Those before version 2 of a kind have none. */
  shape?: string
  kept: object
  /** How it is read today, where that is not as it is kept. */
  reads?: object
}
type Schema = { [key: string]: unknown; $defs: Record<string, unknown> }
const file = (name: string) => JSON.parse(readFileSync(new URL(name, import.meta.url), 'utf8')) as unknown
const golden = file('entries.golden.json') as Record<string, Sample[]>
const schema = file('entries.schema.json') as Schema

type KindSchema = { properties?: { kind?: { const?: string } } }
/** The schemas of all kinds: some stand in the list itself, some under a name. */
const byKind = new Map(
  (schema.$defs.EntryBody as { anyOf: (KindSchema & { $ref?: string })[] }).anyOf.map((one) => {
    const found = one.$ref ? (schema.$defs[one.$ref.split('/').pop()!] as KindSchema) : one
    return [found.properties?.kind?.const ?? '', found] as const
  }),
)

/** A fingerprint of everything that a kind can hold, however deep; words that explain do not count. */
function shapeOf(kind: string): string {
  const seen = new Map<string, unknown>()
  const plain = (part: unknown): unknown => {
    if (Array.isArray(part)) return part.map(plain)
    if (typeof part !== 'object' || part === null) return part
    return Object.fromEntries(
      Object.entries(part).flatMap(([key, value]) => {
        if (key === 'description') return []
        if (key === '$ref') follow(String(value))
        return [[key, plain(value)]]
      }),
    )
  }
  const follow = (reference: string) => {
    const name = decodeURIComponent(reference.split('/').pop()!)
    // Reasons of more kinds may come; those that there were are held by `core/explain/reasons.golden.json`.
    if (name === 'Reason' || seen.has(name)) return
    seen.set(name, null)
    seen.set(name, plain(schema.$defs[name]))
  }
  const own = plain(byKind.get(kind))
  const all = canonicalJson([own, Object.fromEntries(seen)])
  return createHash('sha256').update(all).digest('hex').slice(0, 16)
}

const samples = Object.entries(golden).flatMap(([kind, list]) => list.map((one) => ({ kind, ...one })))
const read = (kind: string, version: number, body: object) =>
  readEntry({ sequence: 1, at: 0, actor: { system: 'test' }, kind, version, body })
const fits = new Ajv2020({ strict: false }).compile(schema)

describe('entries that were ever written', () => {
  it.each(ENTRY_KINDS)(
    '%s: every version has its sample, and what it holds is that of its version',
    (kind) => {
      const list = golden[kind] ?? []
      expect(list.map((one) => one.version)).toEqual(
        Array.from({ length: versionOf(kind) }, (_, index) => index + 1),
      )
      // Where this fails a kind holds something else than its version says: give it the next version in readEntry.ts, a
      // step that reads the one before, and a sample with the shape that stands here.
      expect({ [kind]: list.at(-1)?.shape }).toEqual({ [kind]: shapeOf(kind) })
    },
  )

  it.each(samples)('$kind, version $version, is read as today’s', ({ kind, version, kept, reads }) => {
    const { sequence: _, at: __, actor: ___, ...body } = read(kind, version, kept)
    expect(body).toEqual({ kind, ...(reads ?? kept) })
    expect(fits(body), JSON.stringify(fits.errors)).toBe(true)
  })

  it('holds nothing under a name that every entry has, which would write over it', () => {
    const own = (kind: string) => Object.keys((byKind.get(kind) as { properties: object }).properties)
    for (const kind of ENTRY_KINDS)
      expect([
        kind,
        own(kind).filter((name) => ['sequence', 'at', 'actor', 'version'].includes(name)),
      ]).toEqual([kind, []])
  })

  it('has no sample of what is no kind', () => {
    expect(Object.keys(golden).sort()).toEqual([...ENTRY_KINDS].sort())
    expect([...byKind.keys()].sort()).toEqual([...ENTRY_KINDS].sort())
  })
})

describe('an entry of a newer release', () => {
  it.each([
    ['noted', 99],
    ['noted', 0],
    ['telegraphed', 1],
    ['constructor', 1],
  ])('is not guessed at: %s, version %i', (kind, version) => {
    expect(() => read(kind, version, { text: 'x' })).toThrow(UnreadableEntry)
    expect(() => read(kind, version, {})).toThrow(
      `Entry 1 (“${kind}”, version ${version}) was written by a newer release, which can read it; nothing is lost.`,
    )
  })
})
