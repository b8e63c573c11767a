import { listInWords } from '../words'
import type { Misfit } from './fit'
import type { ConflictRule, TakenTarget } from './map'

/** What the fields and values of both maps are called. */
export interface FitNames {
  /** The partner. */
  partner: string
  /** A field by which we say something, and one by which they do. */
  ours: (field: string) => string
  theirs: (field: string) => string
  /** Something of our tickets, and one of its values. */
  target: (target: TakenTarget) => string
  value: (target: TakenTarget, value: string) => string
}

/** Whose stays, in words. */
export const RULE_WORDS: Readonly<Record<ConflictRule, string>> = {
  ours: 'ours stays',
  theirs: 'theirs stays',
  later: 'the later one stays',
  ask: 'somebody is asked',
}

const SPOKEN = { replies: 'what is said with requesters', notes: 'notes', files: 'files' } as const
type Words = { [K in Misfit['is']]: (one: Extract<Misfit, { is: K }>, names: FitNames) => string }

const WORDS: Words = {
  valueUntaken: ({ field, name }, { partner, theirs }) =>
    `${partner} may say “${name}” as ${theirs(field)}, and it becomes nothing here: give it a value, or say what any other becomes.`,
  valueUnheard: ({ field, value }, { partner, ours }) =>
    `${partner} does not take in “${value}” as ${ours(field)}.`,
  fieldUnheard: ({ field }, { partner, ours }) => `${partner} does not take in ${ours(field)}.`,
  fieldUnsaid: ({ field }, { partner, theirs }) => `${partner} never says ${theirs(field)}.`,
  neededUnsaid: ({ field }, { partner }) =>
    `${partner} takes in no ticket without “${field}”: say it, or their lead leaves it out.`,
  spokenUnheard: ({ what }, { partner }) => `${partner} does not hear ${SPOKEN[what]}.`,
  rulesCross: ({ target, ours, theirs }, { partner, target: name }) =>
    `Where both change ${name(target)} at once, ${RULE_WORDS[ours]} here and ${RULE_WORDS[theirs]} at ${partner}: both desks would differ from then on.`,
  drifts: ({ target, from, to }, { target: name, value }) =>
    `${name(target)} “${value(target, from)}” comes back as “${value(target, to)}”.`,
  circle: ({ target, values }, { target: name, value }) =>
    `${name(target)} never comes to rest: ${[...values, values[0]!].map((one) => `“${value(target, one)}”`).join(' → ')}.`,
}

/** What of our maps does not fit what the partner offers, in one sentence. */
export const misfitInWords = (one: Misfit, names: FitNames): string =>
  (WORDS[one.is] as (one: Misfit, names: FitNames) => string)(one, names)

/** The field of our maps that a misfit is of, as the end of its place: `sends-state`. */
export function placeOfMisfit(one: Misfit): string | undefined {
  if (one.is === 'fieldUnsaid' || one.is === 'valueUntaken') return `takes-${one.field}`
  return 'field' in one && one.is !== 'neededUnsaid' ? `sends-${one.field}` : undefined
}

/** A sentence about our maps, and the field that it is of. */
export interface FitLine {
  place?: string
  says: string
}

/** So many values are named in one sentence. */
const MOST_NAMED = 6

function gathered(field: string, values: readonly string[], one: Misfit, names: FitNames): FitLine {
  const place = placeOfMisfit(one)!
  const named = values.slice(0, MOST_NAMED).map((value) => `“${value}”`)
  const more = values.length - named.length
  const list = listInWords(more > 0 ? [...named, `${more} more`] : named)
  const says =
    one.is === 'valueUntaken'
      ? `${names.partner} may say ${list} as ${names.theirs(field)}, which become nothing here: give each a value, or say what any other becomes.`
      : `${names.partner} does not take in ${list} as ${names.ours(field)}.`
  return { place, says }
}

/** Everything that does not fit: one sentence for each, and one for all values of a field. */
export function fitInWords(all: readonly Misfit[], names: FitNames): FitLine[] {
  const seen = new Set<string>()
  return all.flatMap((one) => {
    if (one.is !== 'valueUnheard' && one.is !== 'valueUntaken')
      return [{ place: placeOfMisfit(one), says: misfitInWords(one, names) }]
    const key = `${one.is} ${one.field}`
    if (seen.has(key)) return []
    seen.add(key)
    const alike = all.flatMap((each) =>
      each.is === one.is && each.field === one.field ? ['name' in each ? each.name : each.value] : [],
    )
    return alike.length === 1
      ? [{ place: placeOfMisfit(one), says: misfitInWords(one, names) }]
      : [gathered(one.field, alike, one, names)]
  })
}
