import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CompiledDesign } from '../../core/design'
import {
  endNotice,
  followArticle,
  offerArticle,
  openNotice,
  removeArticle,
  saveArticle,
  solvedBy,
} from '../../server/commands/knowledge'
import { besideTicket } from '../../server/queries/beside'
import { listArticles, readArticle } from '../../server/queries/articles'
import {
  categoriesAbout,
  helpWhileTyping,
  openNotices,
  searchArticles,
  searchPortal,
  tryFirst,
} from '../../server/queries/knowledge'
import type { Right } from '../../core/rights'
import { keepFile } from '../../server/commands/attachments'
import { INES, makeWorld, SCANNER } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('knowledge')
})
afterAll(() => world.close())
const TORA = 'tora-aas'
const AS_TORA = { id: TORA, teams: ['networks'], rights: new Set<Right>(['writeKnowledge']) }
const portal = async (id: string) => (await world.desk.knowledge.currentEdition()).portal(id)
const titles = async (text: string, of?: string) =>
  (await searchArticles(world.db, text, of === undefined ? 'all' : { portal: of }, 9)).map((one) => one.title)

const ticketOf = async (reference: number) => {
  const row = await world.db.selectFrom('ticket').select('state').where('reference', '=', reference)
  return (await row.executeTakeFirstOrThrow()).state
}
const lantern = async () => (await world.desk.knowledge.currentEdition()).findPortal('lantern')!

const LAMP = {
  title: 'The lamp hums',
  body: 'Let it **cool**.',
  keywords: '',
  audience: 'requesters' as const,
}

describe('articles', () => {
  it('are found by their words, by their stems and from their beginning', async () => {
    expect((await titles('blank receipts', 'lantern'))[0]).toBe('A till prints blank receipts')
    expect((await titles('printing rec', 'lantern'))[0]).toBe('A till prints blank receipts')
    expect(await titles("o'clock & | ! <-> (", 'lantern')).toEqual([])
  })

  it('show at their own portals only, and those for the desk to the desk only', async () => {
    expect(await titles('wifi code', 'merrow')).toHaveLength(1)
    expect(await titles('wifi code', 'lantern')).toEqual([])
    expect(await titles('procedure queue', 'merrow')).toEqual([])
    const [forDesk] = await searchArticles(world.db, 'procedure queue', 'all', 9)
    expect(forDesk!.title).toContain('Procedure')
    expect(await readArticle(world.db, forDesk!.id, { portal: 'merrow' })).toBeUndefined()
  })

  it('are written, changed, taken out and put back; what they solve is counted', async () => {
    const input = { ...LAMP, files: [] }
    const id = await saveArticle(world.desk, { ...input, portals: [] }, TORA)
    await saveArticle(world.desk, { ...input, portals: [], keywords: 'buzz' }, TORA, id)
    expect(await titles('buzzing', 'lantern')).toEqual(['The lamp hums'])
    await solvedBy(world.desk, { article: id, item: 'something-else' }, await lantern(), 'perpetua-glim')
    await expect(solvedBy(world.desk, {}, await lantern(), 'perpetua-glim')).rejects.toThrow('which article')
    const line = (await listArticles(world.db, { limit: 50 }, 'all')).rows.find((one) => one.id === id)
    expect(line).toMatchObject({ saved: 1, solved: 0, accompanied: 0 })
    await removeArticle(world.desk, id, true)
    expect(await titles('buzz', 'lantern')).toEqual([])
    await expect(saveArticle(world.desk, { ...input, portals: [] }, TORA, id)).rejects.toThrow('gone')
    await removeArticle(world.desk, id, false)
    expect(await titles('buzz', 'lantern')).toHaveLength(1)
  })
})

describe('files of an article', () => {
  it('are those that its writer has sent; they stay while it names them, and are there for its readers', async () => {
    const file = (name: string, by = TORA) =>
      keepFile(world.db, by, { name, type: 'image/png', content: Buffer.from(name) })
    const [plan, photo, others] = [
      await file('plan.png'),
      await file('photo.png'),
      await file('x.png', 'olin-brandt'),
    ]
    const input = { ...LAMP, portals: [] }
    const id = await saveArticle(world.desk, { ...input, files: [plan.id] }, TORA)
    await expect(saveArticle(world.desk, { ...input, files: [others.id] }, TORA, id)).rejects.toThrow('again')
    // Another one of the desk may keep what is there.
    await saveArticle(world.desk, { ...input, files: [plan.id] }, 'olin-brandt', id)
    await saveArticle(world.desk, { ...input, files: [photo.id, plan.id] }, TORA, id)
    expect((await readArticle(world.db, id, { portal: 'lantern' }))!.files).toEqual([plan, photo])
    await saveArticle(world.desk, { ...input, files: [photo.id] }, TORA, id)
    expect((await readArticle(world.db, id, 'all'))!.files).toEqual([photo])
  })

  it('are found under their name, not by their address', async () => {
    const body = 'Look at ![the wheelhouse](attachment:17ab-44) before it hums.'
    await saveArticle(world.desk, { ...LAMP, body, portals: [], files: [] }, TORA)
    const [hit] = await searchArticles(world.db, 'wheelhouse', 'all', 9)
    expect(hit!.part).toBe('Look at the wheelhouse before it hums.')
  })
})

describe('a procedure', () => {
  it('is followed on a ticket by two people at once, whatever becomes of its article', async () => {
    const body = 'Before it hums:\n\n1. [ ] Let it cool\n2. [ ] Take out the **glass**'
    const input = { ...LAMP, title: 'Procedure: the lamp', body, audience: 'desk' as const }
    const id = await saveArticle(world.desk, { ...input, portals: [], files: [] }, TORA)
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    const followed = await Promise.all([
      followArticle(world.desk, reference, id, AS_TORA),
      followArticle(world.desk, reference, id, { ...AS_TORA, id: 'pia-lund' }),
    ])
    expect(new Set(followed.map((one) => one.reference))).toEqual(new Set([reference]))
    await removeArticle(world.desk, id, true)
    const tick = (step: number, person: string) =>
      world.desk.run(reference, { kind: 'tickStep', article: id, step, on: true }, { person })
    await Promise.all([tick(1, TORA), tick(2, 'pia-lund')])
    const page = await ticketOf(reference)
    expect(page.procedures).toMatchObject([
      {
        title: 'Procedure: the lamp',
        steps: [
          { text: 'Let it cool', by: TORA },
          { text: 'Take out the glass', by: 'pia-lund' },
        ],
      },
    ])
    await expect(followArticle(world.desk, reference, id, AS_TORA)).rejects.toThrow('gone')
  })

  it('has steps', async () => {
    const id = await saveArticle(world.desk, { ...LAMP, portals: [], files: [] }, TORA)
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    await expect(followArticle(world.desk, reference, id, AS_TORA)).rejects.toThrow('no steps')
  })
})

describe('articles for a category', () => {
  const beside = async (reference: number) =>
    (await besideTicket(world.desk, reference, AS_TORA))!.articles.map((one) => one.title)
  const typing = async (of: string, text: string, item?: string) =>
    (await helpWhileTyping(world.desk, await portal(of), text, item)).map((one) => one.title)

  it('come first where a ticket is of it, or of one below it, whatever its words', async () => {
    // Others of the sample world are for that category as well.
    await world.db.updateTable('article').set({ categories: [], items: [] }).execute()
    const input = { ...LAMP, title: 'Whom to call at the landing', portals: [], files: [] }
    const id = await saveArticle(world.desk, input, TORA)
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    expect(await beside(reference)).not.toContain(input.title)
    expect(await typing('merrow', 'It reads nothing', 'gate-scanner')).not.toContain(input.title)

    await offerArticle(world.desk, id, ['gates', 'access'], true)
    expect((await beside(reference))[0]).toBe(input.title)
    expect((await typing('merrow', 'It reads nothing', 'gate-scanner'))[0]).toBe(input.title)
    expect(await typing('merrow', 'It reads nothing', 'bridge-tablet')).not.toContain(input.title)
    expect(await typing('merrow', 'It reads nothing')).not.toContain(input.title)

    // What it says may change without whoever writes knowing of it; taken away, it is offered no more.
    await saveArticle(world.desk, { ...input, keywords: 'quay' }, TORA, id)
    expect((await readArticle(world.db, id, 'all'))!.categories).toEqual(['access', 'gates'])
    await offerArticle(world.desk, id, ['gates'], false)
    expect(await beside(reference)).not.toContain(input.title)
    await removeArticle(world.desk, id, true)
    await expect(offerArticle(world.desk, id, ['gates'], true)).rejects.toThrow('gone')
  })

  it('are found under the ids that a category had before', async () => {
    const { design } = await world.desk.knowledge.currentEdition()
    const moved = design.categories.map((one) =>
      one.id === 'gates/scanners' ? { ...one, id: 'tills/scanners', formerly: ['gates/scanners'] } : one,
    )
    const now = new CompiledDesign({ ...design, categories: moved }, 2)
    expect(categoriesAbout(now, 'gates/scanners')).toEqual(['tills', 'tills/scanners', 'gates/scanners'])
    expect(categoriesAbout(now, 'tills/printer')).toEqual(['tills', 'tills/printer'])
  })
})

describe('what is offered before a request is sent', () => {
  it('shares enough words with it, and comes only where the portal wants it', async () => {
    const offered = async (of: string, item: string, text: string) =>
      (await tryFirst(world.desk, await portal(of), item, text)).articles.map((one) => one.title)
    expect(await offered('lantern', 'till-receipts', '')).toEqual(['A till prints blank receipts'])
    expect(await offered('lantern', 'something-else', 'The fog is thick')).toEqual([])
    expect(await offered('merrow', 'till-receipts', '')).toEqual([])
  })

  it('says what is known to be broken until that has ended', async () => {
    const id = await openNotice(
      world.desk,
      { title: 'No line to the rock', body: '', portals: ['lantern'] },
      TORA,
    )
    expect((await openNotices(world.db, 'lantern')).map((one) => one.id)).toEqual([id])
    expect(await openNotices(world.db, 'merrow')).toEqual([])
    expect((await tryFirst(world.desk, await portal('lantern'), 'sign-in', '')).notices).toHaveLength(1)
    await endNotice(world.desk, id)
    expect(await openNotices(world.db, 'lantern')).toEqual([])
    await expect(endNotice(world.desk, id)).rejects.toThrow('ended already')
  })
})

it('searches a portal for things to ask for and for articles at once', async () => {
  const found = await searchPortal(world.desk, await portal('merrow'), 'scanner lights', {})
  expect(found.items[0]!.id).toBe('gate-scanner')
  expect(found.articles.map((one) => one.title)).toEqual(['Gate scanner: what each light says'])
})

it('bears typing errors in a portal, for things to ask for and for articles', async () => {
  const found = await searchPortal(world.desk, await portal('merrow'), 'scaner', {})
  expect(found.items[0]!.id).toBe('gate-scanner')
  expect(found.articles.map((one) => one.title)).toContain('Gate scanner: what each light says')
  expect((await searchPortal(world.desk, await portal('merrow'), 'zzzzqx', {})).articles).toEqual([])
})
