import { clockMode } from '../clock/deskClock'
import { defineRoute, isStaff } from '../http/route'

export default defineRoute({ who: 'signedIn', summary: 'Who is signed in' }, ({ caller }) => {
  const { id, name, role, zone, teams, portal } = caller
  return { id, name, role, zone, teams, portal, staff: isStaff(role), demo: clockMode() === 'demo' }
})
