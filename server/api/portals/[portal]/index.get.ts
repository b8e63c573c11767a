import { addressOf, portalIndex, subjectsOf } from '../../../../core/intake'
import { languagesOf } from '../../../../core/words'
import { languageFor } from '../../../http/language'
import { isAtHome } from '../../../http/portalOf'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { askerOf } from '../../../queries/asker'
import { openNotices } from '../../../queries/knowledge'
import { firstFor } from '../../../queries/atHand'
import { todayAt } from '../../../queries/portal'

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
    const { name, mark, ink, signInBy = 'mail', hides, beforeSignIn = [], otherwise } = portal
    const { motto, question } = said.portal(portal.id)
    const isSeen = (what: 'notices' | 'catalog') => visitor !== undefined || beforeSignIn.includes(what)
    const today = todayAt(said)
    // Of somebody who has not signed in nothing is known: what is for some people only is not shown to them.
    const forAll = { groups: said.design.groups, items: said.design.items.filter((one) => !one.showWhen) }
    const indexFor = async (person: string | undefined) =>
      person === undefined
        ? portalIndex(forAll, portal, { asker: {}, today })
        : portalIndex(said.design, portal, { asker: await askerOf(desk, person, portal.id), today })
    const groups = isSeen('catalog') ? await indexFor(visitor?.id) : []
    const shown = groups.flatMap((one) => one.items)
    const first = visitor ? await firstFor(desk.db, visitor.id, portal.id) : []
    const last = shown.find((one) => one.id === otherwise)
    return {
      ...{ name, motto, question, mark, ink, signInBy, language },
      address: addressOf(portal),
      zone: design.design.desk.zone,
      languages: languagesOf(portal),
      desk: design.design.desk.name,
      notices: isSeen('notices') && !hides?.includes('notices') ? await openNotices(desk.db, portal.id) : [],
      groups,
      /** What stands first for whoever reads it: what they keep at hand, and what they asked for last. */
      first: first.filter((id) => shown.some((one) => one.id === id)),
      /** The branches of category by which it can be looked through. */
      subjects: subjectsOf(
        said.design.categories,
        shown.map((one) => ({ category: one.subject })),
      ),
      otherwise: last && { id: last.id, name: last.name },
    }
  },
)
