import { IsIn, IsInt, IsOptional, Max, Min } from 'class-validator'
import { answerVisit } from '../../../../commands/visits'
import { MOST_NUMBER } from '../../../../http/bodies'
import { ReadBody } from '../../../../http/jobBodies'
import { languageFor } from '../../../../http/language'
import { requestOfCaller } from '../../../../http/ownRequest'
import { defineRoute } from '../../../../http/route'
import { requestPage } from '../../../../queries/requests'

class VisitBody extends ReadBody {
  /** That its time suits, that another one is wanted, or that nobody needs to come. */
  @IsIn(['suits', 'other', 'off'], { message: 'choose suits, other or off' })
  says!: 'suits' | 'other' | 'off'

  /** The other time that is wanted, one of those that are offered. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  at?: number
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number', job: 'number' },
    summary: 'Say that the time of a visit suits me, choose another that is offered, or call it off',
    body: VisitBody,
  },
  async ({ event, desk, caller, path: { reference, job }, body }) => {
    await requestOfCaller(desk, reference, caller, 'own')
    await answerVisit(desk, { ...body, reference, job }, caller.id)
    return requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
  },
)
