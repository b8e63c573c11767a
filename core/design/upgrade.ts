import type { Layout } from '../work'
import { atShare, type Recipient, type Rung } from '../ladder'
import type { Design } from './design'
import { firstMoves } from './firstMoves'
import { withAsked, withFields } from './gateFields'

/** A rung as version 1 wrote it: a share of the target, and who is told. */
interface OldRung {
  id: string
  share: number
  tell: Recipient[]
  template: string
}

const isOld = (rung: Rung | OldRung): rung is OldRung => 'share' in rung

function newRung(rung: Rung | OldRung): Rung {
  if (!isOld(rung)) return rung
  return atShare(rung.id, rung.share, rung.tell, rung.template)
}

/** A layout that shows the fields of a ticket's kind, after the other facts: nobody could leave them out before. */
const withFieldsPart = (layout: Layout): Layout =>
  layout.parts.includes('fields') ? layout : { ...layout, parts: [...layout.parts, 'fields'] }

/** What came without a new version of the format is empty where a design lacks it. */
function complete(design: Design): Design {
  const { kept, plans, exchanges } = design as Partial<Design>
  if (kept && plans && exchanges) return design
  return { ...design, kept: kept ?? [], plans: plans ?? [], exchanges: exchanges ?? [] }
}

/**
 * A design of an earlier version, or release, in the words of this one; its meaning stays. One that has everything comes
 * back as it is.
 */
export function upgradeDesign(design: Design): Design {
  const version: number = design.version
  if (version === 4) return complete(design)
  // Queues and desks have moved to the directory, under the same ids.
  const { queues: _, desks: __, ...own } = design as Design & Record<'queues' | 'desks', unknown>
  if (version === 3) return complete({ ...own, version: 4 })
  return withFields({
    ...own,
    version: 4,
    ladders:
      version === 1
        ? design.ladders.map((ladder) => ({ ...ladder, rungs: ladder.rungs.map(newRung) }))
        : design.ladders,
    webhooks: design.webhooks ?? [],
    moves: design.moves ? withAsked(design.moves) : firstMoves(),
    shelves: design.shelves ?? [],
    checklists: design.checklists ?? [],
    plans: [],
    savedReplies: design.savedReplies ?? [],
    layouts: (design.layouts ?? []).map(withFieldsPart),
    exchanges: [],
    translations: design.translations ?? [],
    kept: [],
  })
}

/** The versions of the format that this release reads; the last is the one that it writes. */
export const READ_VERSIONS: readonly number[] = [1, 2, 3, 4]

/** A design that this release cannot read: a newer one wrote it. It stays as it is. */
export class UnreadableDesign extends Error {
  constructor(readonly version: unknown) {
    super(
      `This design was written in version ${String(version)} of its format by a newer release, which can read it; nothing is lost.`,
    )
    this.name = 'UnreadableDesign'
  }
}

/**
 * Reads a design as it was kept, whichever release published it: editions are never written anew.
 * @throws UnreadableDesign for a version that is not known here
 */
export function readKeptDesign(kept: Design): Design {
  if (!READ_VERSIONS.includes(kept.version)) throw new UnreadableDesign(kept.version)
  return upgradeDesign(kept)
}
