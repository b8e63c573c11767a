import { languageFor } from '../../../http/language'
import { requestOfCaller } from '../../../http/ownRequest'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

export default defineRoute(
  { who: 'signedIn', path: { reference: 'number' }, summary: 'Say that a request of mine is solved' },
  async ({ event, desk, caller, path: { reference } }) => {
    await requestOfCaller(desk, reference, caller, 'own')
    await desk.run(reference, { kind: 'confirm' }, { person: caller.id })
    return requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
  },
)
