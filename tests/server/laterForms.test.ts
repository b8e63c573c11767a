import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Command, MessageLink } from '../../core/ticket'
import { DAY } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { linkToken } from '../../server/base/links'
import { mailTransport, sendOn, type Channels } from '../../server/delivery/channels'
import { audit } from '../../server/queries/audit'
import { requestPage } from '../../server/queries/requests'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { serveRoutes } from './routes'
import { TORA } from './world'

// What a plan asks of people by a link that can be used once: questions, and words on an approval.

let served: Awaited<ReturnType<typeof serveRoutes>>
let outside: Mailbox
let channels: Channels
beforeAll(async () => {
  served = await serveRoutes('laterforms')
  outside = await startMailbox(0)
  channels = { mail: mailTransport(`smtp://127.0.0.1:${outside.port}`), gateway: '' }
})
afterAll(async () => {
  channels.mail.close()
  await outside.stop()
  await served.close()
})

const KETIL = { person: 'ketil-rasp' }
const BERTH = { berth: 'Cabin 12', watch: 'day' }
const run = (reference: number, command: Exclude<Command, { kind: 'log' }>, actor = TORA) =>
  served.desk.run(reference, command, actor)

/** Ketil Rasp asks for somebody new at Varnes Quay; Ines Varga, who looks after it, is asked about them. */
async function begun(joinerNeeds: string[] = ['mail'], inDays = 5) {
  const startsOn = new Date(deskNow() + inDays * DAY).toISOString().slice(0, 10)
  const { state } = await served.desk.log(
    {
      ...{ item: 'new-crew', portal: 'merrow', channel: 'portal', requester: 'ketil-rasp' },
      answers: { joinerName: 'Signe Dahl', startsOn, joinerNeeds },
    },
    KETIL,
  )
  return { reference: state.reference, plan: state.plans![0]!.id }
}
const messageTo = async (reference: number, template: string) =>
  served.db
    .selectFrom('outbox')
    .selectAll()
    .where('reference', '=', reference)
    .where('template', '=', template)
    .orderBy('sequence', 'desc')
    .executeTakeFirstOrThrow()
const tokenOf = async (reference: number, template: string, is: MessageLink['is']) =>
  linkToken(served.db, is, (await messageTo(reference, template)).key)

describe('questions that somebody answers by a link', () => {
  it('reach them by mail, are answered once, and are facts from then on', async () => {
    const { reference, plan } = await begun(['mail', 'tablet'])
    const message = await messageTo(reference, 'formAsked')
    expect(message).toMatchObject({ person: 'ines-varga', link: { is: 'form', run: plan, task: 'berth' } })
    await sendOn(served.db, channels, message)
    const token = await tokenOf(reference, 'formAsked', 'form')
    const mail = await served.db
      .selectFrom('standin_mail')
      .selectAll()
      .orderBy('id', 'desc')
      .executeTakeFirst()
    expect(JSON.stringify(mail)).toContain(`/fill/${token}`)
    const { status, answer } = await served.ask<{
      questions: unknown[]
      asker: object
      needsSignIn: boolean
    }>(`/api/forms/${token}`)
    expect(status).toBe(200)
    expect(answer).toMatchObject({ text: 'Berth and duties', whose: 'Ines Varga', needsSignIn: false })
    // Of all that is known of the request only what the questions depend on.
    expect(Object.keys(answer.asker)).toEqual(['form.joinerNeeds'])
    const answers = { ...BERTH, tabletPlace: 'The bridge', joinerMail: 'signe@home.sound.example' }
    const short = await served.ask<{ fields: { field: string }[] }>(`/api/forms/${token}`, {
      body: { answers: BERTH },
    })
    expect(short).toMatchObject({ status: 422, answer: { code: 'answersWrong' } })
    expect(short.answer.fields.map((one) => one.field)).toEqual(['tabletPlace'])
    expect((await served.ask(`/api/forms/${token}`, { body: { answers } })).status).toBe(200)
    expect(await served.ask(`/api/forms/${token}`, { body: { answers } })).toMatchObject({
      ...{ status: 409, answer: { code: 'formAnswered' } },
    })
    expect(await served.ask(`/api/forms/${token}`)).toMatchObject({ status: 409 })
    const page = await requestPage(served.desk, reference, 'ketil-rasp', 'nb')
    expect(page!.answeredLater).toMatchObject([
      { text: 'Køye og oppgaver', by: 'Ines Varga', answers: [{ answer: 'Cabin 12' }, {}, {}, {}] },
    ])
    const ofInes = await served.ask<{ answeredLater: unknown[] }>(`/api/tickets/${reference}`, {
      as: await served.token('tora-aas'),
    })
    expect(ofInes.answer.answeredLater).toHaveLength(1)
  })

  it('are answered by one of two who press at the same moment', async () => {
    const { reference } = await begun()
    const token = await tokenOf(reference, 'formAsked', 'form')
    const both = await Promise.all(
      [BERTH, { ...BERTH, watch: 'night' }].map((answers) =>
        served.ask(`/api/forms/${token}`, { body: { answers } }),
      ),
    )
    expect(both.map((one) => one.status).sort()).toEqual([200, 409])
  })

  it('are nobody else’s, and no link that was made up leads to any', async () => {
    const { reference, plan } = await begun()
    const token = await tokenOf(reference, 'formAsked', 'form')
    const answers = BERTH
    for (const wrong of [
      `${token}x`,
      token.replace(/^\d+/, '1'),
      'nothing',
      await tokenOf(reference, 'formAsked', 'word'),
    ])
      expect(
        (await served.ask(`/api/forms/${encodeURIComponent(wrong)}`, { body: { answers } })).status,
      ).toBe(404)
    const other = { as: await served.token('ivo-lade'), body: { answers } }
    expect(await served.ask(`/api/forms/${token}`, other)).toMatchObject({
      ...{ status: 403, answer: { code: 'formOthers' } },
    })
    const own = `/api/tickets/${reference}/plans/${plan}/tasks/berth/form`
    expect((await served.ask(own, other)).status).toBe(404)
    expect((await served.ask(own)).status).toBe(401)
    // Whoever is asked may sign in as well, and so may the desk in their place.
    expect((await served.ask(own, { as: await served.token('ines-varga') })).status).toBe(200)
    expect((await served.ask(own, { as: await served.token('tora-aas'), body: { answers } })).status).toBe(
      200,
    )
  })

  it('go to an address that an earlier one gave, whose owner is nobody of the directory', async () => {
    const { reference, plan } = await begun(['mail'], -1)
    const joinerMail = 'signe@home.sound.example'
    const tick = (task: string) =>
      run(reference, { kind: 'changePlanTask', run: plan, task, change: { done: true } })
    await run(reference, { kind: 'fillForm', run: plan, task: 'berth', answers: { ...BERTH, joinerMail } })
    for (const task of ['crew-list', 'laptop']) await tick(task)
    const word = { kind: 'saySeal', run: plan, task: 'seal', yes: true, text: '' } as const
    await run(reference, word, { person: 'ines-varga' })
    const { key } = await messageTo(reference, 'accounts')
    const answer = { type: 'application/json', data: { account: { name: 'signe-dahl' } } }
    const heard = {
      kind: 'recordDelivery',
      key,
      state: 'delivered',
      attempt: 1,
      detail: '200',
      answer,
    } as const
    await run(reference, heard, { person: 'tora-aas' })
    const message = await messageTo(reference, 'formAsked')
    expect(message).toMatchObject({ person: '', address: joinerMail, link: { task: 'works' } })
    const token = await tokenOf(reference, 'formAsked', 'form')
    const answers = { allWorks: false, whatLacks: 'The bunk light.' }
    expect((await served.ask(`/api/forms/${token}`, { body: { answers } })).status).toBe(200)
    expect(await served.ask(`/api/forms/${token}`)).toMatchObject({
      ...{ status: 409, answer: { detail: expect.stringContaining(joinerMail) as string } },
    })
    const page = await requestPage(served.desk, reference, 'ketil-rasp', 'en')
    expect(page!.answeredLater.at(-1)).toMatchObject({ by: joinerMail, answers: [{ answer: 'no' }, {}] })
  })

  it('are too long for nobody: what is sent is bounded before it is read', async () => {
    const { reference } = await begun()
    const token = await tokenOf(reference, 'formAsked', 'form')
    const answers = { ...BERTH, berth: 'x'.repeat(70_000) }
    expect((await served.ask(`/api/forms/${token}`, { body: { answers } })).status).toBe(413)
    const many = Object.fromEntries(Array.from({ length: 900 }, (_, at) => [`q${at}`, 'x']))
    expect((await served.ask(`/api/forms/${token}`, { body: { answers: many } })).status).toBe(422)
    expect((await served.ask(`/api/forms/${token}`, { body: { answers: [] } })).status).toBe(422)
  })
})

describe('a word that somebody says by a link', () => {
  async function approving() {
    const { reference, plan } = await begun()
    await run(reference, { kind: 'changePlanTask', run: plan, task: 'crew-list', change: { done: true } })
    await run(reference, { kind: 'fillForm', run: plan, task: 'berth', answers: BERTH })
    return { reference, plan, token: await tokenOf(reference, 'sealAsked', 'word') }
  }

  it('counts once, after a question if they like', async () => {
    const { reference, token } = await approving()
    const shown = await served.ask<{ answers: { answer: string }[] }>(`/api/words/${token}`)
    expect(shown).toMatchObject({ status: 200, answer: { person: 'Ines Varga', requester: 'Ketil Rasp' } })
    expect(shown.answer.answers.map((one) => one.answer)).toContain('Cabin 12')
    const asks = { body: { text: 'For how long?' } }
    expect((await served.ask(`/api/words/${token}/question`, asks)).status).toBe(200)
    const page = await requestPage(served.desk, reference, 'ketil-rasp', 'en')
    expect(page!.conversation.at(-1)).toMatchObject({ by: 'Ines Varga', text: 'For how long?' })
    await run(reference, { kind: 'answer', text: 'Until spring.' }, KETIL)
    const again = await tokenOf(reference, 'sealAnswered', 'word')
    expect(await served.ask(`/api/words/${again}`)).toMatchObject({
      answer: { queries: [{ text: 'For how long?', answer: 'Until spring.' }] },
    })
    expect((await served.ask(`/api/words/${again}`, { body: { yes: false } })).status).toBe(422)
    expect((await served.ask(`/api/words/${again}`, { body: { yes: true } })).status).toBe(200)
    for (const used of [token, again])
      expect((await served.ask(`/api/words/${used}`, { body: { yes: false, text: 'No.' } })).status).toBe(409)
  })

  it('is said by nobody who is signed in as another, and not by whoever handed it on', async () => {
    const { reference, plan, token } = await approving()
    const other = await served.token('ivo-lade')
    expect((await served.ask(`/api/words/${token}`, { as: other, body: { yes: true } })).status).toBe(403)
    const handed = { kind: 'handSeal', run: plan, task: 'seal', from: 'ines-varga', to: 'ivo-lade' } as const
    await run(reference, handed)
    expect(await served.ask(`/api/words/${token}`, { body: { yes: true } })).toMatchObject({
      ...{ status: 404, answer: { code: 'wordGone' } },
    })
    expect((await audit(served.db)).differences).toEqual([])
  })
})
