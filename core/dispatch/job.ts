import type { Instant, Interval } from '../time'

/** What is to be placed: a visit, or work that is booked for a time. */
export interface Job {
  /** By which it is known to whoever places it: its ticket, or a part of it. */
  id: string
  /** How long it takes, in milliseconds. */
  duration: number
  /** What who does it must know. */
  skill?: string
  /** Where it is done; nothing where that does not matter. */
  site?: string
  /** When one can be there, sorted and disjoint; always if left out. */
  open?: readonly Interval[]
  /** Before this it cannot begin. */
  earliest?: Instant
  /** By when it is promised. */
  due?: Instant
  /** By this it must have ended, promise or not. */
  latest?: Instant
}

/** What somebody does at a fixed time. */
export interface Visit extends Interval {
  id: string
  /** Where; nothing where that does not matter. */
  site?: string
}

/** Somebody who is sent, as far as placing goes. */
export interface Hand {
  id: string
  skills: ReadonlySet<string>
  /** Where each of their shifts begins. */
  base?: string
  /** When they work: shifts without what they are away, sorted and disjoint. */
  free: readonly Interval[]
  /** What they do then already, sorted and disjoint. */
  visits: readonly Visit[]
  /** At most so much fixed work in one shift, in milliseconds. */
  most?: number
}

/** Whether somebody knows what a job asks for. */
export const knows = ({ skills }: Pick<Hand, 'skills'>, { skill }: Pick<Job, 'skill'>): boolean =>
  skill === undefined || skills.has(skill)
