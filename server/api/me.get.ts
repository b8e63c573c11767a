import { clockMode } from '../clock/deskClock'
import { defineRoute, isStaff } from '../http/route'

export default defineRoute({ who: 'signedIn', summary: 'Who is signed in' }, async ({ desk, caller }) => {
  const { id, name, role, zone, teams, portal } = caller
  const rights = [...caller.rights]
  const roleName = (await desk.knowledge.directory()).roles.get(role)?.name ?? role
  return {
    id,
    name,
    role,
    roleName,
    rights,
    zone,
    teams,
    portal,
    staff: isStaff(role),
    demo: clockMode() === 'demo',
  }
})
