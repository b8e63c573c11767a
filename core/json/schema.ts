/** A JSON Schema (2020-12) as plain data. */
export type JsonSchema = { [keyword: string]: unknown } | boolean
