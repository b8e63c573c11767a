import { languagesOf } from '../../../../core/words'
import { languageFor } from '../../../http/language'
import { isAtHome } from '../../../http/portalOf'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { askerOf } from '../../../queries/asker'
import { openNotices } from '../../../queries/knowledge'
import { portalIndex, todayAt } from '../../../queries/portal'

export default defineRoute(
  {
    who: 'anyone',
    path: { portal: 'text' },
    summary: 'A portal: its name for anybody, its catalog for those who are signed in',
  },
  async ({ event, desk, signedIn, path }) => {
    const design = await desk.knowledge.currentEdition()
    const portal = design.findPortal(path.portal)
    if (!portal) throw requesterProblem(404, 'noPortal')
    // Somebody of another organisation sees no more than the door.
    const visitor = signedIn && isAtHome(portal, signedIn) ? signedIn : undefined
    const language = await languageFor(event, desk, signedIn, portal)
    const said = design.inLanguage(language)
    const { name, mark, ink, signInBy = 'mail' } = portal
    const indexFor = async (person: string) =>
      portalIndex(said, portal, { asker: await askerOf(desk, person, portal.id), today: todayAt(said) })
    return {
      name,
      motto: said.portal(portal.id).motto,
      mark,
      ink,
      signInBy,
      language,
      languages: languagesOf(portal),
      desk: design.design.desk.name,
      notices: visitor && !portal.hides?.includes('notices') ? await openNotices(desk.db, portal.id) : [],
      groups: visitor ? await indexFor(visitor.id) : [],
    }
  },
)
