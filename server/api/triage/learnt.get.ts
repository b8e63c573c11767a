import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'lead',
    summary: 'How often the words of past tickets would have named the right category of the latest ones',
  },
  ({ desk }) => desk.learnt.check(),
)
