import { MINUTE } from '../time'

/** How long the ways of a site take to others, in minutes, by their ids. */
export interface SiteWays {
  id: string
  ways?: Readonly<Record<string, number>>
}

/** So long a way is taken for that nobody has written down, in minutes. Common practice, no source. */
export const UNKNOWN_WAY = 30

/**
 * How long it takes from one site to another. A way holds in both directions, the shorter where both were written down; where
 * none was, the shortest over other sites is taken (Dijkstra 1959, Numerische Mathematik 1, 269).
 */
export class Ways {
  private readonly near = new Map<string, Map<string, number>>()
  private readonly from = new Map<string, ReadonlyMap<string, number>>()

  constructor(sites: readonly SiteWays[]) {
    for (const { id, ways = {} } of sites)
      for (const [other, minutes] of Object.entries(ways))
        if (Number.isFinite(minutes) && minutes >= 0) {
          this.keep(id, other, minutes)
          this.keep(other, id, minutes)
        }
  }

  /**
   * @returns milliseconds; 0 within a site and where it does not matter where something is; undefined where no way is known
   */
  between(a: string | undefined, b: string | undefined): number | undefined {
    if (a === undefined || b === undefined || a === b) return 0
    let found = this.from.get(a)
    if (!found) this.from.set(a, (found = this.shortest(a)))
    const minutes = found.get(b)
    return minutes === undefined ? undefined : minutes * MINUTE
  }

  /** The same where some way must be taken for it. */
  assumed(a: string | undefined, b: string | undefined): number {
    return this.between(a, b) ?? UNKNOWN_WAY * MINUTE
  }

  private keep(a: string, b: string, minutes: number): void {
    const near = this.near.get(a)
    if (!near) this.near.set(a, new Map([[b, minutes]]))
    else near.set(b, Math.min(minutes, near.get(b) ?? Infinity))
  }

  private shortest(start: string): Map<string, number> {
    const best = new Map([[start, 0]])
    const open = new Set([start])
    while (open.size) {
      let here = start
      let least = Infinity
      for (const one of open) {
        const far = best.get(one) ?? Infinity
        if (far < least) [here, least] = [one, far]
      }
      open.delete(here)
      for (const [next, minutes] of this.near.get(here) ?? []) {
        const far = least + minutes
        if (far >= (best.get(next) ?? Infinity)) continue
        best.set(next, far)
        open.add(next)
      }
    }
    return best
  }
}
