/** JSON as plain data: compared, merged, shared, without gaps, and what a schema of it is. */
export { canonicalJson, withoutGaps } from './canonical'
export { mergeChanges, type MergeConflict, type Merged } from './merge'
export { sharedWith } from './shared'
export type { JsonSchema } from './schema'
