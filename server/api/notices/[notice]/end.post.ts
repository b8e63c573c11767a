import { endNotice } from '../../../commands/knowledge'
import { defineRoute } from '../../../http/route'

export default defineRoute({ who: 'technician', summary: 'End a notice' }, async ({ desk, number }) => {
  await endNotice(desk, number('notice'))
  return { id: number('notice') }
})
