import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY, HOUR } from '../../core/time'
import {
  adoptBatch,
  adoptionPage,
  callOffAdoption,
  lanesOf,
  startAdoption,
  type Batch,
} from '../../server/commands/adoption'
import { balance } from '../../core/clock'
import { PAGE_PRIORITY } from '../../server/delivery/outbox'
import { rebuildRows } from '../../server/commands/rebuildRows'
import { draftPage } from '../../server/queries/draft'
import { changeDraft, publishDraft } from '../../server/commands/draft'
import { audit } from '../../server/queries/audit'
import { listClocks } from '../../server/queries/clocks'
import { INES, makeWorld, SCANNER } from './world'

const LEAD = 'olin-brandt'
let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('yare_adoption', 500)
})
afterAll(() => world.close())

/** The local date so many days after the beginning. */
const day = (after: number) => new Date(world.begins + after * DAY).toISOString().slice(0, 10)

/** Publishes the design with a day on which every calendar is shut. */
async function publishHoliday(date: string, openTickets: 'keep' | 'follow') {
  const { design } = await draftPage(world.desk)
  for (const before of design.calendars) {
    const exceptions = [...before.exceptions, { date, name: 'Regatta', shut: 'all day' as const }]
    await changeDraft(
      world.desk,
      { list: 'calendars', id: before.id, before, after: { ...before, exceptions } },
      LEAD,
    )
  }
  const { version } = await draftPage(world.desk)
  return publishDraft(world.desk, { version, note: 'The regatta', openTickets }, LEAD)
}

/** The priorities of the batches that wait; the smallest is taken first. */
async function waitingBatches() {
  const { rows } = await sql<{ priority: number }>`select priority from graphile_worker.jobs
    where task_identifier = 'adopt'`.execute(world.db)
  return rows.map((row) => row.priority)
}

/** The batches of all lanes, one after the other, as a worker does them. */
async function work(edition: number) {
  let batches = 0
  for (const lane of await lanesOf(world.db, edition))
    for (let next: Batch | undefined = lane; next; batches++) next = await adoptBatch(world.desk, next)
  return batches
}
const due = async (now = world.begins) => {
  const { rows } = await listClocks(world.desk, { limit: 5000, now, person: 'ada-thorne' })
  return new Map(rows.map((row) => [`${row.reference} ${row.clock.target}`, row]))
}

describe('open tickets', () => {
  it('keep their edition unless the lead says otherwise', async () => {
    const before = await due()
    const { edition } = await publishHoliday(day(1), 'keep')
    expect(await due()).toEqual(before)
    expect(await adoptionPage(world.desk)).toMatchObject({ edition, adoption: null })
  })

  it('follow a changed calendar batch by batch: balances stay, due moments move, the audit agrees', async () => {
    const before = await due()
    const { edition } = await publishHoliday(day(2), 'follow')
    const { adoption } = await adoptionPage(world.desk)
    expect(adoption).toMatchObject({ state: 'running', done: 0, asked_by: 'Olin Brandt' })
    // A page goes first, and no other message does.
    const priorities = await waitingBatches()
    expect(priorities.length).toBeGreaterThan(1)
    for (const one of priorities) {
      expect(one).toBeGreaterThan(PAGE_PRIORITY)
      expect(one).toBeLessThan(-30)
    }
    expect(await work(edition)).toBeGreaterThan(0)
    const page = await adoptionPage(world.desk)
    expect(page).toMatchObject({ waiting: 0, adoption: { state: 'finished', done: adoption!.total } })
    const after = await due()
    expect(after.size).toBe(before.size)
    let moved = 0
    for (const [key, row] of after) {
      expect(row.edition).toBe(edition)
      expect(row.balance).toBe(before.get(key)!.balance)
      expect(row.dueAt ?? 0).toBeGreaterThanOrEqual(before.get(key)!.dueAt ?? 0)
      if (row.dueAt !== before.get(key)!.dueAt) moved++
    }
    expect(moved).toBeGreaterThan(0)
    expect((await audit(world.db)).differences).toEqual([])
  })

  it('that were called off stay where they are, and can be let follow later, by the edition in force', async () => {
    const { edition } = await publishHoliday(day(3), 'follow')
    await world.desk.log(SCANNER, INES)
    await callOffAdoption(world.desk)
    const { waiting, adoption } = await adoptionPage(world.desk)
    expect(adoption).toMatchObject({ state: 'calledOff', done: 0 })
    expect(waiting).toBe(adoption!.total)
    await work(edition)
    expect((await adoptionPage(world.desk)).waiting).toBe(waiting)
    await expect(startAdoption(world.desk, edition - 1, LEAD)).rejects.toThrow('is in force now')
    await startAdoption(world.desk, edition, LEAD)
    await work(edition)
    expect((await adoptionPage(world.desk)).waiting).toBe(0)
  })

  it('that are given less time than they have spent stand overdrawn by it, in the list as in their account', async () => {
    const { design } = await draftPage(world.desk)
    for (const before of design.serviceLevels) {
      const targets = before.targets.map((one) => ({
        ...one,
        granted: { p1: 'PT1M', p2: 'PT1M', p3: 'PT1M', p4: 'PT1M' },
      }))
      await changeDraft(
        world.desk,
        { list: 'serviceLevels', id: before.id, before, after: { ...before, targets } },
        LEAD,
      )
    }
    // Days that have passed are shut afterwards: what was counted on them is carried over.
    for (let after = -3; after < 0; after++) await publishHoliday(day(after), 'keep')
    const { edition } = await publishHoliday(day(-4), 'follow')
    await work(edition)
    const later = world.begins + HOUR
    const rows = [...(await due(later)).values()]
    expect(rows.some((row) => row.clock.carried && row.balance < 0)).toBe(true)
    for (const { clock, balance: listed, edition: number } of rows) {
      const hours = (await world.desk.knowledge.editionOf({ edition: number, clocks: [clock] })).hoursOf(
        clock,
      )
      expect(listed).toBe(balance(clock, hours, later))
    }
    await world.db.updateTable('clock').set({ balance: 7, balance_at: 9, paused: false }).execute()
    await world.db.updateTable('ticket').set({ alarm_at: null }).execute()
    expect(await rebuildRows(world.db)).toBeGreaterThan(0)
    world.desk.clocks.forget()
    expect((await audit(world.db)).differences).toEqual([])
    expect([...(await due(later)).values()]).toEqual(rows)
  })

  it('that the edition has no place for are left behind, with why', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const { design } = await draftPage(world.desk)
    const item = design.items.find((one) => one.id === SCANNER.item)!
    await changeDraft(world.desk, { list: 'items', id: item.id, before: item, after: null }, LEAD)
    // Another asks the same, so that what goes by its questions keeps its reason.
    const other = { ...item, id: 'handheld-scanner', name: 'Handheld scanner' }
    await changeDraft(world.desk, { list: 'items', id: other.id, before: null, after: other }, LEAD)
    // Nor does a signal ask for it any more.
    const signals = { list: 'triage', id: 'signals', before: design.triage.signals, after: null }
    await changeDraft(world.desk, signals, LEAD)
    const { version, findings } = await draftPage(world.desk)
    expect(findings.filter((one) => one.severity === 'error')).toEqual([])
    const { edition } = await publishDraft(
      world.desk,
      { version, note: 'No scanners', openTickets: 'follow' },
      LEAD,
    )
    await work(edition)
    const { adoption, waiting } = await adoptionPage(world.desk)
    expect(adoption!.left_behind).toBe(waiting)
    expect(adoption!.left_out).toContainEqual({
      reference: state.reference,
      why: `edition ${edition} has no catalog item “gate-scanner”`,
    })
    expect((await audit(world.db)).differences).toEqual([])
  })
})
