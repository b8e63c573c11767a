import type { FieldValues } from '../core/fields'
import { PlansLived } from './plansLived'
import { momentWhenSpent } from '../core/clock'
import type { CompiledDesign, Directory, Person } from '../core/design'
import type { Answers, CatalogItem } from '../core/intake'
import { categoriesToPick, shownQuestions } from '../core/intake'
import { statusOf } from '../core/lifecycle'
import {
  decide,
  ticketAlarms,
  type Actor,
  type Command,
  type Entry,
  type OutgoingMessage,
  type TicketState,
} from '../core/ticket'
import { DAY, HOUR, MINUTE, SECOND, Zone, isoDate, type Instant } from '../core/time'
import { Chance } from './chance'
import {
  ANSWERS,
  DETAILS,
  NOTES,
  QUESTIONS_BACK,
  REMARKS,
  REPLIES,
  SUMMARIES,
  TURNED_AWAY,
  WAITS,
  WORKED,
} from './words'
import { oneAt, oneBy } from '../core/lookup'

/** One ticket of the past: its state, its whole record and the messages that went out. */
export interface PastTicket {
  state: TicketState
  entries: Entry[]
  messages: OutgoingMessage[]
}

interface Step {
  at: Instant
  run: () => void
}

/** What nobody of the past was asked: machines, and files. */
const LEFT_OUT: ReadonlySet<string> = new Set(['equipment', 'attachment'])

// Hour by hour (local to Hallin) and day by day from Monday: when people ask.
const BY_HOUR = [1, 1, 1, 1, 2, 4, 9, 14, 22, 26, 24, 19, 15, 17, 19, 17, 13, 9, 7, 5, 4, 3, 2, 1]
const BY_DAY = [1.25, 1.1, 1, 1, 1.1, 0.55, 0.4]
/** The week of the gale: Monday 14 September 2026. */
const BAD_WEEK = { from: Date.UTC(2026, 8, 14), to: Date.UTC(2026, 8, 21) }

const LAST_DAYS = 5 * DAY

/** What came in this morning for Tora Aas: minutes after it began, how long it takes, and when it is booked. */
const MORNING: {
  item: string
  summary: string
  after: number
  takes?: number
  booked?: { hour: number; minutes: number; what: string }
  worked?: number
}[] = [
  {
    item: 'crossing-wifi',
    summary: 'Wi-Fi drops on the 09:10 crossing after the breakwater',
    after: 80,
    takes: 25,
  },
  {
    item: 'shore-network',
    summary: 'Mast heater relay clicks but stays cold',
    after: 12,
    takes: 40,
    worked: 35,
  },
  {
    item: 'shore-network',
    summary: 'Landing switch hangs since the night',
    after: 30,
    booked: { hour: 11.5, minutes: 30, what: 'Reboot, the harbour master waits on the phone' },
  },
  { item: 'crossing-wifi', summary: 'Crew laptop finds no network in the mess', after: 55, worked: 20 },
  {
    item: 'shore-network',
    summary: 'Antenna check on MV Ternholm',
    after: 20,
    booked: { hour: 14, minutes: 80, what: 'Visit on board, boarding at 14:00' },
  },
  { item: 'crossing-wifi', summary: 'Guests on the upper deck cannot sign in', after: 100, takes: 70 },
  { item: 'bridge-tablet', summary: 'Chart tablet shows yesterday’s tides', after: 110, takes: 30 },
  { item: 'crossing-wifi', summary: 'Purser’s phone loses calls at the pier', after: 125, takes: 45 },
  { item: 'loan-laptop', summary: 'Loan laptop for the winter survey', after: 66, takes: 20 },
]

/** Whoever of the front counter notices that two ask for the same. */
const LINKER = 'per-lund'

/**
 * Lives through a year of the desk with the very decider that the server uses.
 * @param until the moment at which the demo begins
 * @param count how many tickets, about
 */
export function livePast(
  design: CompiledDesign,
  directory: Directory,
  until: Instant,
  count: number,
  seed: number,
): PastTicket[] {
  return new Past(design, directory, until, new Chance(seed)).live(count)
}

class Past {
  private readonly tickets = new Map<number, PastTicket>()
  private readonly openCounts = new Map<string, number>()
  private readonly steps: Step[] = []
  private readonly requesters: Person[]
  /** A chance of its own, so that what is worked changes nothing of what happens. */
  private readonly work = new Chance(77)
  /** Another, so that the ways of kinds change nothing of either. */
  private readonly kinds = new Chance(78)
  private readonly plans: PlansLived
  /** Who asked for what where last. */
  private readonly asked = new Map<string, { reference: number; at: Instant }>()

  constructor(
    private readonly design: CompiledDesign,
    private readonly directory: Directory,
    private readonly until: Instant,
    private readonly chance: Chance,
  ) {
    this.requesters = [...directory.people.values()].filter((person) => person.role === 'requester')
    this.plans = new PlansLived({
      ...{ design, directory },
      stateOf: (reference) => this.stateOf(reference),
      plan: (at, run) => this.plan(at, run),
      apply: (reference, at, actor, command) => this.apply(reference, at, actor, command),
      ringUntil: (reference, at) => this.ringUntil(reference, at),
      worker: (reference, from, team) => this.worker(reference, from, team),
    })
  }

  live(count: number): PastTicket[] {
    const arrivals = this.arrivals(count)
    arrivals.forEach((at, index) => this.plan(at, () => this.log(index + 1, at)))
    for (let step = this.takeStep(); step; step = this.takeStep()) step.run()
    // A small past, as tests have it, has no morning of its own.
    if (count >= 300) this.planMorning()
    for (const reference of this.tickets.keys()) this.ringUntil(reference, this.until)
    return [...this.tickets.values()]
  }

  /** Moments at which requests come in: by the rhythm of day and week, thicker in the bad week. */
  private arrivals(count: number): Instant[] {
    const zone = Zone.of(this.design.design.desk.zone)
    const hours: [Instant, number][] = []
    for (let at = this.until - 365 * DAY; at < this.until; at += HOUR) {
      const bad = at >= BAD_WEEK.from && at < BAD_WEEK.to ? 2.6 : 1
      hours.push([
        at,
        oneAt(BY_HOUR, zone.toLocal(at).hour) * oneAt(BY_DAY, (zone.dayNumber(at) + 3) % 7) * bad,
      ])
    }
    const total = hours.reduce((sum, [, weight]) => sum + weight, 0)
    return hours
      .flatMap(([at, weight]) => {
        const expected = (weight / total) * count
        const number = Math.floor(expected) + (this.chance.happens(expected % 1) ? 1 : 0)
        return Array.from({ length: number }, () => at + Math.floor(this.chance.next() * HOUR))
      })
      .filter((at) => at < this.until)
      .sort((a, b) => a - b)
  }

  /** @throws RangeError when there is no such ticket yet */
  private stateOf(reference: number): TicketState {
    const ticket = this.tickets.get(reference)
    if (!ticket) throw new RangeError(`there is no ticket ${reference}`)
    return ticket.state
  }

  private plan(at: Instant, run: () => void): void {
    if (at >= this.until) return
    // A binary heap by time; equal moments keep no order, which the seed makes repeatable all the same.
    const { steps } = this
    steps.push({ at, run })
    for (let child = steps.length - 1; child > 0;) {
      const parent = (child - 1) >> 1
      if (oneAt(steps, parent).at <= oneAt(steps, child).at) break
      ;[steps[parent], steps[child]] = [oneAt(steps, child), oneAt(steps, parent)]
      child = parent
    }
  }

  private takeStep(): Step | undefined {
    const { steps } = this
    const [first] = steps
    const last = steps.pop()
    if (!first || !last || steps.length === 0) return first
    steps[0] = last
    for (let parent = 0; ;) {
      const left = 2 * parent + 1
      const right = left + 1
      let least = parent
      if (left < steps.length && oneAt(steps, left).at < oneAt(steps, least).at) least = left
      if (right < steps.length && oneAt(steps, right).at < oneAt(steps, least).at) least = right
      if (least === parent) return first
      ;[steps[parent], steps[least]] = [oneAt(steps, least), oneAt(steps, parent)]
      parent = least
    }
  }

  private log(reference: number, at: Instant): void {
    const requester = this.chance.pick(this.requesters)
    const items = this.design.design.items.filter(
      (item) => item.portals.length === 0 || item.portals.includes(requester.organisation!),
    )
    // People ask for what is special to them more often than for what everybody has.
    const item = this.chance.weighted(items.map((one) => [one, one.portals.length ? 3 : 1] as const))
    const portal = requester.organisation!
    const channel = this.chance.happens(0.85) ? 'portal' : 'desk'
    this.apply(
      reference,
      at,
      { person: requester.id },
      {
        kind: 'log',
        reference,
        item: item.id,
        portal,
        channel,
        ...(channel === 'portal' && this.pickFor(item, portal, reference)),
        summary: this.chance.pick(SUMMARIES[item.id]!),
        answers: this.answersFor(item.form, at),
        requester: requester.id,
      },
    )
    if (this.stateOf(reference).held) this.planAcceptance(reference, at)
    else this.planReply(reference, at)
    this.plans.goOn(reference, at)
    this.callSame(reference, at)
  }

  /** Who asks for the very same at one site within two days tells of one fault; somebody of the desk sees it soon. */
  private callSame(reference: number, at: Instant): void {
    const { item, site, summary } = this.stateOf(reference)
    const key = `${item} ${site} ${summary}`
    const before = this.asked.get(key)
    this.asked.set(key, { reference, at })
    if (!before || at - before.at > 2 * DAY) return
    const seen = at + 40 * MINUTE
    this.plan(seen, () => {
      const by = { person: LINKER }
      this.apply(reference, seen, by, { kind: 'link', to: before.reference, as: 'duplicateOf', on: true })
      this.apply(before.reference, seen, by, { kind: 'link', to: reference, as: 'duplicatedBy', on: true })
    })
  }

  /** What the requester picks where the portal asks for it: one after the other, so that each comes up. */
  private pickFor(item: CatalogItem, portal: string, reference: number): { picked?: string } {
    const { design } = this.design
    const choices = categoriesToPick(design.categories, item, this.design.findPortal(portal)!)
    return choices.length ? { picked: oneAt(choices, reference % choices.length).id } : {}
  }

  /** Somebody at the counter lets it in; a few are turned away. Of the last day some wait still. */
  private planAcceptance(reference: number, at: Instant): void {
    const { requester } = this.stateOf(reference)
    const isLate = at > this.until - 3 * DAY
    const who = this.worker(
      reference,
      at + this.chance.between(0.1, isLate ? 220 : 3) * HOUR,
      'front-counter',
    )
    const actor = { person: who.id }
    const ask = this.worker(reference, at + this.chance.between(0.1, 1) * HOUR, 'front-counter')
    if (this.chance.happens(isLate ? 0.5 : 0.12) && ask.at < who.at - 5 * MINUTE) {
      const text = this.chance.pick(QUESTIONS_BACK)
      this.plan(ask.at, () => this.apply(reference, ask.at, { person: ask.id }, { kind: 'reply', text }))
      const back = Math.max(ask.at + MINUTE, who.at - HOUR)
      if (!isLate || this.chance.happens(0.3))
        this.plan(back, () => {
          const said = { kind: 'answer', text: this.chance.pick(ANSWERS) } as const
          this.apply(reference, back, { person: requester }, said)
        })
    }
    const isTurnedAway = this.chance.happens(0.05)
    this.plan(Math.max(who.at, at) + 2 * MINUTE, () => {
      const now = Math.max(who.at, at) + 2 * MINUTE
      if (isTurnedAway)
        return this.apply(reference, now, actor, { kind: 'reject', text: this.chance.pick(TURNED_AWAY) })
      this.apply(reference, now, actor, { kind: 'accept' })
      this.planReply(reference, now)
    })
  }

  private answersFor(formId: string, at: Instant): Answers {
    const form = this.design.form(formId)
    const all: Answers = {}
    for (const name of form.steps.flatMap((step) => step.questions.map((one) => one.question)))
      if (!LEFT_OUT.has(oneBy(this.design.questions, name).type)) all[name] = this.answerTo(name, at)
    const shown = new Set(shownQuestions(form, all).map((one) => one.question))
    return Object.fromEntries(Object.entries(all).filter(([name]) => shown.has(name)))
  }

  private answerTo(name: string, at: Instant): Answers[string] {
    const question = oneBy(this.design.questions, name)
    switch (question.type) {
      case 'number':
        return name === 'gates'
          ? this.chance.weighted([
              [1, 8],
              [2, 5],
              [3, 2],
              [6, 1],
            ] as const)
          : this.chance.whole(1, 20)
      case 'choice':
        return this.chance.pick(question.options!).value
      case 'manyChoices':
        return (
          question
            // What came to be offered later was not chosen then.
            .options!.filter(({ value }) => value !== 'loan' && this.chance.happens(0.6))
            .map((one) => one.value)
            .concat('mail')
            .filter((one, i, all) => all.indexOf(one) === i)
        )
      case 'yesNo':
        return this.chance.happens(0.3)
      case 'date':
        return isoDate(at + this.chance.whole(3, 30) * DAY, this.design.design.desk.zone)
      default:
        return name === 'joinerName'
          ? this.chance.pick(['Signe Dahl', 'Pell Ansa', 'Ruth Kittow', 'Ebbe Lund'])
          : this.chance.pick(DETAILS)
    }
  }

  /** Who works on it, at the earliest moment from `at` at which they are on shift. */
  private worker(reference: number, from: Instant, team?: string): { id: string; at: Instant } {
    const at = Math.round(from)
    const state = this.stateOf(reference)
    const members = oneBy(this.directory.membersOf, team ?? state.team)
    const own = state.technician ? this.directory.people.get(state.technician) : undefined
    const free = (person: Person) => {
      const shift = this.directory.shiftOf(person)!
      return shift.isOpen(at) ? at : shift.nextChange(at)!
    }
    // Who has it does it while on shift; otherwise whoever of the team comes first.
    const ownIsHere = own && free(own) === at
    const best = ownIsHere
      ? own
      : oneAt(
          [...members].sort((a, b) => free(a) - free(b) || Number(b === own) - Number(a === own)),
          0,
        )
    return { id: best.id, at: free(best) }
  }

  /**
   * How much of a target is used before something is done: late ones are rare, but for the bad week, and for the
   * last days, in which part of the team was away at the boat show; some of those are late still.
   */
  private shareUsed(at: Instant, usuallyLate: number, latest: number, inTime: [number, number]): number {
    const isBad = at >= BAD_WEEK.from && at < BAD_WEEK.to
    const isLast = at >= this.until - LAST_DAYS
    return this.chance.happens(isBad || isLast ? 0.37 : usuallyLate)
      ? this.chance.between(1, isLast ? 3 : latest)
      : this.chance.between(...inTime)
  }

  private planReply(reference: number, at: Instant): void {
    const clock = this.stateOf(reference).clocks.find((one) => one.target === 'respond')!
    const share = this.shareUsed(at, 0.06, 1.7, [0.08, 0.85])
    const hours = this.design.hoursOf(clock)
    const wanted = hours.add(at, share * oneAt(clock.grants, 0).granted)
    const who = this.worker(reference, wanted)
    this.plan(who.at, () => this.reply(reference, who.id, who.at))
  }

  private reply(reference: number, who: string, at: Instant): void {
    if (!this.stateOf(reference).technician)
      this.apply(reference, at, { person: who }, { kind: 'assign', technician: who })
    this.apply(reference, at + MINUTE, { person: who }, { kind: 'reply', text: this.chance.pick(REPLIES) })
    if (this.chance.happens(0.25))
      this.apply(reference, at + 5 * MINUTE, { person: who }, { kind: 'note', text: this.chance.pick(NOTES) })
    if (this.chance.happens(0.4)) this.planWait(reference, at)
    else this.planSolve(reference, at + 10 * MINUTE)
  }

  private planWait(reference: number, at: Instant): void {
    const who = this.worker(reference, at + this.chance.between(0.3, 6) * HOUR)
    this.plan(who.at, () => {
      const forRequester = this.chance.happens(0.6)
      const to = forRequester ? 'ask-requester' : 'ask-supplier'
      const reason = this.chance.pick(forRequester ? QUESTIONS_BACK : WAITS)
      this.apply(
        reference,
        who.at,
        { person: who.id },
        { kind: 'move', from: 'in-hand', to, fields: { reason } },
      )
      const back = Math.round(
        who.at + (this.chance.happens(0.3) ? this.chance.between(12, 75) : this.chance.between(0.2, 6)) * DAY,
      )
      this.plan(back, () => this.goOn(reference, back, forRequester))
    })
  }

  private goOn(reference: number, at: Instant, byRequester: boolean): void {
    const state = this.stateOf(reference)
    if (byRequester)
      this.apply(
        reference,
        at,
        { person: state.requester },
        { kind: 'answer', text: this.chance.pick(ANSWERS) },
      )
    else
      this.apply(
        reference,
        at,
        { person: state.technician! },
        { kind: 'move', from: 'ask-supplier', to: 'in-hand', fields: {} },
      )
    this.planSolve(reference, at)
  }

  private planSolve(reference: number, at: Instant): void {
    const clock = this.stateOf(reference).clocks.find((one) => one.target === 'resolve')!
    const share = this.shareUsed(at, 0.07, 1.35, [0.1, 0.95])
    const hours = this.design.hoursOf(clock)
    const wanted = momentWhenSpent(clock, hours, share * oneAt(clock.grants, 0).granted) ?? at
    const who = this.worker(reference, Math.max(wanted, at + 5 * MINUTE))
    this.plan(who.at, () => {
      const solvedBy = this.chance.happens(0.9)
        ? who.id
        : this.chance.pick(oneBy(this.directory.membersOf, this.stateOf(reference).team)).id
      this.tickOff(reference, who.id, who.at)
      this.recordWork(reference, who.id, who.at)
      this.finishPlanned(reference, who, { solvedBy, remarks: this.chance.pick(REMARKS) })
    })
  }

  /** Once all of its plan is done but what the last day brings; who looks does so a few hours later. */
  private finishPlanned(
    reference: number,
    who: { id: string; at: Instant },
    done: Record<string, string>,
  ): void {
    if (!this.plans.keeps(reference, 'before the last stage')) return this.finish(reference, who, done)
    const later = this.worker(reference, who.at + 4 * HOUR)
    this.plan(later.at, () => this.finishPlanned(reference, later, done))
  }

  /** The last step: once all of its plan is done as well. */
  private solve(reference: number, at: Instant, go: (at: Instant) => void): void {
    if (!this.plans.keeps(reference)) return go(at)
    const later = this.worker(reference, at + 6 * HOUR).at
    this.plan(later, () => this.solve(reference, later, go))
  }

  /** The way of its kind to the end: what is lent comes back some days later, what is planned is visited. */
  private finish(reference: number, who: { id: string; at: Instant }, done: Record<string, string>): void {
    const steps = this.stepsOf(reference, who.at)
    let from = 'in-hand'
    let at = who.at
    const away = this.daysAway(reference, steps.at(-1)?.to) * DAY
    // Somebody stays a while where they went, and puts in a part that came.
    const visited = steps.length && !away ? 40 * MINUTE : 0
    for (const { to, after, fields } of [...steps, { to: 'solved', after: away + visited, fields: {} }]) {
      const [before, then] = [from, at + after]
      const given = to === 'solved' ? { ...this.endOf(reference), ...done } : fields
      const command = { kind: 'move', from: before, to, fields: given } as const
      const go = (now: Instant) => this.apply(reference, now, { person: who.id }, command)
      if (then === who.at && to !== 'solved') go(then)
      else if (then === who.at) this.solve(reference, then, go)
      else this.plan(then, () => (to === 'solved' ? this.solve(reference, then, go) : go(then)))
      from = to
      at = then
    }
  }

  /** For how many days nothing is done about it: what is lent is away, who is to begin has not come yet. */
  private daysAway(reference: number, last: string | undefined): number {
    if (last === 'lent-out') return this.kinds.whole(3, 20)
    // A few days that differ from one to the next, without a draw that would change those after it.
    return last === 'prepared' ? 2 + (reference % 5) : 0
  }

  private stepsOf(reference: number, at: Instant): { to: string; after: number; fields: FieldValues }[] {
    const { kind, fields = {}, site } = this.stateOf(reference)
    const zone = this.design.design.desk.zone
    if (kind === 'loan') {
      const lent = `L-${String(this.kinds.whole(1, 60)).padStart(3, '0')}`
      const dueBack = fields.dueBack ?? isoDate(at + this.kinds.whole(3, 12) * DAY, zone)
      return [
        { to: 'ready', after: 0, fields: { lent } },
        { to: 'lent-out', after: this.kinds.whole(1, 20) * HOUR, fields: { dueBack } },
      ]
    }
    if (kind === 'joining') {
      const account = String(this.stateOf(reference).answers.joinerName).toLowerCase().replace(' ', '-')
      const firstDay = fields.firstDay ?? isoDate(at + 7 * DAY, zone)
      return [{ to: 'prepared', after: 0, fields: { accountName: account, firstDay } }]
    }
    if (kind === 'visit' && this.kinds.happens(0.7)) {
      const hours = this.kinds.whole(3, 40)
      const later = hours * HOUR
      const visitTakes = oneAt(['PT45M', 'PT1H30M', 'PT2H', 'PT4H'], hours % 4)
      return [
        {
          to: 'planned',
          after: 0,
          fields: { landing: site!, visitOn: isoDate(at + later, zone), visitTakes },
        },
        { to: 'on-site', after: later, fields: {} },
      ]
    }
    if (kind === 'swap' && this.kinds.happens(0.5)) {
      const serialOut = this.serial()
      return [
        { to: 'part-ordered', after: 0, fields: { serialOut } },
        { to: 'in-hand', after: this.kinds.whole(20, 90) * HOUR, fields: {} },
      ]
    }
    return []
  }

  /** What the gate of the last status asks besides who did what. */
  private endOf(reference: number): FieldValues {
    const { kind } = this.stateOf(reference)
    if (kind === 'loan') return { condition: this.kinds.pick(['whole', 'whole', 'whole', 'worn', 'broken']) }
    return kind === 'swap' ? { serialIn: this.serial() } : {}
  }

  private serial = () => `K${this.kinds.whole(10, 99)}-${this.kinds.whole(1000, 9999)}`

  private tickOff(reference: number, person: string, at: Instant): void {
    for (const { id, required } of this.stateOf(reference).tasks ?? [])
      if (required || this.work.happens(0.8))
        this.apply(reference, at, { person }, { kind: 'changeTask', id, change: { done: true } })
  }

  /** How long somebody worked on it, written down just before it is solved. */
  private recordWork(reference: number, person: string, at: Instant): void {
    const { item, changedAt } = this.stateOf(reference)
    // Some things take longer than others; each has its own measure.
    const measure = 8 + ([...item].reduce((sum, sign) => sum + sign.charCodeAt(0), 0) % 45)
    const minutes = Math.max(5, Math.round(measure * this.work.between(0.5, 2)))
    const to = Math.max(at - MINUTE, changedAt)
    const what = this.work.pick(WORKED)
    this.apply(reference, at, { person }, { kind: 'recordTime', from: to - minutes * MINUTE, to, what })
  }

  /** The morning of somebody whose bench is worth looking at: new work, begun work, fixed times, time worked. */
  private planMorning(): void {
    const person = 'tora-aas'
    const from = this.until - 2.4 * HOUR
    MORNING.forEach(({ item: id, summary, after, takes, booked, worked }, index) => {
      const item = this.design.item(id)
      const fits = (one: Person) => item.portals.length === 0 || item.portals.includes(one.organisation!)
      const requester = this.work.pick(
        this.requesters.filter((one) => fits(one) && one.organisation === 'merrow'),
      )
      const reference = this.tickets.size + 1
      const at = Math.round(from + after * MINUTE)
      const log = {
        kind: 'log',
        reference,
        item: item.id,
        portal: 'merrow',
        channel: 'portal',
        summary,
      } as const
      const answers = this.answersFor(item.form, at)
      this.apply(reference, at, { person: requester.id }, { ...log, answers, requester: requester.id })
      const lead = { person: 'mika-okoro' }
      this.apply(reference, at + MINUTE, lead, { kind: 'assign', technician: person })
      if (takes)
        this.apply(reference, at + 2 * MINUTE, { person }, { kind: 'estimate', takes: takes * MINUTE })
      if (index % 2 === 0)
        this.apply(reference, at + 3 * MINUTE, { person }, { kind: 'reply', text: this.work.pick(REPLIES) })
      if (booked) {
        const start = this.until - (this.until % DAY) + booked.hour * HOUR
        const times = { from: start, to: start + booked.minutes * MINUTE, what: booked.what }
        this.apply(reference, at + 4 * MINUTE, { person: 'ove-stern' }, { kind: 'book', person, ...times })
      }
      if (worked) {
        const to = at + (5 + worked) * MINUTE
        const what = this.work.pick(WORKED)
        this.apply(reference, to, { person }, { kind: 'recordTime', from: to - worked * MINUTE, to, what })
      }
    })
  }

  private apply(reference: number, at: Instant, actor: Actor, command: Command): void {
    this.ringUntil(reference, at)
    this.decide(reference, at, actor, command)
  }

  /** Rings what fell due on the way, each at its own moment. */
  private ringUntil(reference: number, at: Instant): void {
    const ticket = this.tickets.get(reference)
    if (!ticket) return
    for (;;) {
      const next = ticketAlarms(ticket.state, this.design)[0]
      if (!next || next.at > at) return
      this.decide(reference, next.at, { system: 'alarm' }, { kind: 'ring' })
    }
  }

  private decide(reference: number, now: Instant, actor: Actor, command: Command): void {
    const before = this.tickets.get(reference)
    const decided = decide(before?.state, command, this.design, this.directory, {
      now,
      actor,
      work: { openCounts: this.openCounts },
    })
    const ticket = before ?? { state: decided.state, entries: [], messages: [] }
    this.tickets.set(reference, ticket)
    this.count(before?.state, decided.state)
    ticket.state = decided.state
    ticket.entries.push(...decided.entries)
    ticket.messages.push(...decided.messages)
    for (const message of decided.messages) {
      const delivery: Command =
        message.address === 'accounts'
          ? {
              ...DELIVERED,
              key: message.key,
              answer: { type: 'application/json', data: accountFor(message.body) },
            }
          : { ...SENT, key: message.key }
      this.decide(reference, now + 3 * SECOND, { system: 'mail' }, delivery)
    }
  }

  private count(before: TicketState | undefined, after: TicketState): void {
    const owner = (state: TicketState | undefined) =>
      state && statusOf(this.design.kind(state.kind), state.status).group !== 'done' ? state.technician : null
    const [from, to] = [owner(before), owner(after)]
    if (from === to) return
    if (from) this.openCounts.set(from, oneBy(this.openCounts, from) - 1)
    if (to) this.openCounts.set(to, (this.openCounts.get(to) ?? 0) + 1)
  }
}

const SENT = { kind: 'recordDelivery', state: 'sent', attempt: 1, detail: '250 Accepted' } as const
const DELIVERED = { kind: 'recordDelivery', state: 'delivered', attempt: 1, detail: '200' } as const

/** What the account service answers. */
function accountFor(body: string) {
  const { data } = JSON.parse(body) as { data: { name: string } }
  return { account: { name: data.name.toLowerCase().replace(/[^a-z]+/g, '-') } }
}
