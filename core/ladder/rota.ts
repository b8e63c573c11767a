import { dayNumberOf, minuteOfDay } from '../time/calendar'
import { DAY, isoWeekday, Zone, type Instant } from '../time'
import { oneAt } from '../lookup'

/** Some of the members of a rota taking turns, maybe only at certain hours. */
export interface RotaLayer {
  id: string
  /** Local date of the first member's first turn. */
  from: string
  /** Local time of day at which the next one takes over. */
  handOver: string
  /** Length of a turn in days. */
  turnDays: number
  members: string[]
  /** Only on these days (1 is Monday) and from one local time to another; the end may be on the next day. */
  only?: { days: number[]; from: string; to: string }
}

/** Who is on call when: the topmost layer that has somebody says who; overrides come before all layers. */
export interface Rota extends Omit<RotaLayer, 'id' | 'only'> {
  id: string
  name: string
  zone: string
  only?: RotaLayer['only']
  /** Laid over the turns above, the last one on top. */
  layers?: RotaLayer[]
}

/** Somebody else has it for a while: a swap, or a stand-in for somebody away. */
export interface RotaOverride {
  id: number
  rota: string
  from: Instant
  to: Instant
  /** Nobody where it is null: a gap that somebody wanted. */
  person: string | null
  why: string
}

/** What is known besides the rota itself. */
export interface RotaFacts {
  overrides?: readonly RotaOverride[]
  /** Whether somebody is away all day, such as on holiday; the next in turn has it then. */
  isAway?: (person: string, at: Instant) => boolean
}

/**
 * The person on call at an instant.
 * @param place 1 is the first on call, 2 who comes after, and so on
 * @returns undefined before the rota begins, when it has no members, or nobody is there
 */
export function onRota(rota: Rota, at: Instant, facts: RotaFacts = {}, place = 1): string | undefined {
  return onCall(rota, at, facts)[place - 1]
}

/** Everybody on call at an instant: the first, then those who come after in the order of their turns. */
export function onCall(rota: Rota, at: Instant, facts: RotaFacts = {}): string[] {
  const override = facts.overrides?.findLast((one) => one.rota === rota.id && one.from <= at && at < one.to)
  const layers = [...(rota.layers ?? [])].reverse()
  const turns = [...layers, rota].flatMap((layer) => inTurn(layer, rota.zone, at))
  const there = [...new Set(turns)].filter((one) => !facts.isAway?.(one, at))
  if (!override) return there
  // A gap that somebody wanted has nobody at all.
  return override.person === null ? [] : [...new Set([override.person, ...there])]
}

/** The members of a layer in the order in which they have it at an instant; none where it does not count. */
function inTurn(layer: Omit<RotaLayer, 'id'>, zone: string, at: Instant): string[] {
  const turn = turnAt(layer, zone, at)
  const { members } = layer
  if (turn < 0 || members.length === 0 || !counts(layer, zone, at)) return []
  return members.map((_, index) => oneAt(members, (turn + index) % members.length))
}

/** Whether the hours of a layer hold at an instant; both ends are instants, also in an hour that occurs twice. */
function counts({ only }: Pick<RotaLayer, 'only'>, zone: string, at: Instant): boolean {
  if (!only) return true
  const today = Zone.of(zone).dayNumber(at)
  // Over midnight: the day it begins on counts.
  const length = minuteOfDay(only.from) < minuteOfDay(only.to) ? 0 : 1
  return [today - 1, today].some(
    (day) =>
      only.days.includes(isoWeekday(day)) &&
      localInstant(zone, day, only.from) <= at &&
      at < localInstant(zone, day + length, only.to),
  )
}

/** The instant at which the turn of the rota's own members that runs at `at` ends. */
export function turnEnds(rota: Rota, at: Instant): Instant {
  return turnStart(rota, rota.zone, turnAt(rota, rota.zone, at) + 1)
}

function localInstant(zone: string, day: number, time: string): Instant {
  const date = new Date(day * DAY)
  const minute = minuteOfDay(time) % 1440
  const onDay = minuteOfDay(time) === 1440 ? new Date((day + 1) * DAY) : date
  return Zone.of(zone).toInstant({
    year: onDay.getUTCFullYear(),
    month: onDay.getUTCMonth() + 1,
    day: onDay.getUTCDate(),
    hour: Math.floor(minute / 60),
    minute: minute % 60,
  })
}

const turnStart = ({ from, turnDays, handOver }: Omit<RotaLayer, 'id'>, zone: string, turn: number) =>
  localInstant(zone, dayNumberOf(from) + turn * turnDays, handOver)

/**
 * The number of the turn that runs at an instant, the first one being 0. A hand-over is one instant, also where its hour
 * occurs twice or is left out.
 */
function turnAt(layer: Omit<RotaLayer, 'id'>, zone: string, at: Instant): number {
  const turn = Math.floor((Zone.of(zone).dayNumber(at) - dayNumberOf(layer.from)) / layer.turnDays)
  if (at < turnStart(layer, zone, turn)) return turn - 1
  return at < turnStart(layer, zone, turn + 1) ? turn : turn + 1
}

/** A stretch of time in which the same people are on call, the first of them having it. */
export interface Duty {
  from: Instant
  to: Instant
  people: string[]
}

/** Who is on call from one instant to another, joined where nothing changes. */
export function dutiesBetween(rota: Rota, from: Instant, to: Instant, facts: RotaFacts = {}): Duty[] {
  const cuts = new Set<Instant>([from])
  const add = (at: Instant) => at > from && at < to && cuts.add(at)
  for (const { rota: id, from: begin, to: end } of facts.overrides ?? [])
    if (id === rota.id) [begin, end].forEach(add)
  const zone = Zone.of(rota.zone)
  for (let day = zone.dayNumber(from) - 1; day <= zone.dayNumber(to) + 1; day++) {
    // Somebody is away by the day.
    add(localInstant(rota.zone, day, '00:00'))
    for (const { handOver, only } of [rota, ...(rota.layers ?? [])])
      for (const time of [handOver, ...(only ? [only.from, only.to] : [])])
        add(localInstant(rota.zone, day, time))
  }
  const sorted = [...cuts].sort((a, b) => a - b)
  const duties: Duty[] = []
  sorted.forEach((begin, index) => {
    const people = onCall(rota, begin, facts)
    const end = sorted[index + 1] ?? to
    const last = duties[duties.length - 1]
    if (last && last.people.join(' ') === people.join(' ')) last.to = end
    else duties.push({ from: begin, to: end, people })
  })
  return duties
}

/** What is wrong with who is on call: a time with nobody, or somebody who has two rotas at once. */
export type RotaFault =
  | { kind: 'gap'; rota: string; from: Instant; to: Instant }
  | { kind: 'double'; person: string; rotas: [string, string]; from: Instant; to: Instant }

/** Finds gaps and people who are first on two rotas at the same time, soonest first. */
export function rotaFaults(
  rotas: readonly Rota[],
  from: Instant,
  to: Instant,
  facts: RotaFacts = {},
): RotaFault[] {
  const all = rotas.map((rota) => ({ rota, duties: dutiesBetween(rota, from, to, facts) }))
  const faults: RotaFault[] = all.flatMap(({ rota, duties }) =>
    duties
      .filter(({ people }) => people.length === 0)
      .map((one) => ({ kind: 'gap' as const, rota: rota.id, from: one.from, to: one.to })),
  )
  all.forEach((one, index) => {
    for (const other of all.slice(index + 1)) faults.push(...doubles(one, other))
  })
  return faults.sort((a, b) => a.from - b.from)
}

function doubles(
  one: { rota: Rota; duties: Duty[] },
  other: { rota: Rota; duties: Duty[] },
): Extract<RotaFault, { kind: 'double' }>[] {
  return one.duties.flatMap((duty) => {
    const [person] = duty.people
    if (person === undefined) return []
    return other.duties
      .filter(({ people, from, to }) => people[0] === person && from < duty.to && to > duty.from)
      .map(({ from, to }) => ({
        kind: 'double' as const,
        person,
        rotas: [one.rota.id, other.rota.id] as [string, string],
        from: Math.max(from, duty.from),
        to: Math.min(to, duty.to),
      }))
  })
}
