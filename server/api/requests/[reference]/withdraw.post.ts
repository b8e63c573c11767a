import { IsOptional, IsString } from 'class-validator'
import { languageFor } from '../../../http/language'
import { requestOfCaller } from '../../../http/ownRequest'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

class WithdrawBody {
  /** Why, if they like to say. */
  @IsOptional()
  @IsString()
  text: string = ''
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number' },
    summary: 'Call off one of my own requests',
    body: WithdrawBody,
  },
  async ({ event, desk, caller, body, path }) => {
    const reference = path.reference
    await requestOfCaller(desk, reference, caller, 'own')
    await desk.run(reference, { kind: 'withdraw', text: body.text }, { person: caller.id })
    return requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
  },
)
