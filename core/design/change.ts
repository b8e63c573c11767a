import type { DesignStep } from '../finding'
import { canonicalJson, mergeChanges } from '../json'
import { isOneOf } from '../lookup'
import { thingsOf, type Thing } from './compare'
import { LISTS, TRIAGE_PARTS, type Design } from './design'

export type { DesignStep } from '../finding'

/** A step that does not fit the design; nothing is changed. */
export class CannotChange extends Error {
  constructor(
    readonly reason: 'invalid' | 'conflict',
    message: string,
    readonly fields: { field: string; message: string }[] = [],
  ) {
    super(message)
    this.name = 'CannotChange'
  }
}

const ORDER = '#order'
/** The lists whose things go by a name. */
const NAMED: ReadonlySet<string> = new Set(['questions', 'fields'])

/** The thing of a design that a step is about, as it is now; null where there is none. */
export function thingOf(design: Design, list: string, id: string): unknown {
  if (list === 'desk') return design.desk
  if (list === 'triage') return (isOneOf(TRIAGE_PARTS, id) && design.triage[id]) || null
  const things = isOneOf(LISTS, list) ? thingsOf(design, list) : []
  const idOf = (thing: Thing) => (NAMED.has(list) ? thing.name : thing.id)
  if (id === ORDER) return things.map(idOf)
  return things.find((thing) => idOf(thing) === id) ?? null
}

/**
 * A design with one thing changed.
 * @throws CannotChange when the thing is not as the step says that it was, or the step names no part of a design
 */
export function changeDesign(design: Design, { list, id, before, after }: DesignStep): Design {
  if (list === 'triage' && isOneOf(TRIAGE_PARTS, id)) {
    const { [id]: part = null, ...others } = design.triage
    const value = merged(part, before ?? null, after)
    return {
      ...design,
      triage: (value === null ? others : { ...design.triage, [id]: value }) as Design['triage'],
    }
  }
  if (list === 'desk') return { ...design, desk: merged(design.desk, before, after) as Design['desk'] }
  if (!isOneOf(LISTS, list))
    throw new CannotChange('invalid', 'There is no such part of a design.', [
      { field: 'list', message: `choose one of ${LISTS.join(', ')}, triage, desk` },
    ])
  const things = thingsOf(design, list)
  const idOf = (thing: Thing) => (NAMED.has(list) ? thing.name : thing.id)
  if (id === ORDER) return { ...design, [list]: inOrder(things, idOf, before, after) }
  const index = things.findIndex((thing) => idOf(thing) === id)
  const value = merged(index < 0 ? null : things[index], before, after)
  const changed: unknown[] = [...things]
  if (value === null) changed.splice(index, index < 0 ? 0 : 1)
  else if (index < 0) changed.push(value)
  else changed[index] = value
  return { ...design, [list]: changed }
}

function inOrder(things: Thing[], idOf: (thing: Thing) => unknown, before: unknown, after: unknown): Thing[] {
  const now = things.map(idOf)
  // Said once more, since its answer was lost.
  if (canonicalJson(now) === canonicalJson(after)) return things
  refuseIfChanged(now, before)
  const wanted: unknown[] = Array.isArray(after) ? after : []
  const sorted = wanted
    .map((id) => things.find((thing) => idOf(thing) === id))
    .filter((one) => one !== undefined)
  if (new Set(sorted).size !== things.length || sorted.length !== wanted.length)
    throw new CannotChange('invalid', 'An order names each thing of the list once.', [
      { field: 'after', message: 'give all ids of the list, each once' },
    ])
  return sorted
}

function refuseIfChanged(actual: unknown, before: unknown): void {
  if (canonicalJson(actual) !== canonicalJson(before)) throw new CannotChange('conflict', MEANWHILE)
}

const MEANWHILE =
  'Somebody else changed this meanwhile. Nothing was overwritten; look at it as it is now and change it again.'

/**
 * A thing as it is now with what a step changes of it. What somebody else has changed of it since stays.
 * @throws CannotChange conflict with the parts that both have changed
 */
function merged(actual: unknown, before: unknown, after: unknown): unknown {
  const { value, conflicts } = mergeChanges(before ?? null, after ?? null, actual ?? null)
  if (!conflicts.length) return value
  throw new CannotChange(
    'conflict',
    MEANWHILE,
    conflicts.map(({ path, mine, theirs }) => ({
      field: path.join(' › ') || 'all of it',
      message: `it is ${inShort(theirs)} now; yours was ${inShort(mine)}`,
    })),
  )
}

/** A part of a design for somebody to recognise; long ones are cut. */
function inShort(part: unknown): string {
  if (part === null || part === undefined) return 'gone'
  const text = typeof part === 'string' ? part : JSON.stringify(part)
  return `“${text.length > 300 ? `${text.slice(0, 300)} …` : text}”`
}
