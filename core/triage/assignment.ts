import type { AssignmentWay, CompiledDesign, Directory, Person, TeamAssignment, Triage } from '../design'
import { onCall } from '../ladder'
import type { Reason, LeftOut } from '../reason'
import type { Instant } from '../time'
import { becauseOf, type Sorted } from './because'

/** What the people of the desk have on their hands, when somebody is to be found for a ticket. */
export interface Workloads {
  /** Open tickets by technician. */
  openCounts: ReadonlyMap<string, number>
  /** Open tickets by technician, each counted with the weight of its priority. */
  weights?: ReadonlyMap<string, number>
  /** When the newest ticket of a technician was logged. */
  newest?: ReadonlyMap<string, Instant>
  /** Who had the last ticket of a requester. */
  lastOf?: ReadonlyMap<string, string>
}

/** How a team's tickets find somebody, whether it is written short or in full. */
export function assignmentOf({ assignment }: Pick<Triage, 'assignment'>, team: string): TeamAssignment {
  const said = assignment[team] ?? 'leave'
  return typeof said === 'string' ? { ways: [said] } : said
}

export interface Assigning {
  team: string
  requester?: string
  /** What a technician must know. */
  skills?: readonly string[]
  now: Instant
  work: Workloads
  /** People who are not asked, such as somebody who is away. */
  without?: ReadonlySet<string>
}

/** What a way finds: somebody and why, or nobody and why not. */
type Found = { person: Person; by: Reason; next?: Reason } | { why: Reason }

interface Question extends Assigning {
  rules: TeamAssignment
  design: CompiledDesign
  directory: Directory
  /** Those of the team who can take it at all, on shift or not. */
  able: Person[]
  present: Person[]
  /** Who could not, and why. */
  leftOut: Reason[]
}

/** Finds a technician the way the team's assignment says: each way in turn until one finds somebody. */
export function assign(
  asked: Assigning,
  design: CompiledDesign,
  directory: Directory,
): Sorted<string | null> {
  const question = questionOf(asked, design, directory)
  const { rules, leftOut } = question
  const tried: Reason[] = []
  for (const way of rules.ways) {
    if (way === 'leave') {
      const why: Reason[] = [...tried, { is: 'fromQueue', team: asked.team }]
      return { value: null, because: becauseOf(design, why) }
    }
    const found = WAYS[way](question)
    if ('person' in found) return given(found, tried, question)
    tried.push(found.why)
  }
  const next = rules.orNextShift ? nextOnShift(question) : undefined
  if (next) return given(next, tried, question)
  return { value: null, because: becauseOf(design, waits(question, tried), leftOut) }
}

function questionOf(asked: Assigning, design: CompiledDesign, directory: Directory): Question {
  const rules = assignmentOf(design.design.triage, asked.team)
  const { able, leftOut } = ableOf(asked, rules, directory)
  const present = able.filter((person) => directory.isOnShift(person, asked.now))
  return { ...asked, rules, design, directory, able, present, leftOut }
}

/** Those among whom the work is shared out by load, where that is how a ticket finds somebody. */
export interface Sharing {
  people: Person[]
  /** Most tickets that the team lets anybody have. */
  limit: number
  isWeighed: boolean
  /** What was tried before, and who could not. */
  tried: Reason[]
  leftOut: Reason[]
}

/**
 * Among whom a ticket would be shared out by load; undefined where another way decides, or nobody of the team is there.
 * For tickets that are handed out together: see `spread`.
 */
export function sharingOf(
  asked: Assigning,
  design: CompiledDesign,
  directory: Directory,
): Sharing | undefined {
  const question = questionOf(asked, design, directory)
  const { rules, present, leftOut } = question
  const tried: Reason[] = []
  for (const way of rules.ways) {
    if (way === 'leave') return undefined
    if (way === 'leastLoaded' && present.length)
      return {
        ...{ people: present, tried, leftOut },
        limit: rules.limit ?? Infinity,
        isWeighed: rules.byWeight === true,
      }
    const found = WAYS[way](question)
    if ('person' in found) return undefined
    tried.push(found.why)
  }
  return undefined
}

function given(
  { person, by, next }: Extract<Found, { person: Person }>,
  tried: Reason[],
  { design, leftOut }: Question,
): Sorted<string> {
  const nearly = [...(next ? [next] : []), ...leftOut]
  return { value: person.id, because: becauseOf(design, [...tried, by], nearly) }
}

/** Who of the team could take it, and who could not and why. */
function ableOf(
  { team, skills = [], work, without }: Assigning,
  rules: TeamAssignment,
  directory: Directory,
): { able: Person[]; leftOut: Reason[] } {
  const members = (directory.membersOf.get(team) ?? []).filter(
    (one) => one.role !== 'requester' && one.active,
  )
  const people: LeftOut[] = []
  const able = members.filter((person) => {
    if (without?.has(person.id)) return false
    const lacks = skills.filter((skill) => !directory.knows(person, skill))
    const limit = Math.min(person.capacity ?? Infinity, rules.limit ?? Infinity)
    const open = work.openCounts.get(person.id) ?? 0
    if (lacks.length) people.push({ person: person.id, lacks })
    else if (open >= limit) people.push({ person: person.id, open, limit })
    else return true
    return false
  })
  return { able, leftOut: people.length ? [{ is: 'leftOut', people }] : [] }
}

const WAYS: Record<Exclude<AssignmentWay, 'leave'>, (question: Question) => Found> = {
  inTurn: (question) => {
    const newest = (person: Person) => question.work.newest?.get(person.id) ?? -Infinity
    const [first, second] = ranked(question, newest)
    if (!first) return nobodyThere(question)
    const since = newest(first)
    return {
      person: first,
      by: { is: 'inTurn', ...onShift(question, first), since: Number.isFinite(since) ? since : null },
      next: second ? { is: 'nextInTurn', person: second.id } : ALONE,
    }
  },
  leastLoaded: (question) => {
    const weighed = question.rules.byWeight === true
    const counts = weighed ? question.work.weights : question.work.openCounts
    const load = (person: Person) => counts?.get(person.id) ?? 0
    // Who can have twice as many has half the load with the same number.
    const share = (person: Person) => load(person) / (person.capacity ?? 1)
    const isShared = question.present.every((person) => person.capacity)
    const [first, second] = ranked(question, isShared ? share : load)
    if (!first) return nobodyThere(question)
    const amount = (person: Person) => ({
      load: load(person),
      ...(isShared && { capacity: person.capacity }),
    })
    return {
      person: first,
      by: {
        ...{ is: 'leastLoaded', ...onShift(question, first), team: question.team },
        ...{ weighed, ...amount(first) },
      },
      next: second ? { is: 'nextWithLoad', person: second.id, ...amount(second) } : ALONE,
    }
  },
  sameAsLast: ({ requester, work, present, able }) => {
    const last = requester === undefined ? undefined : work.lastOf?.get(requester)
    if (last === undefined) return { why: { is: 'helpedByNobody' } }
    const person = present.find((one) => one.id === last)
    if (person) return { person, by: { is: 'sameAsLast', person: last } }
    const isAble = able.some((one) => one.id === last)
    return { why: { is: isAble ? 'lastNotOnShift' : 'lastCannot', person: last } }
  },
  onRota: ({ rules, design, now, directory, without }) => {
    const rota = design.design.rotas.find((one) => one.id === rules.rota)
    // Swaps, gaps and absences count as they do for whoever is told by the rota.
    const called = rota ? onCall(rota, now, directory.rotaFacts) : []
    const person = called
      .flatMap((id) => directory.people.get(id) ?? [])
      .find((one) => one.active && !without?.has(one.id))
    if (!rota || !person) return { why: { is: 'nobodyOnRota', rota: rota?.id ?? null } }
    return { person, by: { is: 'onRota', person: person.id, rota: rota.id } }
  },
}

const ALONE: Reason = { is: 'nobodyElse' }

/** Those on shift, by a measure; the same measure goes by name, so that it is always the same. */
const ranked = ({ present }: Question, measure: (person: Person) => number) =>
  present
    .map((person) => ({ person, at: measure(person) }))
    .sort((a, b) => (a.at === b.at ? (a.person.id < b.person.id ? -1 : 1) : a.at - b.at))
    .map((one) => one.person)

/** That somebody is on shift, and until when. */
export const onShift = ({ directory, now }: Pick<Question, 'directory' | 'now'>, person: Person) => ({
  person: person.id,
  until: directory.shiftOf(person)!.nextChange(now) ?? null,
  at: now,
})

function nobodyThere({ able, team }: Question): Found {
  return { why: { is: able.length ? 'nobodyOnShift' : 'nobodyCan', team } }
}

/** When a person comes on shift next. */
function startOf(person: Person, { directory, now }: Question): Instant | undefined {
  return directory.shiftOf(person)?.nextChange(now) ?? undefined
}

function nextOnShift(question: Question): Extract<Found, { person: Person }> | undefined {
  const starts = question.able
    .flatMap((person) => {
      const at = startOf(person, question)
      return at === undefined ? [] : [{ person, at }]
    })
    .sort((a, b) => a.at - b.at || (a.person.id < b.person.id ? -1 : 1))
  const [first] = starts
  if (!first) return undefined
  const by: Reason = { is: 'comesNext', person: first.person.id, from: first.at, at: question.now }
  return { person: first.person, by }
}

/** Why nobody has it, and from when on somebody could. */
function waits(question: Question, tried: Reason[]): Reason[] {
  const starts = question.able.flatMap((person) => startOf(person, question) ?? [])
  if (!starts.length) return tried
  return [...tried, { is: 'waitsUntil', from: Math.min(...starts), at: question.now }]
}
