import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { CatalogItem, Portal } from '../../core/intake'
import { changeDraft, publishDraft } from '../../server/commands/draft'
import { keepFile } from '../../server/commands/attachments'
import { draftPage } from '../../server/queries/draft'
import type { requestPage } from '../../server/queries/requests'
import { serveRoutes } from './routes'
import { SCANNER, TORA } from './world'

const LEAD = 'olin-brandt'
const FORM = { item: 'gate-scanner', portal: 'merrow', answers: { gates: 1 } }
type Page = NonNullable<Awaited<ReturnType<typeof requestPage>>>
type Listed = { rows: { reference: number; reads: string }[]; next: string | null; colleagues: boolean }

let served: Awaited<ReturnType<typeof serveRoutes>>
let ines: string
let corin: string
let stranger: string
beforeAll(async () => {
  served = await serveRoutes('requests')
  await publish({ colleagues: undefined })
  ines = await served.token('ines-varga')
  corin = await served.token('corin-vale')
  stranger = await served.token('ivo-lade')
}, 60_000)
afterAll(() => served.close())

/** Publishes the draft with something else of the portal of Merrow Line, and of an item. */
async function publish(portal: Partial<Portal>, item: Partial<CatalogItem> = {}) {
  const { design } = await draftPage(served.desk)
  const change = (list: 'portals' | 'items', id: string, more: object) => {
    const before = design[list].find((one) => one.id === id)
    return changeDraft(served.desk, { list, id, before, after: { ...before, ...more } }, LEAD)
  }
  await change('portals', 'merrow', portal)
  await change('items', 'gate-scanner', item)
  const { version } = await draftPage(served.desk)
  const { edition } = await publishDraft(
    served.desk,
    { version, note: 'Colleagues', openTickets: 'keep' },
    LEAD,
  )
  await served.heard(edition)
}
const log = async (more: object = {}) => {
  const { state } = await served.desk.log({ ...SCANNER, ...more }, { person: 'ines-varga' })
  return state.reference
}
const page = (reference: number, as: string) => served.ask<Page>(`/api/requests/${reference}`, { as })
const list = async (as: string, query = '') =>
  (await served.ask<Listed>(`/api/requests${query}`, { as })).answer

describe('requests of colleagues', () => {
  it('are nobody else’s as long as the portal says nothing, and never those of another organisation', async () => {
    const reference = await log()
    expect((await page(reference, corin)).status).toBe(404)
    expect((await list(corin, '?of=colleagues')).rows).toEqual([])
    expect((await list(corin)).colleagues).toBe(false)
    await publish({ colleagues: ['see'] })
    expect((await page(reference, corin)).answer).toMatchObject({
      reads: 'colleague',
      requester: 'Ines Varga',
    })
    expect((await list(corin, '?of=colleagues')).rows.map((one) => one.reference)).toContain(reference)
    expect((await list(corin)).rows.map((one) => one.reference)).not.toContain(reference)
    expect((await page(reference, stranger)).status).toBe(404)
    expect((await list(stranger, '?of=colleagues')).rows).toEqual([])
  })

  it('are only read until somebody watches one, and then hears what its requester hears', async () => {
    const reference = await log()
    const put = (what: string, body: object, as = corin) =>
      served.ask<Page>(`/api/requests/${reference}/${what}`, { as, body })
    expect((await put('answer', { text: 'It hums' })).status).toBe(404)
    const watch = async (on: boolean) =>
      ((await put('watch', { on })).answer as unknown as { page: Page | null }).page?.reads
    expect(await watch(true)).toBe('watched')
    expect((await put('answer', { text: 'It hums' })).answer.conversation).toMatchObject([
      { by: 'Corin Vale', text: 'It hums', mine: true },
    ])
    expect((await put('withdraw', { text: '' })).status).toBe(404)
    expect((await put('confirm', {})).status).toBe(404)
    expect((await put('watch', { on: true }, ines)).status).toBe(404)
    const state = await served.desk.run(reference, { kind: 'reply', text: 'We look' }, TORA)
    const told = state.messages.slice(-2).map((one) => one.person)
    expect(told.sort()).toEqual(['corin-vale', 'ines-varga'])
    expect((await list(corin)).rows.find((one) => one.reference === reference)?.reads).toBe('watched')

    // The portal shows them no more: what somebody watches they go on reading, until they do not.
    await publish({ colleagues: undefined })
    expect((await page(reference, corin)).status).toBe(200)
    expect(await watch(false)).toBeUndefined()
    expect((await page(reference, corin)).status).toBe(404)
    await publish({ colleagues: ['see'] })
  })

  it('are theirs alone where the item is confidential, with their files', async () => {
    const file = await keepFile(served.db, 'ines-varga', {
      ...{ name: 'gate.txt', type: 'text/plain', content: Buffer.from('It hums') },
    })
    const reference = await log()
    await served.ask(`/api/requests/${reference}/answer`, {
      as: ines,
      body: { text: 'See', files: [file.id] },
    })
    const fetched = async (as: string) =>
      (
        await fetch(`${served.url}/api/tickets/${reference}/attachments/${file.id}`, {
          headers: { authorization: `Bearer ${as}` },
        })
      ).status
    expect([await fetched(ines), await fetched(corin), await fetched(stranger)]).toEqual([200, 200, 404])
    await publish({}, { confidential: true })
    expect([await fetched(ines), await fetched(corin)]).toEqual([200, 404])
    expect((await page(reference, corin)).status).toBe(404)
    expect((await list(corin, '?of=colleagues')).rows.map((one) => one.reference)).not.toContain(reference)
    await publish({}, { confidential: undefined })
  })

  it('are listed a page at a time, and found by words and number', async () => {
    for (let at = 0; at < 52; at++) await log({ summary: `A gate 100 % stuck, ${at}` })
    const first = await list(ines)
    expect(first.rows).toHaveLength(50)
    const rest = await list(ines, `?after=${first.next}`)
    const all = [...first.rows, ...rest.rows].map((one) => one.reference)
    expect(new Set(all).size).toBe(all.length)
    expect(rest.next).toBeNull()
    expect((await list(ines, '?words=100%20%25%20stuck,%2051')).rows).toHaveLength(1)
    expect((await list(ines, '?words=100_')).rows).toHaveLength(0)
    // By what was answered too, and not by what was asked.
    const told = await log({ answers: { ...SCANNER.answers, details: 'The kiosk is dark' } })
    expect((await list(ines, '?words=KIOSK')).rows.map((one) => one.reference)).toEqual([told])
    expect((await list(ines, '?words=boardingStopped')).rows).toHaveLength(0)
    expect((await list(ines, `?words=${all[3]}`)).rows.map((one) => one.reference)).toContain(all[3])
    expect((await served.ask(`/api/requests?after=open-x`, { as: ines })).status).toBe(422)
  }, 30_000)
})

describe('somebody asks for a colleague', () => {
  const askFor = (requester: string) =>
    served.ask<{ reference: number; detail: string }>('/api/tickets', {
      as: ines,
      body: { ...FORM, requester },
    })

  it('where the portal lets them, and hears of it too', async () => {
    expect((await askFor('corin-vale')).status).toBe(403)
    await publish({ colleagues: ['ask'] })
    const form = (query: string) =>
      served.ask<{ forColleagues: boolean }>(`/api/portals/merrow/items/gate-scanner${query}`, { as: ines })
    expect((await form('?for=corin-vale')).answer.forColleagues).toBe(true)
    expect((await form('?for=ivo-lade')).status).toBe(422)
    const { status, answer } = await askFor('corin-vale')
    expect(status).toBe(201)
    expect((await page(answer.reference, corin)).answer.reads).toBe('own')
    expect((await page(answer.reference, ines)).answer).toMatchObject({
      ...{ reads: 'watched', requester: 'Corin Vale' },
    })
  })

  it('and for nobody of another organisation', async () => {
    expect((await askFor('ivo-lade')).status).toBe(403)
    expect((await askFor('tora-aas')).status).toBe(403)
    expect((await askFor('nobody')).status).toBe(403)
  })
})

describe('a request that is done', () => {
  it('is confirmed and rated by whoever asked, the last word counts, and opens when it is not solved', async () => {
    const reference = await log()
    const put = (what: string, body: object) =>
      served.ask<Page & { code: string }>(`/api/requests/${reference}/${what}`, { as: ines, body })
    expect((await put('confirm', {})).answer.code).toBe('notDone')
    const fields = { solvedBy: 'tora-aas', remarks: 'Mended' }
    await served.desk.run(reference, { kind: 'move', from: 'logged', to: 'solved', fields }, TORA)
    expect((await put('confirm', {})).answer.confirmed).toBe(true)
    await put('rate', { verdict: 'badly' })
    const { answer } = await put('rate', { verdict: 'fairly', text: 'It squeaks' })
    expect(answer.rating).toMatchObject({ verdict: 'fairly', text: 'It squeaks' })
    expect((await put('rate', { verdict: 'superb' })).status).toBe(422)
    expect(answer.happened.map((one) => one.says)).toEqual([
      ...['We got it', expect.stringMatching(/ took it$/), 'Done', 'Confirmed: it is solved'],
    ])
    const opened = (await put('answer', { text: 'It is stuck again' })).answer
    expect(opened).toMatchObject({ confirmed: false })
    expect(opened.group).not.toBe('done')
    expect(opened.happened.at(-1)?.says).toMatch(/^It was opened again: /)
  })
})

describe('what a portal shows first', () => {
  it('is what somebody keeps at hand, then what they asked for last; not what is not offered', async () => {
    const first = async () =>
      (await served.ask<{ first: string[] }>('/api/portals/merrow', { as: corin })).answer.first
    await served.desk.log({ ...SCANNER, requester: 'corin-vale' }, { person: 'corin-vale' })
    const keep = (item: string, on: boolean) =>
      served.ask('/api/portals/merrow/at-hand', { as: corin, body: { item, on } })
    await keep('barrier', true)
    expect(await first()).toEqual(['barrier', 'gate-scanner'])
    await keep('barrier', false)
    expect(await first()).toEqual(['gate-scanner'])
    expect((await keep('no-such-thing', true)).status).toBe(404)
    await publish({}, { retired: {} })
    expect(await first()).toEqual([])
    await publish({}, { retired: undefined })
  })

  it('and it is looked through by subject, whose words find it too', async () => {
    type Index = { subjects: { id: string }[]; groups: { items: { id: string; subject: string }[] }[] }
    const { answer } = await served.ask<Index>('/api/portals/merrow', { as: ines })
    const items = answer.groups.flatMap((one) => one.items)
    expect(new Set(answer.subjects.map((one) => one.id))).toEqual(new Set(items.map((one) => one.subject)))
    const found = await served.ask<{ items: { id: string }[] }>('/api/portals/merrow/search?words=bridge', {
      as: ines,
    })
    const onBridge = items.filter((one) => one.subject === 'bridge').map((one) => one.id)
    expect(found.answer.items.map((one) => one.id)).toEqual(expect.arrayContaining(onBridge))
  })
})

describe('files that no request names yet', () => {
  it('are so many and no more, so that nobody fills the desk', async () => {
    const send = () =>
      keepFile(served.db, 'ivo-lade', { name: 'a', type: 'text/plain', content: Buffer.from('a') })
    for (let at = 0; at < 60; at++) await send()
    await expect(send()).rejects.toThrow(/wait for a request already/)
  })
})
