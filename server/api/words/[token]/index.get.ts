import { languageFor } from '../../../http/language'
import { defineRoute } from '../../../http/route'
import { linkedBy, wordShown } from '../../../queries/linked'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'The approval that the link of a message asks a word for, as long as it is asked',
  },
  async ({ event, desk, path, signedIn }) => {
    const linked = await linkedBy(desk, 'word', path.token, signedIn)
    const { person, state } = linked
    const language = await languageFor(event, desk, { id: person?.id ?? '', portal: state.portal })
    return wordShown(linked, language)
  },
)
