import type { AssignmentWay, CompiledDesign, Directory, Person, TeamAssignment, Triage } from '../design'
import { onCall } from '../ladder'
import { momentInWords, type Instant } from '../time'
import { listInWords, type Because, type Sorted } from './because'

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

export const ARTICLE = 'triage/who-gets-it'

/** What a way finds: somebody and why, or nobody and why not. */
type Found = { person: Person; text: string; nearly?: string } | { why: string }

interface Question extends Assigning {
  rules: TeamAssignment
  design: CompiledDesign
  directory: Directory
  teamName: string
  /** Those of the team who can take it at all, on shift or not. */
  able: Person[]
  present: Person[]
  /** Who could not, and why, in words. */
  leftOut: string | undefined
}

/** Finds a technician the way the team's assignment says: each way in turn until one finds somebody. */
export function assign(
  asked: Assigning,
  design: CompiledDesign,
  directory: Directory,
): Sorted<string | null> {
  const question = questionOf(asked, design, directory)
  const { rules, leftOut } = question
  const tried: string[] = []
  for (const way of rules.ways) {
    if (way === 'leave') {
      const text = [...tried, `${question.teamName} takes its tickets from the queue.`].join(' ')
      return { value: null, because: { text, article: ARTICLE } }
    }
    const found = WAYS[way](question)
    if ('person' in found) return given(found, tried, leftOut)
    tried.push(found.why)
  }
  const next = rules.orNextShift ? nextOnShift(question) : undefined
  if (next) return given(next, tried, leftOut)
  return { value: null, because: { text: waitsInWords(question, tried), nearly: leftOut, article: ARTICLE } }
}

function questionOf(asked: Assigning, design: CompiledDesign, directory: Directory): Question {
  const rules = assignmentOf(design.design.triage, asked.team)
  const teamName = directory.teams.get(asked.team)?.name ?? asked.team
  const { able, leftOut } = ableOf(asked, rules, directory)
  const present = able.filter((person) => directory.isOnShift(person, asked.now))
  return { ...asked, rules, design, directory, teamName, able, present, leftOut }
}

/** Those among whom the work is shared out by load, where that is how a ticket finds somebody. */
export interface Sharing {
  people: Person[]
  /** Most tickets that the team lets anybody have. */
  limit: number
  isWeighed: boolean
  /** What was tried before, and who could not, in words. */
  tried: string[]
  leftOut: string | undefined
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
  const tried: string[] = []
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
  { person, text, nearly }: Extract<Found, { person: Person }>,
  tried: string[],
  leftOut: string | undefined,
): Sorted<string> {
  const because: Because = { text: [...tried, text].join(' '), article: ARTICLE }
  const others = [nearly, leftOut].filter(Boolean).join(' ')
  return { value: person.id, because: others ? { ...because, nearly: others } : because }
}

/** Who of the team could take it, and in words who could not and why. */
function ableOf(
  { team, skills = [], work, without }: Assigning,
  rules: TeamAssignment,
  directory: Directory,
) {
  const members = (directory.membersOf.get(team) ?? []).filter(
    (one) => one.role !== 'requester' && one.active,
  )
  const reasons: string[] = []
  const able = members.filter((person) => {
    if (without?.has(person.id)) return false
    const lacks = skills.filter((skill) => !person.skills?.includes(skill))
    const limit = Math.min(person.capacity ?? Infinity, rules.limit ?? Infinity)
    const open = work.openCounts.get(person.id) ?? 0
    if (lacks.length) reasons.push(`${person.name} does not know ${listInWords(lacks)}`)
    else if (open >= limit) reasons.push(`${person.name} has ${open} of at most ${limit}`)
    else return true
    return false
  })
  return { able, leftOut: reasons.length ? `${reasons.join('; ')}.` : undefined }
}

const WAYS: Record<Exclude<AssignmentWay, 'leave'>, (question: Question) => Found> = {
  inTurn: (question) => {
    const newest = (person: Person) => question.work.newest?.get(person.id) ?? -Infinity
    const [first, second] = ranked(question, newest)
    if (!first) return nobodyThere(question)
    const since = newest(first)
    const had = Number.isFinite(since)
      ? `has waited longest for a ticket, since ${momentInWords(since, first.zone, question.now)}`
      : 'has had no ticket yet'
    return {
      person: first,
      text: `${onShift(question, first)} and ${had}.`,
      nearly: second ? `Next in turn is ${second.name}.` : ALONE,
    }
  },
  leastLoaded: (question) => {
    const isWeighed = question.rules.byWeight === true
    const counts = isWeighed ? question.work.weights : question.work.openCounts
    const load = (person: Person) => counts?.get(person.id) ?? 0
    // Who can have twice as many has half the load with the same number.
    const share = (person: Person) => load(person) / (person.capacity ?? 1)
    const isShared = question.present.every((person) => person.capacity)
    const [first, second] = ranked(question, isShared ? share : load)
    if (!first) return nobodyThere(question)
    const what = isWeighed ? 'the least open work' : 'the fewest open tickets'
    const amount = (person: Person) =>
      isShared ? `${load(person)} of ${person.capacity}` : `${load(person)}`
    return {
      person: first,
      text: `${onShift(question, first)} and has ${what} of ${question.teamName}: ${amount(first)}.`,
      nearly: second ? `Next would be ${second.name} with ${amount(second)}.` : ALONE,
    }
  },
  sameAsLast: ({ requester, work, present, able, directory }) => {
    const last = requester === undefined ? undefined : work.lastOf?.get(requester)
    if (last === undefined) return { why: 'Nobody of the team has helped this requester before.' }
    const name = directory.nameOf(last)
    const person = present.find((one) => one.id === last)
    if (person) return { person, text: `${name} had this requester’s last ticket and is on shift.` }
    const why = able.some((one) => one.id === last) ? 'is not on shift' : 'cannot take it'
    return { why: `${name} had this requester’s last ticket but ${why}.` }
  },
  onRota: ({ rules, design, now, directory, without }) => {
    const rota = design.design.rotas.find((one) => one.id === rules.rota)
    // Swaps, gaps and absences count as they do for whoever is told by the rota.
    const called = rota ? onCall(rota, now, directory.rotaFacts) : []
    const person = called
      .flatMap((id) => directory.people.get(id) ?? [])
      .find((one) => one.active && !without?.has(one.id))
    if (!rota || !person) return { why: `Nobody is on ${rota ? `the rota “${rota.name}”` : 'rota'}.` }
    return { person, text: `${person.name} is on the rota “${rota.name}”.` }
  },
}

const ALONE = 'Nobody else of the team is on shift.'

/** Those on shift, by a measure; the same measure goes by name, so that it is always the same. */
const ranked = ({ present }: Question, measure: (person: Person) => number) =>
  present
    .map((person) => ({ person, at: measure(person) }))
    .sort((a, b) => (a.at === b.at ? (a.person.id < b.person.id ? -1 : 1) : a.at - b.at))
    .map((one) => one.person)

/** That somebody is on shift, and until when. */
export function onShift({ directory, now }: Pick<Question, 'directory' | 'now'>, person: Person): string {
  const until = directory.shiftOf(person)!.nextChange(now)
  return `${person.name} is on shift${until ? ` until ${momentInWords(until, person.zone, now)}` : ''}`
}

function nobodyThere({ able, teamName }: Question): Found {
  return { why: able.length ? `Nobody of ${teamName} is on shift.` : `Nobody of ${teamName} can take it.` }
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
  const when = momentInWords(first.at, first.person.zone, question.now)
  return { person: first.person, text: `${first.person.name} comes on shift next, ${when}.` }
}

/** Why nobody has it, and from when on somebody could. */
function waitsInWords(question: Question, tried: string[]): string {
  const { able, now, design } = question
  const starts = able.flatMap((person) => startOf(person, question) ?? [])
  if (!starts.length) return tried.join(' ')
  const when = momentInWords(Math.min(...starts), design.design.desk.zone, now)
  return `${tried.join(' ')} Somebody is from ${when}; it waits in the queue.`
}
