/**
 * How often a property is tried: so often in the check of everything (`YARE_DEEP`), an eighth of it while somebody works.
 * Only for properties that take seconds.
 */
export const runs = (many: number): { numRuns: number } => ({
  numRuns: process.env.YARE_DEEP ? many : Math.ceil(many / 8),
})
