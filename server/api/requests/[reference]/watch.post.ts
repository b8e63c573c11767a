import { IsBoolean } from 'class-validator'
import { languageFor } from '../../../http/language'
import { requesterProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

class WatchBody {
  @IsBoolean()
  on!: boolean
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number' },
    summary: 'Watch the request of a colleague, or watch it no longer',
    body: WatchBody,
  },
  async ({ event, desk, caller, path: { reference }, body: { on } }) => {
    const page = await requestPage(desk, reference, caller.id)
    if (!page || page.reads === 'own') throw requesterProblem(404, 'noRequest')
    await desk.run(reference, { kind: 'watch', person: caller.id, on }, { person: caller.id })
    // Whoever watches it no longer may have no reason to read it either.
    const now = await requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
    return { page: now ?? null }
  },
)
