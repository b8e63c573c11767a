import { LANGUAGES } from '../../../../../core/words'
import { removeTranslation } from '../../../../commands/articleTies'
import { mustRead } from '../../../../http/articleOf'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number', language: LANGUAGES },
    summary: 'An article is not said in another language any longer',
  },
  async ({ desk, caller, path }) => {
    await mustRead(desk, caller, path.article)
    await removeTranslation(desk, path.article, path.language)
    return {}
  },
)
