import type { Design } from './design'
import type { Directory, DirectoryData, Person } from './directory'

/**
 * What of a directory proofreading asks, for those who proofread elsewhere: of thousands of requesters only those whom the
 * design names, or who have a priority. References to people are left to who knows all of them (`allButPeople`).
 * @param design whose words may name people
 */
export function forProofreading(directory: Directory, design: Design): DirectoryData {
  const said = textsOf(design)
  const { data } = directory
  return {
    people: data.people.filter((one) => one.priority !== undefined || said.has(one.id)).map(bare),
    teams: data.teams,
    sites: data.sites,
    organisations: data.organisations,
    agreements: data.agreements,
    ...(data.queues && { queues: data.queues }),
    ...(data.desks && { desks: data.desks }),
    ...(data.roles && { roles: data.roles }),
    ...(data.covers && { covers: data.covers }),
  }
}

/** Somebody without what is nobody's to know for this. */
const bare = ({ id, name, role, active, zone, priority, mergedInto }: Person): Person => ({
  ...{ id, name, role, active, zone, mail: '', teams: [] },
  ...(priority !== undefined && { priority }),
  ...(mergedInto !== undefined && { mergedInto }),
})

/** Every text that stands anywhere in something. */
function textsOf(thing: unknown, found = new Set<string>()): Set<string> {
  if (typeof thing === 'string') found.add(thing)
  else if (typeof thing === 'object' && thing !== null)
    for (const part of Object.values(thing)) textsOf(part, found)
  return found
}
