import { REQUESTER } from '../../core/rights'
import { defineRoute, isStaff } from '../http/route'

export default defineRoute(
  {
    who: 'staff',
    summary:
      'What rules can name: the people of the desk, teams, queues, desks, sites, organisations and covers',
  },
  async ({ desk }) => {
    const directory = await desk.knowledge.directory()
    // Requesters are found by their names: there may be fifty thousand of them.
    const everybody = [...directory.people.values()]
    const people = everybody.filter((one) => isStaff(one.role))
    const organisations = [...directory.organisations.values()]
    return {
      people: people
        .map(({ id, name, role, active, teams, skills }) => ({ id, name, role, active, teams, skills }))
        .sort((a, b) => a.name.localeCompare(b.name)),
      teams: [...directory.teams.values()],
      /** Those that people of the desk may have. */
      roles: [...directory.roles.values()]
        .filter((one) => one.id !== REQUESTER && one.active !== false)
        .map(({ id, name }) => ({ id, name })),
      queues: [...directory.queues.values()],
      desks: directory.desksLed,
      sites: [...directory.sites.values()],
      organisations,
      skills: [...directory.skills.values()],
      departments: [
        ...new Set([
          ...organisations.flatMap((one) => one.departments ?? []),
          ...everybody.flatMap((one) => one.department ?? []),
        ]),
      ].sort((a, b) => a.localeCompare(b)),
      /** How many people have a priority of their own. */
      withPriority: everybody.filter((one) => one.priority).length,
      covers: [...directory.covers.values()],
      agreements: directory.agreements.map(({ number, organisation, cover }) => ({
        ...{ number, organisation, cover },
      })),
    }
  },
)
