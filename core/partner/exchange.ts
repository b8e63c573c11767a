import type { Instant } from '../time'
import type { ConflictRule, TakenTarget } from './map'
import type { Wire, WireValue } from './offer'

// The exchange of one ticket between two desks, each its own master. Pure: what is to be said and what was heard go in,
// what is said and done comes out. Messages of one side are taken in their order and once each; whoever carries them may
// lose, repeat and delay them. Nothing that follows from the partner's word is said back to them.

/**
 * When something was changed, so that both sides agree which of two changes is later although their clocks differ: never
 * before what its side had heard (a hybrid logical clock, Kulkarni and others 2014; from memory).
 */
export type Stamp = number

/** So far ahead of our own clock a partner's stamp may pull ours. */
export const MOST_AHEAD = 86_400_000
/** So often something may follow from what followed from a word of the partner, before nothing more is said of it. */
export const MOST_HOPS = 4

/** Something that was said with a ticket: a reply or a note, with its files. */
export interface SaidItem {
  /** Of its own on the side that says it. */
  id: string
  kind: 'reply' | 'note'
  /** Who said it, in words. */
  by: string
  text: string
  /** As they are kept on the side that says it, or where it is heard. */
  files?: KeptFile[]
  /** Files of it that did not come, and why. */
  lacks?: LackingFile[]
}

export interface KeptFile {
  id: string
  name: string
  type: string
  /** Bytes. */
  size: number
}

export interface LackingFile {
  name: string
  why: string
}

/** A file as it goes over: by what is in it. */
export interface SaidFile extends Omit<KeptFile, 'id'> {
  /** SHA-256 of its content, in hexadecimal. */
  hash: string
}

/** Something said as it goes over. */
export type WireItem = Omit<SaidItem, 'files' | 'lacks'> & { files?: SaidFile[] }

/** What one side tells the other of a ticket, once. */
export interface Tiding {
  /** Counted from 1 for each ticket and side. */
  sequence: number
  /** How many of the other side's were taken when it was said. */
  heard: number
  stamp: Stamp
  changes: Wire
  said: SaidItem[]
  /** How many words of either side it follows from; left out where somebody did it. */
  hops?: number
  /** Nothing is exchanged of it any more, and why. */
  ends?: EndWhy
}

/** Why nothing is exchanged of a ticket any more. */
export const END_WHYS = ['byHand', 'merged', 'calledOff'] as const
export type EndWhy = (typeof END_WHYS)[number]

/** How the exchange of a ticket stands on one side. */
export interface Counterpart {
  /** Sequence of what was said last, and of what was heard last. */
  sent: number
  heard: number
  /** The last of ours that the partner has taken. */
  taken: number
  /** The latest moment that either side has said. */
  stamp: Stamp
  /** What the partner knows of us, or would hear of its own word. */
  known: Wire
  /** What the partner has said last. */
  theirs: Wire
  /** By our field, what was last said of it by us: its sequence and stamp. */
  said: Readonly<Record<string, { sequence: number; stamp: Stamp }>>
  /** What nobody has decided: changed on both sides, and the rule asks. */
  open: readonly Crossed[]
  /** How many words the last one heard followed from. */
  hops: number
  ended?: EndWhy
}

/** A field that was changed on both sides before either had heard of it. */
export interface Crossed {
  target: TakenTarget
  field: string
  ours: WireValue
  theirs: WireValue
  /** Whose stays; neither yet where somebody is asked. */
  keeps: 'ours' | 'theirs' | 'asked'
  /** Our fields that say it: who changes it again here has decided. */
  saying: readonly string[]
}

export const newCounterpart = (): Counterpart => ({
  ...{ sent: 0, heard: 0, taken: 0, stamp: 0, hops: 0 },
  ...{ known: {}, theirs: {}, said: {}, open: [] },
})

const same = (a: WireValue | undefined, b: WireValue | undefined) =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/** What of our words the partner does not know yet. */
export function unsaid({ known }: Counterpart, wire: Wire): Wire {
  return Object.fromEntries(Object.entries(wire).filter(([field, value]) => !same(known[field], value)))
}

/** A moment for what is said now: after everything that either side has said. */
const stampAt = ({ stamp }: Counterpart, now: Instant): Stamp => Math.max(now, stamp + 1)

/**
 * What is to be told of what has changed here.
 * @param wire everything that our map says of the ticket now
 * @param follows whether it follows from the partner's word, and nobody here did it
 * @returns nothing where the partner knows all of it or the exchange is over; `goesRound` where both desks only answer
 *   each other, and nothing more is said of these changes
 */
export function tell(
  one: Counterpart,
  wire: Wire,
  { now, said = [], follows = false }: { now: Instant; said?: SaidItem[]; follows?: boolean },
): Tiding | { goesRound: Wire } | undefined {
  const changes = unsaid(one, wire)
  if (one.ended || (!said.length && !Object.keys(changes).length)) return undefined
  const hops = follows ? one.hops + 1 : 0
  if (hops > MOST_HOPS) return { goesRound: changes }
  const { sent, heard } = one
  return { sequence: sent + 1, heard, stamp: stampAt(one, now), changes, said, ...(hops && { hops }) }
}

/** What ends the exchange of a ticket on both sides; nothing where it is over already. */
export function endOf(one: Counterpart, ends: EndWhy, now: Instant): Tiding | undefined {
  if (one.ended) return undefined
  const { sent, heard } = one
  return { ...{ sequence: sent + 1, heard, stamp: stampAt(one, now), changes: {}, said: [] }, ends }
}

/** How it stands once something was told. */
export function afterTold(one: Counterpart, { sequence, stamp, changes, ends }: Tiding): Counterpart {
  const marks = Object.keys(changes).map((field) => [field, { sequence, stamp }])
  return {
    ...{ ...one, sent: sequence, stamp, known: { ...one.known, ...changes } },
    said: { ...one.said, ...(Object.fromEntries(marks) as Counterpart['said']) },
    open: one.open.filter((each) => !each.saying.some((field) => field in changes)),
    ...(ends && { ended: ends }),
  }
}

/** How it stands where both desks only answer each other: what has changed since is not told. */
export const afterRound = (one: Counterpart, changes: Wire): Counterpart => ({
  ...one,
  known: { ...one.known, ...changes },
})

/** What is to be done with something that came. */
export type Heard =
  /** It was heard before: the same answer is given again, and nothing is done. */
  | { is: 'again' }
  /** One before it is missing: the partner begins again with `from`. */
  | { is: 'early'; from: number }
  | { is: 'over'; ended: EndWhy }
  | { is: 'new' }

/** Whether something that came is to be taken. */
export function hearing({ heard, ended }: Counterpart, { sequence }: Pick<Tiding, 'sequence'>): Heard {
  if (sequence <= heard) return { is: 'again' }
  if (sequence > heard + 1) return { is: 'early', from: heard + 1 }
  return ended ? { is: 'over', ended } : { is: 'new' }
}

/** A field that the partner has changed, with what it would be here. */
export interface Arriving {
  field: string
  target: TakenTarget
  becomes: WireValue
  /** What it is here now. */
  ours: WireValue
  /** Our fields that say it. */
  saying: readonly string[]
  rule?: ConflictRule
}

/** Whether we had said something of it that the partner had not heard when they changed it. */
function isCrossing(one: Counterpart, { saying }: Arriving, heard: number): boolean {
  return saying.some((field) => (one.said[field]?.sequence ?? 0) > heard)
}

function keeps(one: Counterpart, { rule = 'later', saying }: Arriving, tiding: Tiding, first: boolean) {
  if (rule === 'ask') return 'asked'
  if (rule !== 'later') return rule
  const stamps = saying.map((field) => one.said[field]?.stamp ?? 0)
  const ours = Math.max(...stamps)
  // Both sides come to the same: of two at once, that of the side that began it.
  return ours > tiding.stamp || (ours === tiding.stamp && first) ? 'ours' : 'theirs'
}

const conflictOf = (
  { target, field, ours, becomes, saying }: Arriving,
  keeps: Crossed['keeps'],
): Crossed => ({
  ...{ target, field, ours, theirs: becomes, keeps, saying },
})

/** What is to be changed here, and what crossed. */
export interface Taking {
  changes: Arriving[]
  conflicts: Crossed[]
}

/**
 * What is taken in of what the partner says, after `hearing` says that it is new.
 * @param arriving what of it our map takes
 * @param first whether this side began the exchange
 */
export function hear(
  one: Counterpart,
  tiding: Tiding,
  arriving: readonly Arriving[],
  first: boolean,
): Taking {
  const conflicts: Crossed[] = []
  const changes: Arriving[] = []
  for (const each of arriving) {
    if (same(each.ours, each.becomes)) continue
    const kept = isCrossing(one, each, tiding.heard) ? keeps(one, each, tiding, first) : undefined
    if (kept !== undefined) conflicts.push(conflictOf(each, kept))
    if (kept === undefined || kept === 'theirs') changes.push(each)
  }
  return { changes, conflicts }
}

/** What of a word of the partner counts for how the exchange stands. */
export interface Settling {
  /** Ours that it spoke of, changed or not. */
  targets: readonly TakenTarget[]
  conflicts: readonly Crossed[]
  /** What our map says of them now: the partner knows it, and would only hear an echo. */
  known: Wire
  now: Instant
}

/** How it stands once something was heard and taken in. */
export function afterHeard(
  one: Counterpart,
  tiding: Tiding,
  { targets, conflicts, known, now }: Settling,
): Counterpart {
  return {
    ...{ ...one, heard: tiding.sequence, hops: tiding.hops ?? 0 },
    stamp: Math.max(one.stamp, Math.min(tiding.stamp, now + MOST_AHEAD)),
    taken: Math.max(one.taken, Math.min(tiding.heard, one.sent)),
    theirs: { ...one.theirs, ...tiding.changes },
    known: { ...one.known, ...known },
    open: [
      ...one.open.filter(({ target }) => !targets.includes(target)),
      ...conflicts.filter((each) => each.keeps === 'asked'),
    ],
    ...(tiding.ends && { ended: tiding.ends }),
  }
}

/** What our map says of fields that were just taken in. */
export const settled = (wire: Wire, changes: readonly Arriving[]): Wire =>
  Object.fromEntries(
    changes.flatMap((each) => each.saying.flatMap((field) => (field in wire ? [[field, wire[field]!]] : []))),
  )

/**
 * Somebody has decided a field that was changed on both sides, whichever of both stays: what is here then is to be told
 * anew, as the word of one who has heard both, so that nobody is asked on the other side any more.
 */
export function decideConflict(one: Counterpart, target: TakenTarget): Counterpart {
  const saying = one.open.find((each) => each.target === target)?.saying ?? []
  const known = Object.fromEntries(Object.entries(one.known).filter(([field]) => !saying.includes(field)))
  return { ...one, known, open: one.open.filter((each) => each.target !== target) }
}

/** Notes how far the partner has taken what we said. */
export const acknowledge = (one: Counterpart, taken: number): Counterpart => ({
  ...one,
  taken: Math.max(one.taken, Math.min(taken, one.sent)),
})
