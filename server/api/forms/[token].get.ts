import { languageFor } from '../../http/language'
import { defineRoute } from '../../http/route'
import { formShown, linkedBy } from '../../queries/linked'

export default defineRoute(
  {
    who: 'anyone',
    path: { token: 'text' },
    summary: 'The questions that the link of a message leads to, as long as they are asked',
  },
  async ({ event, desk, path, signedIn }) => {
    const linked = await linkedBy(desk, 'form', path.token, signedIn)
    const { link, person, state } = linked
    const language = await languageFor(event, desk, { id: person?.id ?? '', portal: state.portal })
    return formShown(linked, { ...link, link, by: person?.id ?? null }, language)
  },
)
