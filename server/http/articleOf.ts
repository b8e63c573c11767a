import type { Caller } from '../base/caller'
import { readArticle } from '../queries/articles'
import { readerOf } from '../queries/readers'
import type { Reading } from '../queries/reading'
import { HttpProblem } from './problem'

/** An article that somebody of the desk may read. @throws HttpProblem 404 when there is none, or it is not theirs to read */
export async function mustRead(desk: Pick<Reading, 'db'>, caller: Caller, article: number) {
  const found = await readArticle(desk.db, article, readerOf(caller))
  if (!found) throw new HttpProblem(404, 'There is no such article.')
  return found
}
