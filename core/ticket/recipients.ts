import type { Person } from '../design'
import { onRota, type Recipient } from '../ladder'
import type { Instant } from '../time'
import type { Change } from './change'
import { silentIn } from '../plan'
import { openSeals } from './planFollowed'
import { requestersOf } from './said'

/** Somebody who is told: a person of the directory, or a mail address of somebody outside of it. */
export type Addressee = Person | { address: string; name: string }

export const isPerson = (one: Addressee): one is Person => 'id' in one

type Of<T extends Recipient['to']> = Extract<Recipient, { to: T }>
type Finders = {
  [T in Recipient['to']]: (change: Change, recipient: Of<T>, at: Instant) => Addressee[]
}

const leadOf = ({ state, directory }: Change) => directory.teams.get(state.team)?.lead

function people({ directory }: Change, ids: readonly (string | undefined | null)[]): Person[] {
  return ids.flatMap((id) => directory.people.get(id ?? '') ?? []).filter((one) => one.active)
}

/** Those who have not said their word, of all approvals, each once. */
const silentOf = ({ state, design }: Change): string[] => [
  ...new Set(
    openSeals(state, design).flatMap(({ task, one }) => silentIn(task, one).map(({ person }) => person)),
  ),
]

const FINDERS: Finders = {
  // Where nobody has the ticket, the technician's word goes to the team's lead.
  technician: (change) => people(change, [change.state.technician ?? leadOf(change)]),
  team: ({ state, directory }) =>
    (directory.membersOf.get(state.team) ?? []).filter((one) => one.active && one.role !== 'requester'),
  teamLead: (change) => people(change, [leadOf(change)]),
  requester: (change) => requestersOf(change).filter((one): one is Person => one?.active === true),
  watchers: (change) => people(change, change.state.watchers ?? []),
  siteManager: (change) => people(change, [change.directory.sites.get(change.state.site ?? '')?.manager]),
  asked: (change) => people(change, silentOf(change)),
  askedManager: (change) =>
    people(
      change,
      silentOf(change).map((one) => change.directory.people.get(one)?.manager),
    ),
  person: (change, { person }) => people(change, [person]),
  rota: (change, { rota, place }, at) =>
    people(change, [onRota(change.design.rota(rota), at, change.directory.rotaFacts, place)]),
  agreementContact: ({ state, directory }) => {
    const agreement = directory.agreement(state.agreement)
    return outside(agreement?.mail, agreement?.contact ?? 'the contact of the agreement')
  },
  answer: ({ state }, { question }) => {
    const address = state.answers[question]
    return outside(typeof address === 'string' ? address : undefined, '')
  },
}

/** Finds who a recipient is at an instant. */
export function addresseesOf(change: Change, recipient: Recipient, at: Instant): Addressee[] {
  const find = FINDERS[recipient.to] as (change: Change, recipient: Recipient, at: Instant) => Addressee[]
  return find(change, recipient, at)
}

/** An address that looks like one; somebody of the directory who has it is told as that person anyway by their mail. */
function outside(address: string | undefined, name: string): Addressee[] {
  const trimmed = address?.trim() ?? ''
  return /^[^\s@]+@[^\s@]+$/.test(trimmed) ? [{ address: trimmed, name: name || trimmed }] : []
}
