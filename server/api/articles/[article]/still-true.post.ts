import { IsInt, Max, Min, ValidateIf } from 'class-validator'
import { stillTrue } from '../../../commands/articleWords'
import { mustRead } from '../../../http/articleOf'
import { MOST_NUMBER } from '../../../http/bodies'
import { defineRoute } from '../../../http/route'

class StillTrueBody {
  /** When it is looked at again; null where it need not be. */
  @ValidateIf((_, value) => value !== null)
  @IsInt({ message: 'choose a day' })
  @Min(0)
  @Max(MOST_NUMBER)
  until!: number | null
}

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number' },
    summary: 'Say that an article is still true, and when it is looked at again',
    body: StillTrueBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustRead(desk, caller, path.article)
    await stillTrue(desk, path.article, body.until)
    return {}
  },
)
