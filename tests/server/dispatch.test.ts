import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DAY, HOUR, MINUTE, parseMoment } from '../../core/time'
import { deskNow } from '../../server/clock/deskClock'
import { answerVisit } from '../../server/commands/visits'
import { fixedTimeOf } from '../../core/mail'
import { mailSigner } from '../../server/base/links'
import { MAIL_DOMAIN } from '../../server/delivery/channels'
import { saveThing } from '../../server/commands/directory'
import { endFeed, makeFeed } from '../../server/commands/calendarFeed'
import { plainJob, placeJob, tellDay, type Placing } from '../../server/commands/dispatch'
import { requestPage } from '../../server/queries/requests'
import { calendarFeed, hasFeed } from '../../server/queries/calendarFeed'
import { audit } from '../../server/queries/audit'
import {
  conflictsAt,
  daysFrom,
  dispatchBoard,
  jobRow,
  openJobs,
  placesFor,
  standingJob,
} from '../../server/queries/dispatch'
import { benchesOf } from '../../server/queries/benchWork'
import { workOnBoard } from '../../server/queries/boardWork'
import { unseenOf } from '../../server/queries/sight'
import { JobBody, jobWords } from '../../server/http/jobBodies'
import { fixedTimesIn } from '../../server/queries/hands'
import { ADA, INES, makeWorld, SCANNER } from './world'

const LEAD = { person: 'olin-brandt' }
const LEAD_CALLER = { id: 'olin-brandt' }
let world: Awaited<ReturnType<typeof makeWorld>>
let noon: number
beforeAll(async () => {
  world = await makeWorld('dispatch')
  // A Tuesday on which the day shift is at work.
  noon = parseMoment('2026-11-17T12:00', 'Europe/London')
  await world.at(noon - 2 * HOUR)
})
afterAll(() => world.close())

/** A job on a ticket of its own. */
async function job(
  more: {
    what?: string
    visit?: true
    takes?: number
    skill?: string | undefined
    site?: string | undefined
  } = {},
) {
  const { state } = await world.desk.log(SCANNER, INES)
  const words = { ...(await plainJob(world.desk, state.reference)), takes: HOUR, ...more }
  const { jobs } = await world.desk.run(state.reference, { kind: 'wantJob', words }, LEAD)
  return { reference: state.reference, job: jobs!.at(-1)!.id }
}
const place = (at: { reference: number; job: number }, more: Partial<Placing> = {}) =>
  placeJob(world.desk, { ...at, person: 'pia-lund', from: noon, tell: true, ...more }, LEAD)
const anywhere = { site: undefined, skill: undefined }

describe('a job', () => {
  it('is what its ticket says when nothing else is', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const words = await plainJob(world.desk, state.reference)
    expect(words).toMatchObject({ what: state.summary, site: 'varnes' })
    expect(words.takes % (15 * MINUTE)).toBe(0)
    await expect(plainJob(world.desk, 999_999)).rejects.toThrow('no ticket')
  })

  it('keeps what is not said when it is changed, and loses what is taken away', () => {
    const before = { what: 'Look', takes: HOUR, skill: 'radio', site: 'varnes', latest: noon }
    const kept = (body: object) => jobWords(before, Object.assign(new JobBody(), body))
    expect(kept({})).toMatchObject(before)
    expect(kept({ skill: null, latest: null })).toMatchObject({
      site: 'varnes',
      skill: undefined,
      latest: undefined,
    })
    expect(kept({ what: 'Listen', site: 'hallin' })).toMatchObject({
      what: 'Listen',
      site: 'hallin',
      takes: HOUR,
    })
  })

  it('stands among those to be placed until it is, and again when its time is called off', async () => {
    const one = await job()
    const open = async () =>
      (await openJobs(world.desk, 'olin-brandt', { limit: 200 })).rows.some(
        (row) => row.reference === one.reference,
      )
    expect(await open()).toBe(true)
    const { bookings } = await place(one, { insists: 'It is urgent' })
    expect(await open()).toBe(false)
    const command = { kind: 'changeBooking', id: bookings!.at(-1)!.id, state: 'calledOff' } as const
    await world.desk.run(one.reference, command, LEAD)
    expect(await open()).toBe(true)
  })

  it('is meant again when its ticket is brought once more, with the day on which it stands', async () => {
    const one = await job(anywhere)
    expect(await standingJob(world.desk, one.reference)).toEqual({ id: one.job, day: null })
    await place(one, { person: 'sten-vik', from: noon + 26 * HOUR, insists: 'as it is' })
    expect(await standingJob(world.desk, one.reference)).toEqual({ id: one.job, day: '2026-11-18' })
    await world.desk.run(one.reference, { kind: 'changeJob', id: one.job, calledOff: true }, LEAD)
    expect(await standingJob(world.desk, one.reference)).toBeUndefined()
  })

  it('is found by its words, its site, its organisation and its number', async () => {
    const one = await job({ what: 'Grease the 100% davit', site: 'traffic' })
    const found = async (search: string) =>
      (await openJobs(world.desk, 'olin-brandt', { limit: 200, search })).rows.some(
        ({ reference, id }) => reference === one.reference && id === one.job,
      )
    for (const words of ['grease', '100% davit', 'hallin traffic', 'Merrow', String(one.reference)])
      expect([words, await found(words)]).toEqual([words, true])
    for (const words of ['greasy', '1_0', '%'])
      expect([words, await found(words)]).toEqual([words, words === '%'])
  })

  it('of a series stands by its own end where the ticket is promised earlier, and is late for no promise', async () => {
    const { reference } = await job()
    const words = { what: 'Look at the raft', takes: HOUR }
    const repeats = { rule: 'FREQ=YEARLY;BYMONTH=5;BYDAY=1MO;COUNT=2', first: '2026-12-01', days: 14 }
    const { jobs } = await world.desk.run(reference, { kind: 'wantSeries', words, ...repeats }, LEAD)
    const rows = (await openJobs(world.desk, 'olin-brandt', { limit: 200, search: String(reference) })).rows
    const later = rows.filter((one) => one.series === jobs!.at(-1)!.series)
    expect(later.map((one) => [one.due_at, one.earliest! < one.latest!])).toEqual([
      [null, true],
      [null, true],
    ])
    expect(rows[0]!.due_at).not.toBeNull()
    expect(rows[0]!.series).toBeNull()
  })

  it('is listed by promise, a page at a time, within one’s reach', async () => {
    for (let count = 0; count < 5; count++) await job()
    const all = (await openJobs(world.desk, 'olin-brandt', { limit: 200 })).rows
    const paged: typeof all = []
    for (let after: string | undefined; ;) {
      const page = await openJobs(world.desk, 'olin-brandt', { after, limit: 2 })
      paged.push(...page.rows)
      if (!page.next) break
      after = page.next
    }
    expect(paged.map((one) => `${one.reference}-${one.id}`)).toEqual(
      all.map((one) => `${one.reference}-${one.id}`),
    )
    const due = all.map((one) => Math.min(one.due_at ?? Infinity, one.latest ?? Infinity))
    expect(due).toEqual([...due].sort((a, b) => a - b))
  })
})

describe('two who place', () => {
  it('the same job at the same moment: one does, the other is told with whom it is', async () => {
    const one = await job(anywhere)
    const both = await Promise.allSettled([
      place(one),
      place(one, { person: 'hal-rowan', from: noon + HOUR }),
    ])
    expect(both.map((each) => each.status).sort()).toEqual(['fulfilled', 'rejected'])
    const refused = both.find((each) => each.status === 'rejected') as PromiseRejectedResult
    expect(String(refused.reason)).toMatch(/Somebody was quicker: it is with (Pia Lund|Hal Rowan) now/)
    const times = await fixedTimesIn(world.db, { start: noon - DAY, end: noon + DAY })
    expect(times.filter((each) => each.reference === one.reference)).toHaveLength(1)
  })

  it('different jobs with the same person at the same time: the second hears what is in the way', async () => {
    const [one, other] = [await job(anywhere), await job(anywhere)]
    const at = { person: 'dara-lowe', from: noon + HOUR }
    const both = await Promise.allSettled([place(one, at), place(other, at)])
    expect(both.map((each) => each.status).sort()).toEqual(['fulfilled', 'rejected'])
    const refused = both.find((each) => each.status === 'rejected') as PromiseRejectedResult
    expect(String(refused.reason)).toMatch(
      /Dara Lowe: has \d+ from 13:00 to 14:00\. Choose another place, or say why/,
    )
  })
})

describe('what speaks against a place', () => {
  it('keeps it from being placed there, unless somebody insists and says why', async () => {
    const one = await job({ skill: 'radio', site: undefined })
    await expect(place(one)).rejects.toThrow('does not know radio')
    await expect(place(one, { insists: '  ' })).rejects.toThrow('does not know radio')
    const state = await place(one, {
      person: 'sten-vik',
      insists: 'Runa goes with him',
      from: noon + 2 * HOUR,
    })
    expect(state.jobs!.at(-1)!.insisted).toMatchObject({
      why: 'Runa goes with him',
      against: [{ is: 'skill' }],
    })
    const [found] = (await fixedTimesIn(world.db, { start: noon, end: noon + DAY }, ['sten-vik'])).filter(
      (each) => each.reference === one.reference,
    )
    expect(found).toMatchObject({ insisted: 'Runa goes with him', job: one.job })
  })

  it('is nothing of its own time: it can be moved within that', async () => {
    const one = await job(anywhere)
    const { bookings } = await place(one, { person: 'liv-sando', from: noon + 4 * HOUR })
    const now = { booking: bookings!.at(-1)!.id, person: 'liv-sando', from: noon + 4 * HOUR }
    const moved = await place(one, { person: 'liv-sando', from: noon + 4 * HOUR + 30 * MINUTE, now })
    expect(moved.bookings).toMatchObject([{ from: noon + 4 * HOUR + 30 * MINUTE }])
  })

  it('is a shut site, somebody who is off shift, and nobody who can be sent', async () => {
    const one = await job(anywhere)
    await expect(place(one, { from: noon + 12 * HOUR })).rejects.toThrow('is off shift then')
    await expect(place(one, { person: 'ines-varga' })).rejects.toThrow('Nobody can send')
    await expect(place(one, { person: 'nobody' })).rejects.toThrow('Nobody can send')
    await expect(place({ ...one, job: 99_999 })).rejects.toThrow('not on the ticket')
    await expect(place(one, { from: noon - 5 * HOUR })).rejects.toThrow('that time is past')
    const [directory, edition] = await Promise.all([
      world.desk.knowledge.directory(),
      world.desk.knowledge.currentEdition(),
    ])
    const far = await job({ site: 'lantern' })
    const row = await jobRow(world.db, far.reference, far.job)
    const person = directory.people.get('pia-lund')!
    const { conflicts } = await conflictsAt(world.db, { edition, directory, now: noon }, row, {
      ...{ person, start: noon + 11 * HOUR },
    })
    expect(conflicts.map((each) => each.is)).toContain('shut')
  })
})

describe('places', () => {
  it('are offered with why, none of which anything speaks against', async () => {
    const one = await job({ skill: 'radio masts', site: 'traffic' })
    const { places, others } = await placesFor(world.desk, LEAD_CALLER, {
      reference: one.reference,
      job: one.job,
    })
    expect(places.length).toBeGreaterThan(1)
    expect(places[0]!.why).toMatch(/^knows radio masts; /)
    for (const { person, start } of places.slice(0, 2)) {
      const state = await place(one, { person, from: start, ...(await seen(one)) })
      expect(state.jobs!.at(-1)!.insisted).toBeUndefined()
    }
    expect(others.every((each) => !places.some((slot) => slot.person === each.person))).toBe(true)
    const long = await job({ takes: 10 * HOUR, skill: 'radio masts', site: undefined })
    const none = await placesFor(world.desk, LEAD_CALLER, { reference: long.reference, job: long.job })
    expect(none.places).toEqual([])
    expect(none.others.map((each) => each.longest).every((each) => each < 10 * HOUR)).toBe(true)
  })
})

describe('what people do beside their fixed times', () => {
  it('is what their benches order, what they worked on, and what a place would move of it', async () => {
    const { state } = await world.desk.log(SCANNER, INES)
    const { reference } = state
    await world.desk.run(reference, { kind: 'assign', technician: 'pia-lund' }, LEAD)
    await world.desk.run(reference, { kind: 'estimate', takes: 4 * HOUR }, LEAD)
    const worked = { from: deskNow() - HOUR, to: deskNow() - HOUR / 2, what: 'Looked' }
    await world.desk.run(reference, { kind: 'recordTime', ...worked }, { person: 'pia-lund' })
    const ofPia = async (days = 1) =>
      (await workOnBoard(world.desk, LEAD_CALLER, { days })).people.find((one) => one.id === 'pia-lund')!
    const { worked: done, planned } = await ofPia()
    expect(done).toMatchObject([{ start: worked.from, end: worked.to, references: [reference] }])
    const own = planned.filter((one) => one.references.includes(reference))
    expect(own.length).toBeGreaterThan(0)
    expect(own[0]!.start).toBeGreaterThanOrEqual(deskNow())
    const { people } = await dispatchBoard(world.desk, 'olin-brandt', { days: 1 })
    const { visits } = people.find((one) => one.id === 'pia-lund')!
    // Flexible work goes round what is fixed.
    for (const one of planned)
      expect(visits.some((visit) => visit.start < one.end && one.start < visit.end)).toBe(false)
    expect((await ofPia(7)).planned.length).toBeGreaterThan(0)

    const near = await job({ ...anywhere, takes: HOUR / 2 })
    const { places } = await placesFor(world.desk, LEAD_CALLER, { reference: near.reference, job: near.job })
    const pia = places.find((one) => one.person === 'pia-lund')
    for (const one of places) expect(one.why).toMatch(/; moves /)
    if (pia) expect(pia.why).toContain(`moves ${reference}`)
  })

  it('is nothing on a desk at which nobody works yet, and on days that are over', async () => {
    expect(await benchesOf(world.desk, [], { now: noon, most: 5 })).toEqual([])
    const { people } = await workOnBoard(world.desk, LEAD_CALLER, { day: '2026-01-05', days: 7 })
    expect(people.length).toBeGreaterThan(0)
    expect(people.every((one) => one.planned.length === 0)).toBe(true)
    const directory = Object.assign(Object.create(await world.desk.knowledge.directory()), {
      people: new Map(),
    })
    const knowledge = Object.assign(Object.create(world.desk.knowledge), { directory: async () => directory })
    const empty = Object.assign(Object.create(world.desk), { knowledge }) as typeof world.desk
    expect(await workOnBoard(empty, LEAD_CALLER, { days: 1 })).toEqual({ people: [] })
  })

  const plannedFor = async (caller: { id: string }) =>
    (await workOnBoard(world.desk, caller, { days: 1 })).people.flatMap((one) => one.planned)
  it('names no ticket that is out of the reach of whoever looks', async () => {
    const all = await plannedFor(LEAD_CALLER)
    expect(all.some((one) => one.hidden)).toBe(false)
    const given = { name: 'Own teams only', rights: ['seeTickets', 'workTickets'], reach: 'teams' }
    const { id } = await saveThing(world.desk, { list: 'roles', given }, ADA)
    await saveThing(world.desk, { list: 'people', id: 'mika-okoro', given: { role: id } }, ADA)
    const caller = { id: 'mika-okoro' }
    const own = await plannedFor(caller)
    const numbers = new Set(all.flatMap((one) => one.references))
    const unseen = await unseenOf(world.desk, caller, [...numbers])
    expect(unseen.length).toBeGreaterThan(0)
    expect(own.flatMap((one) => one.references).filter((one) => unseen.includes(one))).toEqual([])
    // That somebody is at work then is seen all the same.
    expect(own.map((one) => one.references.length + one.hidden)).toEqual(
      all.map((one) => one.references.length),
    )
  })
})

/** Where a job stands, as a screen would have it. */
async function seen({ reference, job: id }: { reference: number; job: number }) {
  const [found] = (await fixedTimesIn(world.db, { start: noon - DAY, end: noon + 20 * DAY })).filter(
    (one) => one.reference === reference && one.job === id,
  )
  return found ? { now: { booking: found.booking, person: found.person, from: found.start } } : {}
}

describe('the board', () => {
  it('has who can be sent by shift, with their fixed times and the ways between them', async () => {
    const one = await job({ skill: undefined, site: 'traffic' })
    const from = parseMoment('2026-11-18T10:00', 'Europe/London')
    await place(one, { person: 'hal-rowan', from, tell: false })
    const board = await dispatchBoard(world.desk, 'olin-brandt', { day: '2026-11-18', days: 1 })
    expect(board).toMatchObject({ day: '2026-11-18', days: 1, to: board.from + DAY })
    const hal = board.people.find((each) => each.id === 'hal-rowan')!
    expect(hal.free).toHaveLength(1)
    const free = await job(anywhere)
    await place(free, { person: 'hal-rowan', from: from - 2 * HOUR })
    const all = await fixedTimesIn(world.db, { start: from - DAY, end: from + DAY }, ['hal-rowan'])
    // What is done anywhere is not done where its ticket came from.
    expect(all.find((each) => each.reference === free.reference)!.site).toBeUndefined()
    expect(hal.visits).toMatchObject([
      { reference: one.reference, start: from, untold: true, site: 'traffic' },
    ])
    expect(board.people.some((each) => each.id === 'ines-varga')).toBe(false)
    expect(board.people.map((each) => each.name)).toEqual(board.people.map((each) => each.name).sort())
    await expect(dispatchBoard(world.desk, 'olin-brandt', { day: '2026-13-45', days: 1 })).rejects.toThrow(
      'no such day',
    )
  })

  it('has days of 23 and 25 hours where the clock is changed', () => {
    const zone = 'Europe/London'
    const length = (day: string, days = 1) => {
      const { start, end } = daysFrom(day, days, zone, 0)
      return (end - start) / HOUR
    }
    expect([length('2026-10-25'), length('2027-03-28'), length('2026-11-16')]).toEqual([25, 23, 24])
    expect(length('2026-10-20', 14)).toBe(14 * 24 + 1)
  })

  it('tells all of a day at once, each only once', async () => {
    const tell = () => tellDay(world.desk, '2026-11-18', LEAD, async () => [])
    expect(await tell()).toBe(1)
    expect(await tell()).toBe(0)
    const none = await tellDay(world.desk, '2026-11-18', LEAD, async (all) => all)
    expect(none).toBe(0)
  })

  it('shows who is away, whose time is not free then', async () => {
    const hal = (await world.desk.knowledge.directory()).people.get('hal-rowan')!
    const exceptions = [{ date: '2026-11-19', name: 'Away: ill', shut: 'all day' }]
    await world.db
      .updateTable('person')
      .set({ shift: JSON.stringify({ ...hal.shift, exceptions }) })
      .where('id', '=', hal.id)
      .execute()
    world.desk.knowledge.forget('directory')
    const board = await dispatchBoard(world.desk, 'olin-brandt', { day: '2026-11-19', days: 1 })
    const row = board.people.find((each) => each.id === 'hal-rowan')!
    expect(row.free).toEqual([])
    expect(row.away).toEqual([{ date: '2026-11-19', name: 'Away: ill' }])
  })
})

describe('a requester who waits for a visit', () => {
  const page = async (reference: number) => (await requestPage(world.desk, reference, 'ines-varga'))!
  const visit = async (hour: string) => {
    const one = await job({ skill: undefined, site: undefined, visit: true })
    await place(one, { person: 'keir-moss', from: parseMoment(`2026-11-19T${hour}`, 'Europe/London') })
    return one
  }

  it('reads when it is and which other times are free, one of each day', async () => {
    const { reference } = await visit('09:00')
    const { visits } = await page(reference)
    expect(visits).toMatchObject([{ name: 'Keir Moss', suits: false, begun: false }])
    const days = visits[0]!.others.map((one) => new Date(one.from).toISOString().slice(0, 10))
    expect(days.length).toBeGreaterThan(2)
    expect(new Set(days).size).toBe(days.length)
    // Whoever only watches it does not.
    const other = await requestPage(world.desk, reference, 'corin-vale')
    expect(other?.visits ?? []).toEqual([])
  })

  it('confirms it, moves it to a free time, and calls it off, each as they read it', async () => {
    const one = await visit('11:00')
    const [first] = (await page(one.reference)).visits
    const seen = { ...one, booking: first!.booking, from: first!.from }
    await answerVisit(world.desk, { ...seen, says: 'suits' }, 'ines-varga')
    expect((await page(one.reference)).visits).toMatchObject([{ suits: true }])
    const at = first!.others.at(-1)!.from
    await answerVisit(world.desk, { ...seen, says: 'other', at }, 'ines-varga')
    expect((await page(one.reference)).visits).toMatchObject([{ from: at, suits: true }])
    // What they had read is another time by now.
    for (const says of ['suits', 'other', 'off'] as const)
      await expect(answerVisit(world.desk, { ...seen, says, at }, 'ines-varga')).rejects.toMatchObject({
        code: 'visitMoved',
      })
    const now = { ...seen, from: at }
    // No time that was not offered, and none that begins at once.
    for (const late of [at + 7 * MINUTE, deskNow() + MINUTE])
      await expect(
        answerVisit(world.desk, { ...now, says: 'other', at: late }, 'ines-varga'),
      ).rejects.toMatchObject({
        code: 'visitMoved',
      })
    await answerVisit(world.desk, { ...now, says: 'off' }, 'ines-varga')
    expect((await page(one.reference)).visits).toEqual([])
  })
})

describe('the address of somebody’s fixed times', () => {
  const tokenOf = (address: string) => address.split('/').at(-1)!

  it('has what they do, where and until when, as ical.js reads it (RFC 5545)', async () => {
    const one = await job({ skill: undefined, site: 'traffic' })
    const from = parseMoment('2026-11-20T09:00', 'Europe/London')
    const { bookings } = await place(one, { person: 'sten-vik', from })
    const address = await makeFeed(world.db, 'sten-vik')
    expect(await hasFeed(world.db, 'sten-vik')).toBe(true)
    const text = (await calendarFeed(world.desk, tokenOf(address)))!
    const events = new ICAL.Component(ICAL.parse(text) as string).getAllSubcomponents('vevent')
    const found = events
      .map((each) => new ICAL.Event(each))
      .find((each) => each.summary.startsWith(`${one.reference} `))!
    expect(fixedTimeOf(found.uid, MAIL_DOMAIN, await mailSigner(world.db))).toEqual({
      reference: one.reference,
      booking: bookings!.at(-1)!.id,
    })
    expect(found.startDate.toJSDate().getTime()).toBe(from)
    expect(found.endDate.toJSDate().getTime()).toBe(from + HOUR)
    expect(found.location).toContain('Hallin traffic room')
    // What was called off is not in it any more.
    await world.desk.run(one.reference, { kind: 'freeJob', id: one.job, booking: bookings!.at(-1)!.id }, LEAD)
    expect(await calendarFeed(world.desk, tokenOf(address))).not.toContain(found.uid)
  })

  it('ends when another is made, when it is ended, and when they leave; nobody guesses one', async () => {
    const first = tokenOf(await makeFeed(world.db, 'pia-lund'))
    const second = tokenOf(await makeFeed(world.db, 'pia-lund'))
    expect(await calendarFeed(world.desk, first)).toBeUndefined()
    expect(await calendarFeed(world.desk, second)).toContain('BEGIN:VCALENDAR')
    for (const token of ['', 'x', 'x.y', `${second}x`, second.replace(/^./, 'Z')])
      expect(await calendarFeed(world.desk, token)).toBeUndefined()
    await endFeed(world.db, 'pia-lund')
    expect(await calendarFeed(world.desk, second)).toBeUndefined()
    expect(await hasFeed(world.db, 'pia-lund')).toBe(false)
    const third = tokenOf(await makeFeed(world.db, 'pia-lund'))
    await world.db.updateTable('person').set({ active: false }).where('id', '=', 'pia-lund').execute()
    world.desk.knowledge.forget('directory')
    expect(await calendarFeed(world.desk, third)).toBeUndefined()
  })
})

it('what the tables say is what the record does', async () => {
  expect((await audit(world.db)).differences).toEqual([])
})
