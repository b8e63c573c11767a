/** JSON as plain data: compared, merged, shared, without gaps, and what a schema of it is. */
export { canonicalJson, withoutGaps } from './canonical'
export { mergeChanges, type MergeConflict, type Merged, type Pick } from './merge'
export { sharedWith } from './shared'
export type { JsonSchema } from './schema'
