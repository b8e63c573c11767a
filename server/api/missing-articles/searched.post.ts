import { IsString, MaxLength, MinLength } from 'class-validator'
import { settleMissedSearch } from '../../commands/articleWords'
import { defineRoute } from '../../http/route'

class SearchedBody {
  /** As they were looked for. */
  @IsString()
  @MinLength(1)
  @MaxLength(200)
  words!: string
}

export default defineRoute(
  {
    may: 'writeKnowledge',
    summary: 'Say that what visitors searched for is written, or that it needs no article',
    body: SearchedBody,
  },
  async ({ desk, body }) => {
    await settleMissedSearch(desk, body.words)
    return {}
  },
)
