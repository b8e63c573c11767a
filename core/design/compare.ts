import { isRecord } from '../lookup'
import { canonicalJson } from '../json'
import { LISTS, TRIAGE_PARTS, type Design, type DesignList } from './design'

/** One difference between two designs, in words. */
export interface DesignChange {
  /** Which list or part: `questions`, `triage`, … */
  part: string
  /** Which thing in it, or which part of triage; empty for an order and for the desk's own settings. */
  id: string
  what: 'added' | 'removed' | 'changed' | 'moved'
  /** What became of it, such as `label: “Gates” → “How many gates”`. */
  details: string[]
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
  const details = differences(before.desk, after.desk, '')
  if (details.length) changes.push({ part: 'desk', id: '', what: 'changed', details })
  for (const id of TRIAGE_PARTS) {
    const part = differences(before.triage[id], after.triage[id], '')
    if (part.length) changes.push({ part: 'triage', id, what: 'changed', details: part })
  }
  return changes
}

function compareLists(part: string, before: Thing[], after: Thing[]): DesignChange[] {
  const old = new Map(before.map((thing) => [idOfThing(thing), thing]))
  const fresh = new Set(after.map(idOfThing))
  const changes: DesignChange[] = before
    .filter((thing) => !fresh.has(idOfThing(thing)))
    .map((thing) => ({ part, id: idOfThing(thing), what: 'removed', details: [] }))
  for (const thing of after) {
    const id = idOfThing(thing)
    const previous = old.get(id)
    if (!previous) changes.push({ part, id, what: 'added', details: [] })
    else {
      const details = differences(previous, thing, '')
      if (details.length) changes.push({ part, id, what: 'changed', details })
    }
  }
  const kept = (list: Thing[], other: { has(id: string): boolean }) =>
    list.map(idOfThing).filter((id) => other.has(id))
  if (kept(before, fresh).join() !== kept(after, old).join())
    changes.push({ part, id: '', what: 'moved', details: ['the order changed'] })
  return changes
}

function differences(before: unknown, after: unknown, path: string): string[] {
  if (canonicalJson(before) === canonicalJson(after)) return []
  if (isRecord(before) && isRecord(after)) {
    const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])]
    return keys.flatMap((key) => differences(before[key], after[key], path ? `${path}.${key}` : key))
  }
  if (Array.isArray(before) && Array.isArray(after) && before.length === after.length)
    return before.flatMap((one, index) => differences(one, after[index], `${path}[${index + 1}]`))
  return [`${path && `${path}: `}${show(before)} → ${show(after)}`]
}

function show(value: unknown): string {
  if (value === undefined || value === null) return 'nothing'
  if (Array.isArray(value)) return `${value.length} ${value.length === 1 ? 'entry' : 'entries'}`
  return isRecord(value) ? 'set' : `“${String(value)}”`
}
