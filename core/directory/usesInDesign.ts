import { Directory, proofread, type Design, type DirectoryData, type Finding } from '../design'
import type { ListName } from './list'

/** The lists of which a design names things. */
const NAMED: Partial<Record<ListName, keyof DirectoryData>> = {
  organisations: 'organisations',
  sites: 'sites',
  teams: 'teams',
  people: 'people',
  queues: 'queues',
  desks: 'desks',
  roles: 'roles',
}

/**
 * Where a design names a thing of the directory: what proofreading would miss if it were not there. So nothing that
 * proofreading asks for can be left out here.
 * @returns a finding for each place
 */
export function usesInDesign(design: Design, directory: Directory, list: ListName, id: string): Finding[] {
  const name = NAMED[list]
  if (!name) return []
  const those: readonly { id: string }[] | undefined =
    name === 'roles' ? [...directory.roles.values()] : (directory.data[name] as { id: string }[] | undefined)
  const without = new Directory({ ...directory.data, [name]: (those ?? []).filter((one) => one.id !== id) })
  const before = missingAlready(design, directory)
  return missingIn(design, without).filter((one) => !before.has(keyOf(one)))
}

const missingIn = (design: Design, directory: Directory) =>
  proofread(design, directory).filter((one) => one.code === 'referenceMissing')

const keyOf = ({ place, message }: Finding) => `${place} ${message}`

/** Neither an edition nor a directory changes, so what one misses of the other is found once. */
const ALREADY = new WeakMap<Directory, WeakMap<Design, ReadonlySet<string>>>()

function missingAlready(design: Design, directory: Directory): ReadonlySet<string> {
  const known = ALREADY.get(directory) ?? new WeakMap<Design, ReadonlySet<string>>()
  ALREADY.set(directory, known)
  const found = known.get(design) ?? new Set(missingIn(design, directory).map(keyOf))
  known.set(design, found)
  return found
}
