import type { Instant, WorkingTime } from '../time'

/** A fixed time among the work. */
export interface Fixed {
  from: Instant
  to: Instant
}

/** A ticket to be worked on: how long it takes in milliseconds, and what it owes. */
export interface Work {
  reference: number
  takes: number
  /** By when its requester is to have an answer. */
  answerBy?: Instant
  /** How much of it is the work of answering, which comes first; none if left out: the answer is that it is begun. */
  answerTakes?: number
  /** By when it is to be done. */
  doneBy?: Instant
  /** Which piece of a ticket's work it is; the whole if left out. */
  part?: 'answer' | 'rest'
  /** A task on the ticket that is work of its own beside it: which. */
  task?: string
}

/** When a ticket would be worked on. */
export interface Slot<T extends Work = Work> {
  work: T
  from: Instant
  to: Instant
  /** When its requester would have their answer, where one is owed. */
  answeredAt?: Instant
  /** Which of its promises would be broken. */
  broken: ('answer' | 'solution')[]
}

/**
 * The time of a technician in which work can be done: the shifts, without what is fixed.
 * Compiled once for a bench; half-open intervals.
 */
export class FreeTime {
  private readonly fixed: Fixed[]

  /** @param shift undefined for somebody without shifts, who is taken to work at any time */
  constructor(
    private readonly shift: WorkingTime | undefined,
    fixed: readonly Fixed[],
  ) {
    this.fixed = [...fixed].sort((a, b) => a.from - b.from)
  }

  /** The first moment from `at` on that is neither out of shift nor fixed; Infinity where no shift comes any more. */
  private opens(at: Instant): Instant {
    for (;;) {
      const inShift = this.shift && !this.shift.isOpen(at) ? this.shift.nextChange(at) : at
      if (inShift === undefined) return Infinity
      const busy = this.fixed.find((one) => one.from <= inShift && inShift < one.to)
      if (!busy) return inShift
      at = busy.to
    }
  }

  /** From a free moment, until when it stays free. */
  private shuts(at: Instant): Instant {
    const shift = this.shift?.nextChange(at) ?? Infinity
    const fixed = this.fixed.find((one) => one.from > at)?.from ?? Infinity
    return Math.min(shift, fixed)
  }

  /**
   * Where so much work ends that begins at `at` or as soon after as it can; it is laid down for what is fixed and at the
   * end of a shift, and taken up again after.
   */
  spend(at: Instant, takes: number): { from: Instant; to: Instant } {
    const from = this.opens(at)
    let now = from
    for (let left = takes; now < Infinity; now = this.opens(now)) {
      const until = this.shuts(now)
      if (until - now >= left) return { from, to: now + left }
      left -= until - now
      now = until
    }
    return { from, to: Infinity }
  }

  /** What is free between two moments, piece by piece. */
  *pieces(from: Instant, to: Instant): Generator<Fixed> {
    // What is never begun has no beginning that a calendar could be asked for.
    if (from >= to) return
    for (let now = this.opens(from); now < to; now = this.opens(now)) {
      const until = Math.min(this.shuts(now), to)
      yield { from: now, to: until }
      now = until
    }
  }

  /** Free milliseconds between two moments. */
  between(from: Instant, to: Instant): number {
    let sum = 0
    for (const piece of this.pieces(from, to)) sum += piece.to - piece.from
    return sum
  }
}

/**
 * What comes of an order: when each ticket would be worked on and what would be broken.
 * @param until what would begin then or later is left out
 */
export function lookAhead<T extends Work>(
  order: readonly T[],
  free: FreeTime,
  now: Instant,
  until: Instant = Infinity,
): Slot<T>[] {
  let at = now
  const slots: Slot<T>[] = []
  for (const work of order) {
    // Where no shift comes any more something would begin at no time at all.
    if (at >= until && until < Infinity) break
    const { answerBy, answerTakes = 0, doneBy, takes } = work
    const { from, to } = free.spend(at, takes)
    const answeredAt = answerBy === undefined ? undefined : free.spend(at, Math.min(answerTakes, takes)).to
    at = to
    const broken: Slot['broken'] = []
    if (answerBy !== undefined && answeredAt! > answerBy) broken.push('answer')
    if (doneBy !== undefined && to > doneBy) broken.push('solution')
    slots.push({ work, from, to, broken, ...(answeredAt !== undefined && { answeredAt }) })
  }
  return slots
}

/**
 * By how much free time from now a ticket, or a piece of its work, must be done so that no promise is broken: the
 * solution by its end, the answer by the end of answering.
 */
export function dueInFreeTime(
  { takes, answerBy, answerTakes = 0, doneBy }: Work,
  free: FreeTime,
  now: Instant,
): number {
  const until = (at: Instant | undefined) =>
    at === undefined ? Infinity : at < now ? -1 : free.between(now, at)
  const answer = until(answerBy)
  return Math.min(until(doneBy), answer < 0 ? Infinity : answer + takes - Math.min(answerTakes, takes))
}
