import { IsInt, IsOptional, Max, Min } from 'class-validator'
import { settleMissing } from '../../commands/knowledge'
import { MOST_NUMBER } from '../../http/bodies'
import { mustRead } from '../../http/articleOf'
import { defineRoute } from '../../http/route'

class SettleBody {
  /** The article that was written; left out where none is needed. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  article?: number
}

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { number: 'number' },
    summary: 'Say that a missing article is written, or that none is needed',
    body: SettleBody,
  },
  async ({ desk, body: { article }, path, caller }) => {
    if (article !== undefined) await mustRead(desk, caller, article)
    await settleMissing(desk, path.number, article)
    return {}
  },
)
