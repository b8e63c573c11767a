import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { csvOf } from '../../core/clock'
import { DAY } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import {
  AGREEMENT_COLUMNS,
  agreementLines,
  listAgreements,
  saveAgreement,
} from '../../server/directory/agreements'
import { takeCsv } from '../../server/directory/csvFile'
import {
  EQUIPMENT_COLUMNS,
  backFromRepair,
  equipmentLines,
  listEquipment,
  saveEquipment,
  sendToRepair,
} from '../../server/directory/equipment'
import { AGREEMENT_FILE, EQUIPMENT_FILE } from '../../server/directory/fileKinds'
import { agreementPage, coverOf } from '../../server/queries/intake'
import { makeWorld, SCANNER, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('directory')
})
afterAll(() => world.close())
const directory = () => world.desk.knowledge.directory()

describe('agreements', () => {
  // One year from its start unless changed is common practice.
  it('are given the next number, run a year unless changed, and are known to the desk at once', async () => {
    const before = (await directory()).agreements.map((one) => one.number)
    const body = { organisation: 'lantern rock museum', cover: 'Office hours', first: '2026-11-01' }
    const number = await saveAgreement(world.desk, body)
    expect(number).toBe(Math.max(...before) + 1)
    const { rows } = await listAgreements(world.desk, { search: String(number), limit: 9 })
    expect(rows[0]).toMatchObject({ organisation: 'lantern', last: '2027-10-31', standing: 'covered' })
    const page = async () => agreementPage(number, await directory(), 'Europe/London')
    expect(await page()).toMatchObject({ state: 'covered', last: '2027-10-31' })
    await saveAgreement(world.desk, { ...body, last: '2026-11-10', amount: 12.5 }, number)
    expect(await page()).toMatchObject({ state: 'expired', last: '2026-11-10' })
  })

  it('are used by the number that was named, where an organisation has several', async () => {
    const body = { organisation: 'merrow', cover: 'Pay per job', first: '2026-01-01', last: '2027-12-31' }
    const before = (await directory()).agreements
    const first = before.find((one) => one.organisation === 'merrow')!
    const other = before.find((one) => one.organisation !== 'merrow')!.number
    const second = await saveAgreement(world.desk, body)
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
  })

  it('refuse what cannot be, field by field', async () => {
    const body = {
      organisation: 'nobody',
      cover: 'x',
      first: '2026-11-01',
      last: '2026-10-01',
      calendar: 'none',
    }
    await expect(saveAgreement(world.desk, body)).rejects.toMatchObject({
      fields: [{ field: 'organisation' }, { field: 'calendar' }, { field: 'last' }],
    })
    await expect(
      saveAgreement(world.desk, { ...body, organisation: 'merrow', last: undefined, calendar: undefined }, 7),
    ).rejects.toThrow('no agreement 7')
  })

  it('that run out soon stand by themselves, the soonest on top', async () => {
    const { rows } = await listAgreements(world.desk, { endsWithin: 90, limit: 9 })
    expect(rows.map((one) => one.number)).toEqual([1051])
    expect(rows[0]!.daysLeft).toBe(Math.ceil((rows[0]!.ends - deskNow()) / DAY))
  })

  it('come in pages that miss none', async () => {
    const all = (await listAgreements(world.desk, { limit: 99 })).rows.map((one) => one.number)
    const first = await listAgreements(world.desk, { limit: 2 })
    const rest = await listAgreements(world.desk, { limit: 99, after: first.next })
    expect([...first.rows, ...rest.rows].map((one) => one.number)).toEqual(all)
  })
})

describe('equipment', () => {
  it('is numbered, found by its words, and covered by an agreement of its own organisation only', async () => {
    const body = {
      name: 'Lamp, rotating',
      serial: 'LR-1',
      organisation: 'lantern',
      agreement: 1057,
      warranty: '2027-01-31',
    }
    const number = await saveEquipment(world.desk, body)
    const { rows } = await listEquipment(world.desk, { search: 'lr-1', limit: 9 })
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({ number, inWarranty: true, warranty: '2027-01-31', covered: false })
    await expect(saveEquipment(world.desk, { ...body, agreement: 1042 })).rejects.toMatchObject({
      fields: [{ field: 'agreement', message: 'agreement 1042 is another organisation’s' }],
    })
  })

  it('is away at one repair shop at most, until it is back', async () => {
    const [one] = (await listEquipment(world.desk, { limit: 1 })).rows
    const send = () =>
      sendToRepair(world.desk, one!.number, 'tora-aas', { shop: 'Petrel Works', expected: '2026-12-01' })
    const tries = await Promise.allSettled([send(), send(), send()])
    expect(tries.filter((each) => each.status === 'fulfilled')).toHaveLength(1)
    const { rows, total } = await listEquipment(world.desk, { out: true, limit: 9 })
    expect(total).toBe(1)
    expect(rows[0]).toMatchObject({ number: one!.number, away: { shop: 'Petrel Works' } })
    await backFromRepair(world.desk, one!.number, 'New reader')
    expect((await listEquipment(world.desk, { out: true, limit: 9 })).total).toBe(0)
    await expect(backFromRepair(world.desk, one!.number)).rejects.toThrow('not at a repair shop')
  })
})

describe('a file', () => {
  it('that was taken out and is taken in again changes nothing', async () => {
    const { zone } = (await world.desk.knowledge.currentEdition()).design.desk
    const written = async () => ({
      agreements: csvOf([[...AGREEMENT_COLUMNS], ...agreementLines(await directory(), zone)]),
      equipment: csvOf([[...EQUIPMENT_COLUMNS], ...equipmentLines(await directory(), zone)]),
    })
    const before = await written()
    const agreements = await takeCsv(world.desk, AGREEMENT_FILE, before.agreements, true)
    const equipment = await takeCsv(world.desk, EQUIPMENT_FILE, before.equipment, true)
    for (const { lines } of [agreements, equipment])
      expect(lines.filter((line) => line.outcome !== 'changed')).toEqual([])
    expect(await written()).toEqual(before)
  })

  it('is looked at line by line before anything is taken; then the right lines are', async () => {
    const text = [
      'number,name,organisation,agreement,warranty,remarks',
      ',"Winch, electric",Saltern Kelp Works,1060,2027-05-31,\'=1+1',
      ',,saltern,,,',
      ',Pump,nowhere,,,',
      ',Pump,saltern,1042,,',
      '99999,Pump,saltern,,,',
      ',Pump,saltern,,31.5.2027,',
    ].join('\n')
    const count = async () => (await listEquipment(world.desk, { limit: 1 })).total
    const before = await count()
    const look = await takeCsv(world.desk, EQUIPMENT_FILE, text, false)
    expect(look.lines.map((line) => [line.line, line.outcome, line.problems[0]?.field])).toEqual([
      [2, 'new', undefined],
      [3, 'wrong', 'name'],
      [4, 'wrong', 'organisation'],
      [5, 'wrong', 'agreement'],
      [6, 'wrong', 'number'],
      [7, 'wrong', 'warranty'],
    ])
    expect(await count()).toBe(before)
    const taken = await takeCsv(world.desk, EQUIPMENT_FILE, text, true)
    expect(await count()).toBe(before + 1)
    const made = (await directory()).equipment.get(String(taken.lines[0]!.number))
    expect(made).toMatchObject({ name: 'Winch, electric', remarks: '=1+1' })
  })

  it.each([
    ['number,colour\n1,red', 'columns that are not known here: colour'],
    ['number,name', 'no lines below its headings'],
    ['name,organisation\n"Pump,saltern', 'line 2'],
  ])('that is none is refused: %j', async (text, why) => {
    await expect(takeCsv(world.desk, EQUIPMENT_FILE, text, true)).rejects.toThrow(why)
  })
})
