import { isRecord } from '../../lookup'
import { APART, idOfGiven, partsOf, wordFor } from './refers'
import type { FieldType } from './type'

/** A week of travelling is no way to a job. */
const MOST_MINUTES = 7 * 24 * 60

/** How long it takes from here to others, in minutes: `Varnes Quay: 95; Outer Skerry: 240`. */
export const ways: FieldType<'ways'> = {
  shape: () => ({ is: 'record', of: 'number' }),
  empty: {},
  keep: (value, { of }, world) => {
    if (!isRecord(value)) return { problem: 'say for each how many minutes it takes' }
    const kept: Record<string, number> = {}
    for (const [given, minutes] of Object.entries(value)) {
      const found = idOfGiven(given, of, world)
      if ('problem' in found) return found
      const figure = Number(minutes)
      if (!Number.isInteger(figure) || figure < 0 || figure > MOST_MINUTES)
        return { problem: `the way to “${given}” takes a whole number of minutes, up to ${MOST_MINUTES}` }
      kept[found.id] = figure
    }
    return { value: kept }
  },
  toText: (value, { of }, world) =>
    Object.entries(value)
      .map(([id, minutes]) => `${wordFor(id, of, world)}: ${minutes}`)
      .join(APART),
  fromText: (said) =>
    Object.fromEntries(
      partsOf(said).map((part) => {
        const [name = '', minutes = ''] = part.split(':').map((one) => one.trim())
        return [name, minutes]
      }),
    ),
}
