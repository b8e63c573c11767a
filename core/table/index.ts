/** Decision tables: the row that decides and the row that nearly did; rows that never can, overlaps and gaps. */
export { collects, testsOfRow, type Cell, type DecisionTable, type HitPolicy, type Row } from './table'
export { CompiledTable, decideTable, type Decision } from './compiled'
export { analyse, shadowedRows, type Analysis, type Gap, type Overlap, type Shadow } from './analyse'
export type { Domain, Domains } from './domain'
export { cellFromText, cellToText, UnreadableCell, type CellNames } from './text'
export { cellFromFeel, cellToFeel } from './feel'
