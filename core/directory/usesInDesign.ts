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
}

/**
 * Where a design names a thing of the directory: what proofreading would miss if it were not there. So nothing that
 * proofreading asks for can be left out here.
 * @returns a finding for each place
 */
export function usesInDesign(design: Design, directory: Directory, list: ListName, id: string): Finding[] {
  const name = NAMED[list]
  if (!name) return []
  const missing = (one: Directory) =>
    proofread(design, one).filter((finding) => finding.code === 'referenceMissing')
  const those = directory.data[name] as { id: string }[] | undefined
  const without = new Directory({ ...directory.data, [name]: (those ?? []).filter((one) => one.id !== id) })
  const before = new Set(missing(directory).map(({ place, message }) => `${place} ${message}`))
  return missing(without).filter(({ place, message }) => !before.has(`${place} ${message}`))
}
