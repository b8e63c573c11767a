import { callOffAdoption } from '../../commands/adoption'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { may: 'publishDesign', summary: 'Call off letting open tickets follow; those that do already keep to it' },
  ({ desk }) => callOffAdoption(desk),
)
