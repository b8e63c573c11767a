import type { Directory, Person } from '../design'
import { valueOf, type Facts } from '../condition'
import type { Instant } from '../time'
import { meantBy, type Asking, type Doer, type Finding, type Holder } from './doer'

/** How many must say yes: one of those asked, all, so many, or all in turn. */
export type Needs = 'one' | 'all' | 'inTurn' | { of: number }

/** Whose word is asked for, and up to which amount it is enough. */
export interface Approver {
  who: Doer
  upTo?: number
}

/** What is asked of an approval. */
export interface Approving {
  ask: Approver[]
  /** One of those asked if left out. */
  needs?: Needs
  /** The fact that holds the amount. */
  amount?: string
  /** Whoever asks may approve what they ask for themselves. */
  own?: true
  /** Who is asked in the place of whoever is gone or away: their manager, or whose manager that is, if left out. */
  instead?: Doer
}

/** Why somebody is asked in the place of another. */
export type InPlace = 'own' | 'left' | 'away' | 'handed' | 'silent'

/** Somebody whose word is asked for. */
export interface Asked {
  person: string
  /** In whose place, and why. */
  for?: { person: string; since: InPlace }
  /** Up to which amount their word is enough. */
  upTo?: number
}

/** Somebody's word. */
export interface Word {
  person: string
  yes: boolean
  text: string
  at: Instant
}

/** What somebody who is asked wants to know before they say their word. */
export interface Query {
  person: string
  text: string
  at: Instant
  answer?: { text: string; at: Instant }
}

/** How an approval stands. */
export type Sealed = 'open' | 'sealed' | 'refused'

/** How many managers are looked up in a row. */
const MOST_MANAGERS = 8

/** By what those who are asked are found. */
export interface AskingWhom extends Finding {
  request: Asking
  facts: Facts
  now: Instant
}

/**
 * Whose word is asked for, in their order: each once, nobody who asks for themselves unless that is allowed, and for
 * whoever is gone or away their manager, or whose manager that is.
 * @returns an empty list where nobody can be asked, or nobody's word would be enough
 */
export function askedFor(approving: Approving, at: AskingWhom): Asked[] {
  const amount = amountOf(approving, at.facts)
  const isEnough = ({ upTo }: Pick<Asked, 'upTo'>) => upTo === undefined || amount <= upTo
  const all = new Map<string, Asked>()
  for (const { who, upTo } of approving.ask)
    for (const one of peopleFor(who, approving, at))
      if (!all.has(one.person)) all.set(one.person, { ...one, ...(upTo !== undefined && { upTo }) })
  const found = [...all.values()]
  if (approving.needs !== 'inTurn') return found.filter(isEnough)
  // In turn it goes up as far as somebody's word is enough.
  const last = found.findIndex((one) => isEnough(one) && approving.ask.some(({ upTo }) => upTo !== undefined))
  if (last >= 0) return found.slice(0, last + 1)
  return found.every(isEnough) ? found : []
}

/** What the approval is about in money; without a figure no limit is enough. */
function amountOf({ amount }: Approving, facts: Facts): number {
  if (amount === undefined) return 0
  const value = Number(valueOf(facts, amount) ?? NaN)
  return Number.isNaN(value) ? Infinity : value
}

function peopleFor(who: Doer, approving: Approving, at: AskingWhom): Asked[] {
  const { directory, request } = at
  const { own } = approving
  const holder = meantBy(who, request, at)
  if (!holder) return []
  const isFree = (one: Person) => hindranceOf(one, at, own) === undefined
  if ('team' in holder)
    return peopleOf(holder, directory)
      .filter(isFree)
      .map(({ id }) => ({ person: id }))
  const meant = directory.people.get(holder.person)
  if (!meant) return []
  const since = hindranceOf(meant, at, own)
  if (since === undefined) return [{ person: meant.id }]
  const inPlace = standInFor(meant, approving, at)
  return inPlace ? [{ person: inPlace.id, for: { person: meant.id, since } }] : []
}

/** Who is asked in the place of somebody who cannot be; undefined where nobody is there for that either. */
export function standInFor(
  meant: Person,
  { own, instead }: Approving,
  at: AskingWhom,
  isWanted = (_: Person) => true,
): Person | undefined {
  const holder = instead && meantBy(instead, at.request, at)
  const named = holder ? peopleOf(holder, at.directory) : []
  return [...named, ...managersOf(meant, at.directory)].find(
    (one) => hindranceOf(one, at, own) === undefined && isWanted(one),
  )
}

const peopleOf = (holder: Holder, { people, membersOf }: Directory): Person[] =>
  'team' in holder
    ? (membersOf.get(holder.team) ?? []).filter((one) => one.role !== 'requester')
    : [people.get(holder.person)].filter((one) => one !== undefined)

/** Those who were asked, as they are: for whoever has left or is away since, somebody is asked in their place. */
export function askedNow(
  approving: Approving,
  asked: readonly Asked[],
  words: readonly Word[],
  at: AskingWhom,
): Asked[] {
  const found = [...asked]
  for (const [index, one] of found.entries()) {
    const meant = at.directory.people.get(one.person)
    const since = meant && hindranceOf(meant, at, true)
    if (!meant || since === undefined || words.some((word) => word.person === one.person)) continue
    const isNew = ({ id }: Person) => !found.some(({ person }) => person === id)
    const inPlace = standInFor(meant, approving, at, isNew)
    if (inPlace) found[index] = inPlaceOf(one, inPlace.id, since)
  }
  return found
}

/** Somebody else is asked in the place of one who was. */
export const inPlaceOf = (before: Asked, person: string, since: InPlace): Asked => ({
  person,
  for: before.for ?? { person: before.person, since },
  ...(before.upTo !== undefined && { upTo: before.upTo }),
})

/** What keeps somebody's word from being asked. */
function hindranceOf(one: Person, { request, directory, now }: AskingWhom, own?: true): InPlace | undefined {
  if (!one.active) return 'left'
  if (one.id === request.requester && !own) return 'own'
  return directory.isAway(one, now) ? 'away' : undefined
}

/** The manager of somebody, the manager of that one, and so on; nobody twice, whatever circles there are. */
function managersOf(one: Person, { people }: Directory): Person[] {
  const found: Person[] = []
  for (let next = people.get(one.manager ?? ''); next; next = people.get(next.manager ?? '')) {
    if (next.id === one.id || found.includes(next) || found.length >= MOST_MANAGERS) break
    found.push(next)
  }
  return found
}

/** What the words that were given come to. */
export function sealedBy(needs: Needs | undefined, asked: readonly Asked[], words: readonly Word[]): Sealed {
  const said = asked.flatMap(({ person }) => words.find((one) => one.person === person) ?? [])
  const yes = said.filter((one) => one.yes).length
  if (!asked.length) return 'open'
  const wanted = wantedOf(needs, asked.length)
  if (yes >= wanted) return 'sealed'
  // The first word counts where one is enough; else it is refused once too few are left who could say yes.
  const left = needsOne(needs) && said.length ? 0 : asked.length - said.length
  return yes + left < wanted ? 'refused' : 'open'
}

const needsOne = (needs: Needs | undefined) => needs === undefined || needs === 'one'

/** How many must say yes. */
export function wantedOf(needs: Needs | undefined, asked: number): number {
  if (needsOne(needs)) return 1
  return typeof needs === 'object' ? Math.max(1, Math.min(needs.of, asked)) : asked
}

/** Whose word counts now: of those who have not said anything, in turn only the first. */
export function waitsFor(needs: Needs | undefined, asked: readonly Asked[], words: readonly Word[]): Asked[] {
  if (sealedBy(needs, asked, words) !== 'open') return []
  const silent = asked.filter(({ person }) => !words.some((one) => one.person === person))
  return needs === 'inTurn' ? silent.slice(0, 1) : silent
}

/** Those whose word is waited for and who do not wait for an answer themselves. */
export const silentIn = (
  { needs }: Pick<Approving, 'needs'>,
  { asked = [], words = [], queries = [] }: { asked?: Asked[]; words?: Word[]; queries?: Query[] },
): Asked[] =>
  waitsFor(needs, asked, words).filter(
    ({ person }) => !queries.some((one) => one.person === person && !one.answer),
  )
