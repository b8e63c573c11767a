import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Right } from '../../core/rights'
import { DAY, HOUR } from '../../core/time'
import {
  judgeArticle,
  noteMissedSearch,
  settleMissedSearch,
  stillTrue,
} from '../../server/commands/articleWords'
import {
  relateArticles,
  removeTranslation,
  saveTranslation,
  type TranslationInput,
} from '../../server/commands/articleTies'
import { attachArticle, followArticle, saveArticle, type ArticleInput } from '../../server/commands/knowledge'
import { deskNow } from '../../server/clock/deskClock'
import {
  countArticles,
  fateOf,
  listArticles,
  missedSearches,
  readArticle,
  portalArticlePage,
  relatedTo,
  translationsOf,
  versionOf,
  versionsOf,
} from '../../server/queries/articles'
import { asArticle } from '../../server/queries/asArticle'
import { besideTicket } from '../../server/queries/beside'
import { findEverything } from '../../server/queries/everything'
import { helpWhileTyping, searchArticles } from '../../server/queries/knowledge'
import { readerOf } from '../../server/queries/readers'
import { ownersToTell, tellReviews } from '../../server/jobs/reviews'
import { INES, makeWorld, SCANNER } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('articles')
})
afterAll(() => world.close())
const TORA = 'tora-aas'
const person = (id: string, teams: string[], ...rights: Right[]) => ({ id, teams, rights: new Set(rights) })
const writer = person(TORA, ['networks'], 'writeKnowledge')
const other = person('pia-lund', ['stage'])
const lead = person('olin-brandt', [], 'writeKnowledge', 'retireKnowledge')
const INPUT: ArticleInput = {
  ...{ title: 'The foghorn sounds twice', body: 'Turn the valve.', keywords: 'foghorn' },
  ...{ audience: 'desk' as const, portals: [], files: [] },
}
const save = (more: Partial<ArticleInput>, id?: number) =>
  saveArticle(world.desk, { ...INPUT, ...more }, TORA, id)
const portal = async (id: string) => (await world.desk.knowledge.currentEdition()).findPortal(id)!

describe('what an article said', () => {
  it('is kept with each change of its words, and can be read again', async () => {
    const id = await save({})
    await save({ body: 'Close the valve.' }, id)
    // Who reads it is no change of what it says.
    await save({ body: 'Close the valve.', owner: TORA }, id)
    expect((await versionsOf(world.db, id)).map((one) => one.version)).toEqual([2, 1])
    expect(await versionOf(world.db, id, 1)).toMatchObject({ body: 'Turn the valve.' })
    expect(await readArticle(world.db, id, 'all')).toMatchObject({
      version: 2,
      owner: TORA,
      ownedBy: 'Tora Aas',
    })
  })

  it('is not written over by who had an older version before them; of two at once one is told', async () => {
    const id = await save({})
    const both = await Promise.allSettled([
      save({ body: 'Oil the valve.', version: 1 }, id),
      save({ body: 'Change the valve.', version: 1 }, id),
    ])
    expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    await expect(save({ body: 'Close it.', version: 1 }, id)).rejects.toThrow('it is version 2 now')
    expect(await versionsOf(world.db, id)).toHaveLength(2)
  })
})

describe('who reads an article', () => {
  it('is, of a draft, only who writes articles; nobody is offered it', async () => {
    const { drafts } = await countArticles(world.db, readerOf(writer))
    const id = await save({
      draft: true,
      audience: 'requesters',
      keywords: 'binnacle',
      items: ['gate-scanner'],
    })
    const found = (readers: Parameters<typeof searchArticles>[2]) =>
      searchArticles(world.db, 'binnacle', readers, 9)
    expect(await found(readerOf(writer))).toMatchObject([{ id, draft: true }])
    expect(await found(readerOf(other))).toEqual([])
    expect(await found({ portal: 'merrow' })).toEqual([])
    expect(
      (await helpWhileTyping(world.desk, await portal('merrow'), 'binnacle', 'gate-scanner')).map(
        (one) => one.id,
      ),
    ).not.toContain(id)
    expect((await countArticles(world.db, readerOf(writer))).drafts).toBe(drafts + 1)
    // Who changes its words only does not bring it out.
    await save({ audience: 'requesters', keywords: 'binnacle', items: [] }, id)
    expect(await found({ portal: 'merrow' })).toEqual([])
    await save({ audience: 'requesters', keywords: 'binnacle', draft: false }, id)
    expect(await found({ portal: 'merrow' })).toHaveLength(1)
  })

  it('is, of one team’s, that team and who looks after all of them, everywhere', async () => {
    const id = await save({ audience: 'team', team: 'networks', keywords: 'capstanry' })
    const hits = async (who: string) =>
      (await findEverything(world.desk, 'capstanry', who, 9)).hits.map((one) => one.to)
    expect(await readArticle(world.db, id, readerOf(other))).toBeUndefined()
    expect(await readArticle(world.db, id, readerOf(writer))).toBeDefined()
    expect(await readArticle(world.db, id, readerOf(lead))).toBeDefined()
    expect(await hits('olin-brandt')).toEqual([`/knowledge?article=${id}`])
    const outsider = [...(await world.desk.knowledge.directory()).people.values()].find(
      (one) => one.role === 'technician' && !one.teams.includes('networks'),
    )!
    expect(await hits(outsider.id)).toEqual([])
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    await expect(attachArticle(world.desk, reference, { article: id, on: true }, other)).rejects.toThrow(
      'gone',
    )
    await expect(save({ audience: 'team', team: 'no-such-team' })).rejects.toThrow('which team')
    await expect(save({ owner: 'ines-varga' })).rejects.toThrow('somebody of the desk')
  })
})

describe('an article is looked at again', () => {
  it('when its day has come, until somebody says that it is still true', async () => {
    const id = await save({ reviewAt: deskNow() - HOUR })
    const due = async () =>
      (await listArticles(world.db, { limit: 200, shown: 'review' }, 'all')).rows.map((one) => one.id)
    expect(await due()).toContain(id)
    await expect(stillTrue(world.desk, id, deskNow() - DAY)).rejects.toThrow('still to come')
    await stillTrue(world.desk, id, deskNow() + 90 * DAY)
    expect(await due()).not.toContain(id)
    await expect(stillTrue(world.desk, 999_999, null)).rejects.toThrow('gone')
  })
})

describe('what becomes of an article', () => {
  it('is what its readers say, each once, and the tickets at which it was used', async () => {
    const id = await save({ audience: 'requesters' })
    const ines = { person: 'ines-varga', readers: { portal: 'merrow' }, portal: 'merrow' }
    await judgeArticle(world.desk, id, { helped: true, words: '' }, ines)
    await judgeArticle(world.desk, id, { helped: false, words: ' Which valve? ' }, ines)
    await judgeArticle(world.desk, id, { helped: true, words: '' }, { person: TORA, readers: 'all' })
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    await attachArticle(world.desk, reference, { article: id, on: true }, writer)
    expect(await fateOf(world.db, id)).toMatchObject({
      ...{ helped: 1, didNot: 1, accompanied: 1, solved: 0, saved: 0 },
      words: [{ helped: false, words: 'Which valve?', by: 'Ines Varga', version: 1 }],
    })
    await attachArticle(world.desk, reference, { article: id, on: false }, writer)
    expect((await fateOf(world.db, id)).accompanied).toBe(0)
    const elsewhere = { ...ines, readers: { portal: 'lantern' } }
    await save({ audience: 'requesters', portals: ['merrow'] }, id)
    await expect(judgeArticle(world.desk, id, { helped: true, words: '' }, elsewhere)).rejects.toThrow('gone')
  })

  it('says why it fits a ticket: what it is written for, before what only has its words', async () => {
    const id = await save({ items: ['gate-scanner'], title: 'Zigzag', keywords: '', body: 'Zag.' })
    const { reference } = (await world.desk.log(SCANNER, INES)).state
    const [first] = (await besideTicket(world.desk, reference, writer))!.articles
    expect(first).toMatchObject({ id, fits: { item: true, words: [] } })
  })
})

describe('what visitors look for and do not find', () => {
  const missed = async (word: string) =>
    (await missedSearches(world.db)).filter((one) => one.words.includes(word))

  it('is written down once they stop writing, counted by its words, and gone once it is settled', async () => {
    const ines = { id: 'ines-varga' }
    const merrow = await portal('merrow')
    const miss = (words: string, by = ines) => noteMissedSearch(world.desk, merrow, words, by)
    expect(await miss('scanner')).toBe(false)
    expect(await miss('xy')).toBe(false)
    for (const words of ['quoin', 'Quoin  wrench', 'quoin wren']) expect(await miss(words)).toBe(true)
    await miss('quoin wren', { id: 'ketil-rasp' })
    expect(await missed('quoin')).toMatchObject([
      { words: 'quoin wren', people: 2, times: 2, portals: ['merrow'] },
    ])
    await settleMissedSearch(world.desk, 'quoin wren')
    expect(await missed('quoin')).toEqual([])
  })

  it('is bounded for each of them', async () => {
    const merrow = await portal('merrow')
    for (let turn = 0; turn < 45; turn++)
      await noteMissedSearch(world.desk, merrow, `zz${String.fromCharCode(97 + (turn % 26))}${turn}qx`, {
        id: 'ines-varga',
      })
    const kept = await world.db
      .selectFrom('search_missed')
      .select('words')
      .where('person', '=', 'ines-varga')
      .execute()
    expect(kept).toHaveLength(40)
    expect(kept.map((one) => one.words)).toContain('zzs44qx')
  })
})

describe('an article from a ticket', () => {
  it('says what was asked, what was done and what solved it, but not of whom', async () => {
    const { reference } = (
      await world.desk.log({ ...SCANNER, summary: 'Ines Varga says the scanner is silent' }, INES)
    ).state
    const steps = await save({ body: '- [ ] Call Ines on +47 55 12 34 56\n- [ ] Never done' })
    await followArticle(world.desk, reference, steps, writer)
    await world.desk.run(reference, { kind: 'tickStep', article: steps, step: 1, on: true }, { person: TORA })
    await world.desk.run(reference, { kind: 'reply', text: 'Dear Ines, it reads again.' }, { person: TORA })
    const draft = (await asArticle(world.desk, reference))!
    expect(draft.title).toBe('(somebody) says the scanner is silent')
    expect(draft.body).toContain('## What was done\n\n1. [ ] Call (somebody) on (a number)')
    expect(draft.body).not.toContain('Never done')
    expect(draft.body).toContain('## What solved it\n\nDear (somebody), it reads again.')
    expect(draft).toMatchObject({ items: ['gate-scanner'], categories: ['gates/scanners'] })
    expect(await asArticle(world.desk, 999_999)).toBeUndefined()
  })
})

describe('an article in another language', () => {
  const say = (id: number, more: Partial<TranslationInput> = {}) =>
    saveTranslation(
      world.desk,
      id,
      'nb',
      { title: 'Tåkeluren uler', body: 'Skru igjen ventilene.', keywords: '', version: 0, ...more },
      TORA,
    )

  it('is found by its words and their stems there, and read as far as it is said', async () => {
    const id = await save({ audience: 'requesters' })
    await say(id)
    const merrow = await portal('merrow')
    const find = async (words: string, language?: 'nb') =>
      (await searchArticles(world.db, words, { portal: 'merrow' }, 9, language)).map((one) => one.title)
    expect(await find('ventil', 'nb')).toEqual(['Tåkeluren uler'])
    expect(await find('ventilen')).toEqual([INPUT.title])
    expect((await portalArticlePage(world.db, id, merrow, 'nb'))!).toMatchObject({
      ...{ title: 'Tåkeluren uler', language: 'nb' },
    })
    expect((await portalArticlePage(world.db, id, merrow, 'en'))!.title).toBe(INPUT.title)
    await save({ audience: 'requesters', body: 'Open it.' }, id)
    expect(await translationsOf(world.db, id)).toMatchObject([{ language: 'nb', ofVersion: 1 }])
    await removeTranslation(world.desk, id, 'nb')
    // What is taken back says what it said; none says more than there is.
    for (const [ofVersion, kept] of [
      [1, 1],
      [9, 2],
    ] as const) {
      await say(id, { ofVersion })
      expect(await translationsOf(world.db, id)).toMatchObject([{ ofVersion: kept }])
      await removeTranslation(world.desk, id, 'nb')
    }
    await expect(removeTranslation(world.desk, id, 'nb')).rejects.toThrow('not said')
  })

  it('is not written over, nor said where the article itself is', async () => {
    const id = await save({})
    const both = await Promise.allSettled([say(id), say(id)])
    expect(both.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    await expect(say(id)).rejects.toThrow('while you wrote')
    expect(await say(id, { version: 1 })).toBe(2)
    await expect(save({ language: 'nb' }, id)).rejects.toThrow('besides')
    const own = await save({ language: 'nb' })
    await expect(say(own)).rejects.toThrow('itself')
    await expect(say(999_999)).rejects.toThrow('gone')
  })
})

describe('articles that belong together', () => {
  it('say so from both sides, as far as they are theirs to read, and bounded', async () => {
    const [one, other] = [await save({ title: 'One lamp' }), await save({ title: 'Other lamp', draft: true })]
    await Promise.all([
      relateArticles(world.desk, one, other, true),
      relateArticles(world.desk, other, one, true),
    ])
    const ids = async (id: number, readers: Parameters<typeof relatedTo>[2]) =>
      (await relatedTo(world.db, id, readers)).map((one) => one.id)
    expect([await ids(one, 'all'), await ids(other, 'all')]).toEqual([[other], [one]])
    expect(await ids(one, readerOf(person('pia-lund', [])))).toEqual([])
    await expect(relateArticles(world.desk, one, one, true)).rejects.toThrow('choose another')
    await expect(relateArticles(world.desk, one, 999_999, true)).rejects.toThrow('gone')
    await relateArticles(world.desk, other, one, false)
    expect(await ids(one, 'all')).toEqual([])
    for (let at = 0; at < 30; at++)
      await relateArticles(world.desk, one, await save({ title: `Lamp ${at}` }), true)
    await expect(relateArticles(world.desk, one, other, true)).rejects.toThrow('At most 30')
  })
})

describe('the owner of an article whose day has come', () => {
  const mails: { to: string; subject: string; text: string; messageId: string }[] = []
  let isAway = false
  const transport = {
    sendMail: async (mail: (typeof mails)[number]) => {
      if (isAway) throw new Error('connection refused')
      return { kept: mails.push(mail) }
    },
  } as never
  const tell = async () => {
    for (const one of await ownersToTell(world.db)) await tellReviews(world.desk, transport, one)
    return mails.splice(0)
  }

  it('is told once, of all in one mail, and again of another day or when another becomes its owner', async () => {
    await tell()
    const past = deskNow() - DAY
    const first = await save({ title: 'Lamps of the pier', owner: TORA, reviewAt: past })
    await save({ title: 'Ropes of the ferry', owner: TORA, reviewAt: past + HOUR })
    await save({ title: 'Not yet', owner: TORA, reviewAt: deskNow() + DAY })
    await save({ title: 'Not out', owner: TORA, reviewAt: past, draft: true })
    await save({ title: 'Nobody’s', owner: null, reviewAt: past })
    const [mail, ...others] = await tell()
    expect(others).toEqual([])
    expect(mail).toMatchObject({ to: 'tora-aas@commons.sound.example' })
    expect(mail!.subject).toContain('is it still true?')
    expect(mail!.text).toMatch(/Lamps of the pier \(\d{4}-\d\d-\d\d\)\n\S+\/knowledge\?article=\d+/)
    expect(mail!.text).toContain('Ropes of the ferry')
    expect(mail!.text).not.toMatch(/Not yet|Not out|Nobody/)
    expect(await tell()).toEqual([])
    await save({ title: 'Lamps of the pier', owner: 'ove-stern' }, first)
    expect((await tell()).map((one) => one.to)).toEqual(['ove-stern@commons.sound.example'])
    await stillTrue(world.desk, first, deskNow() + DAY)
    expect(await tell()).toEqual([])
  })

  it('is told when the server of mails is back, by a mail with the same identifier', async () => {
    await save({ title: 'Keys of the tower', owner: TORA, reviewAt: deskNow() - HOUR })
    isAway = true
    await expect(tell()).rejects.toThrow('connection refused')
    isAway = false
    expect(await ownersToTell(world.db)).toEqual([TORA])
    const [mail] = await tell()
    expect(mail!.text).toContain('Keys of the tower')
    expect(mail!.messageId).toMatch(/^<letter-/)
  })
})
