import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { changeLanguage } from '../../server/commands/people'
import { requestPage, requestsFor } from '../../server/queries/requests'
import { ticketPage } from '../../server/queries/tickets'
import { searchPortal } from '../../server/queries/knowledge'
import { INES, makeWorld, SCANNER, TORA } from './world'

const OWN = { of: 'own', words: '', most: 50 } as const

// One request, read in two languages; the desk reads its own.
let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('languages', 0)
})
afterAll(() => world.close())

describe('a request', () => {
  it('is read in the language that is asked for, and kept in none', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const read = async (language: 'en' | 'nb') =>
      (await requestPage(world.desk, state.reference, INES.person, language))!
    const [english, norwegian] = [await read('en'), await read('nb')]
    expect(english.status).toBe('We have it and will look at it')
    expect(norwegian.status).toBe('Vi har fått den og ser på den')
    expect([english.summary, norwegian.summary]).toEqual([
      'Gate scanner will not read tickets',
      'Billettskanneren leser ikke billetter',
    ])
    expect(english.answers).toContainEqual({
      ...{ name: 'boardingStopped', label: 'Is boarding stopped?', answer: 'no' },
    })
    expect(norwegian.answers).toContainEqual({
      ...{ name: 'boardingStopped', label: 'Står ombordstigningen?', answer: 'nei' },
    })
    expect((await requestsFor(world.desk, INES.person, OWN, 'nb'))[0]!.status).toBe(norwegian.status)
    const desk = await ticketPage(world.desk, state.reference, { id: TORA.person, role: 'lead', teams: [] })
    expect(desk!.answers.map((one) => one.label)).toContain('Is boarding stopped?')
  })

  it('is found by the words of the reader', async () => {
    const portal = (await world.desk.knowledge.currentEdition()).portal('merrow')
    const found = await searchPortal(world.desk, portal, 'strekkode', {}, 'nb')
    expect(found.items.map((one) => one.name)).toEqual(['Billettskanneren leser ikke billetter'])
    expect((await searchPortal(world.desk, portal, 'strekkode', {})).items).toEqual([])
  })
})

describe('the language that somebody chose', () => {
  it('is that of what they are told from then on, and leaves their other wishes', async () => {
    await world.db
      .updateTable('person')
      .set({ notify: JSON.stringify({ quiet: { from: '22:00', to: '06:00' } }) })
      .where('id', '=', INES.person)
      .execute()
    world.desk.knowledge.forget('directory')
    await changeLanguage(world.desk, INES.person, 'nb')
    const { people } = await world.desk.knowledge.directory()
    expect(people.get(INES.person)!.notify).toEqual({
      language: 'nb',
      quiet: { from: '22:00', to: '06:00' },
    })
    const { state } = await world.desk.log(SCANNER, INES)
    const message = await world.db
      .selectFrom('outbox')
      .select(['subject', 'body'])
      .where('reference', '=', state.reference)
      .where('person', '=', INES.person)
      .executeTakeFirstOrThrow()
    expect(message.subject).toBe(
      `[${state.reference}] Vi har fått den: Billettskanneren leser ikke billetter`,
    )
    expect(message.body).toMatch(/Vi svarer innen (\S+ )?\d\d:\d\d \(Europe\/Oslo\)/)
  })
})
