import { daysOf } from '../../core/agreement'
import { equipmentName, type Agreement, type Directory, type Person } from '../../core/design'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'
import { MOST_SHOWN, openTicketsOf } from './openOf'
import { deskNow } from '../clock/deskClock'

/** How an organisation's agreement stands: at intake the desk must know at once whether the work is covered. */
export interface Cover {
  /** In force now; ran out; or none, so that the work is a one-off job. */
  state: 'covered' | 'expired' | 'oneOff'
  number: number | null
  cover: string | null
  /** Its last day, as the desk's zone counts days: `2026-11-30`. */
  last: string | null
}

/**
 * How the agreement of an organisation stands now.
 * @param named number of the one that was named, for an organisation may have several
 */
export function coverOf(
  organisation: string | undefined,
  directory: Directory,
  zone: string,
  named?: number,
): Cover {
  const inForce = directory.agreementFor(organisation, deskNow(), named)
  const agreement: Agreement | undefined = inForce ?? directory.lastAgreement(organisation)
  if (!agreement)
    return {
      state: 'oneOff',
      number: null,
      cover: directory.coverName(directory.coverOf(organisation, undefined)),
      last: null,
    }
  const { number } = agreement
  const cover = directory.coverName(agreement.cover)
  return { state: inForce ? 'covered' : 'expired', number, cover, last: daysOf(agreement, zone).last }
}

/** For whom something is logged, and by which agreement. */
interface Requesting {
  person: Person
  directory: Directory
  zone: string
  agreement?: number
}

/** Who asks, as somebody at the desk sees it while logging for them. */
export async function requesterPage(desk: Reading, caller: Pick<Caller, 'id'>, asked: Requesting) {
  const { person, directory, zone, agreement } = asked
  const site = directory.sites.get(person.site ?? '')
  return {
    id: person.id,
    name: person.name,
    mail: person.mail,
    zone: person.zone,
    phone: person.phone ?? null,
    organisation: directory.organisations.get(person.organisation ?? '')?.name ?? null,
    /** The id of their organisation. */
    of: person.organisation ?? null,
    site: site?.name ?? null,
    cover: coverOf(person.organisation, directory, zone, agreement),
    /** What they use of the equipment. */
    equipment: firstOf(
      [...directory.equipment.values()].filter((one) => one.active !== false && one.user === person.id),
      (one) => ({
        number: one.number,
        name: equipmentName(one)!,
        site: directory.sites.get(one.site ?? '')?.name ?? null,
      }),
    ),
    open: await openTicketsOf(desk, caller, { requester: person.id }),
  }
}

function firstOf<T, Shown>(all: readonly T[], shown: (one: T) => Shown) {
  return { rows: all.slice(0, MOST_SHOWN).map(shown), all: all.length }
}

/** An agreement by its number, with the people for whom it may be asked. */
export function agreementPage(number: number, directory: Directory, zone: string) {
  const agreement = directory.agreement(number)
  if (!agreement) return undefined
  const people = [...directory.people.values()]
    .filter((one) => one.active && one.organisation === agreement.organisation)
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
  const now = deskNow()
  const state = agreement.starts <= now && now < agreement.ends ? 'covered' : 'expired'
  return {
    number,
    cover: directory.coverName(agreement.cover),
    last: daysOf(agreement, zone).last,
    state,
    name: directory.organisations.get(agreement.organisation)?.name ?? agreement.organisation,
    organisation: agreement.organisation,
    people: firstOf(people, ({ id, name }) => ({ value: id, label: name })),
  }
}
