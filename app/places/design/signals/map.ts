import type { SignalCell, SignalKind, SignalRules } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'

/** A cell of the map; a whole row without a cover, a whole column without a kind. */
export interface MapPlace {
  kind?: string
  cover?: string
}

/** What a cell is to say: a ticket, null for passed over, undefined for a hole. */
export type Said = SignalCell | null | undefined

export const cellOf = ({ map }: SignalRules, kind: string, cover: string): Said => map[kind]?.[cover]
export const isOneCell = ({ kind, cover }: MapPlace): boolean => kind !== undefined && cover !== undefined

/** How many cells nobody has decided. */
export const holesOf = (rules: SignalRules): number =>
  rules.kinds.reduce(
    (sum, kind) => sum + rules.covers.filter((cover) => cellOf(rules, kind.id, cover) === undefined).length,
    0,
  )

/** The cells of a place that something written there would change, apart by what it does to them. */
export interface Written {
  rules: SignalRules
  /** Holes that it fills. */
  fills: number
  /** Cells that said something else. */
  replaces: { kind: string; cover: string; was: SignalCell | null }[]
  /** Cells of a row or column that say something and are left. */
  leaves: number
}

const isSame = (a: Said, b: Said) => JSON.stringify(a) === JSON.stringify(b)

/**
 * Writes into a cell, a row or a column. A row or a column is filled where it has holes; what is decided stays unless
 * that is said.
 * @param over whether what is decided already is written over as well
 */
export function written(rules: SignalRules, place: MapPlace, cell: Said, over: boolean): Written {
  const kinds = place.kind === undefined ? rules.kinds.map((one) => one.id) : [place.kind]
  const covers = place.cover === undefined ? rules.covers : [place.cover]
  const told: Written = { rules, fills: 0, replaces: [], leaves: 0 }
  const map = { ...rules.map }
  for (const kind of kinds)
    for (const cover of covers) {
      const was = cellOf(rules, kind, cover)
      if (isSame(was, cell)) continue
      if (was !== undefined && !over && !isOneCell(place)) {
        told.leaves++
        continue
      }
      if (was === undefined) told.fills++
      else told.replaces.push({ kind, cover, was })
      const { [cover]: _, ...rest } = map[kind] ?? {}
      map[kind] = cell === undefined ? rest : { ...rest, [cover]: cell }
    }
  return { ...told, rules: { ...rules, map } }
}

/** The kinds that some lines name: name; type; type that says that it is over. */
export function kindsOf(text: string, known: readonly SignalKind[]): SignalKind[] {
  const ids = new Set(known.map((one) => one.id))
  return text.split('\n').flatMap((line): SignalKind[] => {
    const [name, type, clears] = line.split(/[;\t]/).map((one) => one.trim())
    if (!name) return []
    const id = freeId(name, (one) => ids.has(one), 'signal')
    ids.add(id)
    return [withoutGaps({ id, name, type: type || `${id}.raised`, clears: clears || undefined })]
  })
}

/** The map without a row. */
export function withoutKind(rules: SignalRules, id: string): SignalRules {
  const { [id]: _, ...map } = rules.map
  return { ...rules, kinds: rules.kinds.filter((one) => one.id !== id), map }
}

/** The map without a column. */
export const withoutCover = (rules: SignalRules, cover: string): SignalRules => ({
  ...rules,
  covers: rules.covers.filter((one) => one !== cover),
  map: Object.fromEntries(Object.entries(rules.map).map(([kind, { [cover]: _, ...rest }]) => [kind, rest])),
})
