import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { designFile, type Design } from '../../core/design'
import { draftPage } from '../../server/queries/draft'
import { changeDraft, discardDraft, publishDraft, takeBack } from '../../server/commands/draft'
import { previewFile, takeFile } from '../../server/commands/importDesign'
import { RIGHT_NAMES } from '../../core/rights'
import { makeWorld } from './world'

const LEAD = 'olin-brandt'
const BY = { person: LEAD, rights: new Set(RIGHT_NAMES), way: 'hand' as const }
let [first, second]: Awaited<ReturnType<typeof makeWorld>>[] = []
beforeAll(async () => {
  first = await makeWorld('yare_draft')
  second = await makeWorld('yare_draft_elsewhere')
})
afterAll(() => Promise.all([first!.close(), second!.close()]))

const rename = async (name: string) => {
  const { design } = await draftPage(first!.desk)
  const [before] = design.groups
  return changeDraft(
    first!.desk,
    { list: 'groups', id: before!.id, before, after: { ...before!, name } },
    LEAD,
  )
}

describe('several changes of the draft', () => {
  it('are all made or none', async () => {
    const { design } = await draftPage(first!.desk)
    const fresh = { list: 'groups', id: 'new', before: null, after: { id: 'new', name: 'New' } }
    const stale = { list: 'groups', id: design.groups[0]!.id, before: { id: 'x', name: 'x' }, after: null }
    await expect(changeDraft(first!.desk, [fresh, stale], LEAD)).rejects.toThrow('Somebody else changed this')
    expect((await draftPage(first!.desk)).changes).toEqual([])
    const order = {
      list: 'groups',
      id: '#order',
      before: [...design.groups.map((one) => one.id), 'new'],
      after: ['new', ...design.groups.map((one) => one.id)],
    }
    const page = await changeDraft(first!.desk, [fresh, order], LEAD)
    expect(page.design.groups[0]).toEqual(fresh.after)
    await discardDraft(first!.desk)
  })
})

describe('two people at one thing', () => {
  it('both keep what they changed of different parts; on the same part nobody overwrites, and it says who', async () => {
    const [item] = (await draftPage(first!.desk)).design.items
    const step = (after: object) => ({
      list: 'items',
      id: item!.id,
      before: item,
      after: { ...item!, ...after },
    })
    await changeDraft(first!.desk, step({ name: 'Scanner of a gate' }), LEAD)
    const page = await changeDraft(first!.desk, step({ description: 'It reads nothing.' }), 'ada-thorne')
    expect(page.design.items.find((one) => one.id === item!.id)).toMatchObject({
      name: 'Scanner of a gate',
      description: 'It reads nothing.',
    })
    await expect(changeDraft(first!.desk, step({ name: 'Gate reader' }), 'ada-thorne')).rejects.toMatchObject(
      {
        message: expect.stringMatching(/^Olin Brandt changed this meanwhile/) as string,
        fields: [
          { field: 'name', message: expect.stringMatching(/Scanner of a gate.*Gate reader/) as string },
        ],
      },
    )
    await discardDraft(first!.desk)
  })
})

describe('a design as a file', () => {
  it('taken in elsewhere and taken out again is the same, byte for byte', async () => {
    await rename('Boarding, gates and more')
    const { design, version } = await draftPage(first!.desk)
    const text = designFile(design)
    await publishDraft(first!.desk, { version, note: 'A longer name' }, LEAD)
    const there = await previewFile(second!.desk, text)
    expect(there.changes.map((one) => one.part)).toEqual(['groups'])
    const page = await takeFile(second!.desk, { text: text, version: there.version }, LEAD, BY)
    expect(designFile(page.design)).toBe(text)
    expect(there.lacking).toEqual([])
    expect(page.authors[0]).toMatchObject({ list: 'groups', by: 'Olin Brandt' })
    await discardDraft(second!.desk)
  })

  it.each<[string, (design: Design) => void, string]>([
    [
      'refers to a question that did not come along',
      (design) => (design.questions = design.questions.filter((one) => one.name !== 'boardingStopped')),
      'boardingStopped',
    ],
    [
      'names a team that is not here',
      (design) => (design.triage.otherwise.team = 'night-watch'),
      'night-watch',
    ],
    [
      'has a part of another shape',
      (design) => ((design.groups as unknown[])[0] = { id: 7 }),
      'must be string',
    ],
  ])('is refused as a whole when it %s', async (_, change, message) => {
    const { design } = await draftPage(second!.desk)
    const file = structuredClone(design)
    change(file)
    const refused = takeFile(second!.desk, { text: designFile(file), version: 0 }, LEAD, BY)
    await expect(refused).rejects.toMatchObject({ reason: 'invalid' })
    const problems = await refused.catch((error: { fields: { message: string }[] }) => error.fields)
    expect(JSON.stringify(problems)).toContain(message)
    expect((await draftPage(second!.desk)).begun).toBe(false)
  })

  it('is not taken over a draft that somebody has begun meanwhile', async () => {
    const text = designFile((await draftPage(first!.desk)).design)
    const { version } = await previewFile(first!.desk, text)
    await rename('Meanwhile')
    await expect(takeFile(first!.desk, { text: text, version: version }, LEAD, BY)).rejects.toThrow(
      'Somebody else changed the draft',
    )
    await discardDraft(first!.desk)
  })

  it('that is none says so', async () => {
    await expect(previewFile(first!.desk, 'hello')).rejects.toMatchObject({ fields: [{ field: 'text' }] })
  })
})

describe('an old edition', () => {
  it('is taken back as the draft and published as a new one', async () => {
    const { edition, version } = await draftPage(first!.desk)
    expect(edition).toBe(2)
    const page = await takeBack(first!.desk, 1, version, LEAD)
    expect(page.changes.map((one) => one.part)).toEqual(['groups'])
    await publishDraft(first!.desk, { version: page.version, note: 'Back to the first' }, LEAD)
    const after = await draftPage(first!.desk)
    expect(after).toMatchObject({ edition: 3, begun: false })
    await expect(takeBack(first!.desk, 99, 0, LEAD)).rejects.toThrow('no edition 99')
  })
})

describe('a draft of two people', () => {
  const add = async (list: string, after: { id: string }, person: string) =>
    changeDraft(first!.desk, { list, id: after.id, before: null, after }, person)

  it('is published in part: what somebody else changes stays in it, as theirs', async () => {
    await add('groups', { id: 'harbour', name: 'The harbour' } as { id: string }, LEAD)
    const page = await add('categories', { id: 'yard', name: 'The yard' } as { id: string }, 'ada-thorne')
    expect(page.changes.map((one) => [one.key, one.by.map((by) => by.name).join()])).toEqual([
      ['groups/harbour', 'Olin Brandt'],
      ['categories/yard', 'Ada Thorne'],
    ])
    const { version, edition } = page
    const only = ['groups/harbour']
    const done = await publishDraft(first!.desk, { version, note: 'The harbour', only }, LEAD)
    expect(done).toEqual({ edition: edition + 1, left: 1 })
    const { document } = await first!.desk.db
      .selectFrom('edition')
      .select('document')
      .where('number', '=', done.edition)
      .executeTakeFirstOrThrow()
    expect(document.groups.at(-1)!.id).toBe('harbour')
    expect(document.categories.some((one) => one.id === 'yard')).toBe(false)
    const rest = await draftPage(first!.desk)
    expect(rest.changes).toMatchObject([{ key: 'categories/yard', by: [{ id: 'ada-thorne' }] }])
    expect(rest.edition).toBe(edition + 1)
    expect(rest.design.groups.at(-1)!.id).toBe('harbour')
    // The same screen again is stale by now.
    await expect(publishDraft(first!.desk, { version, note: 'Again' }, LEAD)).rejects.toMatchObject({
      reason: 'conflict',
    })
  })

  it('is not published in part where that part needs the rest', async () => {
    const item = (await draftPage(first!.desk)).design.items[0]!
    const page = await changeDraft(
      first!.desk,
      { list: 'items', id: item.id, before: item, after: { ...item, category: 'yard' } },
      LEAD,
    )
    const { version } = page
    const only = [`items/${item.id}`]
    await expect(publishDraft(first!.desk, { version, note: 'Half', only }, LEAD)).rejects.toMatchObject({
      reason: 'invalid',
      message: expect.stringContaining('does not hold without the rest'),
    })
    await expect(
      publishDraft(first!.desk, { version, note: 'None', only: ['groups/gone'] }, LEAD),
    ).rejects.toMatchObject({ reason: 'invalid', fields: [{ field: 'only' }] })
    const all = [...only, 'categories/yard']
    expect(await publishDraft(first!.desk, { version, note: 'Both', only: all }, LEAD)).toMatchObject({
      left: 0,
    })
    expect((await draftPage(first!.desk)).begun).toBe(false)
  })
})
