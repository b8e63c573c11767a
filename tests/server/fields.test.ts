import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { testHolds, type Test } from '../../core/condition'
import type { FieldValue } from '../../core/fields'
import { ticketFacts } from '../../core/facts'
import { deskNow } from '../../server/clock/deskClock'
import { changeMany } from '../../server/commands/many'
import { indexAll } from '../../server/commands/searchWords'
import { audit } from '../../server/queries/audit'
import { ticketSheet } from '../../server/queries/ticketSheet'
import { listTickets, WrongKey, type ListQuery } from '../../server/queries/ticketList'
import { requestPage } from '../../server/queries/requests'
import { ticketPage } from '../../server/queries/tickets'
import { INES, makeWorld, TORA } from './world'

// Fields of ticket kinds, in the database and in what pages show.
let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('fields', 250)
})
afterAll(() => world.close())

const TECHNICIAN = { id: TORA.person, role: 'technician' as const, teams: [] }
const LEAD = { id: 'olin-brandt', role: 'lead' as const, teams: [] }
const list = (
  more: Partial<ListQuery>,
  { id, role, teams }: { id: string; role: string; teams: string[] } = TECHNICIAN,
) =>
  listTickets(world.desk, {
    ...{ view: 'all', limit: 200, now: deskNow(), person: id, role, teams },
    ...more,
  })
const loan = async (neededUntil = '2026-12-04') => {
  const command = {
    ...({ item: 'loan-laptop', portal: 'merrow', channel: 'portal', requester: 'ines-varga' } as const),
    answers: { neededUntil },
  } as const
  return (await world.desk.log(command, INES)).state
}
const swap = async () => {
  const command = {
    ...({ item: 'till-receipts', portal: 'merrow', channel: 'portal', requester: 'ines-varga' } as const),
    answers: { till: 4 },
  } as const
  return (await world.desk.log(command, INES)).state
}
const set = (reference: number, values: Record<string, string | number | boolean | null>, actor = TORA) =>
  world.desk.run(reference, { kind: 'setFields', values }, actor)

describe('a list that goes by a field', () => {
  it('is what the core says, whatever is asked', async () => {
    const { reference } = await swap()
    await set(reference, { serialOut: 'K44-1', partCost: 120.5 }, { person: 'olin-brandt' })
    const day = '2026-11-20'
    const tests: Test[] = [
      { fact: 'field.dueBack', op: 'before', value: day },
      { fact: 'field.dueBack', op: 'after', value: day },
      { fact: 'field.dueBack', op: 'between', value: ['2026-11-01', day] },
      { fact: 'field.dueBack', op: 'empty' },
      { fact: 'field.condition', op: 'oneOf', value: ['worn', 'broken'] },
      { fact: 'field.condition', op: 'isNot', value: 'whole' },
      { fact: 'field.serialOut', op: 'startsWith', value: 'k4' },
      { fact: 'field.serialOut', op: 'filled' },
      { fact: 'field.partCost', op: 'atLeast', value: 120.5 },
      { fact: 'field.keyNeeded', op: 'is', value: false },
      { fact: 'field.landing', op: 'is', value: 'hallin' },
    ]
    const rows = await world.db.selectFrom('ticket').select('state').orderBy('reference', 'desc').execute()
    for (const test of tests) {
      const wanted: number[] = []
      for (const { state } of rows)
        if (testHolds(test, ticketFacts(state, await world.desk.knowledge.editionOf(state))))
          wanted.push(state.reference)
      const found = await list({ where: test, sort: 'logged' }, LEAD)
      expect([test, found.total]).toEqual([test, wanted.length])
      expect(found.rows.map((one) => one.reference)).toEqual(wanted.slice(0, 200))
    }
  })

  it('is in its order, page by page, numbers as numbers and what has none at the end', async () => {
    for (const cost of [9, 100, 20.25]) {
      const { reference } = await swap()
      await set(reference, { partCost: cost }, { person: 'olin-brandt' })
    }
    const kept = await world.db.selectFrom('ticket').select('state').execute()
    const states = new Map(kept.map(({ state }) => [state.reference, state.fields]))
    for (const [sort, of] of [
      ['field.partCost', 'partCost'],
      ['field.dueBack', 'dueBack'],
      ['field.serialOut', 'serialOut'],
    ] as const)
      for (const isTurned of [false, true]) {
        const all: { reference: number; value: FieldValue | undefined }[] = []
        for (let after: string | undefined; ;) {
          const page = await list({ sort, isTurned, after, limit: 23 }, LEAD)
          all.push(...page.rows.map(({ reference }) => ({ reference, value: states.get(reference)?.[of] })))
          after = page.next
          if (!after) break
        }
        const { total } = await list({}, LEAD)
        expect(new Set(all.map((one) => one.reference)).size).toBe(total)
        const values = all.flatMap(({ value }) => (value === undefined ? [] : value))
        const sorted = [...values].sort((a, b) =>
          typeof a === 'number' ? a - Number(b) : String(a).toLowerCase() < String(b).toLowerCase() ? -1 : 1,
        )
        expect(values).toEqual(isTurned ? sorted.reverse() : sorted)
        const filled = all.map((one) => one.value !== undefined)
        expect(filled).toEqual([...filled].sort((a, b) => (isTurned ? +a - +b : +b - +a)))
      }
  })

  it.each([
    ['due', '1.5_7'],
    ['due', 'Infinity_7'],
    ['due', '.YQ_7'],
    ['field.partCost', '.YQ_7'],
    ['field.serialOut', '1.5_7'],
  ] as const)('takes no key of another order: %s, %s', async (sort, after) => {
    await expect(list({ view: 'open', sort, after }, LEAD)).rejects.toThrow(WrongKey)
  })

  it('stands under headings in words, page by page, whatever signs they have', async () => {
    for (const serialOut of ['Ærlig_1', '?>_ÿ', 'K1']) await set((await swap()).reference, { serialOut })
    const headings: string[] = []
    const seen: number[] = []
    for (let after: string | undefined; ;) {
      const page = await list({ view: 'open', group: 'field.serialOut', after, limit: 3 }, LEAD)
      headings.push(...page.rows.map((one) => one.under!))
      seen.push(...page.rows.map((one) => one.reference))
      after = page.next
      if (!after) break
    }
    expect(new Set(seen).size).toBe((await list({ view: 'open' }, LEAD)).total)
    expect(headings).toEqual(
      expect.arrayContaining(['Ærlig_1', '?>_ÿ', 'K1'].map((one) => `Serial number taken out: ${one}`)),
    )
    expect(headings.at(-1)).toBe('Serial number taken out: nothing yet')
  })

  it('can be given out as a sheet with its names', async () => {
    const query = { view: 'all', now: deskNow(), person: 'olin-brandt', role: 'lead', teams: [] } as const
    const [head, ...lines] = await ticketSheet(
      world.desk,
      { ...query, teams: [], where: { fact: 'field.condition', op: 'is', value: 'worn' } },
      ['field.lent', 'field.condition'],
      'UTC',
    )
    expect(head!.slice(3)).toEqual(['Machine that was lent', 'Came back'])
    expect(lines.length).toBeGreaterThan(0)
    for (const line of lines) expect(line.slice(3)).toEqual([expect.stringMatching(/^L-\d{3}$/), 'worn'])
  })
})

describe('a field that not everybody sees', () => {
  it('stands for nobody else on the ticket, in its history, in rows, orders and filters', async () => {
    const { reference } = await swap()
    await set(reference, { partCost: 4711, serialOut: 'K1-1' }, { person: 'olin-brandt' })
    const seen = (await ticketPage(world.desk, reference, LEAD))!
    expect(seen.kept.find((one) => one.name === 'partCost')).toMatchObject({ words: '4711 crowns' })
    const page = (await ticketPage(world.desk, reference, TECHNICIAN))!
    expect(JSON.stringify(page)).not.toContain('4711')
    expect(page.kept.map((one) => one.name)).not.toContain('partCost')
    expect(page.entries.find((one) => one.kind === 'fieldsSet')).toMatchObject({
      changes: [{ name: 'Serial number taken out', before: null, after: 'K1-1' }],
    })
    const { rows, fieldNames } = await list({ search: String(reference) })
    expect(rows[0]!.fields).toEqual({ serialOut: 'K1-1' })
    expect(fieldNames.partCost).toBeUndefined()
    for (const asked of [
      { sort: 'field.partCost' as const },
      { group: 'field.partCost' as const },
      { where: { all: [{ fact: 'field.partCost', op: 'atLeast' as const, value: 1 }] } },
    ])
      await expect(list(asked)).rejects.toThrow('There is no field “partCost”')
    await expect(set(reference, { partCost: 1 })).rejects.toThrow('Some fields need another look.')
    const many = { field: 'field.partCost', value: 4711 } as const
    expect(await changeMany(world.desk, [reference], many, TORA, true)).toMatchObject([
      { before: null, changes: false, why: 'you see no such field on it' },
    ])
    // Members of one team see it as well.
    expect(
      (await list({ sort: 'field.partCost' }, { ...TECHNICIAN, teams: ['booking-tills'] })).total,
    ).toBeGreaterThan(0)
  })

  it('is found by nobody, while what all see is found by its words', async () => {
    const { reference } = await swap()
    await set(reference, { partCost: 99_871, serialIn: 'Quokka-77' }, { person: 'olin-brandt' })
    await indexAll(world.db, world.desk.knowledge)
    const { body } = await world.db
      .selectFrom('ticket_words')
      .select('body')
      .where('reference', '=', reference)
      .executeTakeFirstOrThrow()
    expect(body).toContain('Quokka-77')
    expect(body).not.toContain('99871')
  })
})

describe('a field on the way of a ticket', () => {
  it('takes the answer to its question, is read by its requester, and stays when the loan goes out', async () => {
    const { reference, fields } = await loan()
    expect(fields).toEqual({ dueBack: '2026-12-04' })
    const page = (await requestPage(world.desk, reference, 'ines-varga'))!
    expect(page.fields).toEqual([{ name: 'dueBack', label: 'Due back on', answer: '4 Dec 2026' }])
    const move = (from: string, to: string, given: Record<string, string>) =>
      world.desk.run(reference, { kind: 'move', from, to, fields: given }, TORA)
    await move('logged', 'in-hand', {})
    await expect(move('in-hand', 'ready', { lent: 'K-017' })).rejects.toMatchObject({
      fields: [{ field: 'lent', message: 'as on the label, such as L-017' }],
    })
    await move('in-hand', 'ready', { lent: 'L-017' })
    // It has a day already, so nobody is asked for one.
    const { fields: after } = await move('ready', 'lent-out', {})
    expect(after).toEqual({ dueBack: '2026-12-04', lent: 'L-017' })
    const { fields: said } = (await requestPage(world.desk, reference, 'ines-varga', 'nb'))!
    expect(said.map((one) => one.label)).toEqual(['Skal tilbake', 'Maskinen som er lånt ut'])
  })

  it('is set on many tickets at once, and taken back; a kind without it says so', async () => {
    const [one, other, third] = [await loan('2026-12-01'), await loan('2026-12-02'), await swap()]
    const references = [one.reference, other.reference, third.reference]
    const change = { field: 'field.dueBack', value: '2027-01-08' } as const
    const lines = await changeMany(world.desk, references, change, TORA, false)
    expect(lines.map((line) => [line.before, line.changes])).toEqual([
      ['2026-12-01', true],
      ['2026-12-02', true],
      [null, false],
    ])
    expect(lines[2]!.why).toContain('“Swap” has no such field')
    const misfit = await changeMany(world.desk, references, { ...change, value: 'soon' }, TORA, true)
    expect(misfit.map((line) => line.changes)).toEqual([false, false, false])
    const back = { ...change, value: '2026-12-01' }
    expect(await changeMany(world.desk, [one.reference], back, TORA, false)).toMatchObject([
      { changes: true },
    ])
  })

  it('leaves rows that follow from the record', async () => {
    expect((await audit(world.db)).differences).toEqual([])
  })
})
