import type { Caller } from '../base/caller'
import type { Reading } from '../queries/reading'
import { requestPage } from '../queries/requests'
import { requesterProblem } from './problem'

/**
 * A request that somebody does something to.
 * @param how whose it may be: their own alone, or one that they watch as well
 * @throws HttpProblem 404 when it is not, as if there were none
 */
export async function requestOfCaller(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'id'>,
  how: 'own' | 'watched',
) {
  const page = await requestPage(desk, reference, caller.id)
  if (!page || !(page.reads === 'own' || page.reads === how)) throw requesterProblem(404, 'noRequest')
  return page
}
