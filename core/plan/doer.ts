import type { Directory, Person } from '../design'

/** Who does something in a plan: somebody by name, or whoever is that for the request. */
export type Doer =
  | { by: 'team'; team: string }
  | { by: 'person'; person: string }
  /** Whoever is first on it just then. */
  | { by: 'rota'; rota: string }
  | { by: RoleInRequest }
  /** Whom an answer names, or their manager. */
  | { by: 'answer' | 'managerOf'; question: string }

/** Who somebody is for a request. */
export const ROLES_IN_REQUEST = [
  'technician',
  'teamLead',
  'requester',
  'requesterManager',
  'siteManager',
  'accountContact',
] as const
export type RoleInRequest = (typeof ROLES_IN_REQUEST)[number]

/** Whom a lead chooses. */
export const DOER_NAMES: Readonly<Record<Doer['by'], string>> = {
  team: 'a team',
  person: 'a named person',
  rota: 'whoever is on rota',
  technician: 'whoever has the ticket',
  teamLead: 'the lead of its team',
  requester: 'the requester',
  requesterManager: 'the manager of the requester',
  siteManager: 'the manager of the site',
  accountContact: 'the contact of the organisation',
  answer: 'the person in an answer',
  managerOf: 'the manager of the person in an answer',
}

/** The request as whoever is looked for sees it. */
export interface Asking {
  requester: string
  technician: string | null
  team: string
  site: string | null
  organisation: string | null
  answers: Readonly<Record<string, unknown>>
}

/** Who has something: a person, or any of a team. */
export type Holder = { person: string } | { team: string }

/** Where doers are looked for. */
export interface Finding {
  directory: Directory
  /** Who is first on a rota just now; nobody is where rotas are not known. */
  onRota?: (rota: string) => string | undefined
}

type Finders = { [B in Doer['by']]: (doer: Extract<Doer, { by: B }>, of: Asking, at: Finding) => unknown }

const personIn = ({ answers }: Asking, question: string, { directory }: Finding): Person | undefined => {
  const value = answers[question]
  return typeof value === 'string' ? directory.people.get(value) : undefined
}

/** The id of whom each means; nothing where there is none. */
const FINDERS = {
  team: ({ team }) => team,
  person: ({ person }) => person,
  rota: ({ rota }, _, { onRota }) => onRota?.(rota),
  technician: (_, { technician }) => technician,
  teamLead: (_, { team }, { directory }) => directory.teams.get(team)?.lead,
  requester: (_, { requester }) => requester,
  requesterManager: (_, { requester }, { directory }) => directory.people.get(requester)?.manager,
  siteManager: (_, { site }, { directory }) => directory.sites.get(site ?? '')?.manager,
  accountContact: (_, { organisation }, { directory }) =>
    directory.organisations.get(organisation ?? '')?.contact,
  answer: ({ question }, of, at) => personIn(of, question, at)?.id,
  managerOf: ({ question }, of, at) => personIn(of, question, at)?.manager,
} satisfies Finders

/**
 * Whom a doer means for a request, whether they are still there or not.
 * @returns undefined where nobody is that
 */
export function meantBy(doer: Doer, of: Asking, at: Finding): Holder | undefined {
  const { directory } = at
  const find = FINDERS[doer.by] as (doer: Doer, of: Asking, at: Finding) => unknown
  const id = find(doer, of, at)
  if (typeof id !== 'string') return undefined
  const found = doer.by === 'team' ? directory.teams.get(id) : directory.people.get(id)
  if (!found) return undefined
  return doer.by === 'team' ? { team: found.id } : { person: found.id }
}

/**
 * Who a doer is for a request just now.
 * @returns undefined where there is nobody: nobody is that, or they are gone
 */
export function findHolder(doer: Doer, of: Asking, at: Finding): Holder | undefined {
  const holder = meantBy(doer, of, at)
  if (!holder) return undefined
  const { teams, people } = at.directory
  const isThere =
    'team' in holder ? teams.get(holder.team)?.active !== false : people.get(holder.person)?.active === true
  return isThere ? holder : undefined
}

/** A doer in words: “the manager of the person in “Who joins?””. */
export function doerInWords(
  doer: Doer,
  words: Readonly<Record<'person' | 'team' | 'rota' | 'question', (id: string) => string>>,
): string {
  if (doer.by === 'team') return words.team(doer.team)
  if (doer.by === 'person') return words.person(doer.person)
  if (doer.by === 'rota') return `whoever is on rota ${words.rota(doer.rota)}`
  if (doer.by === 'answer') return `whom “${words.question(doer.question)}” names`
  if (doer.by === 'managerOf') return `the manager of whom “${words.question(doer.question)}” names`
  return DOER_NAMES[doer.by]
}
