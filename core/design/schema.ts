import schema from './designFile.schema.json'

/**
 * The JSON Schema (draft 2020-12) of a design file, made of the types in `design.ts`; the lint refuses one that is not
 * current. What fits it has the shape of a design; what it means is proofread.
 */
export const DESIGN_SCHEMA = schema
