import { createHash, randomBytes } from 'node:crypto'
import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { FILE_LIMIT } from '../../core/intake'
import { FILE_PART, type Exchange } from '../../core/partner'
import type { TicketWord } from '../../core/ticket'
import { keepFile } from '../../server/commands/attachments'
import {
  fileStandsIn,
  sweepPartnerFiles,
  takeFilePart,
  withFilesSent,
  type FilePart,
} from '../../server/partner/files'
import { carry } from '../../server/partner/outgoing'
import { makeCode, pairWith } from '../../server/partner/pairing'
import { ticketState } from '../../server/queries/ticketState'
import { ASKS, publishMaps, TAKES, twoDesks, type PartnerDesk } from './twoDesks'
import { SCANNER, setting, TORA } from './world'

// Files that go with what is said: in parts, by what is in them, once.

let a: PartnerDesk
let b: PartnerDesk
let [atA, atB] = ['', '']
let [here, there] = [0, 0]
const idOf = async ({ db }: PartnerDesk) =>
  (await db.selectFrom('partner').select('id').executeTakeFirstOrThrow()).id
const settle = async () => {
  for (let round = 0; round < 4; round++) {
    await carry(a.desk, atA)
    await carry(b.desk, atB)
  }
}
const withAll = (maps: Omit<Exchange, 'id' | 'name'>, files: true | undefined) => ({
  sends: { ...maps.sends, notes: true as const, files },
  takes: { ...maps.takes, notes: true as const, files },
})
const hashOf = (content: Buffer) => createHash('sha256').update(content).digest('hex')
const fileOf = (content: Buffer, name = 'ramp.png') =>
  keepFile(a.db, 'tora-aas', { name, type: 'image/png', content })
const reply = async (content: Buffer, name?: string) => {
  const attachments = [await fileOf(content, name)]
  await a.desk.run(here, { kind: 'reply', text: 'As you see.', attachments }, TORA)
}
const partsHeard = () => b.line.calls.filter(({ path }) => path === '/api/partner/files').length
const filesAt = async ({ desk }: PartnerDesk, reference: number) =>
  (await ticketState(desk, reference)).attachments ?? []

beforeAll(async () => {
  ;[a, b] = await twoDesks('files')
  const { code } = await makeCode(a.desk, 'ada-thorne')
  await pairWith(b.here, { address: a.here.address, code }, 'ada-thorne')
  ;[atA, atB] = [await idOf(a), await idOf(b)]
  await publishMaps(a, { id: atA, name: 'Varnes', ...withAll(ASKS, true) })
  await publishMaps(b, { id: atB, name: 'Commons', ...withAll(TAKES, true) })
  here = (await a.desk.log(SCANNER, { person: 'ines-varga' })).state.reference
  await a.desk.run(here, { kind: 'askPartner', partner: atA }, TORA)
  await settle()
  there = (await ticketState(a.desk, here)).counterparts![0]!.reference!
}, 120_000)
afterAll(async () => {
  setting('YARE_PRIVATE_CALLS')
  await a.close()
  await b.close()
})
beforeEach(() => {
  for (const { line } of [a, b])
    Object.assign(line, { isDown: false, losesAnswers: false, takes: 0, calls: [] })
})

describe('a file that goes with what is said', () => {
  it('comes in parts before its word, stands with it, and goes over once', async () => {
    const content = randomBytes(FILE_PART * 2 + 1000)
    await reply(content)
    await settle()
    const [file, ...more] = await filesAt(b, there)
    expect([file, more.length]).toMatchObject([
      { name: 'ramp.png', type: 'image/png', size: content.length },
      0,
    ])
    const kept = await b.db
      .selectFrom('attachment')
      .selectAll()
      .where('id', '=', file!.id)
      .executeTakeFirstOrThrow()
    expect([kept.hash, kept.kept]).toEqual([hashOf(content), true])
    // Once to ask how far it is, and three parts.
    expect(partsHeard()).toBe(4)
    await reply(content, 'again.png')
    await settle()
    expect((await filesAt(b, there)).map(({ name }) => name)).toEqual(['ramp.png', 'again.png'])
    expect(partsHeard()).toBe(5)
  })

  it('goes on where it was cut off, and waits as everything does while nobody is reached', async () => {
    const content = randomBytes(FILE_PART * 3)
    const file = await fileOf(content)
    const word = { tiding: { said: [{ id: '1', kind: 'reply', by: 'Tora', text: 'See', files: [file] }] } }
    let told = 0
    const cut = withFilesSent(a.desk, atA, word as unknown as TicketWord, async (part) => {
      if (++told > 3) throw new Error('the line is cut')
      return takeFilePart(b.desk, { id: atB }, part)
    })
    await expect(cut).rejects.toThrow('the line is cut')
    b.line.isDown = true
    await a.desk.run(here, { kind: 'note', text: 'Only for us both.', attachments: [file] }, TORA)
    await settle()
    b.line.isDown = false
    await settle()
    // One that asks, and the one part that was missing.
    expect(partsHeard()).toBe(2)
    const state = await ticketState(b.desk, there)
    // What comes with a note is the desk's alone.
    expect(state.innerFiles?.at(-1)).toMatchObject({ name: 'ramp.png', size: content.length })
    expect(state.attachments?.length).toBe(2)
  })

  it('goes on with the next job where it takes longer than one may carry', async () => {
    await reply(randomBytes(FILE_PART * 4), 'long.png')
    b.line.takes = 100
    let jobs = 0
    while ((await filesAt(b, there)).at(-1)?.name !== 'long.png' && ++jobs < 40) await carry(a.desk, atA, 150)
    // Each job tells a part or two of it, and nobody is called unreachable for that.
    expect(jobs).toBeGreaterThan(1)
    expect(jobs).toBeLessThan(40)
    expect(partsHeard()).toBeGreaterThan(5)
    expect((await a.db.selectFrom('partner').selectAll().executeTakeFirstOrThrow()).unreachable_since).toBe(
      null,
    )
  })

  it('stands once here when a word has named it, and is not counted among those that wait', async () => {
    const content = randomBytes(FILE_PART + 5)
    await reply(content, 'once.png')
    await reply(content, 'twice.png')
    await settle()
    const row = () =>
      b.db
        .selectFrom('partner_file')
        .selectAll()
        .where('hash', '=', hashOf(content))
        .executeTakeFirstOrThrow()
    const [once, twice] = (await filesAt(b, there)).slice(-2)
    expect([once, twice]).toMatchObject([{ name: 'once.png' }, { name: 'twice.png' }])
    expect((await row()).kept_as).toBe(twice!.id)
    expect(await b.db.selectFrom('partner_file_part').select('hash').execute()).toEqual([])
    const contents = await b.db
      .selectFrom('attachment')
      .select('hash')
      .where('id', 'in', [once!.id, twice!.id])
      .execute()
    expect(contents.map(({ hash }) => hash)).toEqual([hashOf(content), hashOf(content)])
    await b.db
      .updateTable('partner_file')
      .set({ size: 500 * 1024 * 1024 })
      .execute()
    const more = randomBytes(10)
    const part = { hash: hashOf(more), size: 10, from: 0, content: more.toString('base64') }
    expect(await takeFilePart(b.desk, { id: atB }, part)).toEqual({ has: 10 })
    await b.db.deleteFrom('partner_file').execute()
  })

  it('goes with what was said before a partner is asked, where the map says so', async () => {
    const { sends, takes } = withAll(ASKS, true)
    await publishMaps(a, { id: atA, name: 'Varnes', takes, sends: { ...sends, earlier: true } })
    const content = randomBytes(700)
    const photo = await keepFile(a.db, 'ines-varga', { name: 'photo.png', type: 'image/png', content })
    const { state } = await a.desk.log(SCANNER, { person: 'ines-varga' })
    const run = (text: string, attachments?: [typeof photo]) =>
      a.desk.run(state.reference, { kind: 'answer', text, attachments }, { person: 'ines-varga' })
    await run('It burns.', [photo])
    await a.desk.run(state.reference, { kind: 'note', text: 'Again.' }, TORA)
    await a.desk.run(state.reference, { kind: 'askPartner', partner: atA }, TORA)
    await a.desk.run(state.reference, { kind: 'reply', text: 'We have asked Varnes.' }, TORA)
    // As after a restart: what goes is the same however often it is said.
    a.line.losesAnswers = b.line.losesAnswers = true
    await carry(a.desk, atA)
    a.line.losesAnswers = b.line.losesAnswers = false
    await settle()
    const at = (await ticketState(a.desk, state.reference)).counterparts![0]!.reference!
    const { rows } = await sql<{ kind: string; text: string }>`select kind, body->>'text' as text from entry
      where reference = ${at} and kind in ('answered', 'noted') order by sequence`.execute(b.db)
    expect(rows).toEqual([
      { kind: 'answered', text: expect.stringMatching(/^Ines Varga, .*\nIt burns\.$/) as string },
      { kind: 'noted', text: expect.stringMatching(/^Tora Aas, .*\nAgain\.$/) as string },
      { kind: 'answered', text: 'We have asked Varnes.' },
    ])
    expect(await filesAt(b, at)).toMatchObject([{ name: 'photo.png', size: 700 }])
    await publishMaps(a, { id: atA, name: 'Varnes', ...withAll(ASKS, true) })
  })

  it('is left out where it is too large, never came, is not what was said, or nobody takes it', async () => {
    const part = (content: Buffer, more: Partial<FilePart> = {}): FilePart => ({
      ...{ hash: hashOf(content), size: content.length, from: 0, content: content.toString('base64') },
      ...more,
    })
    const take = (one: FilePart) => takeFilePart(b.desk, { id: atB }, one)
    expect(await take(part(Buffer.from('x'), { size: 1024 ** 3 }))).toEqual({
      ...{ has: 0, why: 'a file may have 10 MB here' },
    })
    const some = randomBytes(100)
    expect(await take(part(some, { hash: '0'.repeat(64) }))).toEqual({
      ...{ has: 0, why: 'Its content is not what it was said to be.' },
    })
    // Too early, too long, twice: nothing changes by it.
    expect(await take(part(some, { size: 200, from: 50 }))).toEqual({ has: 0 })
    expect(await take(part(some, { size: 99 }))).toMatchObject({ why: 'It is more than was said.' })
    expect(await take(part(some, { size: 200 }))).toEqual({ has: 100 })
    expect(await take(part(some, { size: 200 }))).toEqual({ has: 100 })
    for (let at = 0; at < 20; at++) await take(part(Buffer.from(`${at}`), { size: FILE_LIMIT, content: '' }))
    expect(await take(part(Buffer.from('more'), { size: FILE_LIMIT, content: '' }))).toMatchObject({
      why: 'Too many files of yours wait here; say them again tomorrow.',
    })
    // The word itself is taken, and whoever says it hears what of it is nothing.
    await reply(randomBytes(FILE_LIMIT), 'late.png')
    await settle()
    expect((await ticketState(a.desk, here)).counterparts![0]!.untakenThere).toEqual([
      { field: 'file', value: 'late.png', why: 'refused', said: 'its content did not come' },
    ])
    await b.db.updateTable('partner_file').set({ begun_at: 0 }).execute()
    await sweepPartnerFiles(b.desk)
    expect(await b.db.selectFrom('partner_file').select('hash').execute()).toEqual([])
    await publishMaps(b, { id: atB, name: 'Commons', ...withAll(TAKES, undefined) })
    expect(await take(part(some))).toMatchObject({ why: 'This desk takes no files from yours.' })
    const before = (await filesAt(b, there)).length
    await reply(randomBytes(60), 'unheard.png')
    await settle()
    expect((await filesAt(b, there)).length).toBe(before)
    expect(() => fileStandsIn('{"has":"all"}')).toThrow('does not say how much')
  })
})
