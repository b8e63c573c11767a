import type { Directory, Person } from '../design'
import type { Reason } from '../reason'
import type { Change } from './change'
import { Refused, type Command } from './command'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Somebody of the desk who can take tickets. */
function taker({ people }: Directory, wanted: string): Person {
  const person = people.get(wanted)
  if (!person?.active || person.role === 'requester')
    throw new Refused('invalid', 'This person cannot take tickets.', [
      { field: 'technician', message: 'choose somebody of the desk who is active' },
    ])
  return person
}

/** Gives a ticket to somebody, or puts it back into the queue. */
export function assignTo(
  change: Change,
  { technician: wanted, why = [], from }: Pick<Of<'assign'>, 'technician' | 'why' | 'from'>,
): void {
  const { directory, context, state } = change
  const person = wanted === null ? undefined : taker(directory, wanted)
  const technician = person?.id ?? null
  if (technician === state.technician) return
  if (from !== undefined && from !== state.technician) {
    const now = state.technician ? `${directory.nameOf(state.technician)} has it now` : 'nobody has it now'
    throw new Refused('conflict', `Somebody was quicker: ${now}. Nothing was changed; look at it again.`)
  }
  const { by } = change
  const given: Reason = technician ? { is: 'givenBy', by, to: technician } : { is: 'putBackBy', by }
  const because = change.because(given, ...why)
  change.enter({ kind: 'assigned', technician, team: state.team, because })
  const self = 'person' in context.actor && context.actor.person === technician
  if (person && !self) change.tell([person], 'assigned')
}
