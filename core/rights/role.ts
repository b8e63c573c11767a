import { EVERY_RIGHT, RIGHT_NAMES, type Right } from './right'

/** Which tickets the rights of a role are about. */
export type Reach = 'all' | 'desks' | 'teams'

export const REACHES: readonly { value: Reach; label: string }[] = [
  { value: 'all', label: 'all tickets' },
  { value: 'desks', label: 'tickets of their desks' },
  { value: 'teams', label: 'tickets of their teams' },
]

/** A set of rights with a name, which people have. */
export interface Role {
  id: string
  name: string
  /** Names of rights; those that are not known any more count for nothing. */
  rights: readonly string[]
  reach: Reach
  active?: boolean
  remarks?: string
  mergedInto?: string
}

/** Who asks, and has no place at the desk. */
export const REQUESTER = 'requester'
/** Who has every right, whatever is put together. */
export const ADMINISTRATOR = 'administrator'

/** Roles that are as they are: without the one nobody could ask, without the other nobody could let others in. */
export const FIXED_ROLES: readonly string[] = [REQUESTER, ADMINISTRATOR]

const TECHNICIAN: readonly Right[] = [
  ...(['seeTickets', 'workTickets', 'sortTickets', 'assignTickets', 'declareMajor', 'logTickets'] as const),
  ...(['acceptArrivals', 'sendSignals', 'writeKnowledge', 'writeNotices', 'seeDirectory'] as const),
  ...(['addRequesters', 'repairEquipment', 'makeTokens', 'seeMessages'] as const),
]
const LEAD: readonly Right[] = [
  ...TECHNICIAN,
  ...([
    'everyQueue',
    'extendPromises',
    'manageTime',
    'planPeople',
    'retireKnowledge',
    'changeDesign',
  ] as const),
  ...(['publishDesign', 'changeDirectory', 'shareViews', 'repeatMessages'] as const),
]

const inOrder = (rights: readonly Right[]) => RIGHT_NAMES.filter((one) => rights.includes(one))

/** The roles of the first day. */
export const FIRST_ROLES: readonly Role[] = [
  { id: REQUESTER, name: 'Requester', rights: [], reach: 'all' },
  { id: 'technician', name: 'Technician', rights: inOrder(TECHNICIAN), reach: 'all' },
  { id: 'dispatcher', name: 'Dispatcher', rights: inOrder([...TECHNICIAN, 'planPeople']), reach: 'all' },
  { id: 'lead', name: 'Lead', rights: inOrder(LEAD), reach: 'all' },
  { id: ADMINISTRATOR, name: 'Administrator', rights: RIGHT_NAMES, reach: 'all' },
]

/** What somebody of a role may do: an administrator everything, also what is new; a requester nothing at the desk. */
export function rightsOf(role: Pick<Role, 'id' | 'rights'> | undefined): ReadonlySet<Right> {
  if (role?.id === ADMINISTRATOR) return EVERY_RIGHT
  if (!role || role.id === REQUESTER) return new Set()
  return new Set(RIGHT_NAMES.filter((one) => role.rights.includes(one)))
}

/** How far those rights go; an administrator's everywhere. */
export const reachOf = (role: Pick<Role, 'id' | 'reach'> | undefined): Reach =>
  role?.id === ADMINISTRATOR ? 'all' : (role?.reach ?? 'teams')
