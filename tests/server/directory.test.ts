import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'kysely'
import { resortChoices } from '../../core/ticket/resort'
import { KINDS, LIST_NAMES, type ListName, type Value } from '../../core/directory'
import { saveThing, setAway } from '../../server/commands/directory'
import { deskNow } from '../../server/clock/deskClock'
import { handOverAll } from '../../server/commands/leaving'
import { fileOfList, takeFile } from '../../server/directory/file'
import { listThings, thingPage, trailOf, usesOfThing } from '../../server/directory/listing'
import { backFromRepair, historyOf, sendToRepair } from '../../server/directory/repairs'
import { choicesOf } from '../../server/queries/choices'
import { agreementPage, coverOf } from '../../server/queries/intake'
import { ADA, makeWorld, OLIN, TORA_BY, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('directory')
})
afterAll(() => world.close())
const directory = () => world.desk.knowledge.directory()
const make = (list: ListName, given: Record<string, Value>, by = ADA) =>
  saveThing(world.desk, { list, given }, by)
const change = (list: ListName, id: string, given: Record<string, Value>, version?: number, by = ADA) =>
  saveThing(world.desk, { list, id, given, version }, by)
const list = (name: ListName, query: Partial<Parameters<typeof listThings>[2]> = {}) =>
  listThings(world.desk, name, { limit: 100, ...query })
const content = (lines: string[]) => Buffer.from(lines.join('\n'))
const take = (name: ListName, lines: string[], isTaken = true) =>
  takeFile(world.desk, { list: name, content: content(lines), as: 'csv', take: isTaken }, ADA)

describe('a thing of the directory', () => {
  it.each<[ListName, Record<string, Value>]>([
    [
      'organisations',
      { name: 'Tern Ferries', departments: ['Deck'], cover: 'Office hours', phone: '+44 20 5550 0199' },
    ],
    [
      'sites',
      {
        name: 'Tern Pier',
        organisation: 'merrow',
        zone: 'Europe/Oslo',
        calendar: 'varnes',
        ways: { hallin: 50 },
      },
    ],
    ['teams', { name: 'Night Watch', lead: 'tora-aas', desks: ['house'] }],
    [
      'people',
      {
        name: 'Siv Tarn',
        mail: 'siv@tern.example',
        role: 'technician',
        teams: ['networks'],
        skills: { fibre: 'expert', radio: 'learning' },
        language: 'nb',
        manager: 'mika-okoro',
        phone: '+47 55 01 01',
      },
    ],
    ['queues', { name: 'Night', team: 'networks', seenBy: ['field-crew'] }],
    ['desks', { name: 'Night desk', leads: ['olin-brandt'] }],
    ['skills', { name: 'Knots' }],
    ['covers', { name: 'Weekends' }],
    ['agreement-types', { name: 'trial' }],
    ['equipment-types', { name: 'Winch' }],
    [
      'agreements',
      {
        organisation: 'lantern',
        cover: 'Office hours',
        first: '2026-11-01',
        last: '2027-03-31',
        amount: 12.5,
        type: 'maintenance',
      },
    ],
    [
      'equipment',
      {
        name: 'Lamp',
        organisation: 'lantern',
        site: 'lantern',
        agreement: '1057',
        warranty: '2027-01-31',
        user: 'noor-wick',
        state: 'in store',
      },
    ],
  ])('of %s is made, read, changed and put away as it was said, each in its trail', async (name, given) => {
    const { id } = await make(name, given)
    const page = await thingPage(world.desk, name, id)
    expect(page).toMatchObject({ id, active: true, version: 1, values: given })
    const { version } = await change(name, id, { remarks: 'by hand' }, 1)
    expect((await thingPage(world.desk, name, id)).values).toMatchObject({ ...given, remarks: 'by hand' })
    await expect(change(name, id, { remarks: 'too late' }, 1)).rejects.toMatchObject({ reason: 'conflict' })
    expect(await change(name, id, { remarks: 'by hand' }, version)).toEqual({ id, version })
    await setAway(world.desk, { list: name, id, away: true }, ADA)
    expect((await list(name)).rows.some((one) => one.id === id)).toBe(false)
    expect((await list(name, { away: true })).rows.map((one) => one.id)).toContain(id)
    await setAway(world.desk, { list: name, id, away: false }, ADA)
    const trail = await trailOf(world.desk, { list: name, id, limit: 9 })
    expect(trail.rows.map((one) => [one.deed, one.by])).toEqual(
      ['takenBack', 'putAway', 'changed', 'made'].map((deed) => [deed, 'ada-thorne']),
    )
    expect(trail.rows[2]!.changed).toEqual({ remarks: { before: null, after: 'by hand' } })
  })

  it('is known to the desk at once: who is in a team works in the hours of the desk', async () => {
    const siv = (await directory()).personOf('SIV@tern.example')
    expect(siv).toMatchObject({
      teams: ['networks'],
      skills: ['fibre', 'radio'],
      grades: { fibre: 'expert', radio: 'learning' },
    })
    expect(siv?.notify).toEqual({ language: 'nb' })
    expect(siv?.shift?.week.length).toBeGreaterThan(0)
    expect((await directory()).knows(siv!, 'radio')).toBe(false)
  })

  it('gets an id of its own, however many are made at the same moment', async () => {
    const made = await Promise.all(
      Array.from({ length: 8 }, (_, at) =>
        make('people', { name: 'Ann Other', mail: `ann${at}@x.example`, role: 'requester' }),
      ),
    )
    expect(new Set(made.map((one) => one.id)).size).toBe(8)
    const twice = await Promise.allSettled(
      [1, 2].map(() => make('people', { name: 'Twin', mail: 'twin@x.example', role: 'requester' })),
    )
    expect(twice.map((one) => one.status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(twice.find((one) => one.status === 'rejected')).toMatchObject({
      reason: { fields: [{ field: 'mail' }] },
    })
  })

  it('is changed by leads but for what lets people in, and stays itself', async () => {
    await expect(
      change('people', 'tora-aas', { role: 'administrator' }, undefined, OLIN),
    ).rejects.toMatchObject({
      fields: [{ field: 'role' }],
    })
    await expect(change('people', 'ada-thorne', { name: 'Nobody' }, undefined, OLIN)).rejects.toMatchObject({
      reason: 'forbidden',
    })
    await expect(setAway(world.desk, { list: 'people', id: 'ada-thorne', away: true }, ADA)).rejects.toThrow(
      'You cannot put yourself away',
    )
    await expect(change('people', 'nobody', {})).rejects.toMatchObject({ reason: 'missing' })
    await expect(thingPage(world.desk, 'agreements', 'x')).rejects.toMatchObject({ reason: 'missing' })
  })

  it('that asks is added by anybody of the desk, and nothing else is', async () => {
    const person = { name: 'Una Caller', mail: 'una@x.example', site: 'varnes' }
    const { id } = await make('people', { ...person, role: 'requester' }, TORA_BY)
    expect((await directory()).people.get(id)).toMatchObject({ organisation: 'merrow', zone: 'Europe/Oslo' })
    for (const [name, given] of [
      ['people', { ...person, mail: 'u@x.example', role: 'technician' }],
      ['skills', { name: 'Lying' }],
    ] as const)
      await expect(make(name, given, TORA_BY)).rejects.toMatchObject({ reason: 'forbidden' })
    await expect(change('people', id, { name: 'U' }, undefined, TORA_BY)).rejects.toMatchObject({
      reason: 'forbidden',
    })
  })

  it('is offered by every word of its name, to the desk with what tells two of one name apart', async () => {
    const [design, found] = [await world.desk.knowledge.currentEdition(), await directory()]
    const asked = { design, directory: found, search: 'varga  INES' }
    expect(choicesOf('person', asked)).toMatchObject([
      { value: 'ines-varga', note: expect.stringContaining('Merrow Line') as string },
    ])
    expect(choicesOf('person', { ...asked, within: 'merrow' })[0]?.note).not.toContain('Merrow Line')
    expect(choicesOf('person', { ...asked, within: 'lantern' })).toEqual([])
    // By its value alone, whatever stands before it.
    expect(choicesOf('person', { ...asked, search: '', value: 'ines-varga' })).toHaveLength(1)
  })

  it('that is put away is chosen no more, and an agreement that is covers nothing', async () => {
    const { id: organisation } = await make('organisations', { name: 'Gone Lines' })
    const { id: queue } = await make('queues', { name: 'Gone queue', team: 'networks' })
    const { id: number } = await make('agreements', {
      organisation,
      cover: 'Office hours',
      first: '2026-01-01',
    })
    const known = async () => {
      const [design, found] = [await world.desk.knowledge.currentEdition(), await directory()]
      return [
        choicesOf('organisation', { design, directory: found, search: 'Gone' }).length,
        resortChoices(design, found).queue.filter((one) => one.value === queue).length,
        found.agreementFor(organisation, world.begins, Number(number)) === undefined ? 0 : 1,
      ]
    }
    expect(await known()).toEqual([1, 1, 1])
    for (const [name, id] of [
      ['agreements', number],
      ['queues', queue],
      ['organisations', organisation],
    ] as const)
      await setAway(world.desk, { list: name, id, away: true }, ADA)
    expect(await known()).toEqual([0, 0, 0])
  })

  it('to which the edition in force sends work stays until another does not', async () => {
    await expect(setAway(world.desk, { list: 'queues', id: 'boarding', away: true }, ADA)).rejects.toThrow(
      'The edition in force sends work here',
    )
  })
})

describe('a list of the directory', () => {
  it.each(LIST_NAMES)('of %s comes in pages that miss none', async (name) => {
    const all = (await list(name, { limit: 500 })).rows.map((one) => one.id)
    const paged: string[] = []
    for (let after: string | undefined; ;) {
      const page = await list(name, { limit: 2, after })
      paged.push(...page.rows.map((one) => one.id))
      if ((after = page.next) === undefined) break
    }
    expect(paged).toEqual(all)
  })

  it('is found by words, narrowed down by what it names, and says what is worked out', async () => {
    expect((await list('people', { search: 'varga merrow' })).rows.map((one) => one.id)).toEqual([
      'ines-varga',
    ])
    expect((await list('people', { where: 'teams:networks' })).rows.length).toBe(6)
    expect((await list('people', { where: 'skills:radio masts' })).rows.map((one) => one.id)).toContain(
      'tora-aas',
    )
    expect((await list('sites', { where: 'ways:lantern' })).rows.map((one) => one.id)).toEqual([
      'hallin',
      'traffic',
    ])
    await expect(list('sites', { where: 'name:x' })).rejects.toMatchObject({ fields: [{ field: 'where' }] })
    const soon = (await list('agreements', { endsWithin: 90 })).rows
    expect(soon.map((one) => one.id)).toEqual(['1051'])
    expect(soon[0]!.more).toMatchObject({ standing: 'covered' })
    expect((await list('teams', { search: 'networks' })).rows[0]!.more.count).toBe(6)
  })

  it('says of a thing what names it, tickets too', async () => {
    const { state } = await world.desk.log({ ...SCANNER, channel: 'portal' }, TORA)
    const { directory: named, tickets } = await usesOfThing(world.desk, 'organisations', 'merrow')
    expect(named.map((one) => `${one.list} ${one.field}`)).toEqual(
      expect.arrayContaining([
        'sites organisation',
        'people organisation',
        'agreements organisation',
        'equipment organisation',
      ]),
    )
    expect(tickets).toEqual([{ as: 'organisation', open: 1, all: 1 }])
    expect((await usesOfThing(world.desk, 'queues', state.queue)).design.length).toBeGreaterThan(0)
  })
})

describe('agreements', () => {
  it('are used by the number that was named, where an organisation has several', async () => {
    const before = (await directory()).agreements
    const first = before.find((one) => one.organisation === 'merrow')!
    const other = before.find((one) => one.organisation !== 'merrow')!.number
    const made = await make('agreements', {
      organisation: 'merrow',
      cover: 'Pay per job',
      first: '2026-01-01',
      last: '2027-12-31',
    })
    const second = Number(made.id)
    const log = async (agreement?: number) =>
      (await world.desk.log({ ...SCANNER, channel: 'desk', ...(agreement && { agreement }) }, TORA)).state
    const plain = await log()
    const named = [first.number, second].find((one) => one !== plain.agreement)!
    expect(await log(named)).toMatchObject({ agreement: named })
    expect((await log(second)).cover).toBe('Pay per job')
    expect(await log(other)).toMatchObject({ agreement: plain.agreement })
    expect(coverOf('merrow', await directory(), 'Europe/London', second)).toMatchObject({
      ...{ number: second, last: '2027-12-31', state: 'covered' },
    })
    const page = async () => agreementPage(second, await directory(), 'Europe/London')
    expect(await page()).toMatchObject({ state: 'covered', last: '2027-12-31' })
    await change('agreements', made.id, { last: '2026-11-10' })
    expect(await page()).toMatchObject({ state: 'expired', last: '2026-11-10' })
  })

  it('leave an organisation without one the cover that it has by itself', async () => {
    await change('organisations', 'lantern', { cover: 'Pay per job' })
    const { people } = await directory()
    const requester = [...people.values()].find((one) => one.organisation === 'lantern')!.id
    await setAway(world.desk, { list: 'agreements', id: '1057', away: true }, ADA)
    for (const { id } of (await list('agreements', { where: 'organisation:lantern' })).rows)
      await setAway(world.desk, { list: 'agreements', id, away: true }, ADA)
    const { state } = await world.desk.log(
      {
        ...SCANNER,
        requester,
        channel: 'desk',
      },
      TORA,
    )
    expect(state).toMatchObject({ agreement: null, cover: 'Pay per job' })
  })
})

describe('equipment', () => {
  it('is away at one repair shop at most, until it is back', async () => {
    const [one] = (await list('equipment', { limit: 1 })).rows
    const number = Number(one!.id)
    const send = () =>
      sendToRepair(world.desk, number, 'tora-aas', { shop: 'Petrel Works', expected: '2026-12-01' })
    const tries = await Promise.allSettled([send(), send(), send()])
    expect(tries.filter((each) => each.status === 'fulfilled')).toHaveLength(1)
    const { rows, total } = await list('equipment', { out: true })
    expect(total).toBe(1)
    expect(rows[0]).toMatchObject({ id: one!.id, more: { away: { shop: 'Petrel Works' } } })
    await backFromRepair(world.desk, number, { remarks: 'New reader', cost: 12.5 })
    expect(await historyOf(world.desk, number, 'ada-thorne')).toMatchObject({
      repairs: [{ shop: 'Petrel Works', cost: 12.5, remarks: 'New reader', by: 'Tora Aas' }],
      cost: 12.5,
    })
    expect((await list('equipment', { out: true })).total).toBe(0)
    await expect(backFromRepair(world.desk, number)).rejects.toThrow('not at a repair shop')
  })
})

describe('a file', () => {
  it.each(LIST_NAMES)('of %s that was taken out and is taken in again changes nothing', async (name) => {
    const before = String(await fileOfList(world.desk, name, 'csv'))
    const report = await takeFile(
      world.desk,
      { list: name, content: Buffer.from(before), as: 'csv', take: true },
      ADA,
    )
    expect(report.lines.filter((line) => line.outcome !== 'same')).toEqual([])
    expect(String(await fileOfList(world.desk, name, 'csv'))).toBe(before)
  })

  it('that is a workbook is the same', async () => {
    const workbook = (await fileOfList(world.desk, 'people', 'xlsx')) as Buffer
    const report = await takeFile(
      world.desk,
      { list: 'people', content: workbook, as: 'xlsx', take: false },
      ADA,
    )
    expect(report.lines.filter((line) => line.outcome !== 'same')).toEqual([])
    expect(report.lines.length).toBe((await directory()).people.size)
  })

  it('is looked at line by line before anything is taken; then the right lines are, and again none is new', async () => {
    const lines = [
      'number,name,organisation,agreement,warranty,type,remarks',
      ',"Winch, electric",Saltern Kelp Works,1060,2027-05-31,Hoist,\'=1+1',
      ',,saltern,,,,',
      ',Pump,nowhere,,,,',
      ',Pump,saltern,1042,,,',
      '99999,Pump,saltern,,,,',
      ',Pump,saltern,,31.5.2027,,',
    ]
    const count = async () => (await list('equipment', { limit: 1 })).total
    const before = await count()
    const look = await take('equipment', lines, false)
    expect(look.lines.map((line) => [line.line, line.outcome, line.problems[0]?.field])).toEqual([
      [2, 'new', undefined],
      [3, 'wrong', 'name'],
      [4, 'wrong', 'organisation'],
      [5, 'wrong', 'agreement'],
      [6, 'wrong', 'number'],
      [7, 'wrong', 'warranty'],
    ])
    expect(look.makes).toEqual([{ list: 'equipment-types', name: 'Hoist' }])
    expect(await count()).toBe(before)
    const taken = await take('equipment', lines)
    expect(await count()).toBe(before + 1)
    const made = (await directory()).equipment.get(taken.lines[0]!.id!)
    expect(made).toMatchObject({ name: 'Winch, electric', remarks: '=1+1', type: 'hoist' })
    expect((await directory()).equipmentTypes.get('hoist')?.name).toBe('Hoist')
    const again = await take('equipment', lines)
    expect(again.lines[0]).toMatchObject({ outcome: 'same', id: taken.lines[0]!.id })
    expect(await count()).toBe(before + 1)
  })

  it('may put people away, who are out at once, and names who wrote what', async () => {
    const { id } = await make('people', { name: 'Leaver', mail: 'leaver@x.example', role: 'technician' })
    await sql`insert into api_token (token_hash, person) values ('leaver', ${id})`.execute(world.db)
    await take('people', ['mail,active', 'leaver@x.example,no'])
    expect((await directory()).people.get(id)?.active).toBe(false)
    const { rows } = await sql`select 1 from api_token where person = ${id}`.execute(world.db)
    expect(rows).toEqual([])
    expect((await trailOf(world.desk, { list: 'people', id, limit: 1 })).rows[0]).toMatchObject({
      deed: 'putAway',
      way: 'file',
    })
  })

  it('puts nobody away whom a screen would not, and changes nobody above whoever brings it', async () => {
    const lines = [
      'mail,active,phone',
      'ada-thorne@commons.sound.example,no,',
      'siv@tern.example,yes,+47 55 02 02',
    ]
    const own = await take('people', lines)
    expect(own.lines.map((one) => [one.outcome, one.problems[0]?.message])).toEqual([
      ['wrong', expect.stringContaining('cannot put yourself away')],
      ['changed', undefined],
    ])
    const byLead = await takeFile(
      world.desk,
      {
        list: 'people',
        content: content(['mail,phone', 'ada-thorne@commons.sound.example,+44 20 5550 0188']),
        as: 'csv',
        take: true,
      },
      OLIN,
    )
    expect(byLead.lines[0]).toMatchObject({ outcome: 'wrong' })
    expect((await directory()).people.get('ada-thorne')).toMatchObject({ active: true })
    expect((await directory()).people.get('ada-thorne')?.phone).toBeUndefined()
    expect((await take('queues', ['name,active', 'Boarding,no'])).lines[0]).toMatchObject({
      outcome: 'wrong',
    })
  })

  it.each([
    ['number,colour\n1,red', 'columns that are not known here: colour'],
    ['number,name', 'no lines below its headings'],
    ['name,organisation\n"Pump,saltern', 'line 2'],
    ['name,name\nA,B', 'the column name twice'],
  ])('that is none is refused: %j', async (text, why) => {
    await expect(take('equipment', text.split('\n'))).rejects.toThrow(why)
  })

  it('in another encoding is refused with what to do', async () => {
    const latin = Buffer.from('name,organisation\nR\xf8r,saltern', 'latin1')
    const sent = { list: 'equipment' as const, content: latin, as: 'csv' as const, take: true }
    await expect(takeFile(world.desk, sent, ADA)).rejects.toThrow('save it as “CSV UTF-8”')
  })
})

describe('somebody', () => {
  it('that leaves has nothing in hand any more: a worker gives their open tickets to others', async () => {
    const { id } = await make('people', {
      ...{ name: 'Leif Gone', mail: 'leif@gone.example', role: 'technician', teams: ['networks'] },
    })
    const references: number[] = []
    for (let count = 0; count < 3; count++) {
      const { state } = await world.desk.log(SCANNER, { person: 'ines-varga' })
      await world.desk.run(state.reference, { kind: 'assign', technician: id }, TORA)
      references.push(state.reference)
    }
    const from = deskNow() + 86_400_000
    const visit = { kind: 'book', person: id, from, to: from + 3_600_000, what: 'A visit' } as const
    await world.desk.run(references[0]!, visit, TORA)
    await setAway(world.desk, { list: 'people', id, away: true }, ADA)
    const { rows } = await sql<{
      payload: { person: string; by: string }
    }>`select payload from graphile_worker._private_jobs as job
      join graphile_worker._private_tasks as task on task.id = job.task_id where task.identifier = 'handOver'`.execute(
      world.db,
    )
    expect(rows.map((one) => one.payload)).toContainEqual({ person: id, by: 'ada-thorne' })
    await handOverAll(world.desk, id, 'ada-thorne')
    const tickets = await world.db
      .selectFrom('ticket')
      .select('technician')
      .where('reference', 'in', references)
      .execute()
    expect(tickets.map((one) => one.technician)).not.toContain(id)
    expect(tickets).toHaveLength(3)
    // Whoever has the ticket now, or leads its team, comes at the time that was fixed.
    const visits = await world.db
      .selectFrom('booking')
      .select(['person', 'state'])
      .where('reference', '=', references[0]!)
      .execute()
    expect(visits).toEqual([{ person: expect.not.stringContaining(id) as string, state: 'booked' }])
    // Whoever is there again has kept what they have by then.
    await setAway(world.desk, { list: 'people', id, away: false }, ADA)
    await world.desk.run(references[0]!, { kind: 'assign', technician: id }, TORA)
    await handOverAll(world.desk, id, 'ada-thorne')
    expect(
      (
        await world.db
          .selectFrom('ticket')
          .select('technician')
          .where('reference', '=', references[0]!)
          .executeTakeFirst()
      )?.technician,
    ).toBe(id)
  })
})

it('has a kind for each list', () => expect(Object.keys(KINDS).sort()).toEqual([...LIST_NAMES].sort()))
