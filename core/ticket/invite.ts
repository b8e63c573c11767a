import type { Booking } from '../work'
import type { Change } from './change'
import type { Invite } from './entry'

/** A fixed time as it stands now, for the calendar of whoever is told. @param off where it no longer is theirs */
export function inviteOf({ state, directory }: Change, booking: Booking, off?: true): Invite {
  const { id, from, to, what } = booking
  const job = state.jobs?.find((one) => one.booking === id)
  const site = directory.sites.get((job ? job.site : state.site) ?? '')
  return {
    ...{ booking: id, sequence: state.sequence, from, to, what },
    place: site ? [site.name, site.address].filter(Boolean).join(', ') : '',
    ...(off && { off }),
  }
}
