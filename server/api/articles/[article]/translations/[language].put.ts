import { LANGUAGES } from '../../../../../core/words'
import { saveTranslation } from '../../../../commands/articleTies'
import { mustRead } from '../../../../http/articleOf'
import { TranslationBody } from '../../../../http/knowledgeBodies'
import { defineRoute } from '../../../../http/route'

export default defineRoute(
  {
    may: 'writeKnowledge',
    path: { article: 'number', language: LANGUAGES },
    summary: 'Say an article in another language than its own, as it is now',
    body: TranslationBody,
  },
  async ({ desk, caller, body, path }) => {
    await mustRead(desk, caller, path.article)
    return { version: await saveTranslation(desk, path.article, path.language, body, caller.id) }
  },
)
