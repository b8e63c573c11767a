import type { ListName } from '../list'
import { agreement } from './agreement'
import { agreementType } from './agreementType'
import { cover } from './cover'
import { desk } from './desk'
import { equipment } from './equipment'
import { equipmentType } from './equipmentType'
import type { Kind } from './kind'
import { organisation } from './organisation'
import { person } from './person'
import { queue } from './queue'
import { role } from './role'
import { site } from './site'
import { skill } from './skill'
import { team } from './team'

export { type Checked, type Kind } from './kind'

/** What each list of the directory holds. */
export const KINDS: Readonly<Record<ListName, Kind>> = {
  organisations: organisation,
  sites: site,
  teams: team,
  people: person,
  queues: queue,
  desks: desk,
  roles: role,
  skills: skill,
  covers: cover,
  'agreement-types': agreementType,
  'equipment-types': equipmentType,
  agreements: agreement,
  equipment,
}
