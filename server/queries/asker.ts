import type { Facts } from '../../core/condition'
import { askerFacts } from '../../core/facts'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'

/** What is known about somebody who asks at a portal, now; nothing of somebody who is not in the directory. */
export async function askerOf(desk: Reading, person: string, portal: string): Promise<Facts> {
  const directory = await desk.knowledge.directory()
  const found = directory.people.get(person)
  return found ? askerFacts(found, portal, directory, deskNow()) : {}
}
