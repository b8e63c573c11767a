import { adoptionPage } from '../../commands/adoption'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: ['changeDesign', 'publishDesign'],
    summary: 'How many open tickets keep an earlier edition, and how far they have come in following',
  },
  ({ desk }) => adoptionPage(desk),
)
