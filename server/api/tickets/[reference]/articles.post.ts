import { IsBoolean, IsInt, Max, Min } from 'class-validator'
import { Refused } from '../../../../core/ticket'
import { MOST_NUMBER } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'
import { readArticle } from '../../../queries/knowledge'

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
  async ({ desk, caller, body: { article, on }, path }) => {
    const found = await readArticle(desk.db, article, {})
    // One that is gone can still be taken off.
    if (on && !found) throw new Refused('missing', 'This article is gone; somebody took it out.')
    const title = found?.title ?? `article ${article}`
    const { sequence } = await desk.run(
      path.reference,
      { kind: 'attachArticle', article, title, on },
      { person: caller.id },
    )
    return { sequence }
  },
)
