import { canonicalJson } from '../json'
import { LISTS, TRIAGE_PARTS, type Design, type DesignList } from './design'

/** One thing that is different in two designs; `changesInWords` says what became of it. */
export interface DesignChange {
  /** Which list or part: `questions`, `triage`, … */
  part: string
  /** Which thing in it, or which part of triage; empty for an order and for the desk's own settings. */
  id: string
  what: 'added' | 'removed' | 'changed' | 'moved'
}

export type Thing = Record<string, unknown>

/** The things of a list, whatever they are. */
export const thingsOf = (design: Design, list: DesignList): Thing[] => design[list] as unknown as Thing[]

/** How a thing of a list is called: questions and fields by their name, all others by their id. */
export const idOfThing = (thing: Thing) => String(thing.id ?? thing.name)

/** Compares two designs thing by thing, in the order of the document. */
export function compareDesigns(before: Design, after: Design): DesignChange[] {
  const changes: DesignChange[] = []
  for (const list of LISTS) changes.push(...compareLists(list, thingsOf(before, list), thingsOf(after, list)))
  if (isOther(before.desk, after.desk)) changes.push({ part: 'desk', id: '', what: 'changed' })
  for (const id of TRIAGE_PARTS)
    if (isOther(before.triage[id], after.triage[id])) changes.push({ part: 'triage', id, what: 'changed' })
  return changes
}

function compareLists(part: string, before: Thing[], after: Thing[]): DesignChange[] {
  const old = new Map(before.map((thing) => [idOfThing(thing), thing]))
  const fresh = new Set(after.map(idOfThing))
  const changes: DesignChange[] = before
    .filter((thing) => !fresh.has(idOfThing(thing)))
    .map((thing) => ({ part, id: idOfThing(thing), what: 'removed' }))
  for (const thing of after) {
    const id = idOfThing(thing)
    const previous = old.get(id)
    if (!previous) changes.push({ part, id, what: 'added' })
    else if (isOther(previous, thing)) changes.push({ part, id, what: 'changed' })
  }
  const kept = (list: Thing[], other: { has(id: string): boolean }) =>
    list.map(idOfThing).filter((id) => other.has(id))
  if (kept(before, fresh).join() !== kept(after, old).join()) changes.push({ part, id: '', what: 'moved' })
  return changes
}

const isOther = (before: unknown, after: unknown) =>
  before !== after && canonicalJson(before ?? null) !== canonicalJson(after ?? null)
