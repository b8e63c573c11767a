import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'technician', summary: 'The directory: people, teams, sites, organisations, agreements' },
  async ({ desk }) => {
    const directory = await desk.knowledge.directory()
    const people = [...directory.people.values()].map(
      ({
        id,
        name,
        mail,
        role,
        active,
        teams,
        organisation,
        site,
        priority,
        department,
        skills,
        capacity,
      }) => ({
        ...{ id, name, mail, role, active, teams, organisation, site },
        ...{ priority, department, skills, capacity },
      }),
    )
    return {
      people: people.sort((a, b) => a.name.localeCompare(b.name)),
      teams: [...directory.teams.values()],
      sites: [...directory.sites.values()],
      organisations: [...directory.organisations.values()],
      agreements: directory.agreements,
    }
  },
)
