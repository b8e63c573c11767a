import { oneAt } from '../core/lookup'
/** Chance with a fixed seed (mulberry32), so that the demo's past is the same on every machine. */
export class Chance {
  constructor(private seed: number) {}

  /** A number from 0 up to 1. */
  next(): number {
    this.seed = (this.seed + 0x6d2b79f5) | 0
    let t = Math.imul(this.seed ^ (this.seed >>> 15), 1 | this.seed)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }

  between(low: number, high: number): number {
    return low + this.next() * (high - low)
  }

  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1))
  }

  happens(share: number): boolean {
    return this.next() < share
  }

  pick<T>(list: readonly T[]): T {
    return oneAt(list, Math.floor(this.next() * list.length))
  }

  weighted<T>(list: readonly (readonly [T, number])[]): T {
    let left = this.next() * list.reduce((sum, [, weight]) => sum + weight, 0)
    for (const [one, weight] of list) if ((left -= weight) < 0) return one
    return oneAt(list, list.length - 1)[0]
  }
}
