import { proofread, type Design, type Directory } from '../design'
import { isRecord } from '../lookup'
import type { ListName } from './list'
import { usesInDesign } from './usesInDesign'

/** What a design calls the things of a list where it refers to them. */
const REFERRED_AS: Partial<Record<ListName, string>> = {
  organisations: 'organisation',
  sites: 'site',
  teams: 'team',
  people: 'person',
  queues: 'queue',
  desks: 'desk',
  roles: 'role',
}

/** Words that a design says as they are, without referring to them: where they stand, as a value or as a key. */
const SAID: Partial<Record<ListName, (above: readonly Above[], isKey: boolean) => boolean>> = {
  covers: (above, isKey) =>
    isKey ? isColumnOfSignals(above) : isAt(above, 'cover', 'covers') || isComparedWith(above, 'cover'),
  skills: (above, isKey) => !isKey && isAt(above, 'skill', 'skills'),
}

/** Stands between an id and the number of its place; no id has it. */
const MARK = '\u0001'

/**
 * A design that names one thing of the directory in place of another, wherever it does. Which of its texts name the
 * thing is asked of proofreading: each that could is marked, and what proofreading misses then did name it. So a queue
 * of the same id stays, and nothing that proofreading asks for can be left out.
 * @returns the design itself where it does not name it
 */
export function designNaming(
  design: Design,
  directory: Directory,
  { list, from, into }: { list: ListName; from: string; into: string },
): Design {
  const isSaid = SAID[list]
  if (isSaid)
    return withTexts(design, (text, above, isKey) => (text === from && isSaid(above, isKey) ? into : text))
  const what = REFERRED_AS[list]
  if (!what || !usesInDesign(design, directory, list, from).length) return design
  const places = countOf(design, from)
  const all = Array.from({ length: places }, (_, place) => place)
  const head = `the ${what} “${from}${MARK}`
  // A word that the design knows by itself may be an id as well: marked, it hides what it governs. Then each is tried alone.
  const together = placesMissed(design, directory, from, new Set(all), head)
  const first = together && withPlaces(design, from, together, into)
  if (first && !usesInDesign(first, directory, list, from).length) return first
  const alone = all.filter((one) => placesMissed(design, directory, from, new Set([one]), head)?.size)
  return withPlaces(design, from, new Set(alone), into)
}

function countOf(design: Design, text: string): number {
  let count = 0
  withTexts(design, (one) => {
    if (one === text) count++
    return one
  })
  return count
}

/** A design with something else in some of the places where a text stands, counted from its beginning. */
function withPlaces(
  design: Design,
  text: string,
  places: ReadonlySet<number>,
  put: string | ((place: number) => string),
) {
  let at = 0
  return withTexts(design, (one) => {
    if (one !== text) return one
    const place = at++
    if (!places.has(place)) return one
    return typeof put === 'string' ? put : put(place)
  })
}

/**
 * Which of some places proofreading misses once they are marked; undefined where the design is none any more.
 * @param head what stands before the number of a place in its words
 */
function placesMissed(
  design: Design,
  directory: Directory,
  text: string,
  places: ReadonlySet<number>,
  head: string,
): Set<number> | undefined {
  try {
    const marked = withPlaces(design, text, places, (place) => `${text}${MARK}${place}`)
    return new Set(
      proofread(marked, directory).flatMap(({ code, message }) => {
        const at = code === 'referenceMissing' ? message.indexOf(head) : -1
        return at < 0 ? [] : [Number.parseInt(message.slice(at + head.length), 10)]
      }),
    )
  } catch {
    return undefined
  }
}

/** What a text stands in, from the design on: a record and the key, or a list and the place in it. */
interface Above {
  in: object
  key: string
}

/** A design with other texts, the keys of its records among them; what does not change stays the same. */
function withTexts(
  design: Design,
  change: (text: string, above: readonly Above[], isKey: boolean) => string,
): Design {
  const walk = (value: unknown, above: readonly Above[]): unknown => {
    if (typeof value === 'string') return change(value, above, false)
    if (Array.isArray(value)) {
      const after = value.map((one: unknown, at) => walk(one, [...above, { in: value, key: String(at) }]))
      return after.some((one, at) => one !== value[at]) ? after : value
    }
    if (!isRecord(value)) return value
    const after = Object.entries(value).map(([key, one]) => {
      const place = [...above, { in: value, key }]
      const now = change(key, place, true)
      return { key: now, isOther: now !== key, one: walk(one, place) }
    })
    if (after.every(({ key, isOther, one }) => !isOther && value[key] === one)) return value
    // Where there is something of that key already, that stays.
    const ordered = [...after.filter((one) => one.isOther), ...after.filter((one) => !one.isOther)]
    return Object.fromEntries(ordered.map(({ key, one }) => [key, one]))
  }
  return walk(design, []) as Design
}

/** Whether a text is the value of a key, or stands in a list of another. */
function isAt(above: readonly Above[], key: string, list: string): boolean {
  const last = above.at(-1)
  return last?.key === key || (Array.isArray(last?.in) && above.at(-2)?.key === list)
}

/** The signal map has a cell for each cover. */
const isColumnOfSignals = (above: readonly Above[]) =>
  above[1]?.key === 'signals' && above.at(-3)?.key === 'map'

/** Whether a text is what a fact is compared with: in a test of a condition, or in a cell of a table. */
function isComparedWith(above: readonly Above[], fact: string): boolean {
  const at = above.findLastIndex((one) => one.key === 'value')
  const test = above[at]?.in as { fact?: unknown } | undefined
  if (test?.fact === fact) return true
  const cells = above.findLastIndex((one) => one.key === 'cells')
  const table = above[cells - 2]?.in as { columns?: unknown[] } | undefined
  return cells >= 0 && at > cells && table?.columns?.[Number(above[cells + 1]?.key)] === fact
}
