import { readKeptDesign, type Design } from '../../core/design'

/** A row with the design in it as this release reads it; what is kept is not changed. @throws UnreadableDesign */
export const withDesign = <T extends { document: Design }>(row: T): T => ({
  ...row,
  document: readKeptDesign(row.document),
})
