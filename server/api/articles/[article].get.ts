import { stepsIn } from '../../../core/writing'
import { mustRead } from '../../http/articleOf'
import { defineRoute } from '../../http/route'
import { fateOf, relatedTo, translationsOf } from '../../queries/articles'
import { readerOf } from '../../queries/readers'

export default defineRoute(
  { who: 'staff', path: { article: 'number' }, summary: 'An article, and what has become of it' },
  async ({ desk, caller, path }) => {
    const article = await mustRead(desk, caller, path.article)
    const [fate, translations, related] = await Promise.all([
      fateOf(desk.db, path.article),
      translationsOf(desk.db, path.article),
      relatedTo(desk.db, path.article, readerOf(caller)),
    ])
    return {
      ...article,
      ...{ fate, translations, related },
      /** How many steps it has that can be ticked on a ticket. */
      steps: stepsIn(article.body).length,
    }
  },
)
