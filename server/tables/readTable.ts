import type { DecisionTable } from '../../core/table'

/** A table as a file says it, with what could not be taken over. */
export interface ReadTable extends Pick<
  DecisionTable,
  'columns' | 'outcomes' | 'rows' | 'hitPolicy' | 'order'
> {
  problems: { row: number; column: string; message: string }[]
}
