import { IsIn } from 'class-validator'
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '../../../core/words'
import { changeLanguage } from '../../commands/people'
import { defineRoute } from '../../http/route'

class LanguageBody {
  @IsIn(LANGUAGES, {
    message: `choose one of ${LANGUAGES.map((one) => `${one} (${LANGUAGE_NAMES[one]})`).join(', ')}`,
  })
  language!: Language
}

export default defineRoute(
  { who: 'signedIn', summary: 'Say in which language you read, and are written to', body: LanguageBody },
  async ({ desk, caller, body }) => {
    await changeLanguage(desk, caller.id, body.language)
    return { language: body.language }
  },
)
