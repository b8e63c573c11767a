import type { Role } from '../../core/design'

/** Who is asking, and by what right. */
export interface Caller {
  id: string
  name: string
  role: Role
  zone: string
  teams: string[]
  organisation: string | null
  /** The portal at which a requester signed in. */
  portal: string | null
  by: 'session' | 'token'
  /** Hash of the session's or token's secret. */
  credential: string
}
