import { titleLine } from '../intake'
import type { Change } from './change'
import { Refused } from './command'

/**
 * Calls a ticket otherwise; its record keeps what it was called before.
 * @param from what it was called on the screen
 * @throws Refused when the title is empty, or somebody called it otherwise meanwhile
 */
export function retitle(change: Change, wanted: string, from?: string): void {
  const summary = titleLine(wanted)
  if (!summary)
    throw new Refused('invalid', 'A ticket needs a title.', [
      { field: 'summary', message: 'please say in a few words what it is about' },
    ])
  if (change.state.summary === summary) return
  if (from !== undefined && from !== change.state.summary)
    throw new Refused(
      'conflict',
      `Somebody called it “${change.state.summary}” meanwhile. Nothing was changed; look at it again.`,
    )
  change.enter({ kind: 'retitled', summary })
}
