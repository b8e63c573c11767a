import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'How often the words of past tickets would have named the right category of the latest ones',
  },
  ({ desk }) => desk.learnt.check(),
)
