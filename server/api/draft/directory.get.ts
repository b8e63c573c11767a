import { forProofreading } from '../../../core/design'
import { draftPage } from '../../queries/draft'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'What of the directory proofreading asks, to proofread the draft elsewhere',
  },
  async ({ desk }) => forProofreading(await desk.knowledge.directory(), (await draftPage(desk)).design),
)
