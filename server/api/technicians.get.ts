import { deskNow } from '../clock/deskClock'
import { defineRoute, isStaff } from '../http/route'

export default defineRoute({ who: 'staff', summary: 'The people who can take tickets' }, async ({ desk }) => {
  const directory = await desk.knowledge.directory()
  const now = deskNow()
  return [...directory.people.values()]
    .filter((person) => person.active && isStaff(person.role))
    .map((person) => ({
      id: person.id,
      name: person.name,
      teams: person.teams.map((team) => directory.teams.get(team)?.name ?? team),
      onShift: directory.isOnShift(person, now),
    }))
    .sort((a, b) => a.name.localeCompare(b.name))
})
