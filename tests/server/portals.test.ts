import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { moveCategories } from '../../core/design'
import type { CatalogItem, Portal } from '../../core/intake'
import { adoptBatch, lanesOf, type Batch } from '../../server/commands/adoption'
import { changeDraft, publishDraft } from '../../server/commands/draft'
import { draftPage } from '../../server/queries/draft'
import { serveRoutes } from './routes'
import { SCANNER } from './world'

const LEAD = 'olin-brandt'
let served: Awaited<ReturnType<typeof serveRoutes>>
let ines: string
beforeAll(async () => {
  served = await serveRoutes('portals')
  ines = await served.token('ines-varga')
}, 60_000)
afterAll(() => served.close())

interface Shown {
  address?: string
  question?: string
  notices?: unknown[]
  groups?: { id: string; items: { id: string }[] }[]
  otherwise?: { id: string }
  retired?: { says?: string; instead?: { id: string; name: string } }
  code?: string
}
const call = (path: string, asked?: { as?: string; body?: unknown }) => served.ask<Shown>(path, asked)
const shownItems = ({ groups = [] }: Shown) => groups.flatMap((one) => one.items.map((item) => item.id))

/** Publishes the draft with some changes of items and of the portal of Merrow Line. */
async function publish(items: Record<string, Partial<CatalogItem>>, portal: Partial<Portal> = {}) {
  const { design } = await draftPage(served.desk)
  for (const before of design.items) {
    const change = items[before.id]
    if (change)
      await changeDraft(
        served.desk,
        { list: 'items', id: before.id, before, after: { ...before, ...change } },
        LEAD,
      )
  }
  const before = design.portals.find((one) => one.id === 'merrow')
  await changeDraft(
    served.desk,
    { list: 'portals', id: 'merrow', before, after: { ...before, ...portal } },
    LEAD,
  )
  return published('keep')
}
async function published(openTickets: 'keep' | 'follow') {
  const { version } = await draftPage(served.desk)
  const { edition } = await publishDraft(served.desk, { version, note: 'The portal', openTickets }, LEAD)
  await served.heard(edition)
  return edition
}

describe('an item that is not offered', () => {
  it('is in no index, cannot be asked for, and says where to go instead where it is retired', async () => {
    await publish({
      'gate-scanner': { retired: { says: 'Scanners are swapped now.', instead: 'something-else' } },
      'crossing-wifi': { from: '2031-01-01' },
    })
    const index = (await call('/api/portals/merrow', { as: ines })).answer
    expect(shownItems(index)).not.toContain('gate-scanner')
    expect(shownItems(index)).not.toContain('crossing-wifi')
    expect(shownItems(index)).toContain('something-else')
    expect((await call('/api/portals/merrow/items/gate-scanner', { as: ines })).answer.retired).toEqual({
      says: 'Scanners are swapped now.',
      instead: { id: 'something-else', name: 'Something else' },
    })
    const { item, answers } = SCANNER as { item: string; answers: unknown }
    expect(await call('/api/tickets', { as: ines, body: { item, answers, portal: 'merrow' } })).toMatchObject(
      {
        ...{ status: 422, answer: { code: 'notHere' } },
      },
    )
    const found = (await call('/api/portals/merrow/search?words=scanner', { as: ines })).answer as {
      items?: { id: string }[]
    }
    expect(found.items?.map((one) => one.id)).not.toContain('gate-scanner')
    // Somebody of the desk is offered what is not offered yet, and not what is retired.
    const olin = await served.token(LEAD)
    const intake = (await call('/api/intake?requester=ines-varga', { as: olin })).answer as unknown as {
      groups: { items: { value: string }[] }[]
    }
    const logged = intake.groups.flatMap((one) => one.items.map((item) => item.value))
    expect(logged).toContain('crossing-wifi')
    expect(logged).not.toContain('gate-scanner')
    // One that is retired too is no place to go.
    await publish({ 'something-else': { retired: {} } })
    const page = (await call('/api/portals/merrow/items/gate-scanner', { as: ines })).answer
    expect(page.retired?.instead).toBeUndefined()
  })
})

describe('a portal', () => {
  it('is found at every address that it has or had, and says which it has now', async () => {
    await publish({}, { address: 'crew-help', formerAddresses: ['crew'], question: 'What is it?' })
    for (const address of ['merrow', 'crew', 'crew-help'])
      expect((await call(`/api/portals/${address}`, { as: ines })).answer).toMatchObject({
        address: 'crew-help',
        question: 'What is it?',
      })
    expect((await call('/api/portals/nowhere')).status).toBe(404)
  })

  it('shows strangers what it says that it shows at its door, and nothing that is for some', async () => {
    const shut = (await call('/api/portals/merrow')).answer
    expect(shut).toMatchObject({ groups: [], notices: [] })
    await publish(
      {
        'something-else': { retired: undefined as never },

        'bridge-tablet': { showWhen: { fact: 'organisation', op: 'is', value: 'merrow' } },
        // Of a stranger it would hold: their organisation is not known.
        radio: { showWhen: { none: [{ fact: 'organisation', op: 'is', value: 'port' }] } },
      },
      { beforeSignIn: ['catalog'], otherwise: 'something-else' },
    )
    const open = (await call('/api/portals/merrow')).answer
    expect(shownItems(open)).toContain('something-else')
    expect(shownItems(open)).not.toContain('bridge-tablet')
    expect(shownItems(open)).not.toContain('radio')
    expect(open).toMatchObject({ otherwise: { id: 'something-else' }, notices: [] })
    expect(shownItems((await call('/api/portals/merrow', { as: ines })).answer).length).toBeGreaterThan(
      shownItems(open).length,
    )
  })
})

describe('a branch of categories that moves', () => {
  it('takes its open tickets along as they follow the edition, with why', async () => {
    await publish({ 'gate-scanner': { retired: undefined as never } })
    const { item, answers } = SCANNER as { item: string; answers: unknown }
    const logged = await call('/api/tickets', { as: ines, body: { item, answers, portal: 'merrow' } })
    const { reference } = logged.answer as unknown as { reference: number }
    const row = () =>
      served.desk.db
        .selectFrom('ticket')
        .select('category')
        .where('reference', '=', reference)
        .executeTakeFirstOrThrow()
    const { category } = await row()
    const { design } = await draftPage(served.desk)
    await changeDraft(served.desk, moveCategories(design, [category], 'loans').steps, LEAD)
    const edition = await published('follow')
    for (const lane of await lanesOf(served.desk.db, edition))
      for (let next: Batch | undefined = lane; next;) next = await adoptBatch(served.desk, next)
    expect(await row()).toEqual({ category: `loans/${category.split('/').at(-1)!}` })
  })
})
