import { oneAt, oneBy } from '../lookup'
/** A ticket that is handed out together with others, and the people who could take it. */
export interface ToSpread {
  who: readonly string[]
}

/** Somebody who could take tickets. */
export interface Taker {
  person: string
  /** What they have already: tickets, or the weight of them. */
  load: number
  /** How many more they may be given. */
  room: number
  /** Whoever can have twice as much has half the load with the same number; 1 if left out. */
  capacity?: number
}

/** The load of a taker with so many tickets more. */
export const loadWith = ({ load, capacity = 1 }: Taker, more: number, weight: number) =>
  (load + more * weight) / capacity

/**
 * Hands out tickets together: as many as can be find somebody, the first ones first, and among all ways in which they do
 * the work is shared out most evenly (the least sum of the loads that each ticket finds its taker with).
 *
 * One ticket after the other is placed along a shortest augmenting path: where those who could take it have no room, or
 * more than others, one of theirs moves on to somebody else who could take that. Each step keeps the sum the least
 * (successive shortest paths: Ahuja, Magnanti, Orlin, “Network Flows”, chapter 9, from memory).
 * @param weight what one ticket adds to a load
 * @returns for each ticket the person, or null where nobody has room
 */
export function spread(
  tickets: readonly ToSpread[],
  takers: readonly Taker[],
  weight = 1,
): (string | null)[] {
  const byPerson = new Map(takers.map((one) => [one.person, one]))
  const held = new Map<string, number[]>(takers.map((one) => [one.person, []]))
  const placed: (string | null)[] = tickets.map(() => null)
  const put = (ticket: number, person: string) => {
    placed[ticket] = person
    oneBy(held, person).push(ticket)
  }
  const takeFrom = (person: string, ticket: number) => {
    const list = oneBy(held, person)
    list.splice(list.indexOf(ticket), 1)
  }

  tickets.forEach((_, fresh) => {
    // By whom somebody is reached: the ticket that would come to them, and who has it now.
    const reached = new Map<string, { ticket: number; from: string | null }>()
    const queue: string[] = []
    const reach = (ticket: number, from: string | null) => {
      for (const person of oneAt(tickets, ticket).who) {
        if (!byPerson.has(person) || reached.has(person)) continue
        reached.set(person, { ticket, from })
        queue.push(person)
      }
    }
    reach(fresh, null)
    for (let at = 0; at < queue.length; at++)
      for (const ticket of oneBy(held, oneAt(queue, at))) reach(ticket, oneAt(queue, at))

    let end: string | undefined
    let least = Infinity
    for (const person of queue) {
      const taker = oneBy(byPerson, person)
      const count = oneBy(held, person).length
      const load = loadWith(taker, count + 1, weight)
      if (count < taker.room && load < least) [end, least] = [person, load]
    }
    for (let person = end; person !== undefined;) {
      const { ticket, from } = oneBy(reached, person)
      if (from !== null) takeFrom(from, ticket)
      put(ticket, person)
      person = from ?? undefined
    }
  })
  return placed
}
