import { IsBoolean, IsInt, Max, Min } from 'class-validator'
import { attachArticle } from '../../../commands/knowledge'
import { MOST_NUMBER } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

class AttachBody {
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  article!: number

  /** Off takes it away again. */
  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Attach an article to a ticket, or take it off',
    body: AttachBody,
  },
  async ({ desk, caller, body, path }) => {
    const { sequence } = await attachArticle(desk, path.reference, body, caller)
    return { sequence }
  },
)
