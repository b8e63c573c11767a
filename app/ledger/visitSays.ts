import { timeOfDay, weekdayAndTime } from '~~/core/time'
import type { Board, Visit } from '~/composables/heldJob'

/** All that is to be said of a fixed time on the board, for whoever does not see it or asks for it. */
export function visitSays(one: Visit, name: string, { days, zone }: Pick<Board, 'days' | 'zone'>): string {
  const from = days > 1 ? weekdayAndTime(one.start, zone) : timeOfDay(one.start, zone)
  return [
    `${name}, ${from} to ${timeOfDay(one.end, zone)}: ${one.what}`,
    one.siteName,
    one.untold ? 'not told yet' : '',
    one.setOut === null ? '' : `on the way since ${timeOfDay(one.setOut, zone)}`,
    HEARD[one.heard],
    ANSWERS[one.answer],
    one.insisted ? `stands there although something speaks against it: ${one.insisted}` : '',
  ]
    .filter(Boolean)
    .join('; ')
}

const HEARD: Record<Visit['heard'], string> = {
  ...{ '': '', told: '', suits: 'suits the requester', suitsNot: 'does not suit the requester' },
}
const ANSWERS: Record<Visit['answer'], string> = {
  ...{ '': '', accepted: 'they come', tentative: 'they may come', declined: 'they do not come' },
}
