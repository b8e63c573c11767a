import { IsIn, IsOptional, IsString } from 'class-validator'
import { VERDICTS, type Rating } from '../../../../core/ticket'
import { languageFor } from '../../../http/language'
import { requestOfCaller } from '../../../http/ownRequest'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

class RatingBody implements Rating {
  @IsIn(VERDICTS, { message: `choose one of ${VERDICTS.join(', ')}` })
  verdict!: Rating['verdict']

  /** A word to it, if they like to say one. */
  @IsOptional()
  @IsString()
  text = ''
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number' },
    summary: 'Say how a request of mine was done; the last word counts',
    body: RatingBody,
  },
  async ({ event, desk, caller, path: { reference }, body }) => {
    await requestOfCaller(desk, reference, caller, 'own')
    const { verdict, text } = body
    await desk.run(reference, { kind: 'rate', verdict, text }, { person: caller.id })
    return requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
  },
)
