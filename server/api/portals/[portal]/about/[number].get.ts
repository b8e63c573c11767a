import { equipmentName } from '../../../../../core/design'
import { languageFor } from '../../../../http/language'
import { portalOf } from '../../../../http/portalOf'
import { requesterProblem } from '../../../../http/problem'
import { defineRoute } from '../../../../http/route'
import { askerOf } from '../../../../queries/asker'
import { itemsAbout, ownEquipment } from '../../../../queries/portal'

export default defineRoute(
  {
    who: 'signedIn',
    path: { portal: 'text', number: 'number' },
    summary: 'A machine of your organisation, and what can be asked for about it',
  },
  async ({ event, desk, caller, path }) => {
    const portal = await portalOf(path.portal, desk, caller)
    const language = await languageFor(event, desk, caller, portal)
    const design = (await desk.knowledge.currentEdition()).inLanguage(language)
    const found = ownEquipment(await desk.knowledge.directory(), caller, path.number)
    if (!found) throw requesterProblem(404, 'notHere')
    const asker = await askerOf(desk, caller.id, portal.id)
    return {
      number: found.number,
      name: equipmentName(found) ?? found.name,
      items: itemsAbout(design, portal, asker),
    }
  },
)
