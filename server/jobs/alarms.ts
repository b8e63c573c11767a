import { messageOf } from '../../core/error/messageOf'
import type { Desk } from '../commands/desk'
import { deskNow } from '../clock/deskClock'
import { log } from '../base/log'

const BATCH = 200
const TOGETHER = 20
const AT_ONCE = 2
const POLL = 250
/** How long messages other than pages wait at most for alarms that are due, in milliseconds. */
const MOST_WAIT = 20_000

/** Whether so many alarms are due that messages make way: a rung that rings late is worse than a message that is late. */
let isCrowded = false
const whenCalm = new Set<() => void>()

function crowded(on: boolean): void {
  isCrowded = on
  if (on) return
  for (const go of [...whenCalm]) go()
}

/** So many messages wait at most, so that one of a worker's hands is always free for what goes first. */
const MOST_WAITING = 3

/** Waits until few alarms are due, but never for long, and never with all of a worker's hands. */
export function untilAlarmsAreFew(): Promise<void> {
  if (!isCrowded || whenCalm.size >= MOST_WAITING) return Promise.resolve()
  return new Promise((done) => {
    const go = () => {
      clearTimeout(timer)
      whenCalm.delete(go)
      done()
    }
    const timer = setTimeout(go, MOST_WAIT)
    whenCalm.add(go)
  })
}

/**
 * Rings every alarm that is due, soonest first. Several workers may do this at once: a ticket is held
 * while its alarms ring, and what another worker holds is left to it.
 * @returns how many tickets rang
 */
export async function ringDue(desk: Desk): Promise<number> {
  const due = await desk.db
    .selectFrom('ticket')
    .select('reference')
    .where('alarm_at', '<=', deskNow())
    .orderBy('alarm_at')
    .limit(BATCH)
    .execute()
  crowded(due.length === BATCH)
  let rang = 0
  const queue = due.map((row) => row.reference)
  const ringers = Array.from({ length: AT_ONCE }, async () => {
    for (let some = queue.splice(0, TOGETHER); some.length; some = queue.splice(0, TOGETHER))
      rang += await ringSome(desk, some)
  })
  await Promise.all(ringers)
  return rang
}

async function ringSome(desk: Desk, references: number[]): Promise<number> {
  try {
    return await desk.ring(references)
  } catch (error) {
    if (references.length === 1) {
      log.error({ reference: references[0], error: messageOf(error) }, 'an alarm could not ring')
      return 0
    }
    // One ticket that cannot ring must not keep the others silent; it is tried again.
    let rang = 0
    for (const reference of references) rang += await ringSome(desk, [reference])
    return rang
  }
}

/**
 * Watches for due alarms until it is stopped.
 * @returns a function that stops it and waits for what is ringing
 */
export function watchAlarms(desk: Desk): () => Promise<void> {
  let stopped = false
  const turn = async () => {
    while (!stopped) {
      const rang = await ringDue(desk).catch((error: Error) => {
        log.warn({ error: error.message }, 'the alarms could not be read; trying again')
        return 0
      })
      if (rang === 0) await new Promise((done) => setTimeout(done, POLL))
    }
  }
  const running = turn()
  return async () => {
    stopped = true
    await running
    crowded(false)
  }
}
