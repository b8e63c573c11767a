import type { Right } from '../../core/rights'

/** Who is asking, and by what right. */
export interface Caller {
  id: string
  name: string
  /** Id of their role. */
  role: string
  /** What that lets them do. */
  rights: ReadonlySet<Right>
  zone: string
  teams: string[]
  organisation: string | null
  /** The portal at which a requester signed in. */
  portal: string | null
  by: 'session' | 'token'
  /** Hash of the session's or token's secret. */
  credential: string
}
