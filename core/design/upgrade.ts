import { atShare, type Recipient, type Rung } from '../ladder'
import type { Design } from './design'
import { firstMoves } from './firstMoves'

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

/**
 * A design of an earlier version, or release, in the words of this one; its meaning stays. One that has everything comes
 * back as it is.
 */
export function upgradeDesign(design: Design): Design {
  const first = (design.version as number) === 1
  if (!first && design.moves && design.desks) return design
  return {
    ...design,
    version: 2,
    desks: design.desks ?? [],
    ladders: first
      ? design.ladders.map((ladder) => ({ ...ladder, rungs: ladder.rungs.map(newRung) }))
      : design.ladders,
    webhooks: design.webhooks ?? [],
    moves: design.moves ?? firstMoves(),
    shelves: design.shelves ?? [],
    checklists: design.checklists ?? [],
    savedReplies: design.savedReplies ?? [],
    layouts: design.layouts ?? [],
  }
}
