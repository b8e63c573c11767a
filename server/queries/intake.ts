import { daysOf } from '../../core/agreement'
import type { Agreement, Directory, Person } from '../../core/design'
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

/** Who asks, as somebody at the desk sees it while logging for them. */
export function requesterPage(person: Person, directory: Directory, zone: string, agreement?: number) {
  const site = directory.sites.get(person.site ?? '')
  return {
    id: person.id,
    name: person.name,
    mail: person.mail,
    zone: person.zone,
    organisation: directory.organisations.get(person.organisation ?? '')?.name ?? null,
    site: site?.name ?? null,
    cover: coverOf(person.organisation, directory, zone, agreement),
  }
}

/** An agreement by its number, with the people for whom it may be asked. */
export function agreementPage(number: number, directory: Directory, zone: string) {
  const agreement = directory.agreement(number)
  if (!agreement) return undefined
  const people = [...directory.people.values()]
    .filter((one) => one.active && one.organisation === agreement.organisation)
    .map(({ id, name }) => ({ value: id, label: name }))
    .sort((a, b) => a.label.localeCompare(b.label, 'en'))
  const now = deskNow()
  const state = agreement.starts <= now && now < agreement.ends ? 'covered' : 'expired'
  return {
    number,
    cover: directory.coverName(agreement.cover),
    last: daysOf(agreement, zone).last,
    state,
    name: directory.organisations.get(agreement.organisation)?.name ?? agreement.organisation,
    people,
  }
}
