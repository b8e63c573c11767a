/** How one ticket belongs to another, seen from the one that says so. */
export const LINK_KINDS = [
  'parent',
  'child',
  'duplicateOf',
  'duplicatedBy',
  'causedBy',
  'causes',
  'related',
] as const
export type LinkKind = (typeof LINK_KINDS)[number]

export interface TicketLink {
  reference: number
  /** What the other one is to this one. */
  as: LinkKind
}

const OTHER_WAY: Record<LinkKind, LinkKind> = {
  parent: 'child',
  child: 'parent',
  duplicateOf: 'duplicatedBy',
  duplicatedBy: 'duplicateOf',
  causedBy: 'causes',
  causes: 'causedBy',
  related: 'related',
}

/** What a link is called at its other end. */
export const otherWay = (as: LinkKind): LinkKind => OTHER_WAY[as]

/** In words, before the number: `part of 4203`. */
export const LINK_NAMES: Record<LinkKind, string> = {
  parent: 'part of',
  child: 'has as its part',
  duplicateOf: 'the same as',
  duplicatedBy: 'said again in',
  causedBy: 'caused by',
  causes: 'causes',
  related: 'see also',
}
