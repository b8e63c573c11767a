import { FIRST_ROLES, rightsOf } from '~~/core/rights'
import type { Me } from '../stores/session'

/** Somebody of the desk as the server says who is signed in, with the rights of a role of the first day. */
export function meAs(role: string, more: Partial<Me> = {}): Me {
  const first = FIRST_ROLES.find((one) => one.id === role)
  return {
    ...{ id: 'ada', name: 'Ada', role, roleName: first?.name ?? role, rights: [...rightsOf(first)] },
    ...{ zone: 'UTC', teams: [], portal: null, staff: true, demo: false },
    ...more,
  }
}
