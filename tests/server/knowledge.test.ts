import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { endNotice, openNotice, removeArticle, saveArticle, solvedBy } from '../../server/commands/knowledge'
import {
  listArticles,
  openNotices,
  readArticle,
  searchArticles,
  searchPortal,
  tryFirst,
} from '../../server/queries/knowledge'
import { makeWorld } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('knowledge')
})
afterAll(() => world.close())
const TORA = 'tora-aas'
const portal = async (id: string) => (await world.desk.knowledge.currentEdition()).portal(id)
const titles = async (text: string, of?: string) =>
  (await searchArticles(world.db, text, { portal: of }, 9)).map((one) => one.title)

const lantern = async () => (await world.desk.knowledge.currentEdition()).findPortal('lantern')!

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
    const [forDesk] = await searchArticles(world.db, 'procedure queue', {}, 9)
    expect(forDesk!.title).toContain('Procedure')
    expect(await readArticle(world.db, forDesk!.id, { portal: 'merrow' })).toBeUndefined()
  })

  it('are written, changed, taken out and put back; what they solve is counted', async () => {
    const input = {
      title: 'The lamp hums',
      body: 'Let it **cool**.',
      keywords: '',
      audience: 'requesters',
      portals: [],
    } as const
    const id = await saveArticle(world.desk, { ...input, portals: [] }, TORA)
    await saveArticle(world.desk, { ...input, portals: [], keywords: 'buzz' }, TORA, id)
    expect(await titles('buzzing', 'lantern')).toEqual(['The lamp hums'])
    await solvedBy(world.desk, { article: id, item: 'something-else' }, await lantern(), 'perpetua-glim')
    await expect(solvedBy(world.desk, {}, await lantern(), 'perpetua-glim')).rejects.toThrow('which article')
    const line = (await listArticles(world.db, { limit: 50 })).rows.find((one) => one.id === id)
    expect(line!.solved).toBe(1)
    await removeArticle(world.desk, id, true)
    expect(await titles('buzz', 'lantern')).toEqual([])
    await expect(saveArticle(world.desk, { ...input, portals: [] }, TORA, id)).rejects.toThrow('gone')
    await removeArticle(world.desk, id, false)
    expect(await titles('buzz', 'lantern')).toHaveLength(1)
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
