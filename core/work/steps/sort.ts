import type { SortField, StepTerms } from '../step'

export interface SortStep {
  do: 'sort'
  field: SortField
  value: string
}

/** Sorts it otherwise than triage did. */
export const sort: StepTerms<SortStep> = {
  name: 'sort it',
  field: { field: 'sort' },
  fresh: ({ priority }) => ({ do: 'sort', field: 'priority', value: priority }),
  outlook: (at, { field, value }) =>
    at.sortedAs(field) === value ? undefined : { will: { is: 'stepSort', field, value } },
  deed: (at, { field, value }) => at.sort(field, value),
  check: (reader, place, { field, value }) => reader.refers(place, field, value),
}
